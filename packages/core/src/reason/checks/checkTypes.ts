import type { CHECK_IDS } from '../../catalogue/catalogueIds.ts'
import type { ActId } from '../../state/gates.ts'
import type { StageId } from '../../state/stages.ts'

export type CheckId = (typeof CHECK_IDS)[number]

/** What an outcome says by itself: sound, worth a look, at fault, or just a fact. */
export type OutcomeTone = 'good' | 'watch' | 'stop' | 'plain'
export interface Outcome {
  value: string
  tone: OutcomeTone
  /** Where this machine gives the outcome another meaning: the name of that wording. */
  as?: string
}

interface CheckBase {
  id: CheckId
  stage: StageId
  /** Minutes it takes, without getting there. Estimates. */
  minutes: number
  /** The act that needs the machine's state to allow it; null = can always be done. */
  act: ActId | null
  /** Once for each tap. */
  perTap: boolean
}
export interface ChoiceCheck extends CheckBase {
  kind: 'choice'
  /** More than one outcome may stand at once. */
  several: boolean
  outcomes: readonly Outcome[]
}
export interface NumberCheck extends CheckBase {
  kind: 'number'
  quantity:
    | 'flow'
    | 'pressure'
    | 'height'
    | 'level'
    | 'volume'
    | 'hourly'
    | 'ohm'
    | 'megohm'
    | 'volt'
    | 'time'
    | 'count'
  /** Possible values in base units: L/min, kPa, mm, L, L/h, ohm, V, s, drops a minute. */
  range: readonly [number, number]
  /** An open circuit can be entered instead of a number. */
  canBeOpen: boolean
}
export type CheckFacts = ChoiceCheck | NumberCheck
