import { PASSWORD_LEAST } from '@brendik/core'
import type { NewPerson } from '../../api/queries.ts'
import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'

export const NOBODY: NewPerson = { name: '', email: '', password: '' }
const { TextField } = fieldsOf<NewPerson>()

/** Name, address and password of someone who comes in for the first time: fields of the form around it. */
export function PersonFields() {
  return (
    <>
      <TextField name="name" label={t('personFields.yourName')} autoComplete="name" />
      <TextField name="email" label={t('ui.eMailAddress')} type="email" autoComplete="username" />
      <TextField
        name="password"
        label={t('ui.password')}
        hint={t('personFields.atLeastCharacters', { least: PASSWORD_LEAST })}
        type="password"
        autoComplete="new-password"
      />
    </>
  )
}
