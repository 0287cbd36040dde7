import type { Interval } from '../../numeric/interval.ts'
import { median } from '../../numeric/quantile.ts'
import { studentT975 } from '../../numeric/studentT.ts'

/** Indicated level beside the true one: s and mm. `trueMm` is the water itself (ruler), smoothed or not. */
export interface SensorPairs {
  tS: ArrayLike<number>
  trueMm: ArrayLike<number>
  indicatedMm: ArrayLike<number>
  /** Standard deviation of one difference, mm, expected before any is seen. */
  sigmaMm: number
  /** The water from the start of its movement on, denser than the pairs: what a lag answers to. The pairs' own levels when left out. */
  path?: { tS: ArrayLike<number>; mm: ArrayLike<number> }
}

export interface SensorFit {
  gain: Interval
  offsetMm: Interval
  /** Time constant of a first-order lag; its lower end is 0 when no lag is needed. */
  lagS: Interval | null
  /** Standard deviation about the fit, mm. */
  noiseMm: number
}

/** Lags that are tried, s. */
const LAGS = [0, ...Array.from({ length: 90 }, (_, i) => 2 * 1.068 ** i)]
/** The smoothed ruler errs the same way over neighbouring pairs: so much wider are the error bars. Settled on the study. */
const WIDER = 1.65
/** A lag and an offset look alike on a steady rise: with a lag the offset is this much less sure. Settled on the study. */
const LAG_WIDER = 1.6
/** What a ruler itself leaves open when a whole run is read by one eye, mm. Estimate. */
const RULER_BIAS_MM = 0.7

/**
 * Gain, offset and first-order lag of a level sensor against the ruler: τ·dy/dt = g·h + o − y, at rest at the first reading.
 * For each lag of a grid gain and offset are fitted by bisquare-weighted least squares; intervals weigh every lag by its likelihood.
 * @returns null below four pairs, or when the true level moved too little to tell gain from offset.
 */
export function fitSensor(pairs: SensorPairs): SensorFit | null {
  const { tS, trueMm, indicatedMm } = pairs
  const n = tS.length
  if (n < 4) return null
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY]
  for (let i = 0; i < n; i++) {
    low = Math.min(low, trueMm[i] ?? Number.NaN)
    high = Math.max(high, trueMm[i] ?? Number.NaN)
  }
  if (high - low < 30) return null
  const tried = LAGS.map((lag) => ({
    lag,
    line: weightedLine(answer(pairs, lag), indicatedMm, pairs.sigmaMm),
  }))
  const best = tried.reduce((a, b) => (b.line.chi2 < a.line.chi2 ? b : a))
  const df = Math.max(1, n - 3)
  const scale2 = (6 * pairs.sigmaMm ** 2 + best.line.chi2) / (6 + df)
  let [total, gain, gain2, offset, offset2] = [0, 0, 0, 0, 0]
  for (const { lag, line } of tried) {
    // Half of all sensors, before any reading, have no lag worth the name.
    const w = (lag === 0 ? LAGS.length - 1 : 1) * Math.exp((best.line.chi2 - line.chi2) / (2 * scale2))
    total += w
    gain += w * line.slope
    gain2 += w * (line.slope ** 2 + scale2 * line.slopeVariance)
    offset += w * line.intercept
    offset2 += w * (line.intercept ** 2 + scale2 * line.interceptVariance)
  }
  gain /= total
  offset /= total
  const t = studentT975(df + 6)
  const gainSd = Math.hypot(
    WIDER * Math.sqrt(Math.max(0, gain2 / total - gain * gain)),
    RULER_BIAS_MM / (high - low),
  )
  const offsetSd = Math.hypot(
    WIDER * Math.sqrt(Math.max(0, offset2 / total - offset * offset)),
    RULER_BIAS_MM,
  )
  const limit = best.line.chi2 + scale2 * (WIDER * t) ** 2
  const allowed = tried.filter(({ line }) => line.chi2 <= limit).map(({ lag }) => lag)
  const around = (index: number, step: number) => tried[index + step]?.lag ?? (tried[index]?.lag as number)
  const first = tried.findIndex(({ lag }) => lag === allowed[0])
  const last = tried.findIndex(({ lag }) => lag === allowed.at(-1))
  // A frozen sensor follows nothing, so it has no lag either.
  const lagging = (allowed[0] ?? 0) > 0
  const follows = gain - t * gainSd > 0.2 && last < tried.length - 1
  return {
    gain: { value: gain, lo: gain - t * gainSd, hi: gain + t * gainSd },
    offsetMm: spread(offset, t * offsetSd * (lagging ? LAG_WIDER : 1)),
    lagS: follows
      ? {
          value: best.lag,
          lo: first === 0 ? 0 : ((allowed[0] ?? Number.NaN) + around(first, -1)) / 2,
          hi: ((allowed.at(-1) as number) + around(last, 1)) / 2,
        }
      : null,
    noiseMm: Math.sqrt(scale2),
  }
}

