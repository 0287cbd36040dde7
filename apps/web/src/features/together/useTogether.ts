import {
  actsOfEntries,
  finishedRuns,
  judgedRuns,
  observationsOf,
  type RunAnalysis,
  runInVisit,
  type VisitAnswer,
  type VisitSays,
} from '@brendik/core'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'

/** What all runs and looks of the visit say together, computed in the worker; null until it is there. */
export function useTogether(visit: VisitAnswer | undefined): VisitSays | null {
  const key = visit
    ? JSON.stringify([
        visit.machine.spec,
        visit.site.spec,
        judgedRuns(visit),
        observationsOf(visit),
        actsOfEntries(visit.entries),
      ])
    : ''
  return useComputed<VisitSays>(key, () => {
    const [machine, site, runs, observations, acts] = JSON.parse(key)
    return compute.together(machine, site, runs, observations, acts)
  })
}

/** Each finished run as the visit knows it, by its id; as it is by itself while nothing is known of the visit. */
export function runsInVisit(visit: VisitAnswer, says: VisitSays | null): ReadonlyMap<string, RunAnalysis> {
  const finished = finishedRuns(visit)
  return new Map(
    judgedRuns(visit).map((run, place) => [
      (finished[place] as (typeof finished)[number]).id,
      says ? runInVisit(run, place, says) : run.analysis,
    ]),
  )
}
