import type { Interval } from './interval.ts'

/** 97.5 % point of the standard normal distribution. */
const Z = 1.959963984540054

/**
 * A share by how often something was so, with its 95 % interval (Wilson's score interval, 1927, from memory): it stays within 0 and 1 and means something at few counts.
 * @param yes - How often it was so. @param n - Of how many.
 * @throws {RangeError} If the counts do not fit each other, or there are none.
 */
export function wilson(yes: number, n: number): Interval {
  if (!(n > 0) || !(yes >= 0) || yes > n)
    throw new RangeError(`yes of n: expected 0 to n of more than 0, got ${yes} of ${n}`)
  const share = yes / n
  const z2n = (Z * Z) / n
  const middle = (share + z2n / 2) / (1 + z2n)
  const half = (Z * Math.sqrt((share * (1 - share)) / n + z2n / (4 * n))) / (1 + z2n)
  return { value: share, lo: Math.max(0, middle - half), hi: Math.min(1, middle + half) }
}
