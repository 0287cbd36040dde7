import { median } from '../numeric/quantile.ts'
import type { Interval } from './interval.ts'
import { findMovingPart } from './movingPart.ts'
import { between, blockMedians, type LevelSeries, type ReadingSource } from './readings.ts'
import type { MarkWhat, RunMark } from './runMarks.ts'
import type { RunPlan } from './runPlan.ts'

/** Uncertainty of an instant marked by hand or by a machine, s. */
const MARK_SE_S = 0.4

/** The part of the readings that is the run, seconds after its zero. */
export interface RunWindow {
  fromS: number
  toS: number
  /** The end is a mark (an instant), not just the last reading. */
  endMarked: boolean
  emptied: boolean
  /** `toS` is the marked instant of the first air. */
  airMarked: boolean
  /** `toS` is the instant at which the machine closed its valve, as somebody saw it. */
  closedByItself: boolean
  /** A mark that came after the level had come to rest at the run's own end, s. */
  lateMarkS: number | null
  /** Where a drain came to rest with water left, s: the run goes on to `runEndS`, but nothing flows. */
  stalledAtS: number | null
  /** The level that was read where it stands, mm; null where it does not. */
  restMm: number | null
  /** Somebody pressed that the pump fell silent. */
  silentMarked: boolean
  runEndS: number
}

/** A drain that rests below this is empty: air drawn plus noise, mm. */
const EMPTY_MM = 20
/** From this many readings on a trace is dense. */
const DENSE = 25
/** A mark this much later than the level's own end is a late finger, s. */
const LATE_S = 3

/** From opening or pump-on to the first mark that ends the movement, or to where the level comes to rest before it. */
export function runWindow(plan: RunPlan, series: LevelSeries, marks: readonly RunMark[]): RunWindow {
  const starts = { fill: 'valve-open', drain: 'pump-on' }[plan.kind as string]
  const ends: MarkWhat[] = plan.kind === 'fill' ? ['valve-closed'] : ['air-drawn', 'pump-silent', 'pump-off']
  const fromMark = marks.find((m) => m.what === starts)?.tS ?? null
  const after = fromMark ?? Number.NEGATIVE_INFINITY
  const endMark = marks.filter((m) => ends.includes(m.what) && m.tS > after).sort((a, b) => a.tS - b.tS)[0]
  const firstS = series.tS[0] ?? 0
  const lastS = series.tS[series.tS.length - 1] ?? 0
  const markedS = endMark?.tS ?? lastS
  const run = between(series, fromMark ?? firstS, markedS)
  const moving = findMovingPart(blockMedians(run, 75).series)
  const fromS = fromMark ?? moving.startsS ?? firstS
  const restS = moving.endsS
  // A mark by hand beats a few readings by hand; only a dense trace shows that the finger was late.
  const dense = run.tS.length >= DENSE
  const trusted = endMark !== undefined && endMark.what !== 'pump-off' && !dense
  const rested = restS !== null && !trusted && markedS - restS > (endMark ? LATE_S : 0)
  const atRest = rested ? between(run, restS, markedS).mm : new Float64Array()
  const restMm = atRest.length > 0 ? median(atRest) : (run.mm[run.mm.length - 1] ?? 0)
  const stalled = rested && plan.kind !== 'fill' && restMm > EMPTY_MM
  const toS = rested ? restS : markedS
  const near = endMark ? between(run, markedS - 15, markedS).mm : new Float64Array()
  const silentS =
    endMark?.what === 'pump-silent' && near.length > 0 && median(near) > EMPTY_MM ? markedS : null
  return {
    fromS,
    toS,
    endMarked: endMark !== undefined && !rested,
    airMarked: endMark?.what === 'air-drawn' && !rested,
    closedByItself: endMark?.what === 'valve-closed' && !endMark.byClock && !rested,
    emptied: endMark?.what === 'air-drawn' || (rested && plan.kind !== 'fill' && !stalled),
    lateMarkS: rested && endMark !== undefined && !stalled ? markedS : null,
    stalledAtS: stalled ? restS : silentS,
    restMm: stalled ? restMm : silentS !== null ? median(near) : null,
    silentMarked: endMark?.what === 'pump-silent',
    runEndS: markedS,
  }
}

/** Length of the run with its 95 % interval, s. */
export function timeInterval(window: RunWindow, source: ReadingSource, levels: LevelSeries): Interval {
  const value = window.toS - window.fromS
  const spacing =
    levels.tS.length > 1
      ? ((levels.tS[levels.tS.length - 1] as number) - (levels.tS[0] as number)) / (levels.tS.length - 1)
      : 10
  const half =
    1.96 * (window.endMarked ? MARK_SE_S * (source === 'hand' ? 2 : 1) : Math.max(MARK_SE_S, spacing / 2))
  return { value, lo: Math.max(0, value - half), hi: value + half }
}
