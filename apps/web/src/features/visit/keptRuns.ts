import { type RunSummary, runFacts, type VisitAnswer } from '@brendik/core'
import { useEffect, useState } from 'react'
import { type KeptRun, listKept } from '../../lib/deviceStore.ts'

/** The runs of a visit with those that only this device has yet; a start that was taken back is no run. */
export function useWithKept(visit: VisitAnswer, runs: readonly RunSummary[]): RunSummary[] {
  const [kept, setKept] = useState<readonly KeptRun[]>([])
  useEffect(() => {
    let stale = false
    listKept().then(
      (all) => !stale && setKept(all.filter((run) => run.visitId === visit.id)),
      () => {},
    )
    return () => {
      stale = true
    }
  }, [visit])
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
