import { PART_IDS } from '../../catalogue/catalogueIds.ts'
import type { PartId } from '../../machine/parts.ts'

/** A part that went, and how many of it to have in the van. */
export interface Carried {
  part: PartId
  /** Replaced in the year behind. */
  went: number
  carry: number
}

/** Until the shelf is filled again, weeks; and how surely the van is not short by then. Estimates. */
const WEEKS = 4
const ENOUGH = 0.9
const YEAR_WEEKS = 52
const MANY = 200
/** 90 % point of the standard normal distribution. */
const Z_ENOUGH = 1.2815515655446004
/** Parts that go less often are ordered when they are needed: of twelve weeks one would not miss them. */
const LEAST_A_YEAR = 3

/**
 * How many of a part cover what goes until the shelf is filled again, with nine chances of ten: the quantile of a Poisson count at the rate of
 * the year behind. @param went - In a year. @throws {RangeError} If it is less than nothing.
 */
export function carryFor(went: number): number {
  if (!(went >= 0)) throw new RangeError(`went: expected 0 or more, got ${went}`)
  const mean = (went * WEEKS) / YEAR_WEEKS
  // So many that the chance of none is no number any more: as a normal count.
  if (mean > MANY) return Math.ceil(mean + Z_ENOUGH * Math.sqrt(mean))
  let [n, p] = [0, Math.exp(-mean)]
  for (let sum = p; sum < ENOUGH; sum += p) p *= mean / ++n
  return n
}

/** The few parts that go most, most first. What cannot be read counts as nothing. */
export const toCarry = (rows: readonly { part: string; went: number }[]): Carried[] =>
  rows
    .flatMap(({ part, went }) => {
      const id = PART_IDS.find((one) => one === part)
      return id && went >= LEAST_A_YEAR ? [{ part: id, went, carry: Math.max(1, carryFor(went)) }] : []
    })
    .sort((a, b) => b.went - a.went)
