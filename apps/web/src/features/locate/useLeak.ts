import {
  actsOfEntries,
  type LeakPhase,
  type LeakView,
  PHASE_OF_RUN,
  type RunAnswer,
  runFacts,
  saidOf,
  type WeighedCase,
  WORKED_ON,
} from '@brendik/core'
import { useQueries } from '@tanstack/react-query'
import { type OpenedRun, runFactsQuery, runQuery } from '../../api/queries.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { judgedRuns, observationsOf } from '../together/index.ts'
import type { Space } from '../visit/index.ts'

/** Runs of a leak test that are read with their marks; older ones of a long visit are left out. */
const MOST_RUNS = 16

/** The finished runs of a visit that are phases of a leak test, with readings and marks, oldest first. */
export function useLeakRuns({ visit }: Space): { phase: LeakPhase; run: OpenedRun }[] {
  const phases = visit.runs
    .filter((run) => PHASE_OF_RUN[run.kind] && run.stoppedAtMs !== null)
    .slice(-MOST_RUNS)
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
  const phases = visit.runs
    .filter((run) => PHASE_OF_RUN[run.kind] && run.stoppedAtMs !== null)
    .slice(-MOST_RUNS)
  const answers = useQueries({
    queries: phases.map((run) => ({ ...runFactsQuery(run.id), staleTime: 60_000 })),
  })
  return marksOf(
    phases.flatMap((run, i) => {
      const data = answers[i]?.data
      const phase = PHASE_OF_RUN[run.kind]
      return data && phase ? [{ phase, run: data }] : []
    }),
  )
}

const marksOf = (runs: readonly { phase: LeakPhase; run: RunAnswer }[]): WeighedCase['leakSeen'] =>
  runs.flatMap(({ phase, run }) => {
    const { inForce, startedAtMs } = runFacts(run)
    const marked = inForce.some((event) => event.type === 'marked' && event.what === 'leak-seen')
    return marked ? [{ phase, atMs: startedAtMs }] : []
  })

/** What is known of a visit, as the core weighs it. */
export function weighedCaseOf({ visit, state, said }: Space, leakSeen: WeighedCase['leakSeen']): WeighedCase {
  const { builtYear, supplyVolts, techSheet } = visit.machine.record
  const [lo, hi] = techSheet.pumpOhm ?? [null, null]
  return {
    machine: visit.machine.spec,
    site: visit.site.spec,
    runs: judgedRuns(visit),
    observations: observationsOf(visit),
    acts: actsOfEntries(visit.entries),
    history: {
      ageYears: builtYear === null ? null : Math.max(0, new Date(visit.dueAtMs).getFullYear() - builtYear),
      opened: said.has('state:cap'),
      lastRepair: WORKED_ON.find((part) => part === saidOf(said, 'said:last-repair')) ?? null,
    },
    leakSeen,
    panelsOpen: state.panels === 'open',
    circuits: { supplyV: supplyVolts, windingOhm: lo === null || hi === null ? null : Math.sqrt(lo * hi) },
  }
}

/** Everything the ladder says, computed in the worker; null until it is there. */
export function useLeak(space: Space, runs: { phase: LeakPhase; run: OpenedRun }[]): LeakView | null {
  const weighed = weighedCaseOf(space, marksOf(runs))
  return useComputed(JSON.stringify(weighed), () => compute.leak(weighed))
}
