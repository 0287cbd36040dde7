import type { VisitAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useSyncExternalStore } from 'react'
import { visitQuery } from '../../api/queries.ts'
import { lookProblem, queuedLooks, subscribeLooks, withQueued } from './lookQueue.ts'

/** A visit, read again every few seconds, with the looks that this device has not sent yet. */
export function useVisit(visitId: string): {
  visit: VisitAnswer | undefined
  error: Error | null
  /** Why a look was not taken, in a sentence. */
  problem: string | null
} {
  const { data, error } = useQuery({ ...visitQuery(visitId), refetchInterval: 5000 })
  const waiting = useSyncExternalStore(subscribeLooks, queuedLooks)
  const problem = useSyncExternalStore(subscribeLooks, lookProblem)
  const visit = useMemo(() => (data ? withQueued(data, waiting) : undefined), [data, waiting])
  return { visit, error, problem }
}