function spread(value: number, half: number): Interval {
  return { value, lo: value - half, hi: value + half }
}

/** What a sensor with a lag and nothing else would show at the pairs' instants, mm. */
function answer({ tS, trueMm, path }: SensorPairs, lagS: number): Float64Array {
  if (!path || lagS === 0) return lagged(tS, trueMm, lagS)
  const shown = lagged(path.tS, path.mm, lagS)
  const out = new Float64Array(tS.length)
  let k = 1
  for (let i = 0; i < out.length; i++) {
    const t = tS[i] ?? Number.NaN
    while (k < shown.length - 1 && (path.tS[k] ?? Number.NaN) < t) k++
    const [t0, t1] = [path.tS[k - 1] ?? Number.NaN, path.tS[k] ?? Number.NaN]
    const share = Math.min(1, Math.max(0, (t - t0) / Math.max(1e-6, t1 - t0)))
    out[i] = (shown[k - 1] ?? Number.NaN) + ((shown[k] ?? Number.NaN) - (shown[k - 1] ?? Number.NaN)) * share
  }
  return out
}

/** First-order response to a level that runs straight from reading to reading. */
function lagged(tS: ArrayLike<number>, mm: ArrayLike<number>, lagS: number): Float64Array {
  const out = Float64Array.from(mm)
  if (lagS === 0) return out
  for (let i = 1; i < out.length; i++) {
    const dt = (tS[i] ?? Number.NaN) - (tS[i - 1] ?? Number.NaN)
    const keep = Math.exp(-dt / lagS)
    const slope = dt > 0 ? ((mm[i] ?? Number.NaN) - (mm[i - 1] ?? Number.NaN)) / dt : 0
    // Exact for a ramp: y − (h − slope·τ) decays.
    const behind = (out[i - 1] ?? Number.NaN) - ((mm[i - 1] ?? Number.NaN) - slope * lagS)
    out[i] = (mm[i] ?? Number.NaN) - slope * lagS + behind * keep
  }
  return out
}

interface Line {
  slope: number
  intercept: number
  slopeVariance: number
  interceptVariance: number
  chi2: number
}

function weightedLine(x: Float64Array, y: ArrayLike<number>, sigma: number): Line {
  const n = x.length
  const weights = new Float64Array(n).fill(1)
  let line: Line = { slope: 1, intercept: 0, slopeVariance: 1, interceptVariance: 1, chi2: 0 }
  for (let round = 0; round < 4; round++) {
    let [w, wx, wy] = [0, 0, 0]
    for (let i = 0; i < n; i++) {
      w += weights[i] ?? Number.NaN
      wx += (weights[i] ?? Number.NaN) * (x[i] ?? Number.NaN)
      wy += (weights[i] ?? Number.NaN) * (y[i] ?? Number.NaN)
    }
    const [mx, my] = [wx / w, wy / w]
    let [sxx, sxy] = [0, 0]
    for (let i = 0; i < n; i++) {
      sxx += (weights[i] ?? Number.NaN) * ((x[i] ?? Number.NaN) - mx) ** 2
      sxy += (weights[i] ?? Number.NaN) * ((x[i] ?? Number.NaN) - mx) * ((y[i] ?? Number.NaN) - my)
    }
    const slope = sxx > 1e-9 ? sxy / sxx : 0
    const intercept = my - slope * mx
    let chi2 = 0
    const sizes = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      const r = (y[i] ?? Number.NaN) - intercept - slope * (x[i] ?? Number.NaN)
      sizes[i] = Math.abs(r)
      // Huber's loss: a wild pair counts, but not with its square.
      const size = Math.abs(r)
      chi2 += size < 2.5 * sigma ? r * r : 5 * sigma * size - (2.5 * sigma) ** 2
    }
    line = { slope, intercept, slopeVariance: 1 / sxx, interceptVariance: 1 / w + (mx * mx) / sxx, chi2 }
    const scale = Math.max(sigma, 1.4826 * median(sizes))
    for (let i = 0; i < n; i++) {
      const u = (sizes[i] ?? Number.NaN) / (4.685 * scale)
      weights[i] = u < 1 ? (1 - u * u) ** 2 : 1e-6
    }
  }
  return line
}
