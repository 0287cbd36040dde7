import {
  allowedLooks,
  type Gate,
  type PlannedNext,
  type PlannedStop,
  type PlannedTry,
  type VisitView,
} from '@brendik/core'
import type { Prefs } from '../../lib/prefs.ts'
import type { Space, UnderWay } from '../visit/index.ts'

/** What to do now: the look worth most with what stands in its way, or the act that is worth more than looking on. */
export interface Proposed {
  first: PlannedNext | null
  /** What of the machine's state has to be changed first; null = it may be made as the machine stands. */
  gate: Gate | null
  /** Others that may be made as the machine stands. */
  others: readonly PlannedNext[]
  stop: PlannedStop | null
  /** What is done at once, since that is sooner than knowing. */
  tryFirst: PlannedTry | null
}

const NOTHING: Proposed = { first: null, gate: null, others: [], stop: null, tryFirst: null }

/**
 * What to do now, in the order that is followed on this device; nothing once the visit is closed. A check under way stays the next one as
 * long as its answer tells something: a plan that jumps about is not followed.
 */
export function proposedOf(
  view: VisitView | null,
  { visit, state }: Space,
  order: Prefs['order'],
  underWay: UnderWay | null,
): Proposed {
  if (!view || visit.closedAtMs !== null) return NOTHING
  const followed = followedOf(view, order)
  const first =
    begunOf(view, underWay) ?? view.orders.find(({ id }) => id === followed)?.next ?? view.looks[0] ?? null
  const gatesOf = (looks: readonly PlannedNext[]) =>
    allowedLooks(looks, visit.machine.spec, state, Date.now())
  const shut = first && gatesOf([first]).shut[0]
  const open = new Set(gatesOf(view.looks).open.map(({ id }) => id))
  return {
    first,
    gate: shut?.gate ?? null,
    others: view.looks.filter(({ id }) => id !== first?.id && open.has(id)),
    stop: view.conflict ? null : view.stop,
    // What is under way is answered first; who follows an order of their own is not led away from it.
    tryFirst: view.conflict || followed !== 'least-minutes' || begunOf(view, underWay) ? null : view.tryFirst,
  }
}

/** The order that is followed: an own one of the workshop only as long as it has one. */
export const followedOf = (view: VisitView, order: Prefs['order']): Prefs['order'] =>
  view.orders.some(({ id }) => id === order) ? order : 'least-minutes'

/** The look under way, if its answer still tells something. */
export const begunOf = (view: VisitView, underWay: UnderWay | null): PlannedNext | null =>
  view.looks.find(({ what }) => what.kind === 'check' && what.check === underWay?.check) ?? null
