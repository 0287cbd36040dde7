import {
  type LeakPhase,
  type LeakView,
  leakMarksOf,
  leakRunsOf,
  PHASE_OF_RUN,
  type WeighedCase,
  weighedCaseOf,
} from '@brendik/core'
import { useQueries } from '@tanstack/react-query'
import { type OpenedRun, runFactsQuery, runQuery } from '../../api/queries.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import type { Space } from '../visit/index.ts'

/** The finished runs of a visit that are phases of a leak test, with readings and marks, oldest first. */
export function useLeakRuns({ visit }: Space): { phase: LeakPhase; run: OpenedRun }[] {
  const phases = leakRunsOf(visit)
  const answers = useQueries({
    // A finished run changes only by correction: it is read again when the page is opened anew.
    queries: phases.map((run) => ({ ...runQuery(run.id), staleTime: 60_000 })),
  })
  // Not by and by: on a time line that still grows, a moment that was gone to would be another one a moment later.
  if (answers.some((answer) => answer.isPending)) return []
  return phases.flatMap((run, i) => {
    const data = answers[i]?.data
    const phase = PHASE_OF_RUN[run.kind]
    return data && phase ? [{ phase, run: data }] : []
  })
}

/** Phases in whose run a leak was marked, with the time of the run; asks for the runs' facts alone. */
export function useLeakMarks({ visit }: Space): WeighedCase['leakSeen'] {
  const phases = leakRunsOf(visit)
  const answers = useQueries({
    queries: phases.map((run) => ({ ...runFactsQuery(run.id), staleTime: 60_000 })),
  })
  return leakMarksOf(
    phases.flatMap((run, i) => {
      const data = answers[i]?.data
      const phase = PHASE_OF_RUN[run.kind]
      return data && phase ? [{ phase, run: data }] : []
    }),
  )
}

/** What is known of a visit, as the core weighs it. */
export const weighedOf = ({ visit, state, said }: Space, leakSeen: WeighedCase['leakSeen']): WeighedCase =>
  weighedCaseOf(visit, said, state.panels === 'open', leakSeen)

/** Everything the ladder says, computed in the worker; null until it is there. */
export function useLeak(space: Space, runs: { phase: LeakPhase; run: OpenedRun }[]): LeakView | null {
  const weighed = weighedOf(space, leakMarksOf(runs))
  return useComputed(JSON.stringify(weighed), () => compute.leak(weighed))
}
