/** Seeded draws of the study: its own generator, not the core's. */
export interface Draw {
  uniform: (low: number, high: number) => number
  normal: (mean: number, sd: number) => number
  chance: (p: number) => boolean
}

/** Marsaglia's xorshift128. */
export function makeDraw(seed: number): Draw {
  let [x, y, z, w] = [seed | 0 || 1, 362436069, 521288629, 88675123]
  const next = () => {
    const t = x ^ (x << 11)
    x = y
    y = z
    z = w
    w = w ^ (w >>> 19) ^ t ^ (t >>> 8)
    return (w >>> 0) / 4294967296
  }
  for (let i = 0; i < 20; i++) next()
  const normal = (mean: number, sd: number) => {
    // Sum of twelve uniforms: normal enough inside ±3.
    let sum = -6
    for (let i = 0; i < 12; i++) sum += next()
    return mean + sd * sum
  }
  return { uniform: (low, high) => low + (high - low) * next(), normal, chance: (p) => next() < p }
}
