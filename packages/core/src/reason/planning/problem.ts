import type { PartId } from '../../machine/parts.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { CURES, type CureWord } from '../catalogue/cures.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import type { OwnTime } from '../checks/ownTimes.ts'
import { type FaultSet, possibleLooks, rowsOf, setsOf } from '../weigh/nextLooks.ts'
import type { PossibleLook } from '../weigh/possibleLook.ts'
import type { Weighed, WeighedCase } from '../weigh/weighVisit.ts'
import { type Needs, needsOf } from './needs.ts'

/** An act that may end what is wrong. */
export interface PossibleAct {
  act: CureWord
  /** Null = the visit is closed: there is nothing to repair. */
  part: PartId | null
  minutes: number
  /** With what a new part costs, in minutes of work. */
  costMin: number
  /** Share of each set of faults that it ends: of two at once one of them is half. */
  cures: Float64Array
}

/** A look with the chances of its outcomes by set of faults. */
export interface PlannedLook {
  look: PossibleLook
  needs: Needs
  /** For each set, as they are told. */
  rows: readonly Float64Array[]
  /** As they are reckoned with, row after row: readings of many values in steps. */
  outcomes: number
  table: Float64Array
}

/** What the planner reckons with: sets of faults, looks that tell them apart, acts that end them. Given the faults, looks do not depend on each other. */
export interface Problem {
  sets: readonly FaultSet[]
  p: Float64Array
  looks: readonly PlannedLook[]
  acts: readonly PossibleAct[]
}

/** What a new part costs beside the work, in minutes of it. Estimate, until the shop's prices are known. */
const PART_MIN = 30
/** No outcome is impossible. */
const LEAST_SHARE = 1e-9
/** A reading of more values than this is reckoned with in steps of so many; its last value, an open circuit, stands by itself. */
const MANY = 24
const IN_STEPS_OF = 4

/** The step that each outcome falls into. */
const stepsOf = (outcomes: number): number[] =>
  Array.from({ length: outcomes }, (_, k) =>
    outcomes <= MANY
      ? k
      : k === outcomes - 1
        ? Math.ceil((outcomes - 1) / IN_STEPS_OF)
        : Math.floor(k / IN_STEPS_OF),
  )

/**
 * The problem of a visit as it stands.
 * @param notHere - Whether a look cannot be made in this visit.
 * @param times - How long checks really took, where that is known.
 */
export function problemOf(
  visit: WeighedCase,
  weighed: Weighed,
  notHere: (look: PossibleLook) => boolean = () => false,
  times: readonly OwnTime[] = [],
): Problem {
  const sets = setsOf(weighed)
  const looks = possibleLooks(visit, weighed)
    .filter((look) => !notHere(look))
    .map((look): PlannedLook => {
      const rows = rowsOf(look, sets)
      const stepOf = stepsOf(look.outcomes.length)
      const outcomes = (stepOf.at(-1) ?? 0) + 1
      const table = new Float64Array(sets.length * outcomes).fill(LEAST_SHARE)
      rows.forEach((row, n) => {
        row.forEach((share, k) => {
          const at = n * outcomes + (stepOf[k] ?? 0)
          table[at] = (table[at] ?? 0) + share
        })
      })
      return { look, needs: needsOf(look.what, visit.machine, weighed.parts, times), rows, outcomes, table }
    })
  return { sets, p: vectorOf(sets, ({ p }) => p), looks, acts: actsFor(sets) }
}

/** Every act that would end some of it, each with what it ends. */
export function actsFor(sets: readonly FaultSet[]): PossibleAct[] {
  const acts = new Map<string, PossibleAct>()
  const add = (act: CureWord, part: PartId | null, minutes: number, n: number, share: number) => {
    const key = `${act} ${part}`
    const known = acts.get(key) ?? { act, part, minutes: 0, costMin: 0, cures: new Float64Array(sets.length) }
    known.minutes = Math.max(known.minutes, minutes)
    known.costMin = known.minutes + (act === 'replace' ? PART_MIN : 0)
    known.cures[n] = Math.min(1, (known.cures[n] ?? 0) + share)
    acts.set(key, known)
  }
  sets.forEach(({ faults }, n) => {
    if (faults.length === 0) add('close-up', null, 5, n, 1)
    for (const fault of faults) {
      const { act, minutes, newPartMin } = CURES[fault]
      const part = act === 'close-up' ? null : partOf(fault)
      add(act, part, minutes, n, 1 / faults.length)
      if (newPartMin !== undefined && act !== 'replace')
        add('replace', part, newPartMin, n, 1 / faults.length)
    }
  })
  return [...acts.values()]
}

const partOf = (fault: FaultId): PartId => faultCard(fault).part
