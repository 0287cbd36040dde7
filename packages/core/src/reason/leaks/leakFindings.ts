import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { Amount, Trail } from './leakFaults.ts'
import type { LeakHistory } from './leakHistory.ts'
import type { LeakPlace } from './leakPlaces.ts'

/** What a phase of the leak test showed. `not-said`: neither, though it may have been watched. */
export type PhaseSeen = 'wet' | 'dry' | 'not-tried' | 'not-said'

/** Everything of a visit that speaks about leaks, in one shape for the app and for a visit file. Levels are mm above the port. */
export interface LeakFindings {
  phases: Readonly<Record<LeakPhase, PhaseSeen>>
  /** Phases that were timed as runs, whether or not anyone watched for water. */
  ran: readonly LeakPhase[]
  /** Where water was seen, with the phase it was seen in when that was said. */
  places: readonly { place: LeakPlace; phase: LeakPhase | null }[]
  amounts: readonly { amount: Amount; phase: LeakPhase | null }[]
  trails: readonly Trail[]
  looks: readonly { check: CheckId; value: string }[]
  /** Complaints of the customer; empty = none recorded. */
  complaints: readonly string[]
  /** What repeated catches gave, L/h at a level. */
  catches: readonly { levelMm: number; flowLH: number }[]
  /** Stain under the closed machine after a whole cycle; null = not laid out. */
  cardboard: readonly LeakPlace[] | 'dry' | null
  /** Level at which the holds began, and where the last one ended; null = no hold. */
  hold: {
    /** Likelihood of each cause of the level's movement, summing to 1. */
    chances: Readonly<Record<'tight' | 'leak' | 'soaking' | 'siphon' | 'seep-in', number>>
    fromMm: number
    toMm: number
    lossLH: number
    seLH: number
    /** Loss as the visit states it, L/h: every page says the same. */
    statedLH: number
  } | null
  /** Height of the leak from a stop level, catches or a curve, with what each law says where they differ. */
  height: { value: number; lo: number; hi: number; laws: readonly { mm: number }[] } | null
  /** What is known of the height on one side only. */
  heightBound: { atLeast?: number | undefined; atMost?: number | undefined } | null
  /** Level that the water reaches in fill, hold and motion. */
  levelMm: number
  history: LeakHistory
}
