import {
  actsOfEntries,
  type CheckId,
  type LeakPhase,
  looksOfNow,
  type ObservationAnswer,
} from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { keepLooks, type Space } from '../visit/index.ts'

/** What was seen of the machine as it is now: what was seen before something was done to it stays as it was said. */
const seenNow = ({ visit }: Space): ObservationAnswer[] =>
  looksOfNow(visit.observations, actsOfEntries(visit.entries))
/** What stands of a choice in a phase. */
export const keptIn = (space: Space, check: CheckId, phase: LeakPhase | null): ObservationAnswer[] =>
  seenNow(space).filter((o) => o.check === check && (o.phase ?? null) === phase)

interface Seen {
  check: CheckId
  value: string | number
  phase?: LeakPhase | null
  levelMm?: number | null
}

/** Keeps what was seen, and takes back what it replaces. */
export function keepSeen(
  space: Space,
  seen: readonly Seen[],
  replaces: readonly ObservationAnswer[] = [],
): void {
  keepLooks(space.visit.id, [
    ...replaces.map((o) => ({ type: 'withdrawn' as const, id: newId(), atMs: Date.now(), targetId: o.id })),
    ...seen.map(({ check, value, phase = null, levelMm = null }) => ({
      type: 'observed' as const,
      id: newId(),
      atMs: Date.now(),
      check,
      value,
      tap: null,
      levelMm,
      phase,
    })),
  ])
}

/** Whether a phase was found wet or dry: pressed again it is taken back, the other takes its place. */
export function sayPhase(space: Space, phase: LeakPhase, wet: boolean): void {
  const ofPhase = (check: CheckId) => seenNow(space).filter((o) => o.check === check && o.value === phase)
  const [same, other] = wet
    ? [ofPhase('leak.phase'), ofPhase('leak.dry')]
    : [ofPhase('leak.dry'), ofPhase('leak.phase')]
  if (same.length > 0) {
    keepSeen(space, [], same)
    return
  }
  // A dry phase has no places and no amount.
  const gone = wet
    ? other
    : [...other, ...keptIn(space, 'leak.place', phase), ...keptIn(space, 'leak.amount', phase)]
  keepSeen(space, [{ check: wet ? 'leak.phase' : 'leak.dry', value: phase, phase }], gone)
}

/** A choice of a phase, one or several at once; pressed again it is taken back. A place or an amount says that it was wet. */
export function toggleSeen(
  space: Space,
  check: 'leak.place' | 'leak.amount' | 'leak.cardboard',
  value: string,
  phase: LeakPhase | null,
): void {
  const stands = keptIn(space, check, phase)
  const same = stands.filter((o) => o.value === value)
  if (same.length > 0) {
    keepSeen(space, [], same)
    return
  }
  const replaces =
    check === 'leak.amount'
      ? stands
      : check === 'leak.cardboard'
        ? stands.filter((o) => (value === 'dry') !== (o.value === 'dry'))
        : []
  const isWet = seenNow(space).some((o) => o.check === 'leak.phase' && o.value === phase)
  const dry = seenNow(space).filter((o) => o.check === 'leak.dry' && o.value === phase)
  const alsoWet = phase !== null && !isWet ? [{ check: 'leak.phase' as const, value: phase, phase }] : []
  keepSeen(space, [...alsoWet, { check, value, phase }], [...replaces, ...(phase === null ? [] : dry)])
}
