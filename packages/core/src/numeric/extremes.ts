/** The least of any number of values; Infinity of none. As arguments of a call a long run's readings would not fit on the stack. */
export function leastOf(values: ArrayLike<number>): number {
  let least = Number.POSITIVE_INFINITY
  for (let i = 0; i < values.length; i++) least = Math.min(least, values[i] ?? Number.NaN)
  return least
}

/** The greatest of any number of values; −Infinity of none. */
export function greatestOf(values: ArrayLike<number>): number {
  let greatest = Number.NEGATIVE_INFINITY
  for (let i = 0; i < values.length; i++) greatest = Math.max(greatest, values[i] ?? Number.NaN)
  return greatest
}
