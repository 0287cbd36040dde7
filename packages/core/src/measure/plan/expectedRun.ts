import {
  drawDrain,
  drawFillLMin,
  drawTub,
  type HealthyDraw,
  type HealthyId,
  healthyDraw,
} from '../../machine/healthyDraws.ts'
import { isHorizontal } from '../../machine/machineSpec.ts'
import { FROM_RUN_TO_RUN, ownDraws } from '../../machine/ownRecords.ts'
import { asText, figureOf } from '../../message.ts'
import { evenDraws } from '../../numeric/evenDraws.ts'
import { quantileOfSorted } from '../../numeric/quantile.ts'
import { clippedNormal, type RandomSource } from '../../numeric/random.ts'
import { drainCurve } from '../../physics/pump/drainTime.ts'
import { sumpBottomMm, tubTopMm } from '../../physics/tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { lMinFromM3PerS } from '../../units.ts'
import { absorbedL, drawAbsorption } from './laundry.ts'
import { plannedEndMm, type RunPlan } from './runPlan.ts'
import { EARLIEST_AIR_MM, knownStart } from './timedEnds.ts'

/** 5 %, 50 % and 95 % of the healthy machines that fit what is known. */
export interface Spread {
  lo: number
  mid: number
  hi: number
}

/** The run as a healthy machine of this description would make it. */
export interface ExpectedRun {
  /** Levels along the run, mm, in the order they are passed. */
  levelMm: Float64Array
  /** Seconds after the start at which each level is passed; Infinity where that share never gets there. */
  loS: Float64Array
  midS: Float64Array
  hiS: Float64Array
  /** Seconds from start to end. */
  timeS: Spread
  /** Mean flow over the run, L/min. */
  flowLMin: Spread
  /** Share of the healthy machines that cannot finish (hose end higher than the pump lifts), 0..1. */
  stallShare: number
}

export interface ExpectedOptions {
  samples: number
  cells: number
  seed: number
}
export const EXPECTED_DEFAULTS: ExpectedOptions = { samples: 1000, cells: 40, seed: 20_260 }
const NEVER_S = 1e9

/**
 * Expected curve with its band: the healthy machine sampled over all that is not known about it, each value spread evenly over the samples.
 * Each sample solves the run (fill: regulated supply into the tub; drain: dV/dt = −√((H₀ + h − z)/(B + K))); at each level the
 * quantiles over samples of the passing time are taken. Curves are monotone, so these are the quantiles of the level as well.
 * @param plan - The run; levels in mm above the port.
 * @param options - `samples` (≥ 50), `cells` along the run, `seed`.
 * @throws {RangeError} If start and end level do not fit the kind of run or the tub, or a fill has no tap.
 */
export function expectedRun(plan: RunPlan, options: Partial<ExpectedOptions> = {}): ExpectedRun {
  const { samples, cells, seed } = { ...EXPECTED_DEFAULTS, ...options }
  const endMm = plannedEndMm(plan)
  checkPlan(plan, endMm)
  const draws = evenDraws(samples, seed)
  const levelMm = new Float64Array(cells + 1)
  for (let i = 0; i <= cells; i++) levelMm[i] = plan.startLevelMm + ((endMm - plan.startLevelMm) * i) / cells

  const times = Array.from({ length: cells + 1 }, () => new Float64Array(samples))
  const flows = new Float64Array(samples)
  const ends = new Float64Array(samples)
  const solve = plan.kind === 'fill' ? fillSolver(plan, levelMm) : drainSolver(plan, levelMm)
  let stalled = 0
  // The usual spreads are far wider than what differs from run to run.
  const again = (one: ReturnType<Solver>) => (plan.own ? fromRunToRun(one, draws.random) : one)
  for (let s = 0; s < samples; s++) {
    draws.next()
    const { timeS, flowLMin, beyondS } = again(solve(draws.random))
    ends[s] = timeS.length > cells ? Math.max(0, (timeS[cells] ?? Number.NaN) + beyondS) : NEVER_S
    for (let i = 0; i <= cells; i++) (times[i] as Float64Array)[s] = timeS[i] ?? NEVER_S
    flows[s] = flowLMin
    if (timeS.length <= cells) stalled++
  }
  const curves = [0.05, 0.5, 0.95].map(() => new Float64Array(cells + 1))
  times.forEach((column, i) => {
    column.sort()
    ;[0.05, 0.5, 0.95].forEach((p, k) => {
      const t = quantileOfSorted(column, p)
      ;(curves[k] as Float64Array)[i] = t > NEVER_S / 10 ? Number.POSITIVE_INFINITY : t
    })
  })
  flows.sort()
  ends.sort()
  const endAt = (p: number) => {
    const t = quantileOfSorted(ends, p)
    return t > NEVER_S / 10 ? Number.POSITIVE_INFINITY : t
  }
  const [loS, midS, hiS] = curves as [Float64Array, Float64Array, Float64Array]
  return {
    levelMm,
    loS,
    midS,
    hiS,
    timeS: { lo: endAt(0.05), mid: endAt(0.5), hi: endAt(0.95) },
    flowLMin: {
      lo: quantileOfSorted(flows, 0.05),
      mid: quantileOfSorted(flows, 0.5),
      hi: quantileOfSorted(flows, 0.95),
    },
    stallShare: stalled / samples,
  }
}

/** Values of one healthy machine after the other: by what is usual, or by own records where there are some. */
function drawsOf(plan: RunPlan): () => HealthyDraw {
  const { machine, site, own } = plan
  if (own) return ownDraws(own, machine, site, orderDrawn(plan))
  const draw = healthyDraw(machine, site)
  return () => draw
}

