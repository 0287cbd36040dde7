import type { Message } from '../../message.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import type { Belief } from './belief.ts'
import { type NextLook, nextLooks } from './nextLooks.ts'
import { type Reasons, reasonsOf } from './reasons.ts'
import { type Weighed, type WeighedCase, weighVisit } from './weighVisit.ts'

/** A fault that it may be. */
export interface Contender extends Reasons {
  fault: FaultId
  /** House, use or spill. */
  outside: boolean
  /** Probability that it is there, and what it was from the complaint alone. */
  present: number
  fromComplaint: number
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
      ...reasonsOf(weighed, visit.history, fault),
    })),
    none: belief.share.get('none') ?? 0,
    unlisted: belief.share.get('unlisted') ?? 0,
    outside: outsideOf(belief),
    conflict: conflictOf(weighed),
    seen: pieces.some(({ id, says: told }) => told !== null && !id.startsWith('complaint:')),
    looks: nextLooks(visit, weighed).slice(0, MOST_LOOKS),
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
