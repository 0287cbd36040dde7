import type { Message } from '../../message.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { type Weighed, type WeighedCase, weighVisit } from '../weigh/weighVisit.ts'

/** What the last thing found did to what was believed, and so to the plan. */
export interface PlanChange {
  /** What was found. */
  says: Message
  /** The fault that it moved most; null = that nothing is wrong. */
  fault: FaultId | null
  was: number
  now: number
  /** The look that would have come next; null = it was the one that was made, or it still is. */
  nextWas: Message | null
}

/** What moves less than this is not worth a word. */
const MOVED = 0.08

/**
 * @param nextOf - The look that would come next in a visit; null = none. @param nextNow - The one that comes next now.
 * @returns Null = nothing is dated, or it moved nothing much.
 */
export function whatChanged(
  visit: WeighedCase,
  weighed: Weighed,
  nextOf: (visit: WeighedCase, weighed: Weighed) => { id: string; name: Message } | null,
  nextNow: string | null,
): PlanChange | null {
  const before = withoutLast(visit)
  if (!before) return null
  const made = [
    ...visit.observations.filter((one) => !before.observations.includes(one)).map(({ check }) => check),
    ...visit.runs.filter((one) => !before.runs.includes(one)).map(({ plan }) => `run:${plan.kind}`),
  ]
  if (made.every((check) => check === 'complaint')) return null
  const was = weighVisit(before)
  const known = new Map(was.pieces.map(({ id, says }) => [id, JSON.stringify(says)]))
  const found = weighed.pieces.find(
    ({ id, says, from }) =>
      says !== null && made.some((one) => isFrom(from, one)) && known.get(id) !== JSON.stringify(says),
  )
  if (!found?.says) return null
  const faults = new Set([...was.belief.present.keys(), ...weighed.belief.present.keys()])
  let most = { fault: null as FaultId | null, was: shareOfNone(was), now: shareOfNone(weighed) }
  for (const fault of faults) {
    const [a, b] = [was.belief.present.get(fault) ?? 0, weighed.belief.present.get(fault) ?? 0]
    if (Math.abs(b - a) > Math.abs(most.now - most.was)) most = { fault, was: a, now: b }
  }
  if (Math.abs(most.now - most.was) < MOVED) return null
  const next = nextOf(before, was)
  const other =
    next !== null && next.id !== nextNow && !made.some((id) => next.id === id || next.id.startsWith(`${id}:`))
  return { says: found.says, ...most, nextWas: other ? next.name : null }
}

/** Whether something was found by a check or a run, `run:<kind>`. */
function isFrom(from: FoundBy, made: string): boolean {
  if (from.kind === 'check') return from.check === made
  return from.kind === 'run'
    ? made === `run:${from.run}`
    : made.startsWith('leak.') || made.startsWith('run:')
}

const shareOfNone = ({ belief }: Weighed): number => belief.share.get('none') ?? 0

/** A visit without the last thing that was seen or timed in it; null = nothing of it is dated. */
function withoutLast(visit: WeighedCase): WeighedCase | null {
  const last = Math.max(
    ...[...visit.observations, ...visit.runs].flatMap(({ atMs }) => (typeof atMs === 'number' ? [atMs] : [])),
  )
  if (!Number.isFinite(last)) return null
  const earlier = <T extends { atMs?: number | null | undefined }>(items: readonly T[]): T[] =>
    items.filter(({ atMs }) => atMs !== last)
  // What was done since then was done to what it showed.
  if (visit.acts.some(({ atMs }) => atMs > last)) return null
  return { ...visit, observations: earlier(visit.observations), runs: earlier(visit.runs) }
}
