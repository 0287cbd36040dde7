import type { Part } from '../../machine/parts.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { LEAK_FAULT_IDS, type LeakFaultId, leakFault } from '../leaks/leakFaults.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { type PartVerdict, partVerdicts } from '../leaks/partVerdicts.ts'
import { type WrongTurn, wrongTurns } from '../leaks/wrongTurns.ts'
import type { FaultWay } from './faultWays.ts'
import { type Reasons, reasonsOf } from './reasons.ts'
import { type Weighed, type WeighedCase, weighVisit } from './weighVisit.ts'

/** A place the water may come from. */
export interface Suspect extends Reasons {
  fault: LeakFaultId
  part: Part | null
  /** False for water that is no leak of the machine. */
  isLeak: boolean
  /** Its share of everything. */
  share: number
  /** Probability that it is there, alone or with another. */
  present: number
  /** The leak it is most often found with here, when two at once are likely. */
  with: { fault: LeakFaultId; probability: number } | null
}

/** All that the leak ladder shows, in plain data: the leaks among all that may be wrong. */
export interface LeakView {
  found: LeakFindings
  parts: readonly Part[]
  suspects: Suspect[]
  /** Shares of: a leak of the machine, water that is none, neither. */
  leak: number
  notALeak: number
  none: number
  /** Two at once, the likeliest. */
  pair: { faults: LeakFaultId[]; probability: number } | null
  verdicts: PartVerdict[]
  turns: WrongTurn[]
}
const MOST_SUSPECTS = 6
const PAIR_NAMED = 0.1

/** Whether a fault is one by which water appears where it should not, or leaves where it should stay. */
export const isLeak = (fault: string): fault is LeakFaultId =>
  (LEAK_FAULT_IDS as readonly string[]).includes(fault)

/** Of all that may be wrong: a leak of the machine, water that is none of its leaks, neither. */
export function leakShares({ ways, belief }: Weighed): Pick<LeakView, 'leak' | 'notALeak' | 'none'> {
  let [leak, notALeak] = [0, 0]
  for (const { first, second, p } of belief.hypotheses) {
    const wet = [first, second]
      .flatMap((n) => (n === NO_FAULT ? [] : (ways[n] as FaultWay).card))
      .filter(({ id }) => isLeak(id))
    if (wet.some(({ outside }) => !outside)) leak += p
    else if (wet.length > 0) notALeak += p
  }
  return { leak, notALeak, none: Math.max(0, 1 - leak - notALeak) }
}

/** Everything the ladder says of a visit. */
export function leakView(visit: WeighedCase): LeakView {
  const weighed = weighVisit(visit)
  const { belief, found, parts } = weighed
  const pairs = belief.pairs.flatMap(({ faults, probability }) => {
    const leaks = faults.filter(isLeak)
    return leaks.length === 2 ? [{ faults: leaks, probability }] : []
  })
  const suspects = [...belief.present]
    .flatMap(([fault, present]) => (isLeak(fault) ? [{ fault, present }] : []))
    .sort((a, b) => b.present - a.present)
    .slice(0, MOST_SUSPECTS)
    .map(({ fault, present }): Suspect => {
      const pair = pairs.find(
        ({ faults, probability }) => faults.includes(fault) && probability >= PAIR_NAMED,
      )
      const other = pair?.faults.find((one) => one !== fault)
      return {
        fault,
        part: parts.find(({ id }) => id === leakFault(fault).part) ?? null,
        isLeak: faultCard(fault).outside !== true,
        share: belief.share.get(fault) ?? 0,
        present,
        // Among the places it may come from: that there is water at all speaks for every one of them.
        ...reasonsOf(weighed, visit.history, fault, isLeak),
        with: pair && other ? { fault: other, probability: pair.probability } : null,
      }
    })
  return {
    found,
    parts,
    suspects,
    ...leakShares(weighed),
    pair: pairs[0] ?? null,
    verdicts: partVerdicts(parts, found),
    turns: wrongTurns(visit.machine, found, (fault) => belief.present.get(fault) ?? 0),
  }
}
