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

/** Standard normal deviate by Box and Muller (1958). */
export function standardNormal(random: RandomSource): number {
  const u = 1 - random()
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random())
}

/** Normal deviate held inside [low, high]: what lies outside is drawn again, at most 50 times. */
export function clippedNormal(
  random: RandomSource,
  mean: number,
  sd: number,
  low: number,
  high: number,
): number {
  for (let attempt = 0; attempt < 50; attempt++) {
    const x = mean + sd * standardNormal(random)
    if (x >= low && x <= high) return x
  }
  return Math.min(high, Math.max(low, mean))
}
