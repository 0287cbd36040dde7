import {
  drawnLevels,
  LEAK_PHASES,
  type LeakPhase,
  type LeakTimeline,
  leakTimeline,
  runFacts,
  type TimelineMark,
  type TimelineRun,
} from '@brendik/core'
import type { OpenedRun } from '../../api/queries.ts'
import { t } from '../../lib/words.ts'
import { outcomeWord } from '../../words/cardText.ts'
import { PHASE_NAME } from '../../words/locateText.ts'
import type { Space } from '../visit/index.ts'

/** Points of one run that are drawn; a stream has more than a screen has pixels. */
const MOST_POINTS = 400

/** The time line of a visit's leak test from its finished runs and what was seen in them. */
export function timelineOf(
  space: Space,
  runs: readonly { phase: LeakPhase; run: OpenedRun }[],
): LeakTimeline | null {
  const made = runs.flatMap(({ phase, run }): TimelineRun[] => {
    const facts = runFacts(run)
    const { startedAtMs, stoppedAtMs } = facts
    if (startedAtMs === null || stoppedAtMs === null) return []
    const { tS, mm } = drawnLevels(facts, run.blocks, MOST_POINTS)
    const levels = tS.map((t, i) => ({ atMs: startedAtMs + t * 1000, mm: mm[i] as number }))
    return [{ phase, startedAtMs, stoppedAtMs, levels }]
  })
  return leakTimeline(made, marksOf(space, runs))
}

function marksOf(space: Space, runs: readonly { phase: LeakPhase; run: OpenedRun }[]): TimelineMark[] {
  const inRuns = runs.flatMap(({ phase, run }) =>
    runFacts(run).inForce.flatMap((event): TimelineMark[] =>
      event.type === 'marked' && (event.what === 'leak-seen' || event.what === 'leak-stopped')
        ? [
            {
              atMs: event.atMs,
              phase,
              wet: event.what === 'leak-seen',
              says: event.what === 'leak-seen' ? t('timelineOf.leakSeen') : t('timelineOf.leakStopped'),
            },
          ]
        : [],
    ),
  )
  const seen = space.visit.observations.flatMap((o): TimelineMark[] => {
    const phase = LEAK_PHASES.find((p) => p === (o.phase ?? o.value)) ?? null
    if (o.check === 'leak.phase' && phase)
      return [
        {
          atMs: o.atMs,
          phase,
          wet: true,
          says: t('timelineOf.wet', { phase: PHASE_NAME[phase].toLowerCase() }),
        },
      ]
    if (o.check === 'leak.dry' && phase)
      return [
        {
          atMs: o.atMs,
          phase,
          wet: false,
          says: t('timelineOf.dry', { phase: PHASE_NAME[phase].toLowerCase() }),
        },
      ]
    if (o.check === 'leak.place')
      return [
        {
          atMs: o.atMs,
          phase,
          wet: true,
          says: t('timelineOf.water', { outcome: outcomeWord('leak.place', String(o.value)) }),
        },
      ]
    return []
  })
  return [...inRuns, ...seen]
}
