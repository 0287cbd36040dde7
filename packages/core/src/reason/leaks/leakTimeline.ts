import type { LeakPhase } from '../../machine/leakPhases.ts'

/** A run of a leak test as it is replayed: its levels by wall time. */
export interface TimelineRun {
  phase: LeakPhase
  startedAtMs: number
  stoppedAtMs: number
  levels: readonly { atMs: number; mm: number }[]
}
/** Water seen, or a phase found dry. */
export interface TimelineMark {
  atMs: number
  phase: LeakPhase | null
  wet: boolean
  says: string
}

export interface LeakTimeline {
  totalS: number
  /** Phases one after the other, in seconds of the replay; pauses between runs are cut to a few seconds. */
  stretches: { phase: LeakPhase; fromS: number; toS: number; startedAtMs: number }[]
  levels: { tS: number; mm: number }[]
  marks: (TimelineMark & { tS: number })[]
  /** When each phase was first seen wet, s. */
  firstWetS: Partial<Record<LeakPhase, number>>
}

/** A pause between two runs takes at most this long in the replay, s. */
const PAUSE_S = 15

/**
 * One time line of a leak test: its runs in the order made with the pauses between them cut short, the level throughout,
 * and every moment at which water was seen. A mark between two runs stands where its pause is.
 * @returns null without a run.
 */
export function leakTimeline(
  runs: readonly TimelineRun[],
  marks: readonly TimelineMark[],
): LeakTimeline | null {
  const made = [...runs].sort((a, b) => a.startedAtMs - b.startedAtMs)
  if (made.length === 0) return null
  // Knots of wall time against replay time; between them it runs evenly.
  const knots: { atMs: number; tS: number }[] = []
  const stretches: LeakTimeline['stretches'] = []
  let tS = 0
  let lastMs = made[0]?.startedAtMs as number
  for (const run of made) {
    tS += Math.min(PAUSE_S, Math.max(0, (run.startedAtMs - lastMs) / 1000))
    knots.push({ atMs: Math.max(run.startedAtMs, lastMs), tS })
    const seconds = Math.max(0, (run.stoppedAtMs - Math.max(run.startedAtMs, lastMs)) / 1000)
    stretches.push({ phase: run.phase, fromS: tS, toS: tS + seconds, startedAtMs: run.startedAtMs })
    tS += seconds
    lastMs = Math.max(lastMs, run.stoppedAtMs)
    knots.push({ atMs: lastMs, tS })
  }
  const replayed = (atMs: number): number => {
    const after = knots.findIndex((knot) => knot.atMs >= atMs)
    if (after === 0) return 0
    if (after < 0) return tS
    const [from, to] = [knots[after - 1], knots[after]] as [(typeof knots)[0], (typeof knots)[0]]
    return to.atMs === from.atMs
      ? to.tS
      : from.tS + ((atMs - from.atMs) / (to.atMs - from.atMs)) * (to.tS - from.tS)
  }
  const placed = marks.map((mark) => ({ ...mark, tS: replayed(mark.atMs) })).sort((a, b) => a.atMs - b.atMs)
  const firstWetS: LeakTimeline['firstWetS'] = {}
  for (const mark of placed)
    if (mark.wet && mark.phase && firstWetS[mark.phase] === undefined) firstWetS[mark.phase] = mark.tS
  return {
    totalS: tS,
    stretches,
    levels: made.flatMap((run) => run.levels.map(({ atMs, mm }) => ({ tS: replayed(atMs), mm }))),
    marks: placed,
    firstWetS,
  }
}

/** Level at an instant of the replay, mm, straight between readings; null before any. */
export function levelAtReplay(timeline: LeakTimeline, tS: number): number | null {
  const { levels } = timeline
  const after = levels.findIndex((level) => level.tS >= tS)
  if (after < 0) return levels.at(-1)?.mm ?? null
  const to = levels[after] as { tS: number; mm: number }
  const from = levels[after - 1]
  if (!from) return to.tS - tS < 1e-9 ? to.mm : null
  return to.tS === from.tS ? to.mm : from.mm + ((tS - from.tS) / (to.tS - from.tS)) * (to.mm - from.mm)
}

/** Phase that lasts at an instant of the replay; between two the one that comes. */
export function phaseAtReplay(timeline: LeakTimeline, tS: number): LeakPhase | null {
  return (timeline.stretches.find((stretch) => tS <= stretch.toS) ?? timeline.stretches.at(-1))?.phase ?? null
}
