import { medianInPlace } from './quantile.ts'

export interface LineFit {
  outcome: 'fitted'
  intercept: number
  slope: number
  /** Standard error of the slope from the residuals; multiply by t(`degreesOfFreedom`). */
  slopeSe: number
  degreesOfFreedom: number
  /** Standard deviation of a residual of unit `sigma`. */
  scale: number
  /** Weight 0..1 each point ended with; near 0 = set aside as an outlier. */
  weights: Float64Array
  /** Residuals divided by `sigma`. */
  residuals: Float64Array
  /** d slope / d y of each point at the final weights: what a shift of y does to the slope. */
  slopeGain: Float64Array
}
export type LineResult = LineFit | { outcome: 'tooFewPoints'; needed: number; got: number }

export interface LinePrior {
  /** Standard deviation expected of a residual of unit `sigma`, and how many readings' worth of trust it gets. */
  scale: number
  worth: number
}

const BISQUARE_C = 4.685
const MAD_TO_SD = 1.4826

/**
 * Robust straight line y = a + b·x: Theil–Sen start (Theil 1950, Sen 1968), then Tukey's bisquare by reweighting.
 * The scale is the residuals' median absolute deviation pulled towards `prior`, which keeps the error bar honest with few points.
 * @param x - Rising or not, any order.
 * @param sigma - Relative standard deviation of each y, above 0; residuals are divided by it.
 * @param prior - What the instrument's noise usually is.
 * @returns 'tooFewPoints' below three, or where all x are equal.
 * @throws {RangeError} If the arrays differ in length.
 */
export function robustLine(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  sigma: ArrayLike<number>,
  prior: LinePrior,
): LineResult {
  const n = x.length
  if (y.length !== n || sigma.length !== n)
    throw new RangeError('robust line: x, y and sigma differ in length')
  if (n < 3) return { outcome: 'tooFewPoints', needed: 3, got: n }
  // Several readings of one instant are one, and through one no line goes.
  if (oneOnly(x)) return { outcome: 'tooFewPoints', needed: 3, got: 1 }
  let slope = theilSenSlope(x, y)
  const sorted = new Float64Array(n)
  for (let i = 0; i < n; i++) sorted[i] = (y[i] ?? Number.NaN) - slope * (x[i] ?? Number.NaN)
  let intercept = medianInPlace(sorted)
  const residuals = new Float64Array(n)
  const weights = new Float64Array(n).fill(1)
  let scale = prior.scale
  for (let step = 0; step < 30; step++) {
    for (let i = 0; i < n; i++) {
      const off = ((y[i] ?? Number.NaN) - intercept - slope * (x[i] ?? Number.NaN)) / (sigma[i] ?? Number.NaN)
      residuals[i] = off
      sorted[i] = Math.abs(off)
    }
    const spread = MAD_TO_SD * medianInPlace(sorted) * Math.sqrt(n / Math.max(1, n - 2))
    scale = Math.sqrt((prior.worth * prior.scale ** 2 + (n - 2) * spread ** 2) / (prior.worth + n - 2))
    for (let i = 0; i < n; i++) {
      const u = (residuals[i] ?? Number.NaN) / (BISQUARE_C * scale)
      weights[i] = Math.abs(u) < 1 ? (1 - u * u) ** 2 : 0
    }
    const next = weightedLine(x, y, sigma, weights)
    const moved = Math.abs(next.slope - slope)
    slope = next.slope
    intercept = next.intercept
    if (moved <= 1e-8 * (Math.abs(slope) + 1e-12)) break
  }
  const { spreadX, meanX, total } = weightedLine(x, y, sigma, weights)
  // Huber's asymptotic correction: mean ψ² over (mean ψ')².
  let psi2 = 0
  let slopePsi = 0
  let kept = 0
  for (let i = 0; i < n; i++) {
    const r = (residuals[i] ?? Number.NaN) / scale
    const u2 = (r / BISQUARE_C) ** 2
    if (u2 >= 1) continue
    kept++
    psi2 += (r * (1 - u2) ** 2) ** 2
    slopePsi += (1 - u2) * (1 - 5 * u2)
  }
  const degreesOfFreedom = Math.max(1, kept - 2)
  const efficiency = psi2 / degreesOfFreedom / (Math.max(0.3 * kept, slopePsi) / kept) ** 2
  const unit = Math.sqrt(Math.max(efficiency, prior.worth / (prior.worth + degreesOfFreedom)))
  let sxxAll = 0
  for (let i = 0; i < n; i++)
    if ((weights[i] ?? Number.NaN) > 0)
      sxxAll += (((x[i] ?? Number.NaN) - meanX) / (sigma[i] ?? Number.NaN)) ** 2
  const slopeGain = new Float64Array(n)
  for (let i = 0; i < n; i++)
    slopeGain[i] =
      ((weights[i] ?? Number.NaN) / (sigma[i] ?? Number.NaN) ** 2) *
      (((x[i] ?? Number.NaN) - meanX) / spreadX)
  return {
    outcome: 'fitted',
    intercept,
    slope,
    slopeSe: (scale * unit) / Math.sqrt(total > 0 ? sxxAll : Number.NaN),
    degreesOfFreedom: degreesOfFreedom + prior.worth,
    scale,
    weights,
    residuals,
    slopeGain,
  }
}

