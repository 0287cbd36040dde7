import type { Message } from '../../message.ts'
import type { FaultCard } from '../catalogue/faultCard.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { type Likelihood, NO_FAULT } from '../diagnosis/likelihood.ts'
import type { FaultWay } from './faultWays.ts'

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

/** The way of a number that shows while the machine runs; null = none does. */
export function shownWay(ways: readonly FaultWay[], n: number): FaultWay | null {
  const way = wayOf(ways, n)
  return way?.rests ? null : way
}

/** Chance of something that either of two faults brings about while the machine runs, `usual` where neither does. */
export function either(
  ways: readonly FaultWay[],
  first: number,
  second: number,
  of: (way: FaultWay) => number | undefined,
  usual: number,
): number {
  const [a, b] = [first, second].map((n) => {
    const way = shownWay(ways, n)
    return way ? of(way) : undefined
  })
  if (a === undefined) return b ?? usual
  return b === undefined ? a : 1 - (1 - a) * (1 - b)
}

/** Whether what was seen on a tap, or on none in particular, speaks of this way. */
export const onItsSide = (way: FaultWay, tap: string | null | undefined): boolean =>
  way.tap === null || tap === null || tap === undefined || way.tap === tap

export const effectOf =
  <K extends 'drain' | 'fill' | 'sensing' | 'circuit'>(kind: K) =>
  (way: FaultWay): NonNullable<FaultCard[K]> | undefined =>
    way.card[kind] as NonNullable<FaultCard[K]> | undefined
