import type { Interval } from './interval.ts'

/**
 * Ratio of two independent means with its interval by Fieller's theorem (Fieller 1954).
 * @param above - Mean and standard error of what is divided. @param below - Of what it is divided by.
 * @param t - Quantile of the interval; 1.96 for 95 % with known standard errors.
 * @returns Null where `below` cannot be told from nothing: the ratio has no end then.
 */
export function meanRatio(
  above: { mean: number; se: number },
  below: { mean: number; se: number },
  t = 1.96,
): Interval | null {
  const g = ((t * below.se) / below.mean) ** 2
  if (!(g < 1)) return null
  const value = above.mean / below.mean
  const middle = value / (1 - g)
  const half =
    ((t / below.mean) * Math.sqrt(above.se ** 2 + value ** 2 * below.se ** 2 - g * above.se ** 2)) / (1 - g)
  return { value, lo: middle - Math.abs(half), hi: middle + Math.abs(half) }
}
