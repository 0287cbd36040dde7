import { type RunSummary, runFacts, type VisitAnswer } from '@brendik/core'
import { useKeptRuns } from '../../outbox/useKeptRuns.ts'

/** The runs of a visit with those that only this device has yet; a start that was taken back is no run. */
export function useWithKept(visit: VisitAnswer, runs: readonly RunSummary[]): RunSummary[] {
  const kept = useKeptRuns(visit.id)
  const kinds = new Set(runs.map((run) => run.kind))
  const every = runs === visit.runs
  const known = new Set(visit.runs.map((run) => run.id))
  const own = kept.flatMap((run): RunSummary[] => {
    const { plan, startedAtMs, stoppedAtMs } = runFacts({ runId: run.runId, events: run.events })
    if (known.has(run.runId) || !plan || startedAtMs === null || !(every || kinds.has(plan.kind))) return []
    return [
      {
        id: run.runId,
        kind: plan.kind,
        startedAtMs,
        stoppedAtMs,
        hoseEndMm: plan.hoseEndMm,
        taps: [...plan.taps],
        instrumentLabel: run.instrumentLabel,
        analysis: null,
      },
    ]
  })
  return [...runs.filter((run) => run.startedAtMs !== null), ...own]
}
