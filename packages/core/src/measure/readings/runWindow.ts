import { tapedTub } from '../../machine/machineSpec.ts'
import type { Interval } from '../../numeric/interval.ts'
import { localNoiseMm } from '../../numeric/localNoise.ts'
import { median } from '../../numeric/quantile.ts'
import { theilSenSlope } from '../../numeric/robustLine.ts'
import type { MarkWhat, RunMark } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { findMovingPart } from './movingPart.ts'
import { between, blockMedians, type LevelSeries, type ReadingSource, sourceOf } from './readings.ts'
import { standstill } from './standstill.ts'

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
  /** Between which instants it came to rest, s; null where the levels bracket it as usual. */
  restBetweenS: readonly [number, number] | null
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

/** The marks that begin and end a movement. */
function boundsOf({ kind }: RunPlan): { starts: MarkWhat | null; ends: MarkWhat[] } {
  if (kind === 'fill') return { starts: 'valve-open', ends: ['valve-closed'] }
  return { starts: kind === 'drain' ? 'pump-on' : null, ends: ['air-drawn', 'pump-silent', 'pump-off'] }
}

/** Whether the only ends that were marked lie before the start, or at the same instant. */
export function endsBeforeItStarts(plan: RunPlan, marks: readonly RunMark[]): boolean {
  const { starts, ends } = boundsOf(plan)
  const start = marks.find((mark) => mark.what === starts)
  const ended = marks.filter((mark) => ends.includes(mark.what))
  return start !== undefined && ended.length > 0 && ended.every((mark) => mark.tS <= start.tS)
}

/** From opening or pump-on to the first mark that ends the movement, or to where the level comes to rest before it. */
export function runWindow(plan: RunPlan, series: LevelSeries, marks: readonly RunMark[]): RunWindow {
  const { starts, ends } = boundsOf(plan)
  const fromMark = marks.find((m) => m.what === starts)?.tS ?? null
  const after = fromMark ?? Number.NEGATIVE_INFINITY
  const endMark = marks.filter((m) => ends.includes(m.what) && m.tS > after).sort((a, b) => a.tS - b.tS)[0]
  const firstS = series.tS[0] ?? 0
  const lastS = series.tS[series.tS.length - 1] ?? 0
  const markedS = endMark?.tS ?? lastS
  const run = between(series, fromMark ?? firstS, markedS)
  const moving = findMovingPart(blockMedians(run, 75).series)
  const fromS = fromMark ?? moving.startsS ?? firstS
  const rest = restOf(plan, run, fromS, moving.endsS)
  const restS = rest?.atS ?? null
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
    restBetweenS: rest?.betweenS ?? null,
    restMm: stalled ? restMm : silentS !== null ? levelAtSilence(series, markedS) : null,
    silentMarked: endMark?.what === 'pump-silent',
    runEndS: markedS,
  }
}

/** More readings of a slow series than this are taken as medians of neighbours where each is weighed many times. */
const MOST_BY_HAND = 400

interface Rest {
  atS: number
  betweenS: readonly [number, number] | null
}

/** Where the level came to rest: a drain by hand is fitted as a whole, since a few readings hide an instant; else where the movement ends. */
function restOf(plan: RunPlan, run: LevelSeries, fromS: number, endsS: number | null): Rest | null {
  const found: Rest | null = endsS === null ? null : { atS: endsS, betweenS: null }
  if (plan.kind !== 'drain') return found
  const early = found ? null : earlyStandstill(run, fromS)
  if (sourceOf(run, 'stream') === 'hand') {
    const stood = standstill(blockMedians(run, MOST_BY_HAND).series, tapedTub(plan.machine), fromS)
    if (stood && stood.restMm > EMPTY_MM && (found || early || stood.certain))
      return { atS: stood.atS.value, betweenS: [stood.atS.lo, stood.atS.hi] }
  }
  return early ? { atS: early.atS, betweenS: [early.atS - early.withinS, early.atS + early.withinS] } : found
}

/** The level at which a pump fell silent: what was read after it, else the last reading before it. */
function levelAtSilence(series: LevelSeries, silentS: number): number | null {
  const after = between(series, silentS, silentS + 120).mm
  if (after.length > 0) return median(after)
  const before = between(series, Number.NEGATIVE_INFINITY, silentS).mm
  return before[before.length - 1] ?? null
}

/** Share of the readings, from the end, that must stand for the movement before them to have been over early. */
const STANDS_SHARE = 0.6

/**
 * A drain that moved only at its very beginning: too short a movement to be found as one, but the level stands well below where it began.
 */
function earlyStandstill(run: LevelSeries, fromS: number): { atS: number; withinS: number } | null {
  const n = run.tS.length
  if (n < 5) return null
  const still = between(
    run,
    run.tS[Math.floor(n * (1 - STANDS_SHARE))] ?? Number.NaN,
    run.tS[n - 1] ?? Number.NaN,
  )
  const restMm = median(still.mm)
  const noise = Math.max(n >= DENSE ? 1.2 : 2.6, localNoiseMm(blockMedians(run, 75).series.mm))
  const length = (still.tS[still.tS.length - 1] ?? Number.NaN) - (still.tS[0] ?? Number.NaN)
  const first = between(run, fromS - 2, fromS + (n >= DENSE ? 0.7 : 2)).mm
  if (first.length === 0 || length <= 0) return null
  const fall = median(first) - restMm
  const thin = blockMedians(still, 40).series
  const drifts = Math.abs(theilSenSlope(thin.tS, thin.mm)) * length > 0.25 * fall + noise
  const dense = n >= DENSE
  if (fall < (dense ? 3.5 : 3.2) * noise || drifts) return null
  // The first reading from which on the levels lie about the rest.
  let k = 1
  while (k < n - 2 && median(run.mm.subarray(k, k + (dense ? 5 : 3))) - restMm > 1.5 * noise) k++
  const [a, b] = [run.tS[k - 1] ?? Number.NaN, run.tS[k] ?? Number.NaN]
  // It may still have been on its way by as much as noise hides.
  const hiddenS = (1.5 * noise * Math.max(b - fromS, 1)) / fall
  if (!dense) return { atS: (a + b + hiddenS) / 2, withinS: b - a + hiddenS / 2 }
  const moving = between(run, fromS, a)
  const slope =
    moving.tS.length > 4
      ? theilSenSlope(blockMedians(moving, 40).series.tS, blockMedians(moving, 40).series.mm)
      : 0
  const meets = median(moving.tS) + (restMm - median(moving.mm)) / slope
  return { atS: slope < 0 ? Math.max(a, Math.min(meets, b + 2 * hiddenS)) : b, withinS: 2 }
}

/** Length of the run with its 95 % interval, s. */
export function timeInterval(window: RunWindow, source: ReadingSource, levels: LevelSeries): Interval {
  const value = window.toS - window.fromS
  const spacing =
    levels.tS.length > 1
      ? ((levels.tS[levels.tS.length - 1] ?? Number.NaN) - (levels.tS[0] ?? Number.NaN)) /
        (levels.tS.length - 1)
      : 10
  const half =
    1.96 * (window.endMarked ? MARK_SE_S * (source === 'hand' ? 2 : 1) : Math.max(MARK_SE_S, spacing / 2))
  return { value, lo: Math.max(0, value - half), hi: value + half }
}
