import { linearLeastSquares } from '../../../numeric/leastSquares.ts'
import { studentT975 } from '../../../numeric/studentT.ts'
import { LEAK_LAWS, type LeakLaw } from '../../../physics/leak/leakLaw.ts'

/** A leak caught at a level: mm above the port, L/h. */
export interface Catch {
  levelMm: number
  flowLH: number
}

export interface CatchHeight {
  /** What each law says; null where the law does not fit the catches. */
  laws: { law: LeakLaw; mm: number; lo: number; hi: number }[]
  /** By the law that fits best. */
  mm: number
  /** Both laws together. */
  lo: number
  hi: number
}

/** Relative error of one catch in a cup over two minutes, and of the level it was made at, mm. Estimates. */
const CATCH_SD = 0.03
const CATCH_LEAST_LH = 0.06
const LEVEL_SD_MM = 2
/** A law is left out when its misfit exceeds this chi-square per degree of freedom. */
const MISFIT = 6

/**
 * Leak height from catches at three or more levels: Q² (orifice) or Q (seepage) against the level is a line that meets zero at z₀.
 * Source: Torricelli and Darcy laws; the interval of the crossing by Fieller's method (1954).
 * @param catches - At least three with water flowing.
 * @returns null below three leaking levels; the highest dry level bounds z₀ from below and is kept as `lo`.
 */
export function heightFromCatches(catches: readonly Catch[]): CatchHeight | null {
  const wet = catches.filter((c) => c.flowLH > CATCH_LEAST_LH)
  const dry = catches.filter((c) => c.flowLH <= CATCH_LEAST_LH)
  if (wet.length < 3) return null
  const lowestWet = Math.min(...wet.map((c) => c.levelMm))
  const highestDry = Math.max(Number.NEGATIVE_INFINITY, ...dry.map((c) => c.levelMm))
  const fits = LEAK_LAWS.map((law) => ({ law, ...crossing(law, wet) }))
  const best = Math.min(...fits.map((f) => f.chi2))
  const laws = fits
    .filter((f) => f.chi2 <= Math.max(MISFIT * Math.max(1, wet.length - 2), best + 4) && f.mm !== null)
    .map(({ law, mm, lo, hi }) => ({
      law,
      mm: mm as number,
      lo: Math.max(highestDry - LEVEL_SD_MM, lo),
      hi: Math.min(lowestWet + LEVEL_SD_MM, hi),
    }))
    .filter((f) => f.lo <= f.hi)
  if (laws.length === 0) return null
  const first = fits.reduce((a, b) => (b.chi2 < a.chi2 ? b : a))
  const mm = laws.find((l) => l.law === first.law)?.mm ?? (laws[0]?.mm as number)
  return { laws, mm, lo: Math.min(...laws.map((l) => l.lo)), hi: Math.max(...laws.map((l) => l.hi)) }
}

function crossing(
  law: LeakLaw,
  wet: readonly Catch[],
): { chi2: number; mm: number | null; lo: number; hi: number } {
  const none = { chi2: Number.POSITIVE_INFINITY, mm: null, lo: 0, hi: 0 }
  const y = wet.map((c) => (law === 'orifice' ? c.flowLH ** 2 : c.flowLH))
  const centre = wet.reduce((a, c) => a + c.levelMm, 0) / wet.length
  const design = wet.map((c) => [1, c.levelMm - centre])
  const power = law === 'orifice' ? 2 : 1
  let sigma = y.map((v, i) => {
    const floor = power * CATCH_LEAST_LH * (wet[i]?.flowLH ?? 0) ** (power - 1)
    return Math.hypot(power * CATCH_SD * v, floor)
  })
  let fit = linearLeastSquares(design, y, sigma)
  for (let round = 0; round < 2 && fit; round++) {
    const slope = fit.coefficients[1] ?? Number.NaN
    sigma = sigma.map((s) => Math.hypot(s, slope * LEVEL_SD_MM))
    fit = linearLeastSquares(design, y, sigma)
  }
  if (!fit || !((fit.coefficients[1] ?? Number.NaN) > 0)) return none
  const [a, b] = [fit.coefficients[0] ?? Number.NaN, fit.coefficients[1] ?? Number.NaN]
  const [vaa, vab, vbb] = [
    fit.unscaledCovariance[0]?.[0] as number,
    fit.unscaledCovariance[0]?.[1] as number,
    fit.unscaledCovariance[1]?.[1] as number,
  ]
  // Fieller: all x with (a + b·x)² ≤ t²·var(a + b·x). The errors are known, so few points do not cost a large t.
  const t2 = Math.min(studentT975(Math.max(1, fit.degreesOfFreedom) + 8), 2.4) ** 2
  const qa = b * b - t2 * vbb
  const qb = 2 * (a * b - t2 * vab)
  const qc = a * a - t2 * vaa
  const disc = qb * qb - 4 * qa * qc
  if (qa <= 0 || disc < 0) return { ...none, chi2: fit.rss }
  const root = Math.sqrt(disc)
  return {
    chi2: fit.rss,
    mm: centre - a / b,
    lo: centre + (-qb - root) / (2 * qa),
    hi: centre + (-qb + root) / (2 * qa),
  }
}

/** Height of a leak from the level at which its drip stopped: a drop hangs on, so it lies there or a little lower. Estimate. */
export function heightFromStopLevel(stopMm: number): { value: number; lo: number; hi: number } {
  return { value: stopMm - 4, lo: stopMm - 15, hi: stopMm + 6 }
}
