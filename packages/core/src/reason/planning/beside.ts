import type { CheckId } from '../checks/checkTypes.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import type { Change } from './changes.ts'
import type { Needs } from './needs.ts'
import type { GoingOn, WorkState } from './workState.ts'

/** Setting up what then goes on by itself, min. */
const SET_UP_MIN = 1
/** They move the water, or open the way to the level sensing: what stands and is watched would not be the same after. */
const DISTURBS: readonly CheckId[] = [
  'leak.stop-level',
  'leak.catch',
  'level-switch.blow',
  'level-hose.look',
  'air-dome.look',
  'bearing.noise',
  'tub.spins',
  'clutch.feel',
]

/** A valve that seeps seeps no more behind a tap that is shut meanwhile. */
const MOVES_WATER: readonly Change['id'][] = ['water-in', 'water-out', 'taps', 'tip', 'hose-end', 'cap']

/** Whether a look can be made while something goes on by itself: it changes nothing that the other needs. */
export function canGoBeside(
  { needs: going }: GoingOn,
  what: FoundBy,
  needs: Needs,
  changes: readonly Change[],
  before: WorkState,
  after: WorkState,
): boolean {
  if (what.kind !== 'check' || DISTURBS.includes(what.check)) return false
  if (needs.handsFreeMin !== undefined || needs.leaves !== undefined) return false
  // What runs the machine, and what opens it below, moves the water.
  if (needs.mains === 'on' || needs.live || needs.water === 'out' || needs.water === 'contained') return false
  if (changes.some(({ id }) => MOVES_WATER.includes(id))) return false
  return going.mains === undefined || after.mainsOn === before.mainsOn
}

/** What goes on once a step is set up: its own, or what is left of what went on before. @param minutes - Of the step. */
export function goesOnAfter(needs: Needs, minutes: number, beside: GoingOn | null): GoingOn | null {
  if (needs.handsFreeMin !== undefined)
    return needs.handsFreeMin > SET_UP_MIN ? { needs, leftMin: needs.handsFreeMin - SET_UP_MIN } : null
  return beside && beside.leftMin > minutes ? { ...beside, leftMin: beside.leftMin - minutes } : null
}
