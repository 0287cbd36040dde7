import { tapedTub } from '../../machine/machineSpec.ts'
import { cleanPathK, pumpB, pumpMiddle } from '../../machine/uncertainty.ts'
import { correlationFactor } from '../../numeric/correlation.ts'
import type { Interval } from '../../numeric/interval.ts'
import { linearLeastSquares } from '../../numeric/leastSquares.ts'
import { median } from '../../numeric/quantile.ts'
import { normalQuantile } from '../../numeric/random.ts'
import { type LineFit, type LinePrior, robustLine } from '../../numeric/robustLine.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { m3PerSFromLMin } from '../../units.ts'
import { middleAbsorption } from '../plan/laundry.ts'
import { plannedEndMm, type RunPlan } from '../plan/runPlan.ts'
import { middleSpareMm, sensitivity, shapeAt, transform } from '../readings/levelTransform.ts'
import { blockMedians, type LevelSeries, type ReadingSource } from '../readings/readings.ts'

/** How even a flow was: its fluctuation, and how much slower its late half was than the falling level explains. */
export interface Evenness {
  /** Standard deviation of the flow over stretches of the run ÷ mean flow; 0 = steady. */
  unsteadiness: Interval | null
  /** 1 − late flow ÷ early flow, each against what its level explains; 0 = none. */
  slowing: Interval | null
  /** How far the level wanders about a smooth fall or rise, mm: what foam does to it, beyond the noise of reading. */
  wanderMm: number | null
}

/** Stretches in which the flow is taken, each at least some seconds long, so that a stream's noise has died away within it. */
const STRETCHES = { least: 6, most: 12, seconds: 4 } as const
/** What the wrong shape of tub or pump curve can feign between the halves. Estimates: a drum's section bends more than a tub's. */
const SHAPE_SE = { horizontal: 0.045, vertical: 0.03 } as const
/** Spread of a stretch's flow by noise that a stream remembers, in units of its noise across the stretch. Settled on the study. */
const REMEMBERED = 1.5
const NOISE_MM = { hand: 2.6, stream: 1.2 } as const

/**
 * Chi-square quantile by Wilson and Hilferty (1931), good to 1 % above three degrees of freedom.
 * @param p - Above 0 and below 1. @param df - Degrees of freedom, at least 1.
 */
export function chiSquareQuantile(p: number, df: number): number {
  const c = 2 / (9 * df)
  return df * Math.max(0, 1 - c + normalQuantile(p) * Math.sqrt(c)) ** 3
}

/**
 * Fluctuation and slowing of a fill or drain. The level is turned into F(h), straight in time for a sound run, so both are departures
 * from a line.
 * @param levels - mm against s inside the run.
 */
export function evenness(plan: RunPlan, levels: LevelSeries, source: ReadingSource): Evenness {
  const tub = tapedTub(plan.machine)
  const spareMm = middleSpareMm(plan)
  const soak = middleAbsorption(plan.laundry, plan.laundryKg)
  const sign = plan.kind === 'fill' ? 1 : -1
  const { series, perBlock } = blockMedians(levels, 96)
  const n = series.tS.length
  if (n < 8) return { unsteadiness: null, slowing: null, wanderMm: null }
  const f = transform(series, tub, spareMm, soak, sign)
  const sigma = vectorOf(series.mm, (mm) => sensitivity(tub, mm, spareMm))
  const oneMm = NOISE_MM[source] / (source === 'hand' ? Math.sqrt(perBlock) : 1)
  const whole = plan.kind !== 'drain' || passed(plan, series) > LEAST_PASSED
  const half = !whole ? null : halvesOf(series, f, sigma, { scale: oneMm, worth: 6 }, perBlock)
  return {
    wanderMm: wander(series, f, sigma, tub.floorMm + FLOOR_MARGIN_MM),
    unsteadiness: n >= 3 * STRETCHES.least ? unsteadiness(series, f, sigma, oneMm, source) : null,
    slowing: half ? slowing(half, headEffect(plan, half, spareMm), SHAPE_SE[tub.shape]) : null,
  }
}

