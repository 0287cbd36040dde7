import type { WhoAnswer } from '@brendik/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, lazy, Suspense, useContext, useEffect, useState } from 'react'
import { Outlet } from 'react-router'
import { whenSignedOut } from '../../api/client.ts'
import { sessionQuery } from '../../api/queries.ts'
import { prefsNow, speak } from '../../lib/prefs.ts'
import { t } from '../../lib/words.ts'
import { tellCleared } from '../../outbox/outbox.ts'
import { useReadBack } from '../../outbox/useReadBack.ts'
import { deviceWorkshop, knownWho, rememberWho } from '../../outbox/who.ts'
import { Message } from '../../ui/Message.tsx'
import { forgetReads } from './forgetReads.ts'
import { SignedOut } from './SignedOut.tsx'

// Whoever is in already waits for no form.
const SignIn = lazy(async () => ({ default: (await import('./SignIn.tsx')).SignIn }))

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
  const { data, error } = useQuery({ ...sessionQuery, refetchInterval: 60_000 })
  // Who was in when this page was opened, or came in since: a session that ends meanwhile takes the page from nobody.
  const [inside, setInside] = useState<WhoAnswer | null>(null)
  useEffect(() => whenSignedOut(() => client.invalidateQueries({ queryKey: ['session'] })), [client])
  // Who left on purpose, on whichever page, is not remembered any more.
  const who = data ? (data.who ?? (knownWho() && inside)) : knownWho()
  const moved = who !== null && who.workshopId !== deviceWorkshop()
  useEffect(() => {
    if (data?.who) {
      // Somebody else came in on another page of this device.
      const before = knownWho()
      if (before && before.technicianId !== data.who.technicianId)
        forgetReads().then(() =>
          client.invalidateQueries({ predicate: (one) => one.queryKey[0] !== 'session' }),
        )
      // Somebody has been in for long on this device, and it knows of nobody: what it kept was taken from it.
      if (!before && data.longIn) tellCleared()
      const kept = rememberWho(data.who)
      setInside(data.who)
      if (data.who.language && prefsNow().language !== 'pseudo') speak(data.who.language)
      // What this device keeps belongs to one workshop: another one starts with a fresh page.
      if (data.who.workshopId !== deviceWorkshop()) kept.then(() => location.reload())
    }
  }, [data, client])
  const opening = <Message>{t('door.opening')}</Message>
  if (data && !who)
    return (
      <Suspense fallback={opening}>
        <SignIn session={data} />
      </Suspense>
    )
  if (!who) return error ? <Message problem>{error.message}</Message> : opening
  if (moved) return opening
  return (
    <Who value={who}>
      <div className="flex h-full flex-col">
        {data && !data.who && <SignedOut session={data} />}
        <div className="min-h-0 flex-1">
          <Outlet />
        </div>
      </div>
    </Who>
  )
}
