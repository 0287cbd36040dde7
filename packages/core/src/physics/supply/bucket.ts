import type { FlowValue } from '../../numeric/interval.ts'

/** Error of one press of a stopwatch, s, and of a bucket's mark, share; one standard deviation. Estimates. */
const PRESS_S = 0.3
const MARK_SHARE = 0.015
/** Shorter than this, the presses weigh too much: use a larger bucket, s. */
export const BUCKET_LEAST_S = 25

/**
 * Flow by a timed bucket, L/min, with its 95 % interval: two presses of the watch and one mark.
 * @param litres - Up to the mark, above 0. @param seconds - Above 0.
 * @throws {RangeError} If either is not above 0.
 */
export function bucketTest(litres: number, seconds: number): FlowValue {
  if (!(litres > 0)) throw new RangeError(`bucket: expected a volume above 0 L, got ${litres}`)
  if (!(seconds > 0)) throw new RangeError(`bucket: expected a time above 0 s, got ${seconds}`)
  const value = (litres / seconds) * 60
  const se = value * Math.hypot(MARK_SHARE, (PRESS_S * Math.SQRT2) / seconds)
  return { value, se, lo: value - 1.96 * se, hi: value + 1.96 * se }
}