/** A drain that has not gone this share of its way has no late half yet. */
const LEAST_PASSED = 0.6

/** Share of the way from its start to where it should end that a drain has gone. */
function passed(plan: RunPlan, { mm }: LevelSeries): number {
  const k = Math.max(1, Math.floor(mm.length / 12))
  const [first, last] = [median(mm.subarray(0, k)), median(mm.subarray(mm.length - k))]
  return (first - last) / Math.max(1, first - Math.max(0, plannedEndMm(plan)))
}

/** The weakest pump that could give the flow of the early half has this share of the head that its flow needs. Estimate. */
const WEAKEST = 0.7
/** Below this a head is none, mm. */
const LEAST_SPARE_MM = 60

/** Lines through both halves of a run, and the middle level of each, mm. */
interface Halves {
  early: LineFit
  late: LineFit
  /** How much wider their errors are by noise that a stream remembers from one block to the next. */
  remembered: number
  earlyMm: number
  lateMm: number
}

/** Null where a half is too short, or nothing moved in the first. */
function halvesOf(
  series: LevelSeries,
  f: Float64Array,
  sigma: Float64Array,
  prior: LinePrior,
  perBlock: number,
): Halves | null {
  const n = series.tS.length
  const half = Math.floor(n / 2)
  const line = (from: number, to: number) =>
    robustLine(series.tS.subarray(from, to), f.subarray(from, to), sigma.subarray(from, to), prior)
  const [early, late] = [line(0, half), line(half, n)]
  if (early.outcome !== 'fitted' || late.outcome !== 'fitted' || !(early.slope > 0)) return null
  return {
    early,
    late,
    remembered: Math.max(
      correlationFactor(early.residuals, perBlock),
      correlationFactor(late.residuals, perBlock),
    ),
    earlyMm: median(series.mm.subarray(0, half)),
    lateMm: median(series.mm.subarray(half)),
  }
}

/**
 * How much more the late half slows by its lower level than the plate's pump would have it, at the weakest head that the run's own early
 * flow supports: ratio of late to early flow of that pump ÷ the same of the plate's. 1 for a fill.
 */
function headEffect(plan: RunPlan, { early, earlyMm, lateMm }: Halves, spareMm: number | null): number {
  if (spareMm === null || plan.kind !== 'drain') return 1
  const pump = pumpMiddle(plan.machine)
  const b = pumpB(pump.shutoffHeadM, pump.freeFlowLMin)
  const flow = m3PerSFromLMin(60 * early.slope * shapeAt(earlyMm, spareMm))
  const needsMm = 1000 * flow ** 2 * (b + cleanPathK(plan.machine, plan.site))
  const weakest = Math.min(spareMm, Math.max(LEAST_SPARE_MM, WEAKEST * needsMm - earlyMm))
  const falls = (spare: number) => shapeAt(lateMm, spare) / shapeAt(earlyMm, spare)
  return falls(weakest) / falls(spareMm)
}

function slowing({ early, late, remembered }: Halves, headShare: number, shapeSe: number): Interval | null {
  const ratio = late.slope / early.slope / headShare
  // The correlation of so few residuals is itself overstated by what the line does not follow. Settled on the study.
  const wider = remembered ** 0.6
  const se = Math.hypot(
    (wider * late.slopeSe) / early.slope,
    (wider * ratio * early.slopeSe) / early.slope,
    shapeSe * Math.max(0.3, Math.abs(ratio)),
  )
  const t = studentT975(Math.min(early.degreesOfFreedom, late.degreesOfFreedom))
  if (se > 0.5) return null
  return { value: 1 - ratio, lo: 1 - ratio - t * se, hi: 1 - ratio + t * se }
}

