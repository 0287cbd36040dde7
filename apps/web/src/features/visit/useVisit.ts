import type { VisitAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { untilVerdicts, visitQuery } from '../../api/queries.ts'
import { useOutbox, useStorageProblem } from '../../outbox/useOutbox.ts'
import { useRecords, withKeptMachine, withKeptSite } from '../records/index.ts'
import { keptVisits, visitMadeHere, withKeptRuns } from './keptVisits.ts'
import { useOwnRuns } from './useOwnRuns.ts'
import { withKept } from './visitFacts.ts'

/** A visit, read again every few seconds, with what this device has not sent yet; one that only this device has, too. */
export function useVisit(
  visitId: string,
  enabled = true,
): {
  visit: VisitAnswer | undefined
  error: Error | null
  /** Why nothing can be kept here, in a sentence. */
  problem: string | null
} {
  const { data, error } = useQuery({
    ...visitQuery(visitId),
    refetchInterval: ({ state }) => untilVerdicts(state.data?.runs, 4000),
    enabled,
  })
  const outbox = useOutbox()
  const problem = useStorageProblem()
  const own = useOwnRuns(visitId)
  const madeHere = !data && keptVisits(outbox).some((visit) => visit.id === visitId && visit.isNew)
  const { machines, sites, error: unread } = useRecords(madeHere)
  const visit = useMemo(() => {
    const read = data ?? (madeHere ? visitMadeHere(visitId, outbox, machines, sites) : null)
    // What was timed here belongs to it from the first moment.
    if (!read || !own) return undefined
    const agreed = keptVisits(outbox.filter((kept) => kept.state !== 'refused')).find(
      ({ id }) => id === visitId,
    )
    const closed = outbox.findLast(
      ({ fact, state }) => fact.kind === 'closed' && fact.visitId === visitId && state !== 'refused',
    )
    const now: VisitAnswer = {
      ...read,
      ...(agreed ? { complaint: agreed.complaint, dueAtMs: agreed.dueAtMs } : {}),
      ...(closed?.fact.kind === 'closed' ? { closedAtMs: closed.fact.closedAtMs } : {}),
      machine: withKeptMachine(read.machine, outbox),
      site: withKeptSite(read.site, outbox),
      runs: withKeptRuns(read.runs, own),
    }
    return withKept(now, outbox)
  }, [data, madeHere, machines, sites, outbox, own, visitId])
  return { visit, error: madeHere ? unread : error, problem }
}
