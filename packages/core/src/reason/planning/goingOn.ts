import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { minutesOf, RUN_MIN } from '../checks/minutes.ts'

/** What goes on by itself in a visit, and how long still, min. */
export interface UnderWayNow {
  what: FoundBy
  leftMin: number
}

/** Runs beside which the hands are free, and what each of them watches. */
const BY_ITSELF: Readonly<Partial<Record<RunKind, LeakPhase>>> = {
  idle: 'idle-taps-on',
  hold: 'hold',
  motion: 'wash-motion',
}
/** Checks that are begun, left alone and read minutes later. */
export const READ_LATER: readonly CheckId[] = ['water-when-off']

/**
 * What goes on by itself: a run that is running, or a check that was begun; the last one begun of several.
 * @param begun - The check that was begun and is not answered.
 * @returns Null = nothing, or its usual minutes are over: it is read first.
 */
export function underWayNow(
  runs: readonly { kind: RunKind; startedAtMs: number | null; stoppedAtMs: number | null }[],
  begun: { check: CheckId; sinceMs: number } | null,
  nowMs: number,
): UnderWayNow | null {
  const running = runs.flatMap(({ kind, startedAtMs, stoppedAtMs }) => {
    const phase = BY_ITSELF[kind]
    return phase && startedAtMs !== null && stoppedAtMs === null
      ? [{ what: { kind: 'phase', phase } as FoundBy, sinceMs: startedAtMs, minutes: RUN_MIN[kind] }]
      : []
  })
  const watched =
    begun && READ_LATER.includes(begun.check)
      ? [
          {
            what: { kind: 'check', check: begun.check } as FoundBy,
            sinceMs: begun.sinceMs,
            minutes: minutesOf(begun.check),
          },
        ]
      : []
  const last = [...running, ...watched].sort((a, b) => b.sinceMs - a.sinceMs)[0]
  if (!last) return null
  const leftMin = last.minutes - Math.max(0, nowMs - last.sinceMs) / 60_000
  return leftMin > 0 ? { what: last.what, leftMin } : null
}
