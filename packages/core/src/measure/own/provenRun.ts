import { drawFillLMin, HEALTHY_IDS, type HealthyId, healthyFacts } from '../../machine/healthyDraws.ts'
import { isHorizontal, type MachineSpec, tapedTub } from '../../machine/machineSpec.ts'
import { familyScale } from '../../machine/ownRecords.ts'
import { cleanPathK, hoseEndHeight, pumpB } from '../../machine/uncertainty.ts'
import { evenDraws } from '../../numeric/evenDraws.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { drainCurve } from '../../physics/pump/drainTime.ts'
import { DISPLACED_RATIO, DRAFT_DEG, type TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { lMinFromM3PerS } from '../../units.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { RunAnalysis } from '../verdict/runAnalysis.ts'

/** A fill or drain of a machine that had been proven healthy when it was made. */
export interface ProvenRun {
  runId: string
  visitId: string
  machineId: string
  /** Make and model as they were typed; empty = nobody typed them. */
  make: string
  model: string
  atMs: number
  plan: RunPlan
  /** Mean flow between two levels, L/min, with the standard error of its readings alone; levels in mm above the port. */
  flowLMin: number
  readingsSe: number
  startMm: number
  endMm: number
}

/** Of a flow that is known worse nothing is learned. */
const WORST_SE = 0.12
/** Levels that are passed for the time of a drain: exact to 0.1 %. */
const CELLS = 5

/** What a run of a machine proven healthy says; null where it has no flow that could be compared. */
export function provenFlow(
  plan: RunPlan,
  { basis, verdict, rests }: Pick<RunAnalysis, 'basis' | 'verdict' | 'rests'>,
): Pick<ProvenRun, 'flowLMin' | 'readingsSe' | 'startMm' | 'endMm'> | null {
  if (plan.kind !== 'fill' && plan.kind !== 'drain') return null
  if (basis?.of !== 'flow' || basis.disturbed || plan.throttled || plan.laundry !== 'none') return null
  if (rests?.range || verdict === 'not-identifiable' || verdict === 'no-flow') return null
  const { flowLMin, readingsSe, startMm, endMm } = basis
  const moved = plan.kind === 'fill' ? endMm - startMm : startMm - endMm
  if (!(moved > 0 && flowLMin > 0 && readingsSe < WORST_SE * flowLMin)) return null
  return { flowLMin, readingsSe, startMm, endMm }
}

/** A run as a straight line in the values of its machine: ln(time) = g·θ + noise, θ as in `OwnRecords`. */
export interface RunRow {
  g: Float64Array
  y: number
  /** Variance of what differs from run to run, and of what all runs of this kind at this machine share beside θ: its place, its sump. */
  ownVar: number
  sharedVar: number
}

/** Sump, basket and draft of a tub move a time so much; they are not learned. Relative, estimate. */
const TUB_REST = 0.02
/** What differs from run to run, and by how much a machine drifts in a year. Relative, estimates. */
const REPEAT = 0.02
const DRIFT_A_YEAR = 0.02
const STEP = 0.3
const YEAR_MS = 365.2425 * 86_400_000

/**
 * A run of a machine proven healthy as a straight line about `theta`; null where a machine like that would never get there.
 * @param theta - As in `OwnRecords`. @param nowMs - When it is learned from: what is older says less of how the machine is now.
 */
export function runRow(run: ProvenRun, theta: ArrayLike<number>, nowMs: number): RunRow | null {
  const lnTime = run.plan.kind === 'fill' ? fillTime(run) : drainTime(run)
  const nominal = tapedTub(run.plan.machine)
  const litres = Math.abs(tubVolumeL(nominal, run.startMm) - tubVolumeL(nominal, run.endMm))
  const measured = Math.log((litres / run.flowLMin) * 60)
  const here = lnTime(theta, 0)
  const g = vectorOf(HEALTHY_IDS, (_, i) => {
    const moved = (by: number) =>
      lnTime(
        vectorOf(theta, (z, j) => z + (i === j ? by : 0)),
        0,
      )
    return (moved(STEP) - moved(-STEP)) / (2 * STEP)
  })
  let y = measured - here
  for (let i = 0; i < g.length; i++) y += (g[i] ?? Number.NaN) * (theta[i] ?? Number.NaN)
  const place = placeSd(run, lnTime, theta)
  if (!Number.isFinite(y) || !Number.isFinite(place)) return null
  const years = Math.max(0, (nowMs - run.atMs) / YEAR_MS)
  return {
    g,
    y,
    ownVar: (run.readingsSe / run.flowLMin) ** 2 + REPEAT ** 2 + DRIFT_A_YEAR ** 2 * years,
    sharedVar: place ** 2 + TUB_REST ** 2,
  }
}

/** Logarithm of the time that a healthy machine takes over the levels of a run; `place` = standard deviations of what its place adds. */
type LnTime = (theta: ArrayLike<number>, place: number) => number

/** Spread of ln(time) by what is not known of the place: how high the hose ends; the pressure behind the tap. */
function placeSd(run: ProvenRun, lnTime: LnTime, theta: ArrayLike<number>): number {
  return run.plan.kind === 'fill' ? supplyOf(run).sd : Math.abs(lnTime(theta, 1) - lnTime(theta, -1)) / 2
}

function drainTime({ plan, startMm, endMm }: ProvenRun): LnTime {
  const { machine, site } = plan
  const value = valuesOf(machine)
  const pathK = cleanPathK(machine, site)
  const end = hoseEndHeight(site, plan.hoseEndMm)
  const levels = vectorOf({ length: CELLS + 1 }, (_, i) => startMm + ((endMm - startMm) * i) / CELLS)
  return (theta, place) => {
    const head = value(theta, 'head')
    const resistance =
      pumpB(head, value(theta, 'free-flow')) * value(theta, 'pump-curve') + pathK * value(theta, 'path')
    const liftM = (end.mm + place * end.sdMm - value(theta, 'port')) / 1000
    const curve = drainCurve(
      tubOf(machine, (id) => value(theta, id)),
      levels,
      (level) => {
        const spareM = head + level / 1000 - liftM
        return spareM <= 0 ? 0 : lMinFromM3PerS(Math.sqrt(spareM / resistance))
      },
    )
    return curve.outcome === 'drains' ? Math.log(curve.timeS.at(-1) ?? Number.NaN) : Number.NaN
  }
}

function fillTime(run: ProvenRun): LnTime {
  const { plan, startMm, endMm } = run
  const value = valuesOf(plan.machine)
  const { meanLn } = supplyOf(run)
  return (theta) => {
    const tub = tubOf(plan.machine, (id) => value(theta, id))
    const litres = tubVolumeL(tub, endMm) - tubVolumeL(tub, startMm)
    return Math.log((litres / value(theta, 'rated')) * 60) - meanLn
  }
}

/** ln(flow ÷ rated flow) at this place: mean and spread over what is not known of its supply. Solved once a run. */
function supplyOf(run: ProvenRun): { meanLn: number; sd: number } {
  const { plan } = run
  const key = JSON.stringify([plan.site.supplyKpa, plan.taps])
  const known = supplies.get(key)
  if (known) return known
  const draw = drawFillLMin(plan.site, plan.taps)
  const draws = evenDraws(SUPPLIES, 20_263)
  const rated = familyScale(plan.machine).rated.mid
  const lns = Array.from({ length: SUPPLIES }, () => {
    draws.next()
    return Math.log(draw(draws.random, () => rated) / rated)
  })
  const meanLn = lns.reduce((sum, ln) => sum + ln, 0) / SUPPLIES
  const sd = Math.sqrt(lns.reduce((sum, ln) => sum + (ln - meanLn) ** 2, 0) / SUPPLIES)
  if (supplies.size >= REMEMBERED) supplies.clear()
  supplies.set(key, { meanLn, sd })
  return { meanLn, sd }
}
const supplies = new Map<string, { meanLn: number; sd: number }>()
const SUPPLIES = 200
const REMEMBERED = 500

function valuesOf(machine: MachineSpec): (theta: ArrayLike<number>, id: HealthyId) => number {
  const scale = familyScale(machine)
  return (theta, id) => {
    const { mid, sd } = scale[id]
    return mid + sd * (theta[HEALTHY_IDS.indexOf(id)] ?? Number.NaN)
  }
}

/** The drum by its sizes; what is not learned of it in its middle. */
function tubOf(machine: MachineSpec, value: (id: 'diameter' | 'depth' | 'floor') => number): TubGeometry {
  const horizontal = isHorizontal(machine.family)
  return {
    ...tapedTub(machine),
    diameterMm: value('diameter'),
    depthMm: horizontal ? value('depth') : machine.tub.depthMm,
    floorMm: value('floor'),
    displacedRatio: DISPLACED_RATIO.mid,
    draftDeg: horizontal ? 0 : DRAFT_DEG.mid,
  }
}

/** What was taped on a machine, as further rows: value by value, in spreads of its family. A plate is no measurement of this one. */
export function tapedRows({ plan: { machine, site } }: Pick<ProvenRun, 'plan'>): RunRow[] {
  const scale = familyScale(machine)
  const facts = healthyFacts(machine, site)
  const ids: HealthyId[] = isHorizontal(machine.family)
    ? ['diameter', 'depth', 'floor', 'port']
    : ['diameter', 'floor', 'port']
  return ids.flatMap((id) => {
    if (!facts[id].own) return []
    const { mid, sd } = scale[id]
    return [
      {
        g: vectorOf(HEALTHY_IDS, (one) => (one === id ? 1 : 0)),
        y: (facts[id].mid - mid) / sd,
        ownVar: (facts[id].sd / sd) ** 2,
        sharedVar: 0,
      },
    ]
  })
}
