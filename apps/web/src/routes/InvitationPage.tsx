import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { invitationQuery, takeInvitation } from '../api/queries.ts'
import { DoorFrame, NOBODY, PersonFields, useEnter } from '../features/door/index.ts'
import { t } from '../lib/words.ts'
import { BigButton } from '../ui/BigButton.tsx'

/** Where a link leads: name, address, password, and one is in. */
export function InvitationPage() {
  const { token = '' } = useParams()
  const { data, error } = useQuery(invitationQuery(token))
  const [person, setPerson] = useState(NOBODY)
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame
      title={
        data
          ? t('invitationPage.join', { workshopName: data.workshopName })
          : t('invitationPage.joinAWorkshop')
      }
    >
      {(problem ?? error) && (
        <p role="alert" className="border-l-4 border-stop bg-stop-face p-3">
          {problem ?? error?.message}
        </p>
      )}
      {data ? (
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            enter(() => takeInvitation(token, person))
          }}
        >
          <p className="text-soft">
            {t('invitationPage.asAnOwner', { role: data.role === 'owner' ? 'yes' : 'no' })}
          </p>
          <PersonFields person={person} onChange={setPerson} />
          <BigButton main submit disabled={busy}>
            {t('invitationPage.join2')}
          </BigButton>
        </form>
      ) : (
        <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
          {t('ui.toSignIn')}
        </Link>
      )}
    </DoorFrame>
  )
}
