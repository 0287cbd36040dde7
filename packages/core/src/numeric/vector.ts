/**
 * A figure of each item, in their order. The language's own way of filling such an array takes ten times as long.
 * @param of - The figure, of any unit, of an item and its number.
 */
export function vectorOf<T>(
  items: ArrayLike<T>,
  of: (item: T, n: number) => number,
): Float64Array<ArrayBuffer> {
  const out = new Float64Array(items.length)
  for (let n = 0; n < out.length; n++) out[n] = of(items[n] as T, n)
  return out
}
