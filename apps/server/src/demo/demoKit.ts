import type { LeakPhase, RigFault, RunKind, RunPlan, Tap } from '@brendik/core'
import { DEMO_MACHINES, DEMO_SITES, idOf } from './demoPeople.ts'

export interface DemoRun {
  id: string
  /** What its noise is drawn from: the same on every day. */
  seed: string
  kind: RunKind
  fault: RigFault
  startedAtMs: number
  fromMm: number
  plan: RunPlan
  by: 'hand' | 'stream'
  /** Of the machine as it is, which nobody read off. */
  real?: Partial<RunPlan['machine']>
  /** Length of a run that has no end of its own, s. */
  lastsS?: number
}

/** Something looked at beside the runs. */
export interface DemoLook {
  atMs: number
  check: string
  value: string | number
  tap: Tap | null
  levelMm: number | null
  phase?: LeakPhase
}

/** Something said of a stage or of the machine's state. */
export interface DemoEntry {
  atMs: number
  topic: string
  value: string | number
}

/** Of its noise; with other draws the two drains of Larch House leave pump and path open in about one of seven. */
const DRAW = 'c'

/** What a demo visit is put together from, on the day that begins at `midnightMs`. */
export function demoKit(midnightMs: number) {
  const day = new Date(midnightMs).toISOString().slice(0, 10)
  const at = (hours: number, minutes: number) => midnightMs + (hours * 60 + minutes) * 60_000
  const of = (m: number, s: number) => ({
    m: DEMO_MACHINES[m] as (typeof DEMO_MACHINES)[0],
    s: DEMO_SITES[s] as (typeof DEMO_SITES)[0],
  })
  const run = (
    name: string,
    kind: RunKind,
    fault: RigFault,
    startedAtMs: number,
    m: number,
    s: number,
    by: 'hand' | 'stream',
    change: Partial<RunPlan> = {},
  ): DemoRun => {
    const { m: machine, s: site } = of(m, s)
    const fillTo = machine.spec.fillLevelMm ?? 100
    return {
      id: idOf(`run ${day} ${name}`),
      seed: `${name} ${DRAW}`,
      kind,
      fault,
      startedAtMs,
      by,
      fromMm: kind === 'fill' ? 0 : fillTo,
      plan: {
        kind,
        machine: machine.spec,
        site: site.spec,
        taps: kind === 'fill' ? ['cold'] : [],
        throttled: false,
        hoseEndMm: kind === 'fill' ? null : (site.spec.standpipeHeightMm ?? null),
        startLevelMm: kind === 'fill' ? 0 : fillTo,
        endLevelMm: null,
        laundry: 'none',
        laundryKg: 0,
        ...change,
      },
    }
  }
  const visit = (
    name: string,
    m: number,
    s: number,
    dueAtMs: number,
    complaint: string,
    runs: DemoRun[],
    looks: DemoLook[] = [],
    entries: DemoEntry[] = [],
    closedAtMs: number | null = null,
  ) => ({
    by: m === 1 ? 'technician' : 'owner',
    closedAtMs,
    entries: entries.map((entry, i) => ({ id: idOf(`entry ${day} ${name} ${i}`), ...entry })),
    id: idOf(`visit ${day} ${name}`),
    machineId: of(m, s).m.id,
    siteId: of(m, s).s.id,
    dueAtMs,
    complaint,
    runs,
    looks: looks.map((look, i) => ({ id: idOf(`look ${day} ${name} ${i}`), ...look })),
  })
  const look = (atMs: number, check: string, value: string | number, tap: Tap | null = null): DemoLook => ({
    atMs,
    check,
    value,
    tap,
    levelMm: null,
  })
  /** What a watched phase of a leak test showed. */
  const dry = (atMs: number, phase: LeakPhase): DemoLook => ({ ...look(atMs, 'leak.dry', phase), phase })
  const wet = (atMs: number, phase: LeakPhase, place: string, amount: string): DemoLook[] =>
    [
      look(atMs, 'leak.phase', phase),
      look(atMs + 20_000, 'leak.place', place),
      look(atMs + 30_000, 'leak.amount', amount),
    ].map((one) => ({ ...one, phase }))
  /** Stages that are done, each with its result in a few words. */
  const stageEnds = (atMs: number, results: Record<string, string>): DemoEntry[] =>
    Object.entries(results).flatMap(([stage, value]) => [
      { atMs, topic: `status:${stage}`, value: 'done' },
      { atMs, topic: `result:${stage}`, value },
    ])
  return { day, at, run, visit, look, dry, wet, stageEnds }
}
export type DemoKit = ReturnType<typeof demoKit>
