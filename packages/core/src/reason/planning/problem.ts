import type { PartId } from '../../machine/parts.ts'
import { CURES, type CureWord } from '../catalogue/cures.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { MACHINE_PLACES } from '../leaks/leakPlaces.ts'
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
  /** Share of each set of faults that it ends: of two at once one of them is half. */
  cures: Float64Array
}

/** A look with the chances of its outcomes by set of faults, row after row. */
export interface PlannedLook {
  look: PossibleLook
  needs: Needs
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

/** Outcomes this unlikely of all together are put together. */
const NOT_HERE_SHARE = 1e-9

/** The problem of a visit as it stands. @param notHere - Whether a look cannot be made in this visit. */
export function problemOf(
  visit: WeighedCase,
  weighed: Weighed,
  notHere: (look: PossibleLook) => boolean = () => false,
): Problem {
  const sets = setsOf(weighed, () => true)
  const inside: readonly string[] = MACHINE_PLACES
  // Whoever named a place inside names it again: a second look along the path tells next to nothing new.
  const named = weighed.found.places.some(({ place }) => inside.includes(place))
  const looks = possibleLooks(visit, weighed)
    .filter((look) => !notHere(look) && !(named && look.id === 'leak.place'))
    .map((look): PlannedLook => {
      const rows = rowsOf(look, sets)
      const outcomes = look.outcomes.length
      const table = new Float64Array(sets.length * outcomes)
      rows.forEach((row, n) => {
        for (let k = 0; k < outcomes; k++) table[n * outcomes + k] = Math.max(NOT_HERE_SHARE, row[k] ?? 0)
      })
      return { look, needs: needsOf(look.what, visit.machine, weighed.parts), outcomes, table }
    })
  return { sets, p: Float64Array.from(sets, ({ p }) => p), looks, acts: actsFor(sets) }
}

/** Every act that would end some of it, each with what it ends. */
export function actsFor(sets: readonly FaultSet[]): PossibleAct[] {
  const acts = new Map<string, PossibleAct>()
  const add = (act: CureWord, part: PartId | null, minutes: number, n: number, share: number) => {
    const key = `${act} ${part}`
    const known = acts.get(key) ?? { act, part, minutes: 0, cures: new Float64Array(sets.length) }
    known.minutes = Math.max(known.minutes, minutes)
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
