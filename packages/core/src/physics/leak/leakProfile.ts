import { studentT975 } from '../../numeric/studentT.ts'
import type { TubGeometry } from '../tub/tubGeometry.ts'
import { tubAreaLPerMm } from '../tub/tubVolume.ts'
import { gAt, type LeakCurve, leakCurve, levelAtG } from './leakCurve.ts'
import { LEAK_LAWS, type LeakLaw, leakExponent } from './leakLaw.ts'

/** Timed levels of a hold: s and mm, with the standard deviation expected of each level and whether it counts. */
export interface HoldPoints {
  tS: ArrayLike<number>
  mm: ArrayLike<number>
  weight: ArrayLike<number>
  /** Standard deviation of one level, mm, pooled from readings and instrument. */
  sigmaMm: number
  degreesOfFreedom: number
}

export interface LawProfile {
  law: LeakLaw
  /** Leak height with the best fit, mm above the port. */
  bestMm: number
  /** Best weighted sum of squares, in units of sigma². */
  chi2: number
  /** 95 % interval from the profile; null when the law fits nowhere as well as the other one does at its best. */
  interval: { lo: number; hi: number } | null
  /** The interval reaches the lowest height that was tried. */
  openBelow: boolean
}

export interface LeakProfile {
  laws: LawProfile[]
  /** Misfit of the best of them, in units of sigma², and how much larger the noise is than thought, at least 1. */
  chi2: number
  scale: number
  /** Flow at the start level, L/h: mean and standard deviation over every height and law that the readings allow. */
  leakLH: { value: number; se: number }
  /** Levels of the best fit at the first and last instant, mm. */
  startMm: number
  endMm: number
  /** Best fit over time, mm. */
  levelAt: (tS: number) => number
  /** Both laws together. */
  union: { lo: number; hi: number; openBelow: boolean }
}

const HEIGHTS = 44
const FINE = 10

interface Tried {
  law: LeakLaw
  z0Mm: number
  fit: CurveFit
}

/** Heights so much worse than the best are of no interest between the ones tried first, in units of the noise. */
const NOT_WORTH = 60
const FIRST_OF = 3

/** Every third height, and those between them that may still matter. */
function heightsWorth(heights: number, degreesOfFreedom: number, at: (i: number) => Tried | null): Tried[] {
  const found: (Tried | null)[] = new Array(heights).fill(null)
  for (let i = 0; i < heights; i += FIRST_OF) found[i] = at(i)
  found[heights - 1] ??= at(heights - 1)
  const chi2 = (i: number) => found[i]?.fit.chi2 ?? Number.POSITIVE_INFINITY
  const best = Math.min(...found.map((_, i) => chi2(i)))
  const limit = best + NOT_WORTH * Math.max(1, best / Math.max(1, degreesOfFreedom))
  for (let i = 0; i < heights; i++) {
    if (i % FIRST_OF === 0 || found[i]) continue
    const before = i - (i % FIRST_OF)
    const after = Math.min(heights - 1, before + FIRST_OF)
    if (Math.min(chi2(before), chi2(after)) < limit) found[i] = at(i)
  }
  return found.filter((t) => t !== null)
}

function bestOf(tried: readonly Tried[]): Tried | null {
  return tried.reduce<Tried | null>((a, b) => (a === null || b.fit.chi2 < a.fit.chi2 ? b : a), null)
}

/**
 * Which leak heights and laws a falling level allows: for each height z₀ of a grid and each law, the best curve
 * dV/dt = −k·(h − z₀)ⁿ is fitted (two parameters), and the sum of squares is profiled over z₀.
 * @param lowestMm - Lowest height a leak can have on this machine, mm above the port.
 * @param heights - How many heights are tried for each law; the flow alone needs fewer.
 * @returns null when the levels do not fall.
 */
