import type { Interval } from '../../numeric/interval.ts'
import { studentT975 } from '../../numeric/studentT.ts'

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
 * Flow from drops counted over a time, L/h, with the interval of drop size and of a Poisson count
 * (Garwood's limits in Byar's approximation: Rothman & Boice 1979, from memory; within 1 % of the exact ones from 4 drops on).
 * @param drops - At least 1. @param seconds - Above 0.
 * @throws {RangeError} Outside these.
 */
export function flowFromDropsLH(drops: number, seconds: number): Interval {
  if (!(drops >= 1)) throw new RangeError(`drops: expected at least 1, got ${drops}`)
  if (!(seconds > 0)) throw new RangeError(`drops: expected a time above 0 s, got ${seconds}`)
  const [lo, hi] = countLimits(drops)
  return ofSizes({ value: (drops / seconds) * 3600, lo: (lo / seconds) * 3600, hi: (hi / seconds) * 3600 })
}

function countLimits(n: number): [number, number] {
  const z = 1.96
  return [
    n * (1 - 1 / (9 * n) - z / (3 * Math.sqrt(n))) ** 3,
    (n + 1) * (1 - 1 / (9 * (n + 1)) + z / (3 * Math.sqrt(n + 1))) ** 3,
  ]
}

/** Drops an hour to litres an hour, over all sizes of a drop. */
const ofSizes = (perHour: Interval): Interval => ({
  value: (perHour.value * DROP_ML.mid) / 1000,
  lo: (perHour.lo * DROP_ML.lo) / 1000,
  hi: (perHour.hi * DROP_ML.hi) / 1000,
})

/** Fewest drops that give a rate. */
export const LEAST_DROPS = 4
/** How exactly an instant is pressed, s. Estimate. */
const PRESS_S = 0.12

/**
 * Rate of drops from a press at each: a dripping leak is more even than chance, so its interval comes from how much the gaps differ
 * (Student's t over the gaps), not from the count alone.
 * @param atS - Instants of the presses, s, rising; at least LEAST_DROPS.
 * @returns Drops a minute, and L/h over all sizes of a drop. Null with fewer presses, or all at one instant.
 */
export function rateOfDrops(atS: readonly number[]): { perMinute: Interval; flowLH: Interval } | null {
  const gaps = atS.slice(1).map((t, i) => t - (atS[i] ?? Number.NaN))
  const n = gaps.length
  const mean = gaps.reduce((a, b) => a + b, 0) / n
  if (atS.length < LEAST_DROPS || !(mean > 0)) return null
  const variance = gaps.reduce((sum, gap) => sum + (gap - mean) ** 2, 0) / (n - 1)
  // The mean gap is the whole time over n: an error of the first and the last press alone is in it.
  const half = Math.hypot(studentT975(n - 1) * Math.sqrt(variance / n), (1.96 * Math.SQRT2 * PRESS_S) / n)
  const perMinute = {
    value: 60 / mean,
    lo: 60 / (mean + half),
    // Gaps that differ so much that none would do as well: the count's own limit.
    hi: half < 0.8 * mean ? 60 / (mean - half) : (60 * countLimits(n)[1]) / (n * mean),
  }
  const hourly = { value: perMinute.value * 60, lo: perMinute.lo * 60, hi: perMinute.hi * 60 }
  return { perMinute, flowLH: ofSizes(hourly) }
}