function unsteadiness(
  series: LevelSeries,
  f: Float64Array,
  sigma: Float64Array,
  noiseMm: number,
  source: ReadingSource,
): Interval | null {
  const n = series.tS.length
  const seconds = (series.tS[n - 1] ?? Number.NaN) - (series.tS[0] ?? Number.NaN)
  const count = Math.min(STRETCHES.most, Math.floor(n / 3), Math.floor(seconds / STRETCHES.seconds))
  if (count < STRETCHES.least) return null
  const meanSigma = sigma.reduce((a, b) => a + b, 0) / n
  // A stream's noise of a second or two lives on through a whole stretch: twice its spread across the ends.
  const remembered = source === 'stream' ? (REMEMBERED * noiseMm * meanSigma * count) / seconds : 0
  const flows: number[] = []
  const noises: number[] = []
  for (let k = 0; k < count; k++) {
    const from = Math.floor((k * n) / count)
    const to = Math.floor(((k + 1) * n) / count)
    const fit = robustLine(series.tS.subarray(from, to), f.subarray(from, to), sigma.subarray(from, to), {
      scale: noiseMm,
      worth: 4,
    })
    if (fit.outcome !== 'fitted') return null
    flows.push(fit.slope)
    noises.push(fit.slopeSe)
  }
  const mean = flows.reduce((a, b) => a + b, 0) / count
  if (!(mean > 0)) return null
  // Second differences: a smooth change of flow, as a wrong tub or a rising house drain makes, is no fluctuation.
  let total = 0
  for (let k = 1; k + 1 < count; k++)
    total +=
      ((flows[k - 1] ?? Number.NaN) - 2 * (flows[k] ?? Number.NaN) + (flows[k + 1] ?? Number.NaN)) ** 2 / 6
  const df = 0.55 * (count - 2)
  total /= count - 2
  const noise = Math.max(noises.reduce((a, s) => a + s * s, 0) / count, remembered ** 2)
  const of = (variance: number) => Math.sqrt(Math.max(0, variance - noise)) / mean
  return {
    value: of(total),
    lo: of((total * df) / chiSquareQuantile(0.975, df)),
    hi: of((total * df) / chiSquareQuantile(0.025, df)),
  }
}

/** Levels this close above the drum floor bend too sharply to be called smooth, mm. */
const FLOOR_MARGIN_MM = 5
const SMOOTH_DEGREE = 3

/** Spread of the levels about a cubic through F(h), mm, wild readings not counting; null with too few. */
function wander(series: LevelSeries, f: Float64Array, sigma: Float64Array, aboveMm: number): number | null {
  const keep = Array.from(f.keys()).filter((i) => (series.mm[i] ?? Number.NaN) > aboveMm)
  if (keep.length < 2 * (SMOOTH_DEGREE + 1)) return null
  const first = series.tS[keep[0] as number] ?? Number.NaN
  const length = (series.tS[keep.at(-1) as number] ?? Number.NaN) - first || 1
  const powers = keep.map((i) => {
    const x = (2 * ((series.tS[i] ?? Number.NaN) - first)) / length - 1
    return Array.from({ length: SMOOTH_DEGREE + 1 }, (_, k) => x ** k)
  })
  let used = Array.from(keep.keys())
  let scale = 0
  for (let round = 0; round < 3; round++) {
    const fit = linearLeastSquares(
      used.map((k) => powers[k] as number[]),
      used.map((k) => f[keep[k] as number] ?? Number.NaN),
      used.map((k) => sigma[keep[k] as number] ?? Number.NaN),
    )
    if (!fit) return null
    const off = powers.map((row, k) => {
      const i = keep[k] ?? Number.NaN
      const due = row.reduce((sum, p, j) => sum + p * (fit.coefficients[j] ?? Number.NaN), 0)
      return Math.abs((f[i] ?? Number.NaN) - due) / (sigma[i] ?? Number.NaN)
    })
    scale = 1.4826 * median(off)
    used = Array.from(keep.keys()).filter((k) => (off[k] ?? Number.NaN) < 3.5 * Math.max(scale, 1))
    if (used.length < 2 * (SMOOTH_DEGREE + 1)) return null
  }
  return scale * Math.sqrt(keep.length / (keep.length - SMOOTH_DEGREE - 1))
}
