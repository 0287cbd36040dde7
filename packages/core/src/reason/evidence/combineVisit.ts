import type { MachineSpec, SiteSpec, Tap } from '../../machine/machineSpec.ts'
import { USUAL_HOSE_END_MM } from '../../machine/standpipe.ts'
import { hoseEndHeight } from '../../machine/uncertainty.ts'
import { expectedRun } from '../../measure/plan/expectedRun.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { Bounds, NotIdentifiable, Quantities } from '../../measure/verdict/quantities.ts'
import type { Saying } from '../../measure/verdict/saying.ts'
import { type Message, message } from '../../message.ts'
import type { Interval } from '../../numeric/interval.ts'
import type { LEAK_LAWS } from '../../physics/leak/leakLaw.ts'
import { type DrainWeighing, weighDrains } from './drains/weighDrains.ts'
import { type FillWeighing, weighFills } from './fills/weighFills.ts'
import { type CatchHeight, heightFromCatches, heightFromStopLevel } from './holds/leakHeights.ts'
import { type HoldWeighing, weighHolds } from './holds/weighHolds.ts'
import { epochOfRun, inOrderMade, lookOutdatedBy, runOutdatedBy, type VisitAct } from './seen/acts.ts'
import { type Disagreement, disagreements, isDisputed, oddFills } from './seen/disagree.ts'
import {
  type DrainTrouble,
  type PumpFate,
  pumpFate,
  troubleOfRuns,
  troubleSeen,
} from './seen/drainTrouble.ts'
import { type JudgedRun, numbersOf, type Observation } from './seen/observations.ts'
import { type Slip, slipOfRun, visitSlips } from './seen/slips.ts'

/** What all runs and looks of a visit say together. */
export interface VisitSays {
  quantities: Quantities
  notIdentifiable: NotIdentifiable
  bounds: Bounds
  drain: DrainWeighing | null
  fill: FillWeighing | null
  hold: HoldWeighing | null
  leakHeight: LeakHeight | null
  meter: MeterWeighing | null
  standpipe: StandpipeWeighing | null
  /** What disturbs the drains and is neither pump nor path; they are then not weighed between the two. */
  drainTrouble: DrainTrouble | null
  pump: PumpFate | null
  /** What was probably written in another unit or for another thing; a run's place is the one among those given. */
  slips: Slip[]
  runBack: RunBackSays | null
  /** The act after which no run was made on that path: what it says is of before. */
  since: Partial<Record<PathName, VisitAct>>
  changes: VisitChange[]
  /** Runs that contradict each other with nothing done in between: asked about, and not weighed. */
  disagree: Disagreement[]
  /** Fills that lie far off two or more others of their tap, with their flow ÷ that of the others: left out. */
  oddFills: { tap: Tap; shareOfOthers: number }[]
}

export interface RunBackSays {
  litres: Interval
  jugL: number | null
  levelL: number | null
  agree: boolean
  /** More runs back than a flap that holds lets through. */
  flapFails: boolean
}

/** The same run before and after something was done. */
export interface VisitChange {
  kind: 'fill' | 'drain'
  tap: Tap | null
  act: VisitAct
  /** Mean flows, L/min. */
  before: Interval
  after: Interval
}

export interface LeakHeight {
  lo: number
  hi: number
  value: number
  /** Where it comes from, best first. */
  from: 'stop-level' | 'catches' | 'curve'
  /** What each law alone says, when they differ by more than 15 mm. */
  laws: { law: (typeof LEAK_LAWS)[number]; mm: number }[]
}

export interface MeterWeighing {
  gain: Interval
  verdict: 'low' | 'high' | 'agrees'
}

export interface StandpipeWeighing {
  heightMm: number
  /** Flow that a sound machine gives at this height ÷ at the usual 900 mm. */
  flowShare: number
  tooHigh: boolean
}

/** A height whose interval is wider than this is not worth giving, mm. */
const WORTH_MM = 120
const TWO_HEIGHTS = message('open.two-heights')
const DRAINS_DIFFER = message('open.drains-differ')
/** A meter below these shares of the level is convicted at 1 % false alarms: seeded study, by how the level was read. */
const METER_LOW = 0.91
const METER_HIGH = 1.12
/** A standpipe that costs more of the flow than this is too high for the pump. */
const STANDPIPE_COSTS = 0.25

/** Kinds of run that speak of one water path. */
const KINDS = {
  fill: ['fill'],
  hold: ['hold', 'idle', 'motion', 'spin'],
  drain: ['drain', 'siphon', 'after-drain'],
} as const satisfies Record<string, readonly RunKind[]>
type PathName = keyof typeof KINDS

