import type { WhoAnswer } from '@brendik/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, useContext, useEffect } from 'react'
import { Outlet } from 'react-router'
import { whenSignedOut } from '../../api/client.ts'
import { sessionQuery } from '../../api/queries.ts'
import { DEVICE_WORKSHOP, knownWho, rememberWho } from '../../lib/who.ts'
import { useReadBack } from '../../outbox/useReadBack.ts'
import { Message } from '../../ui/Message.tsx'
import { SignIn } from './SignIn.tsx'

const Who = createContext<WhoAnswer | null>(null)

/** Who is signed in. @throws {Error} Outside the door. */
export function useWho(): WhoAnswer {
  const who = useContext(Who)
  if (!who) throw new Error('nobody is signed in here')
  return who
}

/** Lets in whoever is signed in. Without network, whoever was signed in on this device last: what is kept here is theirs. */
export function Door() {
  const client = useQueryClient()
  useReadBack()
  const { data, error } = useQuery(sessionQuery)
  useEffect(() => whenSignedOut(() => client.invalidateQueries({ queryKey: ['session'] })), [client])
  const who = data ? data.who : knownWho()
  const moved = who !== null && who.workshopId !== DEVICE_WORKSHOP
  useEffect(() => {
    if (data) rememberWho(data.who)
    // What this device keeps belongs to one workshop: another one starts with a fresh page.
    if (data && moved) location.reload()
  }, [data, moved])
  if (data && !data.who) return <SignIn session={data} />
  if (!who) return error ? <Message problem>{error.message}</Message> : <Message>Opening.</Message>
  if (moved) return <Message>Opening.</Message>
  return (
    <Who value={who}>
      <Outlet />
    </Who>
  )
}
