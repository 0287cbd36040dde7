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
  const low = sorted[below] ?? Number.NaN
  const high = sorted[Math.min(below + 1, sorted.length - 1)] ?? Number.NaN
  return low + (high - low) * (position - below)
}

/** Median of any values; they stay in their order. @throws {RangeError} If there are none. */
export function median(values: ArrayLike<number>): number {
  return medianInPlace(new Float64Array(values))
}

/** Median of values that may be put in another order for it (Hoare's selection, 1961). @throws {RangeError} If there are none. */
export function medianInPlace(values: Float64Array): number {
  const n = values.length
  if (n === 0) throw new RangeError('quantile of no values')
  const middle = n >> 1
  const high = selectInPlace(values, middle)
  if (n % 2) return high
  let low = values[0] ?? Number.NaN
  for (let i = 1; i < middle; i++) if ((values[i] ?? Number.NaN) > low) low = values[i] ?? Number.NaN
  return (low + high) / 2
}

/** The value of rank k from 0; smaller ones end before it, larger ones after it. */
function selectInPlace(values: Float64Array, k: number): number {
  let [from, to] = [0, values.length - 1]
  while (from < to) {
    const pivot = values[(from + to) >> 1] ?? Number.NaN
    let [i, j] = [from, to]
    while (i <= j) {
      while ((values[i] ?? Number.NaN) < pivot) i++
      while (pivot < (values[j] ?? Number.NaN)) j--
      if (i > j) break
      const held = values[i] ?? Number.NaN
      values[i] = values[j] ?? Number.NaN
      values[j] = held
      i++
      j--
    }
    if (k <= j) to = j
    else if (k >= i) from = i
    else break
  }
  return values[k] ?? Number.NaN
}
