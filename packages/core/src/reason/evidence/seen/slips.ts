import { isHorizontal, type MachineSpec, type SiteSpec } from '../../../machine/machineSpec.ts'
import { familyFillRangeMm, knownFillLevelMm } from '../../../measure/plan/timedEnds.ts'
import type { SlipCode } from '../../../measure/verdict/saying.ts'
import type { JudgedRun } from './observations.ts'

/** Something that was probably written in another unit or for another thing: it is asked, and nothing is concluded from it. */
export interface Slip {
  code: SlipCode
  /** Place of the run among those given; null = the machine's own data. */
  run: number | null
  /** As it was written, and what it may mean, in the base unit of the quantity. */
  written: number
  meant: number
}

/** Levels this much smaller than a usual one, by a unit of ten or of an inch. */
const UNITS = [
  { code: 'level-in-cm', factor: 10, lo: 0.55, hi: 1.6 },
  { code: 'level-in-inches', factor: 25.4, lo: 0.6, hi: 1.5 },
] as const
/** A run of fewer "millimetres" than this moved nothing worth the name. */
const MOVED = 3
/** A hose end this low is no standpipe, mm. */
const LOWEST_END_MM = 200
/** Drums and tubs narrower than this are none, mm; pumps of household machines lift less than this, m. Estimates. */
const NARROWEST_MM = 380
const HIGHEST_HEAD_M = 4.4
/** A meter that shows this share of the level counts US gallons: 1 L = 0.264 US gal. */
const GALLONS = { lo: 0.21, hi: 0.325, factor: 3.785 } as const
/** No leak runs like a pump, L/min. */
const PUMPED_L_MIN = 9
/** A level that turns back by this share of its whole way is another run. */
const TURN = { share: 0.35, leastMm: 45 } as const

/**
 * What does not fit among runs, machine and family, most telling first: asked before anything is concluded from it.
 * @param runs - In the order in which their places are counted.
 */
export function visitSlips(machine: MachineSpec, site: SiteSpec, runs: readonly JudgedRun[]): Slip[] {
  return [...machineSlips(machine), ...runs.flatMap((run, place) => runSlips(machine, site, run, place))]
}

function machineSlips(machine: MachineSpec): Slip[] {
  const slips: Slip[] = []
  const { diameterMm } = machine.tub
  if (diameterMm < NARROWEST_MM)
    slips.push({ code: 'radius-for-diameter', run: null, written: diameterMm, meant: 2 * diameterMm })
  const head = machine.pump.shutoffHeadM
  if (head !== null && head > HIGHEST_HEAD_M)
    slips.push({ code: 'head-in-feet', run: null, written: head, meant: head * 0.3048 })
  const level = machine.fillLevelMm
  if (level !== null && level < 40 && level > 3)
    slips.push({ code: 'fill-level-in-cm', run: null, written: level, meant: level * 10 })
  return slips
}

function runSlips(machine: MachineSpec, site: SiteSpec, run: JudgedRun, place: number): Slip[] {
  const { plan, analysis } = run
  const slip = (code: Slip['code'], written: number, meant: number): Slip => ({
    code,
    run: place,
    written,
    meant,
  })
  const slips: Slip[] = []
  const { seen } = analysis
  if (seen && (plan.kind === 'fill' || plan.kind === 'drain' || plan.kind === 'hold')) {
    const unit = levelUnit(machine, plan.kind, seen)
    if (unit) slips.push(slip(unit.code, seen.highMm, seen.highMm * unit.factor))
  }
  const endMm = plan.hoseEndMm ?? (plan.kind === 'drain' ? site.standpipeHeightMm : null)
  if (plan.kind === 'drain' && endMm !== null && endMm > 15 && endMm < LOWEST_END_MM)
    slips.push(slip('hose-end-in-cm', endMm, endMm * 10))
  const gain = analysis.quantities.meterGain
  if (plan.kind === 'fill' && gain && gain.value > GALLONS.lo && gain.value < GALLONS.hi)
    slips.push(slip('meter-in-gallons', gain.value, gain.value * GALLONS.factor))
  const { basis } = analysis
  if (
    plan.kind === 'hold' &&
    basis?.of === 'standing' &&
    basis.lossLMin > PUMPED_L_MIN &&
    (seen?.highMm ?? 0) > 60
  )
    slips.push(slip('drain-called-hold', basis.lossLMin, basis.lossLMin))
  if (seen && (plan.kind === 'fill' || plan.kind === 'drain') && slips.length === 0) {
    const way = seen.highMm - seen.lowMm
    if (seen.backMm > Math.max(TURN.leastMm, TURN.share * way))
      slips.push(slip('two-runs-in-one', seen.backMm, seen.backMm))
  }
  return slips
}

/** Whether the levels of a run are those of its machine in another unit. */
function levelUnit(
  machine: MachineSpec,
  kind: 'fill' | 'drain' | 'hold',
  seen: NonNullable<JudgedRun['analysis']['seen']>,
): (typeof UNITS)[number] | null {
  const known = knownFillLevelMm(machine)
  const [low, high] = known === null ? familyFillRangeMm(machine) : [known, known]
  // A few millimetres in a drum are a level too: only what should stand high is asked.
  if (seen.highMm > (isHorizontal(machine.family) ? 45 : 90) || seen.highMm >= 0.5 * low) return null
  const moved = Math.abs(seen.toMm - seen.fromMm)
  if (kind !== 'hold' && moved < MOVED) return null
  return (
    UNITS.find(({ factor, lo, hi }) => seen.highMm * factor > lo * low && seen.highMm * factor < hi * high) ??
    null
  )
}

/** The slips that a run rests on: its own, and those of the machine that its kind leans on. */
export function slipOfRun(slips: readonly Slip[], run: JudgedRun, place: number): Slip | null {
  const { kind } = run.plan
  const byLevel = run.analysis.basis?.of !== 'meter'
  return (
    slips.find((slip) => slip.run === place && slip.code !== 'meter-in-gallons') ??
    slips.find(
      (slip) =>
        slip.run === null &&
        ((slip.code === 'radius-for-diameter' && byLevel) ||
          (slip.code === 'head-in-feet' && kind === 'drain') ||
          (slip.code === 'fill-level-in-cm' && run.analysis.rests !== undefined)),
    ) ??
    null
  )
}
