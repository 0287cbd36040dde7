import { tapedTub } from '../../machine/machineSpec.ts'
import { linearLeastSquares } from '../../numeric/leastSquares.ts'
import { median } from '../../numeric/quantile.ts'
import { robustLine } from '../../numeric/robustLine.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { fitSensor, type SensorFit, type SensorPairs } from '../../physics/sensing/sensorFit.ts'
import { type TubGeometry, tubTopMm } from '../../physics/tub/tubGeometry.ts'
import { tubLevelMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { RunMark } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { MOST_LOOKS } from '../readings/chooseLevels.ts'
import {
  between,
  blockMedians,
  type LevelSeries,
  present,
  type ReadingSource,
  type Readings,
} from '../readings/readings.ts'
import { type RunWindow, runWindow } from '../readings/runWindow.ts'

/** Standard deviation of one indicated level about the water, mm. Estimates. */
const INDICATED_MM = { hand: 2.2, stream: 1.2 } as const
const MOST_PAIRS = 80

/**
 * Indicated levels paired with water that stands or hardly moves.
 * @param ruler - Levels seen in the tub. @param indicated - Levels as the machine shows them.
 * @returns null when the two were not read over the same time.
 */
export function sensorPairs(
  ruler: LevelSeries,
  indicated: LevelSeries,
  source: ReadingSource,
): SensorPairs | null {
  const first = (ruler.tS[0] ?? Number.NaN) - 5
  const last = (ruler.tS[ruler.tS.length - 1] ?? Number.NaN) + 5
  const blocks = blockMedians(indicated, MOST_PAIRS).series
  const tS: number[] = []
  const indicatedMm: number[] = []
  for (let i = 0; i < blocks.tS.length; i++) {
    const t = blocks.tS[i] ?? Number.NaN
    if (t < first || t > last) continue
    tS.push(t)
    indicatedMm.push(blocks.mm[i] ?? Number.NaN)
  }
  if (tS.length < 4) return null
  return { tS, trueMm: tS.map(straightThrough(ruler)), indicatedMm, sigmaMm: INDICATED_MM[source] }
}

/** Water that hardly moves: a robust line through the ruler's readings, or straight between two of them. */
function straightThrough(ruler: LevelSeries): (tS: number) => number {
  const n = ruler.tS.length
  if (n >= 3) {
    const fit = robustLine(ruler.tS, ruler.mm, new Float64Array(n).fill(1), { scale: 2.6, worth: 6 })
    if (fit.outcome === 'fitted') return (t) => fit.intercept + fit.slope * t
  }
  if (n < 2) return () => median(ruler.mm)
  const [t0, t1] = [ruler.tS[0] ?? Number.NaN, ruler.tS[n - 1] ?? Number.NaN]
  const [h0, h1] = [ruler.mm[0] ?? Number.NaN, ruler.mm[n - 1] ?? Number.NaN]
  return (t) => h0 + ((h1 - h0) * (t - t0)) / Math.max(1, t1 - t0)
}

/**
 * The level sensor against the ruler over a fill or drain, at the instants at which the ruler was read.
 * @returns null when the two were not read together, or the water hardly moved.
 */
export function calibrateSensor(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): SensorFit | null {
  const ruler = blockMedians(present(readings.tS, readings.rulerMm), MOST_LOOKS).series
  const indicated = present(readings.tS, readings.levelMm)
  if (ruler.tS.length < 4 || indicated.tS.length < 4) return null
  const window = runWindow(plan, ruler.tS.length >= 8 ? ruler : indicated, marks)
  const pairs = pairsAtRuler(ruler, indicated, source, window, tapedTub(plan.machine))
  return pairs ? fitSensor(pairs) : null
}

const RULER_MM = 2.6
/** What is left of the ruler's noise in its smoothed run, mm. Estimate. */
const SMOOTHED_MM = 1.4
/** A stream's readings this close to an instant stand for it, s. */
const AROUND_S = 1.6

const PATH_POINTS = 120

/** The indicated level at each reading of the ruler, against the smoothed ruler. */
function pairsAtRuler(
  ruler: LevelSeries,
  indicated: LevelSeries,
  source: ReadingSource,
  window: RunWindow,
  tub: TubGeometry,
): SensorPairs | null {
  const tS: number[] = []
  const indicatedMm: number[] = []
  for (const t of ruler.tS) {
    const near = between(indicated, t - AROUND_S, t + AROUND_S).mm
    if (near.length === 0) continue
    tS.push(t)
    indicatedMm.push(median(near))
  }
  if (tS.length < 4) return null
  const waterAt = smoothed(withoutSpikes(ruler), window, tub)
  const first = Math.min(window.fromS, tS[0] ?? Number.NaN)
  const length = (tS.at(-1) as number) - first
  const pathS = Array.from({ length: PATH_POINTS }, (_, i) => first + (length * i) / (PATH_POINTS - 1))
  return {
    tS,
    trueMm: tS.map(waterAt),
    indicatedMm,
    sigmaMm: Math.hypot(SMOOTHED_MM, INDICATED_MM[source]),
    path: { tS: pathS, mm: pathS.map(waterAt) },
  }
}

/** The ruler without single readings far from the straight line between their neighbours. */
function withoutSpikes(ruler: LevelSeries): LevelSeries {
  const { tS, mm } = ruler
  const keep = Array.from(mm.keys()).filter((i) => {
    if (i === 0 || i === mm.length - 1) return true
    const share =
      ((tS[i] ?? Number.NaN) - (tS[i - 1] ?? Number.NaN)) /
      ((tS[i + 1] ?? Number.NaN) - (tS[i - 1] ?? Number.NaN) || 1)
    const due = (mm[i - 1] ?? Number.NaN) + ((mm[i + 1] ?? Number.NaN) - (mm[i - 1] ?? Number.NaN)) * share
    return Math.abs((mm[i] ?? Number.NaN) - due) < 4.5 * RULER_MM
  })
  return {
    tS: vectorOf(keep, (i) => tS[i] ?? Number.NaN),
    mm: vectorOf(keep, (i) => mm[i] ?? Number.NaN),
  }
}

/**
 * The water over time by a ruler that was read now and then: a low polynomial while it moves, its median once it rests. An unsmoothed
 * ruler would make every sensor look as if it lagged, since a lag smooths the ruler's own noise.
 */
function smoothed(ruler: LevelSeries, window: RunWindow, tub: TubGeometry): (tS: number) => number {
  // A drum's section changes with every millimetre: its litres run smoothly, its level does not.
  const lies = tub.shape === 'horizontal'
  const most = tubVolumeL(tub, tubTopMm(tub))
  const toMm = (value: number) => (lies ? tubLevelMm(tub, Math.min(most, Math.max(0, value))) : value)
  const read = between(ruler, window.fromS, window.toS + 0.5)
  const during = lies ? { tS: read.tS, mm: read.mm.map((mm) => tubVolumeL(tub, mm)) } : read
  const after = between(ruler, window.toS + 2, Number.POSITIVE_INFINITY).mm
  const n = during.tS.length
  const degree = n < 5 ? 1 : n < 9 || lies ? 2 : 3
  const length = Math.max(1, window.toS - window.fromS)
  const unit = (t: number) => (2 * (t - window.fromS)) / length - 1
  const powers = (t: number) => Array.from({ length: degree + 1 }, (_, k) => unit(t) ** k)
  const fit = n > degree ? linearLeastSquares(Array.from(during.tS, powers), during.mm) : null
  if (!fit) return fromReadingToReading(ruler)
  const along = (t: number) =>
    toMm(powers(t).reduce((sum, p, k) => sum + p * (fit.coefficients[k] ?? Number.NaN), 0))
  const rest = after.length >= 2 ? median(after) : along(window.toS)
  return (t) => (t > window.toS ? rest : along(Math.max(window.fromS, t)))
}

function fromReadingToReading({ tS, mm }: LevelSeries): (t: number) => number {
  return (t) => {
    let i = 1
    while (i < tS.length - 1 && (tS[i] ?? Number.NaN) < t) i++
    const [t0, t1] = [tS[i - 1] ?? Number.NaN, tS[i] ?? Number.NaN]
    const share = Math.min(1, Math.max(0, (t - t0) / Math.max(1e-6, t1 - t0)))
    return (mm[i - 1] ?? Number.NaN) + ((mm[i] ?? Number.NaN) - (mm[i - 1] ?? Number.NaN)) * share
  }
}
