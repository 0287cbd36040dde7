import { tapedTub } from '../../machine/machineSpec.ts'
import { greatestOf, leastOf } from '../../numeric/extremes.ts'
import type { TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { middleAbsorption } from '../plan/laundry.ts'
import { movedTubs } from '../plan/movedTubs.ts'
import type { RunPlan, StartFrom } from '../plan/runPlan.ts'
import { type KnownLevel, knownFillEnd, knownStart, litresAtAir } from '../plan/timedEnds.ts'
import { levelsOfFit, middleSpareMm, sensitivity, shapeAt, transform } from '../readings/levelTransform.ts'
import type { LevelSeries } from '../readings/readings.ts'
import type { RunWindow } from '../readings/runWindow.ts'
import type { FlowEstimate, FlowOfThisAir } from './estimateFlow.ts'

/** A flow from time alone, or nearly: what it rests on, and how far the family's whole range would move it. */
export interface TimedEstimate extends FlowEstimate {
  rests: {
    /** Start of a drain, end of a fill: read, known of the machine, or only of its family. */
    level: StartFrom
    /** The level that stands for it, mm; of a family the middle of its range. */
    levelMm: number
    range: readonly [number, number] | null
    /** The run ended by itself: air drawn, valve closed. */
    ended: boolean
    readings: number
  }
  /** Flow at either end of the family's range, L/min; null when the level is known better. */
  rangeLMin: { lo: number; hi: number } | null
}

/** Noise of one reading by hand, mm, and of its instant, s. Estimates, as for a run with many readings. */
const READING = { mm: 2.6, timeS: 0.58 } as const
/** A pressed start and end, s. Estimate. */
const PRESS_S = 0.5
/** Nineteen of twenty levels of a family lie in this share of its range, all being alike. */
const RANGE_SHARE = 0.95
/** Points nearer to each other than this share of the run tell no flow. */
const LEAST_SPAN = 0.25
/** Levels read by then are the start level itself, s. */
const AT_START_S = 6

interface Point {
  tS: number
  /** Litres as `transform` counts them for a tub, signed so that they rise during the run. */
  f: (tub: TubGeometry, shift: number) => number
  sdL: number
  /** Set for the level that only the family tells, whose whole range is looked at. */
  range: readonly [number, number] | null
  /** Set for the first air: the parts of its error that all drains of the machine share, and that is new in each, litres. */
  air?: { ofMachineL: number; sdAnewL: number }
}

/**
 * Flow of a run that was timed with fewer than three levels: from the level at its start to the one at its end, each as well as it is known.
 * A drain ends where air is first drawn, a fill where the machine closes its valve. Weighted straight line in F(h) with known errors;
 * geometry by moving each tape dimension.
 * @param levels - Usable levels, at most a few; mm against s.
 * @returns null when the run has no end of its own and too few levels to do without.
 */
export function estimateTimed(plan: RunPlan, levels: LevelSeries, window: RunWindow): TimedEstimate | null {
  const tub = tapedTub(plan.machine)
  const fill = plan.kind === 'fill'
  const ended = fill ? window.closedByItself : window.airMarked
  const start = knownStart(plan)
  const end = fill ? knownFillEnd(plan) : null
  const seconds = window.toS - window.fromS
  if (!(seconds > 3)) return null
  const form = formOf(plan, tub)
  const rate = roughRate(form, start, end, seconds)
  const read = Array.from(levels.tS, (tS, i) => ({ tS, mm: levels.mm[i] ?? Number.NaN }))
  const points: Point[] = read.map(({ tS, mm }) => ({
    tS,
    f: (t) => form.f(t, mm, tS),
    sdL: Math.hypot(READING.mm * form.dF(mm), rate * READING.timeS),
    range: null,
  }))
  const level = { from: plan.startFrom ?? ('machine' as StartFrom), known: start }
  // A level read as the clock started says more than what the machine usually does; one read later tells the flow with it.
  const startRead = read.some(({ tS }) => Math.abs(tS - window.fromS) <= AT_START_S)
  const reaches = read.some(({ tS }) => tS - window.fromS > LEAST_SPAN * seconds)
  if (fill) level.from = plan.machine.fillLevelMm === null ? 'family' : 'machine'
  if (fill && end) level.known = end
  if (!startRead && (start.range === null || ended || reaches))
    if (start.range === null || points.length === 0) points.push(pointOf(form, start, window.fromS, rate))
  if (fill && ended && end) {
    const endRead = read.some(({ tS }) => Math.abs(tS - window.toS) <= AT_START_S)
    const leans = end.range === null || !reaches
    if (!endRead && leans) points.push(pointOf(form, end, window.toS, rate))
    if (endRead) level.from = 'read'
  }
  if (!fill && ended) {
    const air = litresAtAir(tub)
    points.push({
      tS: window.toS,
      f: (t) => -litresAtAir(t).litres,
      sdL: Math.hypot(air.sdL, rate * PRESS_S),
      range: null,
      air: { ofMachineL: air.ofMachineL, sdAnewL: Math.hypot(air.anewL, rate * PRESS_S) },
    })
  }
  if (!fill && (startRead || (read.length > 0 && start.range !== null))) level.from = 'read'
  const apart = points.length > 1 && spread(points) > LEAST_SPAN * seconds
  if (!apart) return null
  const line = (t: TubGeometry, shift: number) => weighted(points, t, shift)
  const fit = line(tub, 0)
  if (!(fit.slope > 0)) return null

  const { levelAt, timeAt } = levelsOfFit(fit, tub, form.spareMm, form.soak, form.sign)
  const [startMm, endMm] = [levelAt(window.fromS), levelAt(window.toS)]
  const mean = fill
    ? 1
    : (form.shape(startMm) + 4 * form.shape(levelAt((window.fromS + window.toS) / 2)) + form.shape(endMm)) / 6
  const perMin = 60 * mean
  let variance = 0
  for (const moved of movedTubs(plan, tub)) variance += (line(moved, 0).slope - fit.slope) ** 2
  if (!fill) variance += (0.006 * fit.slope) ** 2
  const hasRange = points.some((p) => p.range !== null)
  const flowLMin = fit.slope * perMin
  const ends = hasRange ? [line(tub, -1).slope * perMin, line(tub, 1).slope * perMin] : null
  return {
    outcome: 'estimated',
    flowLMin,
    readingsSe: hasRange
      ? Math.hypot(fit.slopeSe * perMin, (RANGE_SHARE * Math.abs((ends?.[1] ?? 0) - (ends?.[0] ?? 0))) / 3.92)
      : fit.slopeSe * perMin,
    t975: 1.96,
    geometrySe: Math.sqrt(variance) * perMin,
    ofThisAir: hasRange ? null : ofThisAir(points, tub, perMin),
    startMm,
    endMm,
    noiseMm: READING.mm,
    used: read.length,
    setAside: 0,
    levelAt,
    timeAt,
    rests: {
      level: level.from,
      levelMm: level.known.mm,
      range: hasRange ? level.known.range : null,
      ended,
      readings: read.length,
    },
    rangeLMin: ends ? { lo: Math.min(...ends), hi: Math.max(...ends) } : null,
  }
}

/** The same flow with the water left at the first air taken as the machine's own; null without that instant. */
function ofThisAir(points: readonly Point[], tub: TubGeometry, perMin: number): FlowOfThisAir | null {
  const at = points.findIndex((p) => p.air)
  const air = points[at]?.air
  if (!air) return null
  const line = weighted(
    points.map((p) => (p.air ? { ...p, sdL: p.air.sdAnewL } : p)),
    tub,
    0,
  )
  return {
    flowLMin: line.slope * perMin,
    readingsSe: line.slopeSe * perMin,
    airSe: Math.abs(line.gain[at] ?? Number.NaN) * air.ofMachineL * perMin,
  }
}

/** How levels of a run are counted in litres that rise evenly with time. */
function formOf(plan: RunPlan, tub: TubGeometry) {
  const spareMm = middleSpareMm(plan)
  const soak = middleAbsorption(plan.laundry, plan.laundryKg)
  const sign = plan.kind === 'fill' ? 1 : -1
  return {
    spareMm,
    soak,
    sign,
    f: (t: TubGeometry, mm: number, tS: number) =>
      transform({ tS: Float64Array.of(tS), mm: Float64Array.of(mm) }, t, spareMm, soak, sign)[0] as number,
    dF: (mm: number) => sensitivity(tub, mm, spareMm),
    shape: (mm: number) => shapeAt(mm, spareMm),
  }
}
type Form = ReturnType<typeof formOf>

function pointOf(form: Form, level: KnownLevel, tS: number, rateLS: number): Point {
  const { range } = level
  return {
    tS,
    f: (t, shift) => form.f(t, range && shift !== 0 ? range[shift < 0 ? 0 : 1] : level.mm, tS),
    sdL: Math.hypot(level.sdMm * form.dF(level.mm), rateLS * PRESS_S, 1e-3),
    range,
  }
}

/** About how many litres a second move, for what a second's slip is worth. */
function roughRate(form: Form, start: KnownLevel, end: KnownLevel | null, seconds: number): number {
  const tub = (mm: number) => Math.abs(form.dF(Math.max(30, mm)) * mm)
  return (tub(start.mm) + (end ? tub(end.mm) : 0)) / seconds
}

function spread(points: readonly Point[]): number {
  const times = points.map((p) => p.tS)
  return greatestOf(times) - leastOf(times)
}

/** Straight line through points of known errors. */
function weighted(points: readonly Point[], tub: TubGeometry, shift: number) {
  let [w, wx, wy] = [0, 0, 0]
  const rows = points.map((p) => ({ x: p.tS, y: p.f(tub, shift), w: 1 / p.sdL ** 2 }))
  for (const row of rows) {
    w += row.w
    wx += row.w * row.x
    wy += row.w * row.y
  }
  const [mx, my] = [wx / w, wy / w]
  let [sxx, sxy] = [0, 0]
  for (const row of rows) {
    sxx += row.w * (row.x - mx) ** 2
    sxy += row.w * (row.x - mx) * (row.y - my)
  }
  const slope = sxy / sxx
  const gain = rows.map((row) => (row.w * (row.x - mx)) / sxx)
  return { slope, intercept: my - slope * mx, slopeSe: 1 / Math.sqrt(sxx), gain }
}
