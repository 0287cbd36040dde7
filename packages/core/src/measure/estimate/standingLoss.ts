import { correlationFactor } from '../../numeric/correlation.ts'
import { localNoiseMm } from '../../numeric/localNoise.ts'
import { median } from '../../numeric/quantile.ts'
import { robustLine } from '../../numeric/robustLine.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { LevelSeries, ReadingSource } from '../readings/readings.ts'

/** Noise expected of one reading, mm, and how many readings' worth of trust that gets. Estimates. */
export const NOISE = { hand: { mm: 2.6, worth: 6 }, stream: { mm: 1.1, worth: 2 } } as const
/** A sensor's own drift, standard deviation in mm over half an hour. Estimate. */
export const DRIFT_MM_PER_HALF_HOUR = 0.3
/** A movement is called at this many standard errors, about 1 % false alarms each way. */
export const CALL_SES = 2.45

/** How litres in the tub changed over a run in which they should not. */
export interface Loss {
  /** Mean loss, L/s; negative = rising. */
  lPerS: number
  se: number
  /** Standard error that a level at rest would have had, L/s. */
  quietSe: number
  moves: 'falls' | 'rises' | 'stays'
  startMm: number
  endMm: number
  sigmaMm: number
  weights: Float64Array
  curve: { tS: number[]; levelMm: number[] }
}

/**
 * Mean loss of a run in which water stands, with its errors, and whether the level moved at all.
 * @param series - Levels, mm above the port, against s. @param perBlock - Readings that were joined into one point.
 * @throws {RangeError} With fewer than three levels.
 */
export function lossOf(tub: TubGeometry, series: LevelSeries, source: ReadingSource, perBlock: number): Loss {
  const noise = NOISE[source]
  const n = series.tS.length
  const volume = vectorOf(series.mm, (mm) => tubVolumeL(tub, mm))
  const area = vectorOf(series.mm, (mm) => Math.max(0.004, tubAreaLPerMm(tub, mm)))
  const oneMm = source === 'hand' ? noise.mm / Math.sqrt(perBlock) : noise.mm
  const fit = robustLine(series.tS, volume, area, { scale: oneMm, worth: noise.worth })
  if (fit.outcome !== 'fitted') throw new RangeError('standing run: expected at least three levels')
  const seconds = last(series.tS) - (series.tS[0] ?? Number.NaN)
  const meanArea = median(area)
  const drift = (DRIFT_MM_PER_HALF_HOUR * meanArea) / Math.max(1800, seconds) / (source === 'hand' ? 2 : 1)
  const factor = correlationFactor(fit.residuals, perBlock)
  const t = studentT975(fit.degreesOfFreedom) / 1.96
  const se = Math.hypot(fit.slopeSe * factor * t, drift)
  // A fall that soon stops looks like outliers to a robust line: the ends are compared as well.
  const sigmaMm = pooledNoise(series.mm, oneMm, noise.worth) * sharedNoise(source, seconds / n)
  const share = Math.max(2, Math.round(0.15 * n))
  const startMm = median(series.mm.subarray(0, share))
  const endMm = median(series.mm.subarray(n - share))
  const dropMm = startMm - endMm
  const dropSe = (sigmaMm * 1.25 * Math.SQRT2) / Math.sqrt(share)
  const bySlope = Math.abs(fit.slope) > CALL_SES * se ? -Math.sign(fit.slope) : 0
  const byEnds = Math.abs(dropMm) > Math.max(3.6 * dropSe, 2 * sigmaMm) + 0.6 ? Math.sign(dropMm) : 0
  const byStart = earlyFall(series.mm, sigmaMm) ? 1 : 0
  const moves = byEnds || byStart || bySlope
  const lineLoss = -fit.slope
  const endsLoss = (tubVolumeL(tub, startMm) - tubVolumeL(tub, endMm)) / (seconds * (1 - share / n))
  // Where the line saw nothing of what the ends saw, the ends are right.
  const usesEnds = (byEnds !== 0 || byStart !== 0) && Math.abs(endsLoss) > 1.5 * Math.abs(lineLoss) + 2 * se
  const from = usesEnds ? startMm : levelOf(tub, series, fit, 0)
  const to = usesEnds ? endMm : levelOf(tub, series, fit, n - 1)
  return {
    lPerS: usesEnds ? endsLoss : lineLoss,
    se,
    quietSe: Math.hypot(drift, (sigmaMm * meanArea * t) / Math.sqrt(spreadOf(series.tS))),
    moves: moves > 0 ? 'falls' : moves < 0 ? 'rises' : 'stays',
    startMm: from,
    endMm: to,
    sigmaMm,
    weights: withoutWild(series.mm, sigmaMm),
    curve: { tS: [series.tS[0] ?? Number.NaN, last(series.tS)], levelMm: [from, to] },
  }
}

