import { FAULT_IDS } from '../../catalogue/catalogueIds.ts'
import { DRAIN_FAULTS } from './drainFaults.ts'
import type { FaultCard, FaultId } from './faultCard.ts'
import { INLET_FAULTS } from './inletFaults.ts'
import { LEVEL_FAULTS } from './levelFaults.ts'
import { TUB_FAULTS } from './tubFaults.ts'

/** Every fault's card, in the order of the water. */
export const FAULT_CARDS: readonly FaultCard[] = [
  ...INLET_FAULTS,
  ...LEVEL_FAULTS,
  ...DRAIN_FAULTS,
  ...TUB_FAULTS,
]

const BY_ID = new Map(FAULT_CARDS.map((card) => [card.id, card]))
for (const id of FAULT_IDS)
  if (id !== 'none' && id !== 'unlisted' && !BY_ID.has(id))
    throw new Error(`fault ${id}: expected a card, found none`)

/** @throws {RangeError} If there is no such fault. */
export function faultCard(id: FaultId): FaultCard {
  const card = BY_ID.get(id)
  if (!card) throw new RangeError(`fault: expected an id of the catalogue, got ${id}`)
  return card
}