/**
 * Everything the runs and observations of one visit say together; each part is null when nothing bears on it. An act begins a new epoch for
 * what lies on its path: the newest epoch that has runs is weighed, and `since` names the act that came after it.
 */
export function combineVisit(
  machine: MachineSpec,
  site: SiteSpec,
  made: readonly JudgedRun[],
  seen: readonly Observation[],
  acts: readonly VisitAct[] = [],
): VisitSays {
  const slips = visitSlips(machine, site, made)
  // What rests on a slip is asked about, and taken for nothing until it is settled.
  const all = inOrderMade(made.filter((run, place) => slipOfRun(slips, run, place) === null))
  const observations = inOrderMade(seen).filter((look) => lookOutdatedBy(look, acts) === null)
  const paths = {
    fill: newest(all, 'fill', acts),
    hold: newest(all, 'hold', acts),
    drain: newest(all, 'drain', acts),
  }
  const holds = paths.hold.runs
  const drains = paths.drain.runs
  const hold = weighHolds(holds)
  const flows = drains.filter((run) => run.plan.kind === 'drain')
  const trouble = troubleSeen(observations) ?? troubleOfRuns(flows)
  const disagree = disagreements([...paths.fill.runs, ...(trouble ? [] : flows)])
  const odd = oddFills(paths.fill.runs)
  const fills = paths.fill.runs.filter(
    (run) => !isDisputed(run, disagree) && !odd.some((one) => one.run === run),
  )
  const weighed = weighDrains(machine, site, trouble ? [] : drains, observations)
  // Two that contradict each other are believed no more than their difference allows: what is decided nevertheless stands, else it is asked.
  const settled = weighed && ['pump-weak', 'path-restricted', 'both'].includes(weighed.verdict)
  const disputed = !settled && drains.some((run) => isDisputed(run, disagree))
  const says: VisitSays = {
    quantities: {},
    notIdentifiable: {},
    bounds: {},
    drain: disputed ? null : weighed,
    drainTrouble: flows.length > 0 || trouble === 'foam' || trouble === 'backs-up' ? trouble : null,
    pump: pumpFate(flows, observations),
    fill: fillOf(weighFills(machine, site, fills, observations, hold?.verdict === 'siphon'), fills),
    disagree,
    oddFills: odd.map(({ tap, shareOfOthers }) => ({ tap, shareOfOthers })),
    hold,
    // A tub that holds now has no leak to place, whatever an earlier hold showed.
    leakHeight: leakHeightOf(leaksByHold(hold) ? holds : [], observations, hold),
    meter: slips.some((slip) => slip.code === 'meter-in-gallons') ? null : meterOf(paths.fill.runs),
    slips,
    standpipe: standpipeOf(machine, site, drains),
    runBack: runBackOf(drains, observations),
    since: {
      ...(paths.fill.since ? { fill: paths.fill.since } : {}),
      ...(paths.hold.since ? { hold: paths.hold.since } : {}),
      ...(paths.drain.since ? { drain: paths.drain.since } : {}),
    },
    changes: changesOf(all, acts),
  }
  tellDrain(says)
  tellHold(says, holds)
  if (says.meter) says.quantities.meterGain = says.meter.gain
  if (says.runBack) says.quantities.runBackL = says.runBack.litres
  for (const { analysis } of [...paths.fill.runs, ...holds, ...drains].reverse())
    for (const id of [
      'sensorGain',
      'sensorOffsetMm',
      'sensorLagS',
      'tubeLeakTauS',
      'cutoutS',
      'riseLH',
    ] as const) {
      const found = analysis.quantities[id]
      if (found && says.quantities[id] === undefined) says.quantities[id] = found
    }
  return says
}

/** An inlet that flows as it should and does not stop is no inlet that gives what it should. */
function fillOf(fill: FillWeighing | null, fills: readonly JudgedRun[]): FillWeighing | null {
  const overfills = fills.some((run) => run.analysis.saying.code === 'overfilled')
  return fill?.verdict === 'none' && overfills ? null : fill
}

/** Runs of the newest epoch that has any, and the act that came after them. */
function newest(
  all: readonly JudgedRun[],
  path: PathName,
  acts: readonly VisitAct[],
): { runs: JudgedRun[]; since: VisitAct | null } {
  const kinds: readonly RunKind[] = KINDS[path]
  const own = all.filter((run) => kinds.includes(run.plan.kind))
  const last = own.at(-1)
  if (!last) return { runs: [], since: null }
  // Each tap has epochs of its own.
  const epochs = new Map<string, number>()
  const key = (run: JudgedRun) => run.plan.taps.join('+')
  for (const run of own) epochs.set(key(run), Math.max(epochs.get(key(run)) ?? 0, epochOfRun(run, acts)))
  const runs = own.filter((run) => epochOfRun(run, acts) === epochs.get(key(run)))
  return { runs, since: runOutdatedBy(last, acts) }
}