function oneOnly(x: ArrayLike<number>): boolean {
  for (let i = 1; i < x.length; i++) if (x[i] !== x[0]) return false
  return true
}

/** Up to this many points every pair is looked at. */
const ALL_PAIRS = 400
/** Beyond, about so many pairs, each far apart, and never fewer than half as many as there are points. */
const MOST_PAIRS = 40_000

/**
 * Median of the slopes between all pairs of points with different x. Of more than 400 points only pairs about half of all points apart are
 * looked at (Theil's incomplete method, 1950): time and memory then grow with the points, not with their square.
 * @throws {RangeError} If there is no such pair.
 */
export function theilSenSlope(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const n = x.length
  return n > ALL_PAIRS ? incompleteSlope(x, y) : slopeOfAllPairs(x, y)
}

function slopeOfAllPairs(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const n = x.length
  const slopes = new Float64Array((n * (n - 1)) / 2)
  let pairs = 0
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const dx = (x[j] ?? Number.NaN) - (x[i] ?? Number.NaN)
      if (dx !== 0) slopes[pairs++] = ((y[j] ?? Number.NaN) - (y[i] ?? Number.NaN)) / dx
    }
  if (pairs === 0) throw new RangeError('Theil–Sen slope: expected two different x')
  return medianInPlace(slopes.subarray(0, pairs))
}

function incompleteSlope(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const n = x.length
  let rising = true
  for (let i = 1; rising && i < n; i++) rising = (x[i] ?? Number.NaN) >= (x[i - 1] ?? Number.NaN)
  const order = Uint32Array.from({ length: n }, (_, i) => i)
  if (!rising) order.sort((a, b) => (x[a] ?? Number.NaN) - (x[b] ?? Number.NaN))
  const apart = Math.max(1, Math.floor((2 * MOST_PAIRS) / n))
  const slopes = new Float64Array(apart * n)
  let pairs = 0
  for (let k = 0; k < apart; k++) {
    // Half of all points apart, and up to a quarter more or less.
    const step = Math.round(n * (0.25 + (0.5 * (k + 0.5)) / apart))
    for (let i = 0; i + step < n; i++) {
      const [a, b] = [order[i] ?? Number.NaN, order[i + step] ?? Number.NaN]
      const dx = (x[b] ?? Number.NaN) - (x[a] ?? Number.NaN)
      if (dx !== 0) slopes[pairs++] = ((y[b] ?? Number.NaN) - (y[a] ?? Number.NaN)) / dx
    }
  }
  // Nearly all readings of one instant: what few pairs there are lie anywhere.
  return pairs > 0 ? medianInPlace(slopes.subarray(0, pairs)) : slopeAcross(x, y, order)
}

/** Slope between the first and the last of points in order of x. */
function slopeAcross(x: ArrayLike<number>, y: ArrayLike<number>, order: Uint32Array): number {
  const [a, b] = [order[0] ?? Number.NaN, order[order.length - 1] ?? Number.NaN]
  const dx = (x[b] ?? Number.NaN) - (x[a] ?? Number.NaN)
  if (dx === 0) throw new RangeError('Theil–Sen slope: expected two different x')
  return ((y[b] ?? Number.NaN) - (y[a] ?? Number.NaN)) / dx
}

function weightedLine(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  sigma: ArrayLike<number>,
  weights: Float64Array,
) {
  let total = 0
  let sumX = 0
  let sumY = 0
  for (let i = 0; i < x.length; i++) {
    const w = (weights[i] ?? Number.NaN) / (sigma[i] ?? Number.NaN) ** 2
    total += w
    sumX += w * (x[i] ?? Number.NaN)
    sumY += w * (y[i] ?? Number.NaN)
  }
  const meanX = sumX / total
  const meanY = sumY / total
  let spreadX = 0
  let spreadXy = 0
  for (let i = 0; i < x.length; i++) {
    const w = (weights[i] ?? Number.NaN) / (sigma[i] ?? Number.NaN) ** 2
    spreadX += w * ((x[i] ?? Number.NaN) - meanX) ** 2
    spreadXy += w * ((x[i] ?? Number.NaN) - meanX) * ((y[i] ?? Number.NaN) - meanY)
  }
  const slope = spreadXy / spreadX
  return { slope, intercept: meanY - slope * meanX, meanX, spreadX, total }
}
