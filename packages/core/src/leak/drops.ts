import type { Interval } from '../runs/interval.ts'

/**
 * Volume of a drop, mL: 0.05 for a small clean edge (Ph. Eur. 2.1.1, 20 drops a millilitre, from memory) to 0.25 for a large drip
 * (15 140 drips a US gallon, a published drip calculator, from memory). The two differ five times: a rate is always a range.
 */
export const DROP_ML = { lo: 0.05, mid: 0.11, hi: 0.25 } as const

/**
 * Litres a day from drops a minute.
 * @param dropsPerMinute - 0..400; faster drops run together.
 * @throws {RangeError} Outside that range.
 */
export function litresPerDayFromDrops(dropsPerMinute: number): Interval {
  if (!(dropsPerMinute >= 0 && dropsPerMinute <= 400))
    throw new RangeError(`drops: expected 0..400 a minute, got ${dropsPerMinute}`)
  const of = (ml: number) => (dropsPerMinute * ml * 1440) / 1000
  return { value: of(DROP_ML.mid), lo: of(DROP_ML.lo), hi: of(DROP_ML.hi) }
}

/**
 * Flow from drops counted over a time, L/h, with the interval of drop size and count (Poisson).
 * @param drops - At least 1. @param seconds - Above 0.
 */
export function flowFromDropsLH(drops: number, seconds: number): Interval {
  if (!(drops >= 1)) throw new RangeError(`drops: expected at least 1, got ${drops}`)
  if (!(seconds > 0)) throw new RangeError(`drops: expected a time above 0 s, got ${seconds}`)
  const perHour = (drops / seconds) * 3600
  const count = 1.96 / Math.sqrt(drops)
  return {
    value: (perHour * DROP_ML.mid) / 1000,
    lo: (perHour * Math.max(0, 1 - count) * DROP_ML.lo) / 1000,
    hi: (perHour * (1 + count) * DROP_ML.hi) / 1000,
  }
}
