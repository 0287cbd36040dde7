import { findRoot } from './findRoot.ts'

/** ln Γ(x) for x > 0, Lanczos approximation (g = 7, n = 9), relative error near 1e-15. */
function logGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ]
  let sum = c[0] ?? Number.NaN
  for (let i = 1; i < 9; i++) sum += (c[i] ?? Number.NaN) / (x - 1 + i)
  const t = x + 6.5
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum)
}

/** Regularised incomplete beta by the continued fraction of Lentz (Numerical Recipes §6.4 form). */
function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(b, a, 1 - x)
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x))
  const tiny = 1e-300
  let c = 1
  let d = 1 - ((a + b) * x) / (a + 1)
  d = 1 / (Math.abs(d) < tiny ? tiny : d)
  let h = d
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 + even * d
    d = 1 / (Math.abs(d) < tiny ? tiny : d)
    c = 1 + even / c
    if (Math.abs(c) < tiny) c = tiny
    h *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 + odd * d
    d = 1 / (Math.abs(d) < tiny ? tiny : d)
    c = 1 + odd / c
    if (Math.abs(c) < tiny) c = tiny
    const step = d * c
    h *= step
    if (Math.abs(step - 1) < 1e-15) break
  }
  return (front * h) / a
}

const known = new Map<number, number>()

/**
 * Two-sided 95 % point of Student's t, i.e. t(0.975).
 * @param degreesOfFreedom - At least 1; need not be whole.
 * @throws {RangeError} If below 1 or not finite.
 * @example studentT975(10) // 2.2281389
 */
export function studentT975(degreesOfFreedom: number): number {
  if (!(degreesOfFreedom >= 1 && Number.isFinite(degreesOfFreedom)))
    throw new RangeError(`studentT975: expected at least 1 degree of freedom, got ${degreesOfFreedom}`)
  const cached = known.get(degreesOfFreedom)
  if (cached !== undefined) return cached
  const upperTail = (t: number) =>
    incompleteBeta(degreesOfFreedom / 2, 0.5, degreesOfFreedom / (degreesOfFreedom + t * t)) / 2
  const root = findRoot((t) => upperTail(t) - 0.025, 1.9, 13, 1e-10)
  if (root.outcome !== 'found') throw new RangeError(`studentT975: no root for ${degreesOfFreedom}`)
  if (known.size < 10_000) known.set(degreesOfFreedom, root.x)
  return root.x
}
