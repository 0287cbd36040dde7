import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { invitationQuery, takeInvitation } from '../api/queries.ts'
import { DoorFrame, NOBODY, PersonFields, useEnter } from '../features/door/index.ts'
import { BigButton } from '../ui/BigButton.tsx'

/** Where a link leads: name, address, password, and one is in. */
export function InvitationPage() {
  const { token = '' } = useParams()
  const { data, error } = useQuery(invitationQuery(token))
  const [person, setPerson] = useState(NOBODY)
  const { problem, busy, enter } = useEnter()
  return (
    <DoorFrame title={data ? `Join ${data.workshopName}` : 'Join a workshop'}>
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
          <p className="text-soft">As {data.role === 'owner' ? 'an owner' : 'a technician'}.</p>
          <PersonFields person={person} onChange={setPerson} />
          <BigButton main submit disabled={busy}>
            Join
          </BigButton>
        </form>
      ) : (
        <Link to="/" className="flex min-h-12 items-center text-water underline underline-offset-4">
          To sign-in
        </Link>
      )}
    </DoorFrame>
  )
}
