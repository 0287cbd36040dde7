import type { Part } from '../../machine/parts.ts'
import type { Message } from '../../message.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { minutesOf, RUN_MIN } from '../checks/minutes.ts'
import { PHASE_WATCH } from '../leaks/phaseWatch.ts'
import type { Belief } from './belief.ts'
import { reachOf } from './checkLooks.ts'
import type { Piece } from './piece.ts'
import { type Reasons, reasonsOf } from './reasons.ts'
import { type Weighed, type WeighedCase, weighVisit } from './weighVisit.ts'

/** A fault that it may be. */
export interface Contender extends Reasons {
  fault: FaultId
  /** House, use or spill. */
  outside: boolean
  /** Probability that it is there; what it was from the complaint alone; and before anything was said. */
  present: number
  fromComplaint: number
  usual: number
}
/** Two findings that cannot both be right, and the one that is sooner found again. */
export interface Conflict {
  one: Message
  other: Message
  again: FoundBy
  minutes: number
}
/** What the weighing shows, in plain data. */
export interface WeighView {
  contenders: Contender[]
  none: number
  unlisted: number
  outside: number
  conflict: Conflict | null
  /** Whether anything but the complaint was seen. */
  seen: boolean
}
const MOST_CONTENDERS = 6

/** What is wrong with the machine of a visit, and why. */
export function weighView(visit: WeighedCase, weighed: Weighed = weighVisit(visit)): WeighView {
  const { belief, complaint, pieces } = weighed
  const faults = [...belief.present].sort(([, a], [, b]) => b - a).slice(0, MOST_CONTENDERS)
  return {
    contenders: faults.map(([fault, present]) => ({
      fault,
      outside: faultCard(fault).outside === true,
      present,
      fromComplaint: complaint.present.get(fault) ?? 0,
      usual: usualOf(weighed, fault),
      ...reasonsOf(weighed, visit.history, fault),
    })),
    none: belief.share.get('none') ?? 0,
    unlisted: belief.share.get('unlisted') ?? 0,
    outside: outsideOf(belief),
    conflict: conflictOf(visit, weighed),
    seen: pieces.some(({ id, says: told }) => told !== null && !id.startsWith('complaint:')),
  }
}

/** House, use and spills together. */
export function outsideOf({ share }: Belief): number {
  let sum = 0
  for (const [fault, p] of share)
    if (fault !== 'none' && fault !== 'unlisted' && faultCard(fault).outside) sum += p
  return sum
}

/** Share of a fault before anything was said or seen, by family, age and past. */
const usualOf = ({ usual }: Weighed, fault: FaultId): number =>
  usual.ways.reduce((sum, { card, prior }) => sum + (card.id === fault ? prior : 0), 0)

/** What was found and cannot both be right; null = all of it can. */
export function conflictOf({ panelsOpen }: WeighedCase, { belief, pieces, parts }: Weighed): Conflict | null {
  const of = (id: string | undefined) => pieces.find((piece) => piece.id === id)
  const [one, other] = [of(belief.conflict?.unexplained), of(belief.conflict?.against)]
  if (!one?.says || !other?.says) return null
  const minutes = ({ from }: Piece) => minutesAgain(from, parts, panelsOpen)
  const sooner = minutes(other) < minutes(one) ? other : one
  return { one: one.says, other: other.says, again: sooner.from, minutes: minutes(sooner) }
}

function minutesAgain(from: FoundBy, parts: readonly Part[], panelsOpen: boolean): number {
  if (from.kind === 'run') return RUN_MIN[from.run]
  return from.kind === 'phase'
    ? PHASE_WATCH[from.phase].minutes
    : minutesOf(from.check) + reachOf(from.check, parts, panelsOpen).minutes
}
