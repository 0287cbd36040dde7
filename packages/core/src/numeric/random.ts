/** A stream of numbers in [0, 1). */
export type RandomSource = () => number

/**
 * Seeded uniform random numbers: the same seed gives the same stream on every machine.
 * Mulberry32 (public domain); 2³² states are ample for bands of a few thousand samples.
 */
export function seededRandom(seed: number): RandomSource {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/**
 * Standard normal quantile, relative error near 1e-16: Wichura 1988, Applied Statistics 37, algorithm AS 241 (coefficients from memory).
 * @param p - Above 0 and below 1.
 */
export function normalQuantile(p: number): number {
  const q = p - 0.5
  if (Math.abs(q) <= 0.425) {
    const r = 0.180625 - q * q
    return (q * horner(CENTRE_TOP, r)) / horner(CENTRE_BOTTOM, r)
  }
  const r = Math.sqrt(-Math.log(q < 0 ? p : 1 - p))
  const tail =
    r <= 5 ? horner(NEAR_TOP, r - 1.6) / horner(NEAR_BOTTOM, r - 1.6) : horner(FAR_TOP, r - 5) / horner(FAR_BOTTOM, r - 5)
  return q < 0 ? -tail : tail
}

function horner(rising: readonly number[], x: number): number {
  let sum = 0
  for (let i = rising.length - 1; i >= 0; i--) sum = sum * x + (rising[i] as number)
  return sum
}
const CENTRE_TOP = [
  3.387132872796366608, 133.14166789178437745, 1971.5909503065514427, 13731.693765509461125, 45921.953931549871457,
  67265.770927008700853, 33430.575583588128105, 2509.0809287301226727,
]
const CENTRE_BOTTOM = [
  1, 42.313330701600911252, 687.1870074920579083, 5394.1960214247511077, 21213.794301586595867,
  39307.89580009271061, 28729.085735721942674, 5226.495278852854561,
]
const NEAR_TOP = [
  1.42343711074968357734, 4.6303378461565452959, 5.7694972214606914055, 3.64784832476320460504,
  1.27045825245236838258, 0.24178072517745061177, 0.0227238449892691845833, 7.7454501427834140764e-4,
]
const NEAR_BOTTOM = [
  1, 2.05319162663775882187, 1.6763848301838038494, 0.68976733498510000455, 0.14810397642748007459,
  0.0151986665636164571966, 5.475938084995344946e-4, 1.05075007164441684324e-9,
]
const FAR_TOP = [
  6.6579046435011037772, 5.4637849111641143699, 1.7848265399172913358, 0.29656057182850489123,
  0.026532189526576123093, 0.0012426609473880784386, 2.71155556874348757815e-5, 2.01033439929228813265e-7,
]
const FAR_BOTTOM = [
  1, 0.59983220655588793769, 0.13692988092273580531, 0.0148753612908506148525, 7.868691311456132591e-4,
  1.8463183175100546818e-5, 1.4215117583164458887e-7, 2.04426310338993978564e-15,
]

/** Standard normal deviate from exactly one uniform draw. */
export function standardNormal(random: RandomSource): number {
  return normalQuantile(Math.min(1 - 1e-12, Math.max(1e-12, random())))
}

/**
 * Normal deviate held inside [low, high].
 * It takes exactly one draw whatever its arguments: two bands from one seed then differ by what is known, not by luck.
 */
export function clippedNormal(random: RandomSource, mean: number, sd: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, mean + sd * standardNormal(random)))
}
