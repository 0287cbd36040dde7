import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec, Tap } from '../../machine/machineSpec.ts'
import { type Part, type PartId, partsOf } from '../../machine/parts.ts'
import { checkApplies } from '../../reason/checks/applies.ts'
import { minutesOf, RUN_MIN } from '../../reason/checks/minutes.ts'
import { actTouchesRun, runOutdatedBy, type VisitAct } from '../../reason/evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../../reason/evidence/seen/observations.ts'
import { PHASE_WATCH } from '../../reason/leaks/phaseWatch.ts'
import { COMFORTABLE_MOHM } from '../../reason/planning/mayBeLive.ts'
import type { Said } from '../../state/entries.ts'
import { PRIMED_L, RESIDUE_L } from '../../state/waterInside.ts'

const TIMED = ['fill', 'hold', 'drain'] as const
/** What a repair is proved by: readings where live parts were touched, water before the pump, runs, joints that stay dry, longer than the trip, a cycle. */
export type ProofPointId =
  | 'insulation'
  | 'earth'
  | 'prime'
  | `run:${(typeof TIMED)[number]}`
  | `dry:${LeakPhase}`
  | 'past-trip'
  | 'cycle'
export interface ProofPoint {
  id: ProofPointId
  minutes: number
  state: 'open' | 'passed' | 'failed' | 'waived'
  /** When it passed, failed or was waived, ms since 1970. */
  atMs: number | null
  /** By whom it was waived, and why. */
  waived: { by: string; reason: string } | null
  /** After how long the old fault tripped, s. */
  tripS?: number
  /** The joint that was wet: it is snugged evenly, dried and watched again before anything else is thought of. */
  snug?: PartId
  /** How a run is to be made to tell what was mended: as the one before. */
  again?: { taps: readonly Tap[]; hoseEndMm: number | null }
}

/** What is known of a visit, as far as it proves something. */
export interface ProofCase {
  machine: MachineSpec
  runs: readonly JudgedRun[]
  observations: readonly Observation[]
  acts: readonly VisitAct[]
  /** Runs in which a leak was marked, with their phase and start. */
  leakSeen: readonly { phase: LeakPhase; atMs: number | null }[]
  /** Water that was said to be inside, and when, ms since 1970. */
  water: { litres: number; atMs: number } | null
}

/** Between the plug's earth and the frame, ohm (common practice, no published source; local code stands above it). */
const EARTH_OHM = 1
const WIRED: readonly PartId[] = ['pump', 'inlet-valve', 'board', 'wiring', 'lid-switch', 'level-switch']
/** Parts through which water runs to the pump: it must not start dry. */
const TO_THE_PUMP: readonly PartId[] = [
  'sump-boot',
  'coin-trap',
  'tub-pump-hose',
  'pump',
  'filter-cap',
  'tub',
]

type Verdict = { state: 'passed' | 'failed'; atMs: number } | null
interface Wanted {
  id: ProofPointId
  minutes: number
  says: Verdict
  tripS?: number
  snug?: PartId
  again?: NonNullable<ProofPoint['again']>
}

/** What proves the repair of a visit, in the order in which it is safe, each with how it stands. Empty while nothing was done. */
export function proofPoints(visit: ProofCase, said: ReadonlyMap<string, Said>): ProofPoint[] {
  const acts = visit.acts.filter(({ what }) => what !== 'opened')
  if (acts.length === 0) return []
  return [
    ...electrical(visit, acts),
    ...primed(visit, acts),
    ...timed(visit, acts),
    ...dry(visit, acts),
    ...pastTrip(visit, acts),
    cycle(visit, acts),
  ].map(({ says, ...point }): ProofPoint => {
    const waiver = said.get(`proof:${point.id}`)?.latest
    // What was seen stands: only what was not looked at can be left out.
    if (says || typeof waiver?.value !== 'string')
      return { ...point, state: says?.state ?? 'open', atMs: says?.atMs ?? null, waived: null }
    return {
      ...point,
      state: 'waived',
      atMs: waiver.atMs,
      waived: { by: waiver.by, reason: waiver.value },
    }
  })
}