/** Loss by the ends of a few readings of the ruler, at least two. */
export function lossByEnds(tub: TubGeometry, ruler: LevelSeries): Loss {
  const n = ruler.tS.length
  const half = Math.max(1, Math.floor(n / 2))
  const startMm = median(ruler.mm.subarray(0, half))
  const endMm = median(ruler.mm.subarray(n - half))
  const seconds = last(ruler.tS) - (ruler.tS[0] ?? Number.NaN)
  const areaLMm = Math.max(0.004, tubAreaLPerMm(tub, (startMm + endMm) / 2))
  // Medians of the halves lie half a run apart when there are more than two readings.
  const apartS = Math.max(1, n === 2 ? seconds : seconds * (1 - half / n))
  const dropSe = NOISE.hand.mm * Math.sqrt(2 / half) * (half > 2 ? 1.25 : 1)
  const se = (dropSe * areaLMm) / apartS
  const drop = startMm - endMm
  return {
    lPerS: (drop * areaLMm) / apartS,
    se,
    quietSe: se,
    moves: drop > CALL_SES * dropSe ? 'falls' : drop < -CALL_SES * dropSe ? 'rises' : 'stays',
    startMm,
    endMm,
    sigmaMm: NOISE.hand.mm,
    weights: new Float64Array(n).fill(1),
    curve: { tS: [ruler.tS[0] ?? Number.NaN, last(ruler.tS)], levelMm: [startMm, endMm] },
  }
}

/** The level at a reading by the fitted line of litres, near enough by the section there. */
function levelOf(
  tub: TubGeometry,
  series: LevelSeries,
  fit: { intercept: number; slope: number },
  i: number,
): number {
  const mm = median(series.mm.subarray(Math.max(0, i - 2), Math.min(series.mm.length, i + 3)))
  const litres = fit.intercept + fit.slope * (series.tS[i] ?? Number.NaN)
  return mm + (litres - tubVolumeL(tub, mm)) / Math.max(0.004, tubAreaLPerMm(tub, mm))
}

/** Sum of squares about the mean. */
function spreadOf(values: Float64Array): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  return values.reduce((a, v) => a + (v - mean) ** 2, 0)
}

/** Noise of a point from its neighbours, pulled towards what the instrument usually has, mm. */
export function pooledNoise(mm: Float64Array, expectedMm: number, worth: number): number {
  const local = localNoiseMm(mm)
  const n = Math.max(0, mm.length - 2)
  return Math.sqrt((worth * expectedMm ** 2 + n * local ** 2) / (worth + n))
}

/** A stream remembers its own noise for a second or two, so that its medians share some: how much wider that makes an error. Estimate. */
export function sharedNoise(source: ReadingSource, secondsPerPoint: number): number {
  return source === 'stream' ? 1 + Math.min(1.5, 2 / Math.max(0.5, secondsPerPoint)) : 1
}

/** A tub that rests below this is empty, and one that fell by this much at once did fall, mm. */
const EMPTY_MM = 10
const GONE_MM = 40

/** Whether the level fell fast at the very beginning and then stood: two readings in a row clearly above all that followed. */
function earlyFall(mm: Float64Array, sigmaMm: number): boolean {
  const rest = median(mm.subarray(Math.min(4, mm.length - 1)))
  const above = (i: number) => ((mm[i] ?? Number.NaN) - rest) / sigmaMm
  // Empty at the second look: no single reading is wild by so much.
  if (rest < EMPTY_MM && (mm[0] ?? Number.NaN) - rest > GONE_MM) return true
  return above(0) > 3 && above(1) > 1.5 && (above(0) + above(1)) * sigmaMm > Math.max(6 * sigmaMm, 6)
}

/** 0 for readings that lie far off between neighbours that agree, 1 for all others: a steep fall is no wild reading. */
export function withoutWild(mm: Float64Array, sigmaMm: number): Float64Array {
  return vectorOf(mm, (value, i) => {
    if (i === 0 || i === mm.length - 1) return 1
    const [before, after] = [mm[i - 1] ?? Number.NaN, mm[i + 1] ?? Number.NaN]
    const agree = Math.abs(before - after) < 4 * sigmaMm
    return agree && Math.abs(value - (before + after) / 2) > 3.8 * sigmaMm ? 0 : 1
  })
}

const CURVE_POINTS = 30

/** The run as a few points of litres, neighbours averaged; wild readings are left out. */
export function compactCurve(
  tub: TubGeometry,
  series: LevelSeries,
  loss: Loss,
): { tS: number[]; litres: number[]; sdL: number[] } {
  const curve = { tS: [] as number[], litres: [] as number[], sdL: [] as number[] }
  const group = Math.ceil(series.tS.length / CURVE_POINTS)
  for (let from = 0; from < series.tS.length; from += group) {
    let [count, t, litres, area] = [0, 0, 0, 0]
    for (let i = from; i < Math.min(series.tS.length, from + group); i++) {
      if (loss.weights[i] === 0) continue
      count++
      t += series.tS[i] ?? Number.NaN
      litres += tubVolumeL(tub, series.mm[i] ?? Number.NaN)
      area += Math.max(0.004, tubAreaLPerMm(tub, series.mm[i] ?? Number.NaN))
    }
    if (count === 0) continue
    curve.tS.push(Math.round((10 * t) / count) / 10)
    curve.litres.push(Math.round((1000 * litres) / count) / 1000)
    curve.sdL.push(Math.round((1000 * loss.sigmaMm * (area / count)) / Math.sqrt(count)) / 1000)
  }
  return curve
}

/** The last of some values. */
export function last(values: Float64Array): number {
  return values[values.length - 1] ?? Number.NaN
}
