import type { VisitAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useSyncExternalStore } from 'react'
import { visitQuery } from '../../api/queries.ts'
import { queued, queueProblem, subscribeQueue, withQueued } from './visitQueue.ts'

/** A visit, read again every few seconds, with what this device has not sent yet. */
export function useVisit(visitId: string): {
  visit: VisitAnswer | undefined
  error: Error | null
  /** Why something was not taken, in a sentence. */
  problem: string | null
} {
  const { data, error } = useQuery({ ...visitQuery(visitId), refetchInterval: 4000 })
  const waiting = useSyncExternalStore(subscribeQueue, queued)
  const problem = useSyncExternalStore(subscribeQueue, queueProblem)
  const visit = useMemo(() => (data ? withQueued(data, waiting) : undefined), [data, waiting])
  return { visit, error, problem }
}
