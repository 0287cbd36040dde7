import { vectorOf } from '../../numeric/vector.ts'

/**
 * Chances of cards and leaks are kept soft one by one, and came out too doubtful together: each is taken more decided, as its odds raised to
 * this power. Settled on the studies of leak sites and of the whole catalogue.
 */
const SHARPNESS = 1.2

/** A chance as it is weighed. */
export function sharpChance(p: number): number {
  const yes = p ** SHARPNESS
  return yes / (yes + (1 - p) ** SHARPNESS)
}

/** Chances of all outcomes as they are weighed, summing to 1. */
export function sharpShares(shares: ArrayLike<number>): Float64Array {
  const out = vectorOf(shares, (p) => p ** SHARPNESS)
  const total = out.reduce((a, b) => a + b, 0)
  return out.map((p) => p / total)
}

/** A likelihood of the leak model as it is weighed. */
export const sharpLikelihood = (p: number): number => Math.max(1e-12, p) ** SHARPNESS
