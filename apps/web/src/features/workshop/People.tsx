import type { PersonAnswer, Role } from '@brendik/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import {
  deleteInvitation,
  invitationsQuery,
  peopleQuery,
  postInvitation,
  postRecovery,
  putPerson,
} from '../../api/queries.ts'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { useWho } from '../door/index.ts'
import { Secret } from './Secret.tsx'

const ROLE_WORD: Record<Role, string> = { owner: t('people.owner'), technician: t('people.technician') }

/** The people of the workshop, and links that let new ones in. */
export function People() {
  const client = useQueryClient()
  const { data = [] } = useQuery(peopleQuery)
  const { data: invitations = [] } = useQuery(invitationsQuery)
  const { technicianId: me } = useWho()
  const [link, setLink] = useState<string | null>(null)
  const [code, setCode] = useState<{ name: string; code: string } | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const work = (doing: Promise<unknown>) => {
    setProblem(null)
    doing.then(() => client.invalidateQueries()).catch((error: Error) => setProblem(error.message))
  }
  const invite = (role: Role) =>
    work(postInvitation(newId(), role).then(({ token }) => setLink(`${location.origin}/join/${token}`)))
  return (
    <section aria-label={t('people.people')}>
      <h2 className="plate pb-1 text-2xl">{t('people.people')}</h2>
      {problem && (
        <Notice tone="stop" alert className="my-2 p-3">
          {problem}
        </Notice>
      )}
      <ul>
        {data.map((person) => (
          <Person
            key={person.id}
            person={person}
            onChange={(change) => work(putPerson({ ...person, ...change }))}
            onForgotten={
              person.active && person.id !== me
                ? () => work(postRecovery(person.id).then((made) => setCode({ name: person.name, ...made })))
                : null
            }
          />
        ))}
      </ul>
      {code && (
        <Secret
          label={t('people.codeForToSetA', { codeName: code.name, host: location.host })}
          text={code.code}
        />
      )}
      <div className="mt-3 grid grid-cols-2 gap-2">
        {(['technician', 'owner'] as const).map((role) => (
          <Button key={role} look="strong" size="tall" className="px-3" onClick={() => invite(role)}>
            {t('people.inviteAnOwner', { role: role === 'owner' ? 'yes' : 'no' })}
          </Button>
        ))}
      </div>
      {link && <Secret label={t('people.linkForOnePersonGood')} text={link} />}
      {invitations.map((invitation) => (
        <p
          key={invitation.id}
          className="mt-2 flex min-h-12 items-center justify-between gap-3 border-t border-hair"
        >
          <span>
            {t('people.openLinkForAnOwner', {
              role: invitation.role === 'owner' ? 'yes' : 'no',
              date: dateText(invitation.expiresAtMs, 'day'),
            })}
          </span>
          <Button look="word" className="px-2" onClick={() => work(deleteInvitation(invitation.id))}>
            {t('ui.takeBack')}
          </Button>
        </p>
      ))}
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
