import { median } from './quantile.ts'

/** Standard deviation of a reading from second differences, which a steady movement does not reach; same unit as `mm`. */
export function localNoiseMm(mm: Float64Array): number {
  if (mm.length < 3) return 0
  const second = new Float64Array(mm.length - 2)
  for (let i = 0; i < second.length; i++)
    second[i] = Math.abs((mm[i] ?? Number.NaN) - 2 * (mm[i + 1] ?? Number.NaN) + (mm[i + 2] ?? Number.NaN))
  return (1.4826 * median(second)) / Math.sqrt(6)
}
