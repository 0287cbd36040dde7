import type { Message } from '../../message.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { NO_FAULT } from '../diagnosis/causes.ts'
import { type Strength, strengthOf } from '../leaks/leakReasons.ts'
import type { Belief } from './belief.ts'
import type { FaultWay } from './faultWays.ts'
import { type NextLook, nextLooks } from './nextLooks.ts'
import { type Weighed, type WeighedCase, weighVisit } from './weighVisit.ts'

/** Something that speaks for or against a fault. */
export interface WeighedReason {
  says: Message
  /** ln of how much likelier it is with this fault than with what else it could be. */
  weight: number
  strength: Strength
}
export interface Contender {
  fault: FaultId
  /** House, use or spill. */
  outside: boolean
  /** Probability that it is there, and what it was from the complaint alone. */
  present: number
  fromComplaint: number
  speaksFor: WeighedReason[]
  speaksAgainst: WeighedReason[]
}
/** All that the weighing shows, in plain data. */
export interface WeighView {
  contenders: Contender[]
  none: number
  unlisted: number
  outside: number
  /** Two that cannot both be right. */
  conflict: readonly [Message, Message] | null
  /** Whether anything but the complaint was seen. */
  seen: boolean
  looks: NextLook[]
}
const MOST_CONTENDERS = 6
const MOST_LOOKS = 4

/** What is wrong with the machine of a visit, why, and what to look at next. */
export function weighView(visit: WeighedCase): WeighView {
  const weighed = weighVisit(visit)
  const { belief, complaint, pieces } = weighed
  const faults = [...belief.present].sort(([, a], [, b]) => b - a).slice(0, MOST_CONTENDERS)
  return {
    contenders: faults.map(([fault, present]) => ({
      fault,
      outside: faultCard(fault).outside === true,
      present,
      fromComplaint: complaint.present.get(fault) ?? 0,
      ...reasonsOf(weighed, fault),
    })),
    none: belief.share.get('none') ?? 0,
    unlisted: belief.share.get('unlisted') ?? 0,
    outside: outsideOf(belief),
    conflict: conflictOf(weighed),
    seen: pieces.some(({ id, says: told }) => told !== null && !id.startsWith('complaint:')),
    looks: nextLooks(visit.machine, weighed).slice(0, MOST_LOOKS),
  }
}

/** House, use and spills together. */
export function outsideOf({ share }: Belief): number {
  let sum = 0
  for (const [fault, p] of share)
    if (fault !== 'none' && fault !== 'unlisted' && faultCard(fault).outside) sum += p
  return sum
}

/** What was found and cannot both be right, as it is said; null = all of it can. */
export function conflictOf({ belief, pieces }: Weighed): WeighView['conflict'] {
  const said = [belief.conflict?.unexplained, belief.conflict?.against].map(
    (id) => pieces.find((piece) => piece.id === id)?.says ?? null,
  )
  const [one, other] = said
  return one && other ? [one, other] : null
}

/**
 * Each piece by how much likelier it is with the fault, in the ways in which it fits best with all else, than with everything else as it is
 * before anything is seen.
 */
function reasonsOf(
  { ways, none, belief, pieces }: Weighed,
  fault: FaultId,
): Pick<Contender, 'speaksFor' | 'speaksAgainst'> {
  const mine = new Map<number, number>()
  for (const { first, second, p } of belief.hypotheses)
    for (const n of [first, second])
      if (n !== NO_FAULT && (ways[n] as FaultWay).card.id === fault) mine.set(n, (mine.get(n) ?? 0) + p)
  const total = [...mine.values()].reduce((a, b) => a + b, 0)
  const reasons = pieces.flatMap(({ says, likelihood }): WeighedReason[] => {
    if (says === null || total === 0) return []
    let own = 0
    for (const [n, p] of mine) own += (p / total) * likelihood(n, NO_FAULT)
    let [others, mass] = [none * likelihood(NO_FAULT, NO_FAULT), none]
    ways.forEach((way, n) => {
      if (way.card.id === fault) return
      others += way.prior * likelihood(n, NO_FAULT)
      mass += way.prior
    })
    const weight = Math.log(Math.max(1e-12, own) / Math.max(1e-12, others / mass))
    const strength = strengthOf(weight)
    return strength ? [{ says, weight, strength }] : []
  })
  return {
    speaksFor: reasons.filter((r) => r.weight > 0).sort((a, b) => b.weight - a.weight),
    speaksAgainst: reasons.filter((r) => r.weight < 0).sort((a, b) => a.weight - b.weight),
  }
}
