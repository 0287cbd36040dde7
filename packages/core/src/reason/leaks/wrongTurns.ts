import type { MachineSpec } from '../../machine/machineSpec.ts'
import { checkApplies } from '../checks/applies.ts'
import type { LeakFaultId } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import { FLOOR_PLACES } from './leakPlaces.ts'

/** Mistakes of the trade that may be about to be made. */
export const WRONG_TURN_IDS = [
  'weep-holes-first',
  'puddle-of-the-opening',
  'lowest-is-not-highest',
  'overfull-first',
  'foam-first',
] as const
export type WrongTurn = (typeof WRONG_TURN_IDS)[number]

/**
 * The trade's wrong turns that the findings lead towards. Common practice, no published source.
 * @param present - Probability that a leak is there.
 */
export function wrongTurns(
  machine: MachineSpec,
  found: LeakFindings,
  present: (fault: LeakFaultId) => number,
): WrongTurn[] {
  const turns: WrongTurn[] = []
  const looked = (check: string) => found.looks.some((look) => look.check === check)
  const places = found.places.map(({ place }) => place)
  const centre = places.some((p) => p === 'tub-centre-under' || p === 'centre' || p === 'tub-rear-centre')
  if (
    checkApplies('weep-holes', machine) &&
    (centre || present('tub-seal.leak') > 0.15) &&
    present('tub-seal.leak') + present('shaft-seal.leak') > 0.2 &&
    !looked('weep-holes')
  )
    turns.push('weep-holes-first')
  if (found.history.opened && places.some((p) => p.startsWith('front') || p === 'at-filter-cap'))
    turns.push('puddle-of-the-opening')
  const anyWet = Object.values(found.phases).includes('wet')
  const onFloor = places.filter((p) => (FLOOR_PLACES as readonly string[]).includes(p))
  if (anyWet && onFloor.length > 0 && onFloor.length === places.length) turns.push('lowest-is-not-highest')
  if (found.complaints.includes('overfilling')) turns.push('overfull-first')
  if (
    found.complaints.includes('suds') ||
    found.looks.some((l) => l.check === 'suds.seen' && l.value === 'full')
  )
    turns.push('foam-first')
  return turns
}