/** Whether the holds leave a leak standing: nothing else was found to explain what they lost. */
function leaksByHold(hold: HoldWeighing | null): boolean {
  return hold === null || hold.verdict === 'leak' || hold.verdict === 'undecided'
}

/** Flow before and after an act on its path, where both were timed. */
function changesOf(all: readonly JudgedRun[], acts: readonly VisitAct[]): VisitChange[] {
  const changes: VisitChange[] = []
  for (const kind of ['fill', 'drain'] as const) {
    const own = all.filter(
      (run) => run.plan.kind === kind && run.analysis.quantities.flowLMin && !run.plan.throttled,
    )
    for (const key of new Set(own.map(sameRun))) {
      const same = own.filter((run) => sameRun(run) === key)
      const last = same.at(-1) as JudgedRun
      const epoch = epochOfRun(last, acts)
      const before = same.findLast((run) => epochOfRun(run, acts) < epoch)
      const act = acts
        .filter((a) => before && runOutdatedBy(before, [a]) && !runOutdatedBy(last, [a]))
        .sort((a, b) => a.atMs - b.atMs)
        .at(-1)
      if (!before || !act) continue
      changes.push({
        kind,
        tap: last.plan.taps.length === 1 ? (last.plan.taps[0] ?? null) : null,
        act,
        before: before.analysis.quantities.flowLMin as Interval,
        after: last.analysis.quantities.flowLMin as Interval,
      })
    }
  }
  return changes
}

function sameRun({ plan }: JudgedRun): string {
  const end = plan.hoseEndMm ?? plan.site.standpipeHeightMm ?? USUAL_HOSE_END_MM
  return plan.kind === 'fill' ? plan.taps.join('+') : `${Math.round(end / 100)}`
}

/** More than this running back means that nothing holds the water in the hose, L. Settled on the study of run-back. */
const RUN_BACK_L = 0.07
/** Relative error of a catch in a jug, and what cannot be poured, L. Estimates. */
const JUG = { share: 0.05, leastL: 0.05 } as const

/** What ran back by level and by jug: put together where they agree, else both. */
function runBackOf(drains: readonly JudgedRun[], observations: readonly Observation[]): RunBackSays | null {
  const jug = numbersOf(observations, 'drain.caught-back').at(-1)?.value
  const level = drains.findLast((run) => run.analysis.quantities.runBackL)?.analysis.quantities.runBackL
  if (jug === undefined)
    return level
      ? { litres: level, jugL: null, levelL: level.value, agree: true, flapFails: level.lo > RUN_BACK_L }
      : null
  const half = Math.hypot(JUG.leastL, JUG.share * jug)
  const caught = { value: jug, lo: Math.max(0, jug - half), hi: jug + half }
  const agree = !level || (level.lo <= caught.hi && level.hi >= caught.lo)
  // The jug sees all that comes; the level only what stands above the port.
  return { litres: caught, jugL: jug, levelL: level?.value ?? null, agree, flapFails: caught.lo > RUN_BACK_L }
}

function tellDrain(says: VisitSays): void {
  const { drain } = says
  if (!drain && says.disagree.some(({ kind }) => kind === 'drain'))
    for (const id of ['pumpHeadM', 'pathResistanceRatio'] as const) says.notIdentifiable[id] = DRAINS_DIFFER
  if (!drain) return
  if (drain.told.head) says.quantities.pumpHeadM = drain.head.withPrior
  else says.notIdentifiable.pumpHeadM = TWO_HEIGHTS
  if (drain.told.path) says.quantities.pathResistanceRatio = drain.path.withPrior
  else says.notIdentifiable.pathResistanceRatio = TWO_HEIGHTS
  if (drain.lift?.atLeast) says.bounds.pumpHeadM = { atLeast: drain.lift.headM }
}

