import { type RunAnalysis, runFacts } from '@brendik/core'
import { useEffect, useMemo, useState } from 'react'
import type { KeptRun } from '../../outbox/deviceDb.ts'
import { useKeptRuns } from '../../outbox/useKeptRuns.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { compute } from '../../workers/compute.ts'
import type { OwnRun } from './keptVisits.ts'

/** Runs of a visit of which this device knows more than the server, analysed here. */
export function useOwnRuns(visitId: string): OwnRun[] {
  const kept = useKeptRuns(visitId)
  const outbox = useOutbox()
  const [analyses, setAnalyses] = useState<ReadonlyMap<string, RunAnalysis | null>>(new Map())
  const own = useMemo(() => {
    const onTheWay = new Map<string, boolean>()
    for (const { fact, state } of outbox)
      if (fact.kind === 'run' && state !== 'refused')
        onTheWay.set(fact.runId, state === 'waiting' || (onTheWay.get(fact.runId) ?? false))
    return kept.flatMap((run) => {
      const waits = onTheWay.get(run.runId)
      return waits === undefined ? [] : [{ ...run, waits }]
    })
  }, [kept, outbox])
  useEffect(() => {
    let stale = false
    for (const run of own)
      if (!analyses.has(keyOf(run)))
        compute.analyse(run, run.blocks).then(
          (analysis) => !stale && setAnalyses((before) => new Map(before).set(keyOf(run), analysis)),
          () => {},
        )
    return () => {
      stale = true
    }
  }, [own, analyses])
  return useMemo(
    () =>
      own.flatMap((run): OwnRun[] => {
        const { plan, startedAtMs, stoppedAtMs } = runFacts(run)
        if (!plan) return []
        return [
          {
            id: run.runId,
            kind: plan.kind,
            startedAtMs,
            stoppedAtMs,
            hoseEndMm: plan.hoseEndMm,
            taps: [...plan.taps],
            instrumentLabel: run.instrumentLabel,
            analysis: analyses.get(keyOf(run)) ?? null,
            plan,
            waits: run.waits,
          },
        ]
      }),
    [own, analyses],
  )
}

const keyOf = (run: KeptRun): string => `${run.runId} ${run.events.length} ${run.blocks.length}`
