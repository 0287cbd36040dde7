import { tapedTub } from '../../machine/machineSpec.ts'
import { correlationFactor } from '../../numeric/correlation.ts'
import { leastOf } from '../../numeric/extremes.ts'
import { type LineFit, robustLine } from '../../numeric/robustLine.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { ABSORPTION, type Absorption, middleAbsorption } from '../plan/laundry.ts'
import { movedTubs } from '../plan/movedTubs.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { litresAtAir, middleAirMm } from '../plan/timedEnds.ts'
import { levelsOfFit, middleSpareMm, sensitivity, shapeAt, transform } from '../readings/levelTransform.ts'
import { blockMedians, keepWhere, type LevelSeries, type ReadingSource } from '../readings/readings.ts'

export interface FlowEstimate {
  outcome: 'estimated'
  /** Mean flow over the run, L/min, positive in the direction the run should go. */
  flowLMin: number
  /** Standard error from the readings alone, and t for their number. */
  readingsSe: number
  t975: number
  /** Standard error from what a tape cannot know about the tub (and, for a drain, from the shape of the flow). */
  geometrySe: number
  /** The same flow when how much water the first air leaves is taken as this machine's own; null where the instant of air does not count. */
  ofThisAir: FlowOfThisAir | null
  /** Fitted level at the start and at the end of the run, mm. */
  startMm: number
  endMm: number
  /** Standard deviation of a reading about the fit, mm. */
  noiseMm: number
  /** Readings used, and how many of them ended with no weight. */
  used: number
  setAside: number
  /** Fitted line, for extrapolation on a chart: level in mm at a time in s, and the time at a level. */
  levelAt: (tS: number) => number
  timeAt: (mm: number) => number
}
/** Every drain of a machine leaves nearly the same water at its first air: what nobody knows about it is shared by its drains. */
export interface FlowOfThisAir {
  flowLMin: number
  /** Standard error of its own, L/min, with t. */
  readingsSe: number
  /** What one standard deviation of the water left does to the flow, L/min: the same way in every drain of the machine. */
  airSe: number
}
/** Points of a fitted run drawn from its start to where it should end. */
export interface FittedCurve {
  tS: number[]
  levelMm: number[]
}
export type FlowResult = FlowEstimate | { outcome: 'tooFewReadings'; needed: number; got: number }

/** Noise expected of one reading, mm, and of its time, s. Estimates. */
const NOISE = { hand: { mm: 2.6, timeS: 0.58, worth: 6 }, stream: { mm: 1.2, timeS: 0, worth: 1 } } as const
/** Levels this close above the drum floor say little: the section there changes with every millimetre. */
const FLOOR_MARGIN_MM = 8
/** Below this much above the level where air is drawn the flow breaks up. */
const AIR_MARGIN_MM = 7
const BLOCKS = 60
const FEWEST = 3

/**
 * Robust mean flow of a fill or drain from timed levels, with what limits it.
 * A level is turned into F(h) = ∫A dh / s(h), where s(h) is how the flow varies with level (1 for a fill, √(H₀ + h − z) for a drain):
 * F is straight in time, so one robust line gives the flow, and one bad reading cannot bend it.
 * Source of the method: weighted bisquare regression of volume on time; geometry enters as first-order error propagation of each
 * tape dimension, the basket's share and the wall draft.
 * @param levels - mm above the port against s, rising time, inside the run.
 * @param fromS - Start of the run, s. @param toS - End of the run, s.
 * @param emptied - True when the run ended by drawing air, so that the last millimetres are left out.
 * @param airMarked - True when `toS` is the marked instant of the first air: for a few readings by hand it is worth one more, since near
 * the port a millimetre is hardly any water.
 * @returns 'tooFewReadings' below three usable readings.
 */