export function profileLeak(
  tub: TubGeometry,
  points: HoldPoints,
  lowestMm: number,
  heights = HEIGHTS,
): LeakProfile | null {
  const ends = endLevels(points)
  const fall = ends.startMm - ends.endMm
  if (!(fall > 0)) return null
  const top = ends.startMm + 6 * points.sigmaMm
  const highest = ends.endMm + Math.min(2.5 * points.sigmaMm, 0.4 * fall)
  const nearest = Math.max(2, ends.startMm - highest)
  const farthest = Math.max(nearest * 1.5, ends.startMm - lowestMm)
  const tried: Tried[] = []
  for (const law of LEAK_LAWS) {
    const at = (depth: number): Tried | null => {
      const curve = leakCurve(tub, law, ends.startMm - depth, top)
      const fit = fitCurve(curve, points, tub)
      return fit ? { law, z0Mm: curve.z0Mm, fit } : null
    }
    const step = (farthest / nearest) ** (1 / (heights - 1))
    // Even in the logarithm of the depth below the start: fine where the curve can tell, coarse far below.
    const coarse = heightsWorth(heights, points.degreesOfFreedom, (i) => at(nearest * step ** i))
    const best = bestOf(coarse)
    // A level that came to rest at the leak tells its height to a fraction of a step.
    const fine =
      best === null
        ? []
        : Array.from({ length: FINE }, (_, i) =>
            at((ends.startMm - best.z0Mm) * step ** ((2 * (i + 0.5)) / FINE - 1)),
          ).filter((t) => t !== null)
    tried.push(...[...coarse, ...fine].sort((a, b) => b.z0Mm - a.z0Mm))
  }
  const best = bestOf(tried)
  if (!best) return null
  // A poor fit everywhere means that the noise is larger than thought: the limit grows with it.
  const scale = Math.max(1, best.fit.chi2 / Math.max(1, points.degreesOfFreedom))
  const limit = best.fit.chi2 + scale * studentT975(Math.max(1, points.degreesOfFreedom)) ** 2
  const laws = LEAK_LAWS.map((law) => lawProfile(law, tried, limit)).filter(
    (p): p is LawProfile => p !== null,
  )
  const allowed = laws.flatMap((p) => (p.interval ? [p.interval] : []))
  const mean = averageFlow(tried, ends.startMm, best.fit.chi2, scale)
  const curve = leakCurve(tub, best.law, best.z0Mm, top)
  return {
    laws,
    chi2: best.fit.chi2,
    scale,
    leakLH: mean,
    startMm: levelAtG(curve, best.fit.c),
    endMm: levelAtG(curve, best.fit.c - best.fit.k * (points.tS[points.tS.length - 1] ?? Number.NaN)),
    levelAt: (tS) => levelAtG(curve, best.fit.c - best.fit.k * tS),
    union: {
      lo: Math.min(...allowed.map((i) => i.lo)),
      hi: Math.max(...allowed.map((i) => i.hi)),
      openBelow: laws.some((p) => p.interval !== null && p.openBelow),
    },
  }
}

interface CurveFit {
  chi2: number
  /** G at time 0, and its rate of fall, per s. */
  c: number
  k: number
  /** Flow at the level of time 0, L/h, and its standard error. */
  flowLH: number
  flowSe: number
}

/** Best c and k of h(t) = G⁻¹(c − k·t) by Gauss–Newton; null when the levels do not fit a fall at all. */
function fitCurve(curve: LeakCurve, points: HoldPoints, tub: TubGeometry): CurveFit | null {
  const { tS, mm, weight, sigmaMm } = points
  const n = tS.length
  const exponent = leakExponent(curve.law)
  let { c, k } = startingLine(curve, points)
  if (!(k > 0)) k = 1e-12
  let chi2 = Number.POSITIVE_INFINITY
  let cov = { cc: 0, ck: 0, kk: 0 }
  for (let step = 0; step < 8; step++) {
    let [s00, s01, s11, b0, b1, sum] = [0, 0, 0, 0, 0, 0]
    for (let i = 0; i < n; i++) {
      const w = (weight[i] ?? Number.NaN) / sigmaMm ** 2
      if (w === 0) continue
      const level = levelAtG(curve, c - k * (tS[i] ?? Number.NaN))
      const residual = (mm[i] ?? Number.NaN) - level
      sum += w * residual * residual
      const above = level - curve.z0Mm
      // dh/dG = (h − z₀)ⁿ/A; nothing moves any more once the level has reached the leak.
      const slope =
        above > 1e-9 && c - k * (tS[i] ?? Number.NaN) > 0
          ? above ** exponent / Math.max(0.004, tubAreaLPerMm(tub, level))
          : 0
      const jc = slope
      const jk = -slope * (tS[i] ?? Number.NaN)
      s00 += w * jc * jc
      s01 += w * jc * jk
      s11 += w * jk * jk
      b0 += w * jc * residual
      b1 += w * jk * residual
    }
    const det = s00 * s11 - s01 * s01
    const gain = chi2 - sum
    chi2 = sum
    if (!(det > 0)) break
    cov = { cc: s11 / det, ck: -s01 / det, kk: s00 / det }
    // Far from any fit the last thousandth does not matter.
    if (step > 1 && gain < (chi2 > 4 * n ? 0.02 * chi2 : 1e-3)) break
    const dc = (s11 * b0 - s01 * b1) / det
    const dk = (s00 * b1 - s01 * b0) / det
    c = Math.max(1e-9, c + dc)
    k = Math.max(k / 4, k + dk)
  }
  if (!Number.isFinite(chi2)) return null
  const start = levelAtG(curve, c)
  const head = Math.max(0, start - curve.z0Mm) ** exponent
  const flowLH = k * head * 3600
  // d flow = 3600·(head dk + k dhead/dG dc): the start level moves with c.
  const dHead =
    head > 0
      ? (exponent * (start - curve.z0Mm) ** (2 * exponent - 1)) / Math.max(0.004, tubAreaLPerMm(tub, start))
      : 0
  const variance = head * head * cov.kk + 2 * head * k * dHead * cov.ck + (k * dHead) ** 2 * cov.cc
  return { chi2, c, k, flowLH, flowSe: 3600 * Math.sqrt(Math.max(0, variance)) }
}

