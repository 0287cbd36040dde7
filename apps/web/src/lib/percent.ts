/** A probability. Nothing is certain: the ends of the scale are said as bounds. */
export function percent(probability: number): string {
  if (probability > 0.99) return '> 99 %'
  return probability < 0.01 ? '< 1 %' : `${Math.round(100 * probability)} %`
}