export function estimateFlow(
  plan: RunPlan,
  levels: LevelSeries,
  source: ReadingSource,
  fromS: number,
  toS: number,
  emptied: boolean,
  airMarked = false,
): FlowResult {
  const tub = tapedTub(plan.machine)
  const sign = plan.kind === 'fill' ? 1 : -1
  const usable = leaveOutEnds(levels, tub, plan.kind === 'drain' && emptied)
  const airCounts = airMarked && source === 'hand' && usable.tS.length < ENDS_COUNT_BELOW
  // Several readings of one instant are one.
  const instants = instantsUpTo(usable.tS, FEWEST)
  if (instants < FEWEST) return { outcome: 'tooFewReadings', needed: FEWEST, got: instants }
  const blocks = blockMedians(usable, BLOCKS)
  const { perBlock } = blocks
  const air = airCounts ? litresAtAir(tub) : null
  const startedAtMm = source === 'hand' ? startRead(plan, usable, fromS) : null
  const series = withEnds(
    blocks.series,
    startedAtMm === null ? null : { tS: fromS, mm: startedAtMm },
    air ? { tS: toS, mm: middleAirMm(tub) } : null,
  )
  const soak = middleAbsorption(plan.laundry, plan.laundryKg)
  const spareMm = middleSpareMm(plan)
  const base = transform(series, tub, spareMm, soak, sign)
  const sigma = vectorOf(series.mm, (mm) => sensitivity(tub, mm, spareMm))

  const noise = NOISE[source]
  const meanSigma = sigma.reduce((a, b) => a + b, 0) / sigma.length
  const roughSlope =
    Math.abs((base[base.length - 1] ?? Number.NaN) - (base[0] ?? Number.NaN)) / (span(series) || 1)
  const oneReadingMm = Math.hypot(noise.mm, (roughSlope / meanSigma) * noise.timeS)
  // The median of a block of independent readings is better than one reading; a stream's readings are not independent.
  const prior = {
    scale: source === 'hand' ? oneReadingMm / Math.sqrt(perBlock) : oneReadingMm,
    worth: noise.worth,
  }
  // Near the port a millimetre is hardly any water, but nobody knows how much of the sump was left when air came.
  if (air) sigma[sigma.length - 1] = Math.hypot(air.sdL, roughSlope * noise.timeS) / prior.scale
  const fit = robustLine(series.tS, base, sigma, prior)
  if (fit.outcome !== 'fitted') return { outcome: 'tooFewReadings', needed: fit.needed, got: fit.got }

  const { levelAt, timeAt } = levelsOfFit(fit, tub, spareMm, soak, sign)
  const startMm = levelAt(fromS)
  const endMm = levelAt(toS)
  // Mean of s over the run: nearly linear in time, so the ends and the middle suffice (Simpson).
  const shape = (mm: number) => shapeAt(mm, spareMm)
  const meanShape =
    plan.kind === 'fill' ? 1 : (shape(startMm) + 4 * shape(levelAt((fromS + toS) / 2)) + shape(endMm)) / 6
  const inLMin = meanShape * 60
  const flowOf = (line: LineFit) => ({
    flowLMin: line.slope * inLMin,
    readingsSe: line.slopeSe * inLMin * correlationFactor(line.residuals, perBlock),
  })
  const ofThisAir = () => {
    const last = sigma.length - 1
    if (!air || (fit.weights[last] ?? Number.NaN) < 0.05) return null
    const anew = sigma.slice()
    anew[last] = Math.hypot(air.anewL, roughSlope * noise.timeS) / prior.scale
    const line = robustLine(series.tS, base, anew, prior)
    if (line.outcome !== 'fitted' || (line.weights[last] ?? Number.NaN) < 0.05) return null
    const { flowLMin, readingsSe } = flowOf(line)
    return {
      flowLMin,
      readingsSe: (readingsSe * studentT975(line.degreesOfFreedom)) / 1.96,
      airSe: Math.abs(line.slopeGain[last] ?? Number.NaN) * air.ofMachineL * inLMin,
    }
  }
  return {
    outcome: 'estimated',
    ...flowOf(fit),
    t975: studentT975(fit.degreesOfFreedom),
    ofThisAir: ofThisAir(),
    geometrySe: geometrySe(plan, series, fit, base, tub, spareMm, soak, sign) * inLMin,
    startMm,
    endMm,
    noiseMm: fit.scale * Math.sqrt(perBlock),
    used: usable.tS.length,
    setAside: fit.weights.filter((w) => w < 0.05).length * perBlock,
    levelAt,
    timeAt,
  }
}

/** Instants at least 50 ms apart among rising times, counted up to a number. */
function instantsUpTo(tS: Float64Array, most: number): number {
  let count = 0
  let last = Number.NEGATIVE_INFINITY
  for (let i = 0; i < tS.length && count < most; i++) {
    if ((tS[i] ?? Number.NaN) - last < 0.05) continue
    last = tS[i] ?? Number.NaN
    count++
  }
  return count
}

/** From this many readings on, the instant of the first air and the level read before the start add nothing. */
const ENDS_COUNT_BELOW = 15
/** A level read by then is the level at the start itself, s. */
const AT_START_S = 6

/** The level that was read before the clock started, mm, where no reading of the run says the same. */
function startRead(plan: RunPlan, usable: LevelSeries, fromS: number): number | null {
  if (plan.kind !== 'drain' || plan.startFrom !== 'read' || usable.tS.length >= ENDS_COUNT_BELOW) return null
  const [firstS, firstMm] = [usable.tS[0] ?? Number.NaN, usable.mm[0] ?? Number.NaN]
  // A drain does not rise: a start below its first reading is a slip of the pen, or a level of some other time.
  const possible = plan.startLevelMm > firstMm - 3 * NOISE.hand.mm
  return possible && firstS - fromS > AT_START_S ? plan.startLevelMm : null
}

