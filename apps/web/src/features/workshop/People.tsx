import type { PersonAnswer, Role } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { changesQuery, peopleQuery, postRecovery, putPerson } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useWho } from '../door/index.ts'
import { Invitations } from './Invitations.tsx'
import { Secret } from './Secret.tsx'

const ROLE_WORD: Record<Role, string> = { owner: t('people.owner'), technician: t('people.technician') }

/** The people of the workshop, and links that let new ones in. */
export function People() {
  const { data = [] } = useQuery(peopleQuery)
  const { technicianId: me } = useWho()
  const changing = useAct(putPerson, [peopleQuery, changesQuery])
  const recovering = useAct(({ id }: PersonAnswer) => postRecovery(id))
  return (
    <section aria-label={t('people.people')}>
      <h2 className="plate pb-1 text-2xl">{t('people.people')}</h2>
      <Problem of={[changing, recovering]} />
      <ul>
        {data.map((person) => (
          <Person
            key={person.id}
            person={person}
            onChange={(change) => changing.mutate({ ...person, ...change })}
            onForgotten={person.active && person.id !== me ? () => recovering.mutate(person) : null}
          />
        ))}
      </ul>
      {recovering.data && (
        <Secret
          label={t('people.codeForToSetA', {
            codeName: recovering.variables?.name ?? '',
            host: location.host,
          })}
          text={recovering.data.code}
        />
      )}
      <Invitations />
    </section>
  )
}

function Person({
  person,
  onChange,
  onForgotten,
}: {
  person: PersonAnswer
  onChange: (change: Partial<PersonAnswer>) => void
  /** Makes a code for a new password; null = not for this one. */
  onForgotten: (() => void) | null
}) {
  return (
    <li
      className={`flex min-h-14 flex-wrap items-center justify-between gap-x-3 border-t border-line ${person.active ? '' : 'text-soft'}`}
    >
      <span className="py-1 leading-tight">
        <span className="block font-semibold">{person.name}</span>
        <span className="text-sm text-soft">
          {person.active ? ROLE_WORD[person.role] : t('ui.out')}
          {person.email && `, ${person.email}`}
        </span>
      </span>
      <span className="flex flex-wrap text-sm">
        {onForgotten && (
          <Button look="word" className="px-2" onClick={onForgotten}>
            {t('ui.newPassword')}
          </Button>
        )}
        {person.active && (
          <Button
            look="word"
            className="px-2"
            onClick={() => onChange({ role: person.role === 'owner' ? 'technician' : 'owner' })}
          >
            {t('people.makeTechnician', { role: person.role === 'owner' ? 'yes' : 'no' })}
          </Button>
        )}
        <Button look="word" className="px-2" onClick={() => onChange({ active: !person.active })}>
          {person.active ? t('people.endAccess') : t('people.giveAccessAgain')}
        </Button>
      </span>
    </li>
  )
}
