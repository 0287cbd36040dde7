import { FAULT_IDS } from '../../catalogue/catalogueIds.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { DRAIN_FAULTS } from './drainFaults.ts'
import type { FaultCard, FaultId } from './faultCard.ts'
import { INLET_FAULTS } from './inletFaults.ts'
import { LEVEL_FAULTS } from './levelFaults.ts'
import { SOUND_LOOKS } from './soundLooks.ts'
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

for (const card of FAULT_CARDS) checkCard(card)

/** What a card says must be chances of outcomes that its checks have. @throws {Error} With the card, the look and what is wrong. */
function checkCard({ id, says, looks, shows }: FaultCard): void {
  const isChance = (p: number) => p >= 0 && p <= 1
  for (const [complaint, p] of Object.entries(says))
    if (!isChance(p)) throw new Error(`${id}, ${complaint}: expected a chance of 0 to 1, got ${p}`)
  if (shows !== undefined && !(shows > 0 && shows < 1))
    throw new Error(`${id}, shows: expected a share between 0 and 1, got ${shows}`)
  for (const [check, given] of Object.entries(looks ?? {})) {
    const sound = SOUND_LOOKS[check as CheckId]
    if (!sound) throw new Error(`${id}, ${check}: expected a look of the table of sound ones`)
    const unknown = Object.keys(given).find((value) => !(value in sound))
    if (unknown) throw new Error(`${id}, ${check}: expected one of ${Object.keys(sound)}, got ${unknown}`)
    const total = Object.values(given).reduce((a, b) => a + b, 0)
    if (!Object.values(given).every(isChance) || total > 1 + 1e-9)
      throw new Error(`${id}, ${check}: expected chances that sum to at most 1, got ${total}`)
  }
}

/** @throws {RangeError} If there is no such fault. */
export function faultCard(id: FaultId): FaultCard {
  const card = BY_ID.get(id)
  if (!card) throw new RangeError(`fault: expected an id of the catalogue, got ${id}`)
  return card
}
