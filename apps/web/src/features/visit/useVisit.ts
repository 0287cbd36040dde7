import type { VisitAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { visitQuery } from '../../api/queries.ts'
import { useOutbox, useStorageProblem } from '../../outbox/useOutbox.ts'
import { withKept } from './visitFacts.ts'

/** A visit, read again every few seconds, with what this device has not sent yet. */
export function useVisit(visitId: string): {
  visit: VisitAnswer | undefined
  error: Error | null
  /** Why nothing can be kept here, in a sentence. */
  problem: string | null
} {
  const { data, error } = useQuery({ ...visitQuery(visitId), refetchInterval: 4000 })
  const outbox = useOutbox()
  const problem = useStorageProblem()
  const visit = useMemo(() => (data ? withKept(data, outbox) : undefined), [data, outbox])
  return { visit, error, problem }
}
