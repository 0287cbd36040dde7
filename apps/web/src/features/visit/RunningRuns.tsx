import { runFacts, type VisitSummary } from '@brendik/core'
import { Link } from 'react-router'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { clockParts } from '../../lib/time.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { t } from '../../lib/words.ts'
import type { KeptRun } from '../../outbox/deviceDb.ts'
import { kindMessage } from '../../words/runText.ts'

/** Runs that are still counting, from this device and from the server: one tap back to the clock. */
export function RunningRuns({
  visits,
  kept,
}: {
  visits: readonly Pick<VisitSummary, 'runs' | 'siteName'>[]
  kept: readonly KeptRun[]
}) {
  const running = new Map<string, { startedAtMs: number; text: string }>()
  for (const visit of visits)
    for (const run of visit.runs)
      if (run.startedAtMs !== null && run.stoppedAtMs === null)
        running.set(run.id, {
          startedAtMs: run.startedAtMs,
          text: t('runningRuns.running', { kind: kindMessage(run.kind), siteName: visit.siteName }),
        })
  for (const run of kept) {
    const facts = runFacts({ runId: run.runId, events: run.events })
    if (facts.phase === 'stopped') running.delete(run.runId)
    else if (facts.phase === 'running' && facts.plan && facts.startedAtMs !== null)
      running.set(run.runId, {
        startedAtMs: facts.startedAtMs,
        text: t('runningRuns.running', { kind: kindMessage(facts.plan.kind), siteName: run.siteName }),
      })
  }
  const nowMs = useNowMs(500, running.size > 0, steadyNowMs)
  if (running.size === 0) return null
  return (
    <nav aria-label={t('ui.running')}>
      {[...running].map(([runId, run]) => (
        <Link
          key={runId}
          to={`/runs/${runId}`}
          className="flex min-h-16 items-center gap-5 border-b border-line bg-band px-5 py-2 short:min-h-12 short:py-0"
        >
          <span className="figure text-5xl short:text-3xl">
            {clockParts((nowMs - run.startedAtMs) / 1000).main}
          </span>
          <span className="text-lg font-semibold">{run.text}</span>
        </Link>
      ))}
    </nav>
  )
}
