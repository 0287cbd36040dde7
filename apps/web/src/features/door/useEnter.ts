import { useState } from 'react'
import { readSession } from '../../api/queries.ts'
import { rememberWho } from '../../lib/who.ts'

/** Tries to come in; says why not; opens the day on a fresh page when it went well. */
export function useEnter(): {
  problem: string | null
  busy: boolean
  enter: (work: () => Promise<unknown>) => void
} {
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  return {
    problem,
    busy,
    enter(work) {
      setBusy(true)
      setProblem(null)
      work()
        .then(readSession)
        .then(({ who }) => {
          rememberWho(who)
          location.assign('/')
        })
        .catch((error: Error) => {
          setProblem(error.message)
          setBusy(false)
        })
    },
  }
}
