import type { LEAK_LAWS } from '../leak/leakLaw.ts'
import type { MachineSpec, SiteSpec } from '../machine/machineSpec.ts'
import { hoseEndHeight } from '../machine/uncertainty.ts'
import { USUAL_HOSE_END_MM } from '../pump/standpipe.ts'
import { expectedRun } from '../runs/expectedRun.ts'
import type { Interval } from '../runs/interval.ts'
import type { Bounds, NotIdentifiable, Quantities } from '../runs/quantities.ts'
import { type CatchHeight, heightFromCatches, heightFromStopLevel } from './leakHeights.ts'
import { type JudgedRun, latestOfEach, numbersOf, type Observation } from './observations.ts'
import { type DrainWeighing, weighDrains } from './weighDrains.ts'
import { type FillWeighing, weighFills } from './weighFills.ts'
import { type HoldWeighing, weighHolds } from './weighHolds.ts'

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
const TWO_HEIGHTS =
  'one hose height only: drain again with the hose end at 400 mm (16 in), or do the lift test (2 min)'
/** A meter below these shares of the level is convicted at 1 % false alarms: seeded study, by how the level was read. */
const METER_LOW = 0.91
const METER_HIGH = 1.12
/** A standpipe that costs more of the flow than this is too high for the pump. */
const STANDPIPE_COSTS = 0.25

/** Everything the runs and observations of one visit say together; each part is null when nothing bears on it. */
export function combineVisit(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): VisitSays {
  const hold = weighHolds(runs)
  const says: VisitSays = {
    quantities: {},
    notIdentifiable: {},
    bounds: {},
    drain: weighDrains(machine, site, runs, observations),
    fill: weighFills(machine, site, runs, observations),
    hold,
    // A tub that holds now has no leak to place, whatever an earlier hold showed.
    leakHeight: leakHeightOf(hold?.verdict === 'tight' ? [] : runs, observations),
    meter: meterOf(runs),
    standpipe: standpipeOf(machine, site, runs),
  }
  tellDrain(says)
  tellHold(says, runs)
  if (says.meter) says.quantities.meterGain = says.meter.gain
  const caught = numbersOf(observations, 'drain.caught-back').at(-1)
  if (caught)
    says.quantities.runBackL = {
      value: caught.value,
      lo: Math.max(0, caught.value - 0.05),
      hi: caught.value + 0.05,
    }
  for (const { analysis } of latestOfEach(runs).reverse())
    for (const id of [
      'sensorGain',
      'sensorOffsetMm',
      'sensorLagS',
      'tubeLeakTauS',
      'cutoutS',
      'riseLH',
      'runBackL',
    ] as const) {
      const found = analysis.quantities[id]
      if (found && says.quantities[id] === undefined) says.quantities[id] = found
    }
  return says
}

function tellDrain(says: VisitSays): void {
  const { drain } = says
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
      says.notIdentifiable.leakHeightMm = open.analysis.notIdentifiable.leakHeightMm as string
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
        ? 'one hold only: hold again from the same level, then with the hose end lifted high'
        : hold.liftedMade
          ? 'the holds do not agree well enough: repeat them for longer, with cold water and no laundry'
          : 'hold once more with the hose end lifted high'
}

/** The best statement of where the leak lies: a stop level, else the narrower of catches and curve. */
function leakHeightOf(runs: readonly JudgedRun[], observations: readonly Observation[]): LeakHeight | null {
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
  const gains = latestOfEach(runs)
    .filter((r) => r.plan.kind === 'fill')
    .flatMap((r) => (r.analysis.quantities.meterGain ? [r.analysis.quantities.meterGain] : []))
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
    expectedRun({ ...drain.plan, machine, site, hoseEndMm, endLevelMm: null }, { samples: 150, cells: 8 })
      .flowLMin.mid
  try {
    const flowShare = flowAt(heightMm) / flowAt(USUAL_HOSE_END_MM)
    return { heightMm, flowShare, tooHigh: flowShare < 1 - STANDPIPE_COSTS }
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}
