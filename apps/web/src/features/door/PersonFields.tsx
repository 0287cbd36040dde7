import { PASSWORD_LEAST } from '@brendik/core'
import type { NewPerson } from '../../api/queries.ts'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'

export const NOBODY: NewPerson = { name: '', email: '', password: '' }

/** Name, address and password of someone who comes in for the first time. */
export function PersonFields({
  person,
  onChange,
}: {
  person: NewPerson
  onChange: (person: NewPerson) => void
}) {
  return (
    <>
      <Field label={t('personFields.yourName')}>
        {(props) => (
          <input
            {...props}
            required
            autoComplete="name"
            value={person.name}
            onChange={(event) => onChange({ ...person, name: event.target.value })}
          />
        )}
      </Field>
      <Field label={t('ui.eMailAddress')}>
        {(props) => (
          <input
            {...props}
            required
            type="email"
            autoComplete="username"
            value={person.email}
            onChange={(event) => onChange({ ...person, email: event.target.value })}
          />
        )}
      </Field>
      <Field label={t('ui.password')} hint={t('personFields.atLeastCharacters', { least: PASSWORD_LEAST })}>
        {(props) => (
          <input
            {...props}
            required
            type="password"
            minLength={PASSWORD_LEAST}
            autoComplete="new-password"
            value={person.password}
            onChange={(event) => onChange({ ...person, password: event.target.value })}
          />
        )}
      </Field>
    </>
  )
}
