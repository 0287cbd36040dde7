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
        <p role="alert" className="my-2 border-l-4 border-stop bg-stop-face p-3">
          {problem}
        </p>
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
          <button
            key={role}
            type="button"
            className="min-h-14 cursor-pointer border border-ink bg-face px-3 font-semibold"
            onClick={() => invite(role)}
          >
            {t('people.inviteAnOwner', { role: role === 'owner' ? 'yes' : 'no' })}
          </button>
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
          <button
            type="button"
            className="min-h-12 cursor-pointer px-2 underline underline-offset-4"
            onClick={() => work(deleteInvitation(invitation.id))}
          >
            {t('ui.takeBack')}
          </button>
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
          <button
            type="button"
            className="min-h-12 cursor-pointer px-2 underline underline-offset-4"
            onClick={onForgotten}
          >
            {t('ui.newPassword')}
          </button>
        )}
        {person.active && (
          <button
            type="button"
            className="min-h-12 cursor-pointer px-2 underline underline-offset-4"
            onClick={() => onChange({ role: person.role === 'owner' ? 'technician' : 'owner' })}
          >
            {t('people.makeTechnician', { role: person.role === 'owner' ? 'yes' : 'no' })}
          </button>
        )}
        <button
          type="button"
          className="min-h-12 cursor-pointer px-2 underline underline-offset-4"
          onClick={() => onChange({ active: !person.active })}
        >
          {person.active ? t('people.endAccess') : t('people.giveAccessAgain')}
        </button>
      </span>
    </li>
  )
}