/** How a repair stands: proven when every point passed or was waived, and not all were waived. */
export function proofOutcome(points: readonly ProofPoint[]): 'nothing-done' | 'open' | 'failed' | 'proven' {
  if (points.length === 0) return 'nothing-done'
  if (points.some(({ state }) => state === 'failed')) return 'failed'
  const some = points.some(({ state }) => state === 'passed')
  return some && points.every(({ state }) => state !== 'open') ? 'proven' : 'open'
}

/** When the last of some acts was done; null = none was. */
function lastOf(acts: readonly VisitAct[], which: (act: VisitAct) => boolean): number | null {
  const own = acts.filter(which).map(({ atMs }) => atMs)
  return own.length === 0 ? null : Math.max(...own)
}

/** The last of what was seen since, by what it says. */
function lastSays(
  seen: readonly { atMs?: number | null | undefined; passes: boolean }[],
  sinceMs: number,
): Verdict {
  let last: Verdict = null
  for (const { atMs, passes } of seen)
    if (typeof atMs === 'number' && atMs >= sinceMs && atMs >= (last?.atMs ?? 0))
      last = { state: passes ? 'passed' : 'failed', atMs }
  return last
}

function electrical({ machine, observations }: ProofCase, acts: readonly VisitAct[]): Wanted[] {
  // A pump on the drive motor has no wires of its own.
  const wired = WIRED.filter((part) => part !== 'pump' || checkApplies('pump.winding', machine))
  const since = lastOf(
    acts,
    ({ what, part }) => wired.includes(part) && what !== 'cleaned' && what !== 'cleared',
  )
  if (since === null) return []
  const point = (
    id: 'insulation' | 'earth',
    check: 'insulation' | 'earth.continuity',
    passes: (value: number) => boolean,
  ) => ({
    id,
    minutes: minutesOf(check),
    says: lastSays(
      observations
        .filter((one) => one.check === check)
        .map(({ atMs, value }) => ({ atMs, passes: typeof value === 'number' && passes(value) })),
      since,
    ),
  })
  return [
    point('insulation', 'insulation', (value) => value >= COMFORTABLE_MOHM),
    point('earth', 'earth.continuity', (value) => value <= EARTH_OHM),
  ]
}

function primed({ water, runs }: ProofCase, acts: readonly VisitAct[]): Wanted[] {
  const since = lastOf(acts, ({ part }) => TO_THE_PUMP.includes(part))
  if (since === null) return []
  const filled = runs
    .filter(({ plan, analysis }) => plan.kind === 'fill' && analysis.verdict !== 'no-flow')
    .map(({ atMs }) => ({ atMs, passes: true }))
  const said = water && water.litres - RESIDUE_L >= PRIMED_L ? [{ atMs: water.atMs, passes: true }] : []
  return [{ id: 'prime', minutes: 1, says: lastSays([...filled, ...said], since) }]
}

const GOOD: readonly string[] = ['within', 'fast', 'steady']
const BAD: readonly string[] = ['slow', 'no-flow', 'falling', 'rising']
/** A run passes for an act that it goes through, at its tap where the act was at one: each act wants one, and what fails for one fails. */
function timed({ runs }: ProofCase, acts: readonly VisitAct[]): Wanted[] {
  return TIMED.flatMap((kind): Wanted[] => {
    const own = acts.filter((act) => actTouchesRun(act, { kind, taps: [] }))
    if (own.length === 0) return []
    // A tap turned half shut to see what follows shows nothing of what was mended.
    const judged = runs.filter(
      ({ plan, analysis: { verdict } }) =>
        plan.kind === kind && !plan.throttled && [...GOOD, ...BAD].includes(verdict),
    )
    const now = judged.filter((run) => runOutdatedBy(run, acts) === null)
    const each = own.map((act) => ({
      act,
      says: lastSays(
        now
          .filter(({ plan }) => actTouchesRun(act, plan))
          .map(({ atMs, analysis }) => ({ atMs, passes: GOOD.includes(analysis.verdict) })),
        act.atMs,
      ),
    }))
    const wanting =
      each.find(({ says }) => says?.state === 'failed') ?? each.find(({ says }) => says === null)
    const says = wanting ? wanting.says : latest(each.map((one) => one.says))
    const before = judged.filter((run) => !now.includes(run))
    const again = wanting && asBefore(wanting.act, before)
    return [{ id: `run:${kind}`, minutes: RUN_MIN[kind], says, ...(again ? { again } : {}) }]
  })
}

