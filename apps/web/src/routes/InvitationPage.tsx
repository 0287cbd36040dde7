import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { invitationQuery, takeInvitation } from '../api/queries.ts'
import { DoorFrame, NOBODY, PersonFields, useEnter } from '../features/door/index.ts'
import { t } from '../lib/words.ts'
import { Button } from '../ui/Button.tsx'
import { Notice } from '../ui/Notice.tsx'

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
        <Notice tone="stop" alert>
          {problem ?? error?.message}
        </Notice>
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
          <Button look="solid" size="wide" type="submit" disabled={busy}>
            {t('invitationPage.join2')}
          </Button>
        </form>
      ) : (
        <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
          {t('ui.toSignIn')}
        </Link>
      )}
    </DoorFrame>
  )
}
