import type { RunKind, RunPlan } from '../measure/plan/runPlan.ts'
import type { RunAnalysis } from '../measure/verdict/runAnalysis.ts'
import { type Said, saidOf } from './entries.ts'

/** What is said of the machine's state, each a topic of its own: `state:<field>`. */
export const STATE_FIELDS = [
  'mains',
  'tap-cold',
  'tap-hot',
  'water',
  'panels',
  'tilt',
  'hose-end',
  'cap',
  'contain',
  'contain-l',
  'pump-ran-min',
  'competent',
  'lock',
  'pump-connector',
] as const
export type StateField = (typeof STATE_FIELDS)[number]

/** The words a field may be set to; the others take numbers. */
export const STATE_WORDS = {
  mains: ['unplugged', 'plugged'],
  'tap-cold': ['shut', 'open'],
  'tap-hot': ['shut', 'open'],
  panels: ['closed', 'open'],
  tilt: ['upright', 'tipped'],
  'hose-end': ['standpipe', 'lifted', 'low', 'below-tub'],
  cap: ['shut', 'open'],
  contain: ['none', 'tray', 'wet-vac', 'floor-drain'],
  competent: ['yes', 'no'],
  lock: ['free', 'locked', 'bypassed'],
  'pump-connector': ['on', 'off'],
} as const satisfies Partial<Record<StateField, readonly string[]>>
export type WordField = keyof typeof STATE_WORDS

/** Water in the machine. Unknown counts as full wherever it could hurt. `by` is set where nobody read the level: a fill that was only timed ended there. */
export type WaterInside =
  | { kind: 'unknown' }
  | { kind: 'empty' }
  | { kind: 'level'; levelMm: number; by?: 'machine' }
  | { kind: 'to-the-lip' }

/** The machine as it stands now. Null = nobody said, and no run tells. */
export interface MachineState {
  mains: 'plugged' | 'unplugged' | null
  taps: { cold: 'open' | 'shut' | null; hot: 'open' | 'shut' | null }
  water: WaterInside
  panels: 'closed' | 'open' | null
  tilt: 'upright' | 'tipped' | null
  hoseEnd: (typeof STATE_WORDS)['hose-end'][number] | null
  cap: 'shut' | 'open' | null
  /** What catches the water when something is opened, and how much of it, L; null litres = a floor drain, which takes all. */
  containment: { how: 'tray' | 'wet-vac' | 'floor-drain'; litres: number | null } | null
  /** The last time the pump ran: how long, and when it ended. */
  pump: { ranMin: number; endedAtMs: number } | null
  /** Until when a pump that nobody spoke of counts as hot: it may have been running before anyone came, ms since 1970; null = no reason to. */
  pumpMaybeHotUntilMs: number | null
  /** It tries and does not turn: it heats without moving water. */
  pumpJammed: boolean
  /** The pump's own connector; off = nothing can run it. */
  pumpConnector: 'on' | 'off' | null
  /** Lock of lid or door: locked with water inside, or bridged for a test. */
  lock: (typeof STATE_WORDS)['lock'][number] | null
  /** Whether someone competent for live work said so. */
  competent: boolean
  /** Fields on which two people said different things at once: taken as not known until settled. */
  disputed: StateField[]
}

/** A run as far as it changes the machine. */
export interface StateRun {
  kind: RunKind
  startedAtMs: number | null
  stoppedAtMs: number | null
  plan: RunPlan | null
  analysis: RunAnalysis | null
}

/**
 * The state of the machine from what was said of it and from the runs made on it, whichever came last.
 * A drain leaves the level at which its readings end; without such readings the water is unknown, never assumed gone.
 * @param said - What stands of the visit's entries. @param runs - In any order.
 * @param looks - What was looked at and measured: a voltage inside means plugged in, a complaint that the pump may have been running.
 */
export function machineState(
  said: ReadonlyMap<string, Said>,
  runs: readonly StateRun[],
  looks: readonly StateLook[] = [],
): MachineState {
  const disputed = STATE_FIELDS.filter((field) => said.get(`state:${field}`)?.conflict)
  const word = <F extends WordField>(field: F) => {
    if (disputed.includes(field)) return null
    const value = saidOf(said, `state:${field}`)
    return (STATE_WORDS[field] as readonly unknown[]).includes(value)
      ? (value as (typeof STATE_WORDS)[F][number])
      : null
  }
  const saidAtMs = (field: StateField) => said.get(`state:${field}`)?.latest.atMs ?? Number.NEGATIVE_INFINITY
  const state: MachineState = {
    mains: word('mains'),
    taps: { cold: word('tap-cold'), hot: word('tap-hot') },
    water: disputed.includes('water') ? { kind: 'unknown' } : waterFrom(saidOf(said, 'state:water')),
    panels: word('panels'),
    tilt: word('tilt'),
    hoseEnd: word('hose-end'),
    cap: word('cap'),
    containment: containmentFrom(word('contain'), disputed, saidOf(said, 'state:contain-l')),
    pump: pumpSaid(said),
    pumpMaybeHotUntilMs: maybeHotUntil(said, runs, looks),
    pumpJammed: looks.some(
      ({ check, value }) =>
        (check === 'pump.sound' && (value === 'buzz-in-bursts' || value === 'hum')) ||
        (check === 'impeller.feel' && value === 'jammed'),
    ),
    pumpConnector: word('pump-connector'),
    lock: word('lock'),
    competent: word('competent') === 'yes',
    disputed,
  }
  const made = runs
    .filter((run): run is StateRun & { startedAtMs: number } => run.startedAtMs !== null)
    .sort((a, b) => a.startedAtMs - b.startedAtMs)
  for (const run of made) applyRun(state, run, saidAtMs)
  // Where current is read inside the machine it is plugged in, whatever was said before; the outlet is read with the plug out.
  for (const { check, value, atMs } of looks)
    if (
      LIVE_INSIDE.includes(check) &&
      typeof value === 'number' &&
      value > LIVE_V &&
      atMs > saidAtMs('mains')
    )
      state.mains = disputed.includes('mains') ? null : 'plugged'
  return state
}