const latest = (all: readonly Verdict[]): Verdict =>
  all.reduce((a, b) => (a && b && a.atMs > b.atMs ? a : b), null)

/** How the run was made that showed the fault, else the last one through the part: only the same run again tells what was mended. */
function asBefore(act: VisitAct, before: readonly JudgedRun[]): ProofPoint['again'] {
  const through = before.filter(({ plan }) => actTouchesRun(act, plan))
  const { plan } = through.findLast(({ analysis }) => BAD.includes(analysis.verdict)) ?? through.at(-1) ?? {}
  if (plan) return { taps: plan.taps, hoseEndMm: plan.hoseEndMm }
  return act.tap ? { taps: [act.tap], hoseEndMm: null } : undefined
}

/** Phases in which the joints of a part are looked at; while the tub stands full its level says it. */
function watchedFor({ phases }: Part): LeakPhase[] {
  const has = (phase: LeakPhase) => phases.includes(phase)
  if (has('idle-taps-on')) return ['idle-taps-on', 'fill']
  if (has('hold') && has('spin')) return ['wash-motion', 'spin']
  return phases.filter((phase) => phase === 'drain' || phase === 'spin' || (phase === 'fill' && !has('hold')))
}

function dry({ machine, observations, leakSeen }: ProofCase, acts: readonly VisitAct[]): Wanted[] {
  const parts = partsOf(machine)
  return LEAK_PHASES.flatMap((phase): Wanted[] => {
    const own = acts.filter((act) =>
      parts.some((part) => part.id === act.part && watchedFor(part).includes(phase)),
    )
    const since = lastOf(own, () => true)
    if (since === null) return []
    const seen = observations
      .filter(({ check, value }) => (check === 'leak.dry' || check === 'leak.phase') && value === phase)
      .map(({ check, atMs }) => ({ atMs, passes: check === 'leak.dry' }))
    const marked = leakSeen.filter((one) => one.phase === phase).map(({ atMs }) => ({ atMs, passes: false }))
    const says = lastSays([...marked, ...seen], since)
    // What was snugged once and is wet again is not snugged for ever: then it is weighed.
    const touched = own.findLast(({ atMs }) => atMs === since)
    const snugged =
      touched?.what === 'adjusted' && own.some((act) => act !== touched && act.part === touched.part)
    return [
      {
        id: `dry:${phase}`,
        minutes: PHASE_WATCH[phase].minutes,
        says,
        ...(says?.state === 'failed' && touched && !snugged ? { snug: touched.part } : {}),
      },
    ]
  })
}

/** A pump that stopped after some time has to run for longer. */
function pastTrip({ observations }: ProofCase, acts: readonly VisitAct[]): Wanted[] {
  const since = lastOf(acts, ({ part }) => part === 'pump' || part === 'wiring' || part === 'board')
  if (since === null) return []
  const ran = observations.filter(({ check }) => check === 'pump.runs-for')
  const before = ran.findLast(({ atMs, value }) => (atMs ?? 0) < since && typeof value === 'number')
  if (typeof before?.value !== 'number') return []
  const tripS = before.value
  const after = ran.map(({ atMs, value }) => ({ atMs, passes: typeof value === 'number' && value > tripS }))
  return [{ id: 'past-trip', minutes: Math.ceil(tripS / 60) + 1, says: lastSays(after, since), tripS }]
}

/** The closed machine on cardboard, one cycle. */
function cycle({ runs, observations }: ProofCase, acts: readonly VisitAct[]): Wanted {
  const whole = runs.flatMap(({ atMs, analysis: { basis } }) =>
    basis?.of === 'cycle'
      ? [{ atMs, passes: basis.stopsIn === null && !basis.long.fill && !basis.long.drain }]
      : [],
  )
  const cardboard = observations
    .filter(({ check }) => check === 'leak.cardboard')
    .map(({ atMs, value }) => ({ atMs, passes: value === 'dry' }))
  const since = lastOf(acts, () => true) ?? 0
  return { id: 'cycle', minutes: RUN_MIN.cycle, says: lastSays([...whole, ...cardboard], since) }
}