function withEnds(
  series: LevelSeries,
  start: { tS: number; mm: number } | null,
  air: { tS: number; mm: number } | null,
): LevelSeries {
  if (!start && !air) return series
  const { tS, mm } = series
  const before = start ? [start] : []
  const after = air ? [air] : []
  return {
    tS: Float64Array.of(...before.map((p) => p.tS), ...tS, ...after.map((p) => p.tS)),
    mm: Float64Array.of(...before.map((p) => p.mm), ...mm, ...after.map((p) => p.mm)),
  }
}

function span(series: LevelSeries): number {
  return (series.tS[series.tS.length - 1] ?? Number.NaN) - (series.tS[0] ?? Number.NaN)
}

function leaveOutEnds(levels: LevelSeries, tub: TubGeometry, emptied: boolean): LevelSeries {
  const pick = (limit: number) => keepWhere(levels, (mm) => mm > limit)
  const airLimit = emptied ? lowestMm(levels) + AIR_MARGIN_MM : Number.NEGATIVE_INFINITY
  const aboveFloor = pick(Math.max(tub.floorMm + FLOOR_MARGIN_MM, airLimit))
  const enough = Math.max(FEWEST + 1, Math.min(6, 0.4 * levels.mm.length))
  if (aboveFloor.tS.length >= enough) return aboveFloor
  const aboveAir = pick(Math.max(0.5, airLimit))
  return aboveAir.tS.length >= FEWEST ? aboveAir : levels
}

/** Air is never drawn higher than this: sparse readings that end above it say nothing about the end, mm. */
const HIGHEST_AIR_MM = 15

/** The level where air was drawn, mm: the lowest of block medians, so that one wild reading does not make it. */
function lowestMm(levels: LevelSeries): number {
  const { mm } = blockMedians(levels, 200).series
  return mm.length === 0 ? 0 : Math.min(HIGHEST_AIR_MM, Math.max(0, leastOf(mm)))
}

/**
 * Standard error of the slope from geometry, flow shape and soaking: each unknown is moved by one standard deviation and the line,
 * linear in F at its final weights, answers.
 */
function geometrySe(
  plan: RunPlan,
  series: LevelSeries,
  fit: LineFit,
  base: Float64Array,
  tub: TubGeometry,
  spareMm: number | null,
  soak: Absorption,
  sign: number,
): number {
  const moved: [TubGeometry, number | null, Absorption][] = movedTubs(plan, tub).map((m) => [
    m,
    spareMm,
    soak,
  ])
  if (soak.capacityL > 0) {
    moved.push([
      tub,
      spareMm,
      { ...soak, capacityL: soak.capacityL * (1 + ABSORPTION.lPerKgSd / ABSORPTION.lPerKg) },
    ])
    moved.push([tub, spareMm, { ...soak, tauS: soak.tauS + ABSORPTION.tauSdS }])
  }
  let variance = 0
  for (const [tubMoved, spareMoved, soakMoved] of moved) {
    const f = transform(series, tubMoved, spareMoved, soakMoved, sign)
    let change = 0
    for (let i = 0; i < f.length; i++)
      change += (fit.slopeGain[i] ?? Number.NaN) * ((f[i] ?? Number.NaN) - (base[i] ?? Number.NaN))
    variance += change * change
  }
  // Wet laundry gives water back and takes up room; nobody knows how much. Estimate: 4 % of the flow.
  if (plan.laundry === 'wet') variance += (0.04 * fit.slope) ** 2
  // The pump's true head and the lift bend the curve a little. Estimate: 0.6 % of the flow.
  if (spareMm !== null) variance += (0.006 * fit.slope) ** 2
  return Math.sqrt(variance)
}

/**
 * The fitted run from its start to its planned end, for drawing and for the time left. Null when the fit never gets there within `withinS`.
 * @param endMm - Level at which the run should end, mm.
 */
export function fittedCurve(
  estimate: FlowEstimate,
  fromS: number,
  endMm: number,
  withinS: number,
): FittedCurve | null {
  const end = estimate.timeAt(endMm)
  if (!(end > fromS && end - fromS <= withinS)) return null
  const startMm = estimate.levelAt(fromS)
  const levelMm = Array.from(
    { length: CURVE_POINTS },
    (_, i) => startMm + ((endMm - startMm) * i) / (CURVE_POINTS - 1),
  )
  return { tS: levelMm.map((mm) => Math.max(fromS, estimate.timeAt(mm))), levelMm }
}

const CURVE_POINTS = 25