/** Something looked at or measured, as far as it tells of the machine's state. */
export interface StateLook {
  check: string
  value: string | number
  atMs: number
}
const LIVE_INSIDE: readonly string[] = ['pump.voltage', 'valve.voltage', 'board.pump-pin']
/** Below this a reading is a dead line, V. Estimate. */
const LIVE_V = 10
/** Complaints with which the pump may have been running for long before anyone came. */
const MAY_HAVE_RUN: readonly string[] = [
  'not-draining',
  'slow-drain',
  'noisy',
  'trips-breaker',
  'fault-long-drain',
]
/** A pump that nobody spoke of counts as hot for so long after the arrival, min. Estimate: its cooling from the hottest. */
const MAYBE_HOT_MIN = 30

function maybeHotUntil(
  said: ReadonlyMap<string, Said>,
  runs: readonly StateRun[],
  looks: readonly StateLook[],
): number | null {
  if (!looks.some(({ check, value }) => check === 'complaint' && MAY_HAVE_RUN.includes(String(value))))
    return null
  const first = Math.min(
    ...[...said.values()].flatMap(({ heads }) => heads.map((head) => head.atMs)),
    ...runs.flatMap((run) => (run.startedAtMs === null ? [] : [run.startedAtMs])),
    ...looks.map((look) => look.atMs),
  )
  return first + MAYBE_HOT_MIN * 60_000
}

function applyRun(
  state: MachineState,
  run: StateRun & { startedAtMs: number },
  saidAtMs: (field: StateField) => number,
): void {
  // While a run lasts, what it does is so now, whatever was said before.
  const untilMs = run.stoppedAtMs ?? Number.POSITIVE_INFINITY
  const after = (field: StateField) => untilMs > saidAtMs(field)
  const powered = run.kind === 'fill' || run.kind === 'drain' || run.kind === 'motion' || run.kind === 'spin'
  if (powered && after('mains')) state.mains = 'plugged'
  if (run.kind === 'fill')
    for (const tap of run.plan?.taps ?? []) if (after(`tap-${tap}`)) state.taps[tap] = 'open'
  if (after('water')) state.water = waterAfter(run)
  if (run.kind === 'drain' && after('pump-ran-min') && run.stoppedAtMs !== null)
    state.pump = { ranMin: (run.stoppedAtMs - run.startedAtMs) / 60_000, endedAtMs: run.stoppedAtMs }
  const endMm = run.plan?.hoseEndMm ?? null
  if (
    (run.kind === 'drain' || run.kind === 'siphon' || run.kind === 'hold') &&
    endMm !== null &&
    after('hose-end')
  )
    state.hoseEnd = endMm < 250 ? 'below-tub' : endMm < 650 ? 'low' : endMm > 1300 ? 'lifted' : 'standpipe'
}

function waterAfter(run: StateRun): WaterInside {
  if (run.stoppedAtMs === null) return { kind: 'unknown' }
  const endMm =
    run.analysis?.fit?.endMm ??
    (run.analysis?.basis && 'endMm' in run.analysis.basis ? run.analysis.basis.endMm : null)
  if (endMm === null || endMm === undefined) return { kind: 'unknown' }
  const levelMm = Math.max(0, Math.round(endMm))
  const by = run.kind === 'fill' ? (run.analysis?.rests?.level ?? 'read') : 'read'
  // Anywhere between a third full and overfull is no level.
  if (by === 'family') return { kind: 'unknown' }
  return by === 'machine' ? { kind: 'level', levelMm, by } : { kind: 'level', levelMm }
}

function waterFrom(value: unknown): WaterInside {
  if (value === 'empty') return { kind: 'empty' }
  if (value === 'to-the-lip') return { kind: 'to-the-lip' }
  return typeof value === 'number' && Number.isFinite(value)
    ? { kind: 'level', levelMm: value }
    : { kind: 'unknown' }
}

function containmentFrom(
  how: (typeof STATE_WORDS)['contain'][number] | null,
  disputed: readonly StateField[],
  litres: unknown,
): MachineState['containment'] {
  if (how === null || how === 'none') return null
  if (how === 'floor-drain') return { how, litres: null }
  const stated = typeof litres === 'number' && litres > 0 && !disputed.includes('contain-l')
  return stated ? { how, litres } : null
}

function pumpSaid(said: ReadonlyMap<string, Said>): MachineState['pump'] {
  const ran = said.get('state:pump-ran-min')?.latest
  if (!ran || typeof ran.value !== 'number' || !(ran.value >= 0)) return null
  return { ranMin: ran.value, endedAtMs: ran.atMs }
}
