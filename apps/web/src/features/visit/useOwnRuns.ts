import { type RunAnalysis, runFacts } from '@brendik/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import { type KeptRun, readPages } from '../../outbox/deviceDb.ts'
import { useKeptRuns } from '../../outbox/useKeptRuns.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { compute } from '../../workers/compute.ts'
import type { OwnRun } from './keptVisits.ts'

/** Runs of a visit of which this device knows more than the server, analysed here; null until they are read. */
export function useOwnRuns(visitId: string): OwnRun[] | null {
  const kept = useKeptRuns(visitId)
  const outbox = useOutbox()
  const [analyses, setAnalyses] = useState<ReadonlyMap<string, RunAnalysis | null>>(new Map())
  /** The last state of each run that was handed to the worker. */
  const asked = useRef(new Map<string, string>())
  const own = useMemo(() => {
    const onTheWay = new Map<string, boolean>()
    for (const { fact, state } of outbox)
      if (fact.kind === 'run' && state !== 'refused')
        onTheWay.set(fact.runId, state === 'waiting' || (onTheWay.get(fact.runId) ?? false))
    return kept?.flatMap((run) => {
      const waits = onTheWay.get(run.runId)
      return waits === undefined ? [] : [{ ...run, waits }]
    })
  }, [kept, outbox])
  useEffect(() => {
    for (const run of own ?? []) {
      const state = stateOf(run)
      if (asked.current.get(run.runId) === state) continue
      asked.current.set(run.runId, state)
      readPages(run.runId)
        .then((pages) =>
          compute.analyse(
            run,
            pages.flatMap(({ blocks }) => blocks),
          ),
        )
        .then(
          (analysis) => {
            if (asked.current.get(run.runId) === state)
              setAnalyses((before) => new Map(before).set(run.runId, analysis))
          },
          // What it said before still stands.
          () =>
            setAnalyses((before) => (before.has(run.runId) ? before : new Map(before).set(run.runId, null))),
        )
    }
  }, [own])
  return useMemo(
    () =>
      own?.flatMap((run): OwnRun[] => {
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
            analysis: analyses.get(run.runId) ?? null,
            pending: stoppedAtMs !== null && !analyses.has(run.runId),
            plan,
            waits: run.waits,
          },
        ]
      }) ?? null,
    [own, analyses],
  )
}

const stateOf = (run: KeptRun): string => run.events.map((event) => event.id).join()
