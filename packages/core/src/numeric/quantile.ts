/**
 * Quantile of values already in rising order, linear between order statistics (type 7 of Hyndman and Fan 1996).
 * @param sorted - Rising, at least one value.
 * @param p - In [0, 1].
 * @throws {RangeError} If `sorted` is empty or `p` is outside [0, 1].
 */
export function quantileOfSorted(sorted: ArrayLike<number>, p: number): number {
  if (sorted.length === 0) throw new RangeError('quantile of no values')
  if (!(p >= 0 && p <= 1)) throw new RangeError(`quantile: expected p in 0..1, got ${p}`)
  const position = (sorted.length - 1) * p
  const below = Math.floor(position)
  const low = sorted[below] as number
  const high = sorted[Math.min(below + 1, sorted.length - 1)] as number
  return low + (high - low) * (position - below)
}

/** Median of any values (a copy is sorted). @throws {RangeError} If there are none. */
export function median(values: ArrayLike<number>): number {
  return medianInPlace(new Float64Array(values))
}

/** Median of values that are put in rising order for it. @throws {RangeError} If there are none. */
export function medianInPlace(values: Float64Array): number {
  return quantileOfSorted(values.sort(), 0.5)
}