function tellHold(says: VisitSays, runs: readonly JudgedRun[]): void {
  if (says.leakHeight)
    says.quantities.leakHeightMm = {
      value: says.leakHeight.value,
      lo: says.leakHeight.lo,
      hi: says.leakHeight.hi,
    }
  else {
    const open = runs.find((r) => r.analysis.notIdentifiable.leakHeightMm)
    if (open && says.hold?.verdict !== 'tight') {
      says.notIdentifiable.leakHeightMm = open.analysis.notIdentifiable.leakHeightMm as Message | Saying
      if (open.analysis.bounds.leakHeightMm) says.bounds.leakHeightMm = open.analysis.bounds.leakHeightMm
    }
  }
  const { hold } = says
  if (!hold) return
  if (hold.verdict === 'leak' || hold.verdict === 'siphon') {
    const first = runs.find((r) => r.plan.kind === 'hold' && r.analysis.verdict === 'falling')
    if (first?.analysis.quantities.leakLH) says.quantities.leakLH = first.analysis.quantities.leakLH
  } else if (hold.verdict === 'undecided')
    says.notIdentifiable.leakLH =
      hold.holds === 1
        ? message('open.one-hold')
        : hold.liftedMade
          ? message('open.holds-disagree')
          : message('open.hold-lifted')
}

/** The best statement of where the leak lies: a stop level, else the narrower of catches and curve. */
export function leakHeightOf(
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  hold: HoldWeighing | null,
): LeakHeight | null {
  // Water that runs out by the hose has no place in the machine.
  if (hold?.verdict === 'siphon') return null
  const stop = numbersOf(observations, 'leak.stop-level').at(-1)
  if (stop) return { ...heightFromStopLevel(stop.value), from: 'stop-level', laws: [] }
  const caught = catchesHeight(observations)
  const curve = narrowest(runs.flatMap((r) => r.analysis.quantities.leakHeightMm ?? []))
  if (curve && !(caught && caught.hi - caught.lo < curve.hi - curve.lo))
    return { ...curve, from: 'curve', laws: [] }
  if (!caught || caught.hi - caught.lo > WORTH_MM) return null
  const spread = Math.abs((caught.laws[0]?.mm ?? 0) - (caught.laws.at(-1)?.mm ?? 0))
  return {
    lo: caught.lo,
    hi: caught.hi,
    value: caught.mm,
    from: 'catches',
    laws: spread > 15 ? caught.laws.map(({ law, mm }) => ({ law, mm })) : [],
  }
}

function narrowest(intervals: readonly Interval[]): Interval | undefined {
  return [...intervals].sort((a, b) => a.hi - a.lo - (b.hi - b.lo))[0]
}

function catchesHeight(observations: readonly Observation[]): CatchHeight | null {
  return heightFromCatches(
    numbersOf(observations, 'leak.catch')
      .filter((c): c is { value: number; levelMm: number } => c.levelMm !== null)
      .map((c) => ({ levelMm: c.levelMm, flowLH: c.value })),
  )
}

function meterOf(runs: readonly JudgedRun[]): MeterWeighing | null {
  const gains = runs.flatMap((r) =>
    r.analysis.quantities.meterGain ? [r.analysis.quantities.meterGain] : [],
  )
  if (gains.length === 0) return null
  let [sum, weight] = [0, 0]
  for (const gain of gains) {
    const se = Math.max(0.01, Math.log(gain.hi / Math.max(1e-3, gain.lo)) / 3.92)
    sum += Math.log(Math.max(1e-3, gain.value)) / se ** 2
    weight += 1 / se ** 2
  }
  // The tub is the same in every fill: averaging does not take its error away.
  const se = Math.max(1 / Math.sqrt(weight), 0.02)
  const ln = sum / weight
  const gain = { value: Math.exp(ln), lo: Math.exp(ln - 1.96 * se), hi: Math.exp(ln + 1.96 * se) }
  const low = ln < Math.min(Math.log(METER_LOW), -2.4 * se)
  const high = ln > Math.max(Math.log(METER_HIGH), 2.4 * se)
  return { gain, verdict: low ? 'low' : high ? 'high' : 'agrees' }
}

function standpipeOf(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
): StandpipeWeighing | null {
  const drain = runs.findLast((r) => r.plan.kind === 'drain')
  const heightMm = drain ? hoseEndHeight(site, drain.plan.hoseEndMm).mm : site.standpipeHeightMm
  if (!drain || heightMm === null || heightMm <= USUAL_HOSE_END_MM) return null
  const flowAt = (hoseEndMm: number) =>
    expectedRun({ ...drain.plan, machine, site, hoseEndMm, endLevelMm: null }, { samples: 150, cells: 4 })
      .flowLMin.mid
  try {
    const flowShare = flowAt(heightMm) / flowAt(USUAL_HOSE_END_MM)
    return { heightMm, flowShare, tooHigh: flowShare < 1 - STANDPIPE_COSTS }
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}