/** A straight line through G of the readings: where Gauss–Newton begins. */
function startingLine(curve: LeakCurve, points: HoldPoints): { c: number; k: number } {
  const { tS, mm, weight } = points
  let [w, wt, wg, wtt, wtg] = [0, 0, 0, 0, 0]
  for (let i = 0; i < tS.length; i++) {
    const t = tS[i] ?? Number.NaN
    const above = (mm[i] ?? Number.NaN) - (curve.levelMm[0] ?? Number.NaN)
    // Readings at or below the leak cannot say how fast it flowed.
    if ((weight[i] ?? Number.NaN) === 0 || above < 1) continue
    const g = gAt(curve, mm[i] ?? Number.NaN)
    const wi = weight[i] ?? Number.NaN
    w += wi
    wt += wi * t
    wg += wi * g
    wtt += wi * t * t
    wtg += wi * t * g
  }
  const spread = wtt - (wt * wt) / w
  const slope = spread > 0 ? (wtg - (wt * wg) / w) / spread : 0
  return { c: Math.max(1e-6, (wg - slope * wt) / w), k: -slope }
}

function lawProfile(law: LeakLaw, tried: readonly Tried[], limit: number): LawProfile | null {
  const own = tried.filter((t) => t.law === law)
  const best = bestOf(own)
  if (!best) return null
  const inside = own.map((t) => t.fit.chi2 <= limit)
  const first = inside.indexOf(true)
  const last = inside.lastIndexOf(true)
  const profile = { law, bestMm: best.z0Mm, chi2: best.fit.chi2 }
  if (first < 0) return { ...profile, interval: null, openBelow: false }
  // `own` runs from high to low; between the last height inside and the next one the limit is met by interpolation.
  const edge = (a: number, b: number) => {
    const [inner, outer] = [own[a] as Tried, own[b]]
    if (!outer) return inner.z0Mm
    const share = (limit - inner.fit.chi2) / (outer.fit.chi2 - inner.fit.chi2)
    return inner.z0Mm + (outer.z0Mm - inner.z0Mm) * Math.min(1, Math.max(0, share))
  }
  return {
    ...profile,
    interval: { lo: edge(last, last + 1), hi: edge(first, first - 1) },
    openBelow: last === own.length - 1,
  }
}

/** Flow at the start over all heights and laws, each weighted by its likelihood and by its share of the depths tried (in the logarithm). */
function averageFlow(
  tried: readonly Tried[],
  startMm: number,
  chi2: number,
  scale: number,
): { value: number; se: number } {
  let [total, mean, square] = [0, 0, 0]
  tried.forEach(({ law, z0Mm, fit }, i) => {
    const same = (k: number) => (tried[k]?.law === law ? (tried[k] as Tried).z0Mm : z0Mm)
    const depth = (z: number) => Math.max(1e-3, startMm - z)
    const width = Math.abs(Math.log(depth(same(i + 1)) / depth(same(i - 1))))
    const w = width * Math.exp((chi2 - fit.chi2) / (2 * scale))
    total += w
    mean += w * fit.flowLH
    square += w * (fit.flowLH ** 2 + scale * fit.flowSe ** 2)
  })
  mean /= total
  return { value: mean, se: Math.sqrt(Math.max(0, square / total - mean * mean)) }
}

/** Levels at both ends from the readings there. */
function endLevels(points: HoldPoints): { startMm: number; endMm: number } {
  const n = points.mm.length
  const share = Math.max(1, Math.round(0.08 * n))
  const mean = (from: number, to: number) => {
    let [sum, total] = [0, 0]
    for (let i = from; i < to; i++) {
      sum += (points.weight[i] ?? Number.NaN) * (points.mm[i] ?? Number.NaN)
      total += points.weight[i] ?? Number.NaN
    }
    return total > 0 ? sum / total : (points.mm[from] ?? Number.NaN)
  }
  return { startMm: mean(0, share), endMm: mean(n - share, n) }
}
