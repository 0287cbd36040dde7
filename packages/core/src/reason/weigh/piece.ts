import type { Message } from '../../message.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { type Likelihood, NO_FAULT, toldApartBy } from '../diagnosis/likelihood.ts'
import type { FaultWay } from './faultWays.ts'
import { sharpChance } from './sharpness.ts'

/** Something seen, as far as it speaks about faults. */
export interface Piece {
  id: string
  /** What was found; null = silence, which is weighed and not told. */
  says: Message | null
  from: FoundBy
  likelihood: Likelihood
}

/** The way of a number; null = no fault. */
export const wayOf = (ways: readonly FaultWay[], n: number): FaultWay | null =>
  n === NO_FAULT ? null : (ways[n] as FaultWay)

/**
 * Chance of something that either of two faults brings about while the machine runs, `usual` where neither does.
 * @param of - Chance with one way; undefined = it is not about that way.
 */
export function either(
  ways: readonly FaultWay[],
  of: (way: FaultWay) => number | undefined,
  usual: number,
): Likelihood {
  // Asked of thousands of pairs: each way is asked once.
  const own = vectorOf(ways, (way) => (way.rests ? Number.NaN : sharpChance(of(way) ?? Number.NaN)))
  const anyhow = sharpChance(usual)
  return toldApartBy(own, (first, second) => {
    const a = first === NO_FAULT ? Number.NaN : (own[first] ?? Number.NaN)
    const b = second === NO_FAULT ? Number.NaN : (own[second] ?? Number.NaN)
    if (Number.isNaN(a)) return Number.isNaN(b) ? anyhow : b
    return Number.isNaN(b) ? a : 1 - (1 - a) * (1 - b)
  })
}

/** Whether what was seen on a tap, or on none in particular, speaks of this way. */
export const onItsSide = (way: FaultWay, tap: string | null | undefined): boolean =>
  way.tap === null || tap === null || tap === undefined || way.tap === tap
