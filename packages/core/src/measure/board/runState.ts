import { asText, figureOf, rangeOf } from '../../message.ts'
import type { MarkWhat, RunMark } from '../plan/runMarks.ts'
import type { RunKind, RunPlan } from '../plan/runPlan.ts'
import type { RunEvent } from './runEvents.ts'

/** A run as its events tell it. Only the events are stored; all else is derived. */
export interface RunState {
  runId: string
  events: readonly RunEvent[]
}

export type RunPhase = 'empty' | 'planned' | 'running' | 'stopped'

/** What stands after withdrawals. */
export interface RunFacts {
  phase: RunPhase
  plan: RunPlan | null
  instrumentId: string | null
  startedAtMs: number | null
  stoppedAtMs: number | null
  /** Readings and marks that still count, oldest first. */
  inForce: readonly RunEvent[]
  withdrawnIds: ReadonlySet<string>
}

export type AdvanceResult =
  | { outcome: 'accepted'; run: RunState }
  | { outcome: 'known'; run: RunState }
  /** Why it contradicts what there is, as a text that carries a message. */
  | { outcome: 'refused'; run: RunState; problem: string }

/** A run of which nothing is known yet. */
export function emptyRun(runId: string): RunState {
  return { runId, events: [] }
}

/** What the events add up to. Withdrawn events do not count; a withdrawn withdrawal counts its target again. */
export function runFacts(run: RunState): RunFacts {
  const withdrawnIds = new Set<string>()
  // Later withdrawals decide first, so that one which is itself withdrawn never strikes its target.
  for (let i = run.events.length - 1; i >= 0; i--) {
    const event = run.events[i] as RunEvent
    if (event.type === 'withdrawn' && !withdrawnIds.has(event.id)) withdrawnIds.add(event.targetId)
  }
  const inForce = run.events.filter((event) => !withdrawnIds.has(event.id))
  const last = <T extends RunEvent['type']>(type: T) =>
    inForce.findLast((event): event is Extract<RunEvent, { type: T }> => event.type === type)
  const planned = last('planned')
  const startedAtMs = last('started')?.atMs ?? null
  const stoppedAtMs = startedAtMs === null ? null : (last('stopped')?.atMs ?? null)
  const phase =
    stoppedAtMs !== null ? 'stopped' : startedAtMs !== null ? 'running' : planned ? 'planned' : 'empty'
  return {
    phase,
    plan: planned?.plan ?? null,
    instrumentId: planned?.instrumentId ?? null,
    startedAtMs,
    stoppedAtMs,
    inForce: inForce
      .filter((event) => event.type === 'levelRead' || event.type === 'flowRead' || event.type === 'marked')
      .sort((a, b) => a.atMs - b.atMs),
    withdrawnIds,
  }
}

/**
 * The run after one more fact. The same event twice changes nothing; events may arrive late and out of order, as they do
 * from a phone that was without network, so only what contradicts itself is refused.
 */
export function advanceRun(run: RunState, event: RunEvent): AdvanceResult {
  if (run.events.some((known) => known.id === event.id)) return { outcome: 'known', run }
  const problem = contradiction(run, event)
  if (problem !== null) return { outcome: 'refused', run, problem }
  return { outcome: 'accepted', run: { ...run, events: [...run.events, event] } }
}

function contradiction(run: RunState, event: RunEvent): string | null {
  const facts = runFacts(run)
  switch (event.type) {
    case 'planned':
      return facts.startedAtMs === null ? null : asText('entry.plan-after-start')
    case 'started':
      if (facts.plan === null) return asText('entry.start-unplanned')
      return facts.startedAtMs === null ? null : asText('entry.starts-twice')
    case 'stopped':
      if (facts.startedAtMs === null) return asText('entry.stop-unstarted')
      if (facts.stoppedAtMs !== null) return asText('entry.stops-twice')
      return event.atMs >= facts.startedAtMs ? null : asText('entry.stop-before-start')
    case 'withdrawn':
      return run.events.some((known) => known.id === event.targetId) ? null : asText('entry.undo-nothing')
    case 'levelRead':
      return Number.isFinite(event.levelMm) && event.levelMm >= -300 && event.levelMm <= 1500
        ? null
        : asText('entry.level-range', {
            range: rangeOf('level', -300, 1500),
            got: figureOf('level', event.levelMm),
          })
    case 'flowRead':
      return Number.isFinite(event.flowLMin) && event.flowLMin >= 0 && event.flowLMin <= 200
        ? null
        : asText('entry.flow-range', {
            range: rangeOf('flow', 0, 200),
            got: figureOf('flow', event.flowLMin),
          })
    case 'marked':
      return null
  }
}

/** The entry that Undo takes back: the last one made that still stands; never the plan or the start of a run with readings. */
export function undoTarget(run: RunState): RunEvent | null {
  const { withdrawnIds, inForce } = runFacts(run)
  return (
    run.events.findLast(
      (event) =>
        event.type !== 'withdrawn' &&
        event.type !== 'planned' &&
        !withdrawnIds.has(event.id) &&
        !(event.type === 'started' && inForce.length > 0),
    ) ?? null
  )
}

/** Seconds since the start at a wall time; up to the stop once there is one. Never below 0, whatever the clock does. */
export function elapsedS(facts: RunFacts, nowMs: number): number {
  if (facts.startedAtMs === null) return 0
  return Math.max(0, ((facts.stoppedAtMs ?? nowMs) - facts.startedAtMs) / 1000)
}

/** The marks an analysis needs, with the opening and closing that start and stop stand for. */
export function analysisMarks(facts: RunFacts): RunMark[] {
  if (facts.startedAtMs === null || facts.plan === null) return []
  const zero = facts.startedAtMs
  const ends = BOARD_ENDS[facts.plan.kind]
  const marks: RunMark[] = ends?.from ? [{ tS: 0, what: ends.from }] : []
  for (const event of facts.inForce)
    if (event.type === 'marked') marks.push({ tS: (event.atMs - zero) / 1000, what: event.what })
  // A valve seen to close before the stop ends the fill; what was read after it still counts.
  const ended = marks.some((mark) => mark.what === ends?.to)
  if (facts.stoppedAtMs !== null && ends?.to && !ended)
    marks.push({ tS: (facts.stoppedAtMs - zero) / 1000, what: ends.to, byClock: true })
  if (facts.stoppedAtMs !== null && facts.plan.kind === 'cycle')
    marks.push({ tS: (facts.stoppedAtMs - zero) / 1000, what: 'clock-stopped', byClock: true })
  return marks
}

/** What starting and stopping the clock stand for. */
export const BOARD_ENDS: Partial<Record<RunKind, { from: MarkWhat | null; to: MarkWhat | null }>> = {
  fill: { from: 'valve-open', to: 'valve-closed' },
  drain: { from: 'pump-on', to: 'pump-off' },
  'after-drain': { from: 'pump-off', to: null },
}