function fromRunToRun(run: ReturnType<Solver>, random: RandomSource): ReturnType<Solver> {
  const longer = Math.exp(clippedNormal(random, 0, FROM_RUN_TO_RUN, -0.1, 0.1))
  const timeS = new Float64Array(run.timeS.length)
  for (let i = 0; i < timeS.length; i++) timeS[i] = (run.timeS[i] ?? Number.NaN) * longer
  return {
    timeS,
    flowLMin: run.flowLMin / longer,
    beyondS: run.beyondS * longer,
  }
}

/** The values of a healthy machine in the order in which a solver asks for them. */
function orderDrawn({ kind, machine }: RunPlan): HealthyId[] {
  const tub: HealthyId[] = isHorizontal(machine.family)
    ? ['diameter', 'depth', 'floor']
    : ['diameter', 'floor']
  if (kind === 'fill') return [...tub, 'rated']
  const free: HealthyId[] = machine.pump.freeFlowLMin === null ? ['free-flow'] : []
  return [...tub, 'head', ...free, 'pump-curve', 'path', 'port']
}

/** `beyondS`: what the level at the start and the water left at the first air add to the time, as far as nobody knows them. */
type Solver = (random: () => number) => { timeS: ArrayLike<number>; flowLMin: number; beyondS: number }

function fillSolver(plan: RunPlan, levelMm: Float64Array): Solver {
  const drawFlow = drawFillLMin(plan.site, plan.taps)
  const draws = drawsOf(plan)
  return (random) => {
    const draw = draws()
    const tub = drawTub(plan.machine, random, draw)
    const flow = drawFlow(random, draw)
    const soak = drawAbsorption(plan.laundry, plan.laundryKg, random)
    const v0 = tubVolumeL(tub, levelMm[0] ?? Number.NaN)
    const timeS = new Float64Array(levelMm.length)
    for (let i = 0; i < timeS.length; i++) {
      const litres = tubVolumeL(tub, levelMm[i] ?? Number.NaN) - v0
      if (flow <= 0) {
        timeS[i] = litres > 0 ? NEVER_S : 0
        continue
      }
      let t = (litres / flow) * 60
      // Soaking adds to what must flow in; the sum converges since absorption is bounded.
      for (let k = 0; k < 12 && soak.capacityL > 0; k++) t = ((litres + absorbedL(soak, t)) / flow) * 60
      timeS[i] = t
    }
    return { timeS, flowLMin: flow, beyondS: 0 }
  }
}

function drainSolver(plan: RunPlan, levelMm: Float64Array): Solver {
  const drawPump = drawDrain(
    plan.machine,
    plan.site,
    plan.hoseEndMm,
    plan.kind === 'siphon' ? 'gravity' : 'pump',
  )
  const toAir = plan.kind === 'drain' && plan.endLevelMm === null
  const start = knownStart(plan)
  const draws = drawsOf(plan)
  return (random) => {
    const draw = draws()
    const tub = drawTub(plan.machine, random, draw)
    const d = drawPump(random, draw)
    const bottom = sumpBottomMm(tub)
    const airL = tubVolumeL(tub, bottom + (EARLIEST_AIR_MM - bottom) * random())
    const sdMm = start.range ? (start.range[1] - start.range[0]) / Math.sqrt(12) : start.sdMm
    const startOffMm = clippedNormal(random, 0, sdMm, -2 * sdMm, 2 * sdMm)
    const curve = drainCurve(tub, levelMm, (level) => {
      const spareM = d.shutoffHeadM + level / 1000 - d.liftM
      return spareM <= 0 ? 0 : lMinFromM3PerS(Math.sqrt(spareM / d.resistanceS2M5))
    })
    const end = curve.timeS[curve.timeS.length - 1] ?? Number.NaN
    const litres =
      tubVolumeL(tub, levelMm[0] ?? Number.NaN) - tubVolumeL(tub, levelMm[levelMm.length - 1] ?? Number.NaN)
    const flowLMin = curve.outcome === 'drains' && end > 0 ? (litres / end) * 60 : 0
    const last = levelMm[levelMm.length - 1] ?? Number.NaN
    const moreL =
      startOffMm * tubAreaLPerMm(tub, Math.max(1, levelMm[0] ?? Number.NaN)) + tubVolumeL(tub, last) - airL
    return { timeS: curve.timeS, flowLMin, beyondS: toAir && flowLMin > 0 ? (moreL / flowLMin) * 60 : 0 }
  }
}

function checkPlan(plan: RunPlan, endMm: number): void {
  const top = tubTopMm({ ...plan.machine.tub, shape: shapeOf(plan), displacedRatio: 0, draftDeg: 0 })
  if (plan.kind === 'fill' && plan.taps.length === 0) throw new RangeError(asText('plan.no-tap'))
  if (!(plan.startLevelMm <= top && endMm <= top))
    throw new RangeError(
      asText('plan.above-tub', {
        top: figureOf('level', top),
        got: figureOf('level', Math.max(plan.startLevelMm, endMm)),
      }),
    )
  if (plan.kind === 'fill' && !(endMm > plan.startLevelMm))
    throw new RangeError(
      asText('plan.end-above-start', {
        start: figureOf('level', plan.startLevelMm),
        got: figureOf('level', endMm),
      }),
    )
  if (plan.kind !== 'fill' && !(endMm < plan.startLevelMm))
    throw new RangeError(
      asText('plan.start-above-air', {
        air: figureOf('level', endMm),
        got: figureOf('level', plan.startLevelMm),
      }),
    )
}

function shapeOf(plan: RunPlan): 'horizontal' | 'vertical' {
  return isHorizontal(plan.machine.family) ? 'horizontal' : 'vertical'
}
