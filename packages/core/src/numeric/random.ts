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
    r <= 5
      ? horner(NEAR_TOP, r - 1.6) / horner(NEAR_BOTTOM, r - 1.6)
      : horner(FAR_TOP, r - 5) / horner(FAR_BOTTOM, r - 5)
  return q < 0 ? -tail : tail
}

function horner(rising: readonly number[], x: number): number {
  let sum = 0
  for (let i = rising.length - 1; i >= 0; i--) sum = sum * x + (rising[i] ?? Number.NaN)
  return sum
}
const CENTRE_TOP = [
  3.3871328727963665, 133.14166789178438, 1971.5909503065513, 13731.69376550946, 45921.95393154987,
  67265.7709270087, 33430.57558358813, 2509.0809287301227,
]
const CENTRE_BOTTOM = [
  1, 42.31333070160091, 687.1870074920579, 5394.196021424751, 21213.794301586597, 39307.89580009271,
  28729.085735721943, 5226.495278852854,
]
const NEAR_TOP = [
  1.4234371107496835, 4.630337846156546, 5.769497221460691, 3.6478483247632045, 1.2704582524523684,
  0.2417807251774506, 0.022723844989269184, 0.0007745450142783414,
]
const NEAR_BOTTOM = [
  1, 2.053191626637759, 1.6763848301838038, 0.6897673349851, 0.14810397642748008, 0.015198666563616457,
  0.0005475938084995345, 1.0507500716444169e-9,
]
const FAR_TOP = [
  6.657904643501103, 5.463784911164114, 1.7848265399172913, 0.29656057182850487, 0.026532189526576124,
  0.0012426609473880784, 2.7115555687434876e-5, 2.0103343992922881e-7,
]
const FAR_BOTTOM = [
  1, 0.599832206555888, 0.1369298809227358, 0.014875361290850615, 0.0007868691311456133,
  1.8463183175100548e-5, 1.421511758316446e-7, 2.0442631033899397e-15,
]

/** Standard normal deviate from exactly one uniform draw. */
export function standardNormal(random: RandomSource): number {
  return normalQuantile(Math.min(1 - 1e-12, Math.max(1e-12, random())))
}

/**
 * Normal deviate held inside [low, high].
 * It takes exactly one draw whatever its arguments: two bands from one seed then differ by what is known, not by luck.
 */
export function clippedNormal(
  random: RandomSource,
  mean: number,
  sd: number,
  low: number,
  high: number,
): number {
  return Math.min(high, Math.max(low, mean + sd * standardNormal(random)))
}
