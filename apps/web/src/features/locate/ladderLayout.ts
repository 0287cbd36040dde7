/** Where labels stand beside what they name, without touching each other. */

/**
 * Label positions as near as can be to where they belong, in order and at least `gap` apart (isotonic regression by pooling adjacent
 * violators; Barlow et al. 1972, from memory), inside a range.
 * @param wanted - Where each belongs, px, rising. @param gap - Least distance, px. @param range - First and last position allowed.
 * @returns Positions in the same order; closer than `gap` only when the range cannot hold them all.
 */
export function spreadLabels(
  wanted: readonly number[],
  gap: number,
  range: readonly [number, number],
): number[] {
  const n = wanted.length
  if (n === 0) return []
  const [first, last] = range
  const step = n > 1 ? Math.min(gap, (last - first) / (n - 1)) : 0
  // Without the gaps the positions only have to rise.
  const blocks: { sum: number; count: number }[] = []
  wanted.forEach((y, i) => {
    blocks.push({ sum: y - i * step, count: 1 })
    for (;;) {
      const b = blocks.at(-1)
      const a = blocks.at(-2)
      if (!a || !b || a.sum / a.count <= b.sum / b.count) break
      blocks.splice(-2, 2, { sum: a.sum + b.sum, count: a.count + b.count })
    }
  })
  const low = first
  const high = last - (n - 1) * step
  const flat = blocks.flatMap(({ sum, count }) => Array<number>(count).fill(sum / count))
  return flat.map((z, i) => Math.min(Math.max(z, low), Math.max(low, high)) + i * step)
}

/** Columns for bars that may not overlap, each in the first that is free. @param bars - Lowest and highest, any unit. */
export function barColumns(bars: readonly (readonly [number, number])[], margin: number): number[] {
  const columns: number[] = Array<number>(bars.length).fill(0)
  const ends: number[] = []
  const order = bars.map((_, i) => i).sort((a, b) => (bars[a]?.[0] ?? 0) - (bars[b]?.[0] ?? 0))
  for (const i of order) {
    const [lo, hi] = bars[i] as readonly [number, number]
    let column = ends.findIndex((end) => end + margin < lo)
    if (column < 0) column = ends.length
    ends[column] = hi
    columns[i] = column
  }
  return columns
}
