import { median } from '../numeric/quantile.ts'
import { robustLine } from '../numeric/robustLine.ts'
import { fitSensor, type SensorFit, type SensorPairs } from '../sensing/sensorFit.ts'
import { estimateFlow } from './estimateFlow.ts'
import { blockMedians, type LevelSeries, present, type ReadingSource, type Readings } from './readings.ts'
import type { RunMark } from './runMarks.ts'
import type { RunPlan } from './runPlan.ts'
import { runWindow } from './runWindow.ts'

/** Standard deviation of one indicated level about the water, mm. Estimates. */
const INDICATED_MM = { hand: 2.2, stream: 1.2 } as const
const MOST_PAIRS = 80

/**
 * Indicated levels paired with the water at the same instants.
 * @param ruler - Levels seen in the tub. @param indicated - Levels as the machine shows them.
 * @param trueAt - The water's level over time when it is known better than by the ruler's own points.
 * @returns null when the two were not read over the same time.
 */
export function sensorPairs(
  ruler: LevelSeries,
  indicated: LevelSeries,
  source: ReadingSource,
  trueAt: (tS: number) => number = straightThrough(ruler),
): SensorPairs | null {
  const first = (ruler.tS[0] as number) - 5
  const last = (ruler.tS[ruler.tS.length - 1] as number) + 5
  const blocks = blockMedians(indicated, MOST_PAIRS).series
  const tS: number[] = []
  const indicatedMm: number[] = []
  for (let i = 0; i < blocks.tS.length; i++) {
    const t = blocks.tS[i] as number
    if (t < first || t > last) continue
    tS.push(t)
    indicatedMm.push(blocks.mm[i] as number)
  }
  if (tS.length < 4) return null
  return { tS, trueMm: tS.map(trueAt), indicatedMm, sigmaMm: INDICATED_MM[source] }
}

/** Water that hardly moves: a robust line through the ruler's readings, or straight between two of them. */
function straightThrough(ruler: LevelSeries): (tS: number) => number {
  const n = ruler.tS.length
  if (n >= 3) {
    const fit = robustLine(ruler.tS, ruler.mm, new Float64Array(n).fill(1), { scale: 2.6, worth: 6 })
    if (fit.outcome === 'fitted') return (t) => fit.intercept + fit.slope * t
  }
  if (n < 2) return () => median(ruler.mm)
  const [t0, t1] = [ruler.tS[0] as number, ruler.tS[n - 1] as number]
  const [h0, h1] = [ruler.mm[0] as number, ruler.mm[n - 1] as number]
  return (t) => h0 + ((h1 - h0) * (t - t0)) / Math.max(1, t1 - t0)
}

export interface Calibration {
  fit: SensorFit
  /** Relative standard error of the gain. */
  gainSe: number
  /** The fit is good enough to read the water from the indicated level. */
  corrects: boolean
}

/**
 * The level sensor against the ruler over a fill or drain: the ruler's own fitted run is the water, the indicated level is compared with it.
 * @returns null when the two were not read together, or the water hardly moved.
 */
export function calibrateSensor(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): Calibration | null {
  const ruler = present(readings.tS, readings.rulerMm)
  const indicated = present(readings.tS, readings.levelMm)
  if (ruler.tS.length < 3 || indicated.tS.length < 4) return null
  // A ruler is read by hand even where the indicated level comes as a stream.
  const rulerSource = ruler.tS.length < 0.5 * indicated.tS.length ? 'hand' : source
  const window = runWindow(plan, ruler.tS.length >= 6 ? ruler : indicated, marks)
  const run = estimateFlow(plan, ruler, rulerSource, window.fromS, window.toS, false)
  if (run.outcome !== 'estimated' || run.flowLMin <= 0) return null
  const trueAt = (tS: number) => run.levelAt(Math.min(window.toS, Math.max(window.fromS, tS)))
  const pairs = sensorPairs(ruler, indicated, source, trueAt)
  const fit = pairs ? fitSensor({ ...pairs, trueGainSe: run.readingsSe / run.flowLMin }) : null
  if (!fit) return null
  const gainSe = (fit.gain.hi - fit.gain.lo) / 4 / Math.max(0.05, fit.gain.value)
  const atRest = fit.lagS === null || fit.lagS.lo === 0
  return { fit, gainSe, corrects: gainSe < 0.05 && fit.gain.value > 0.5 && atRest }
}

/** The water's level from an indicated one. */
export function withGain(series: LevelSeries, { fit }: Calibration): LevelSeries {
  return { tS: series.tS, mm: series.mm.map((mm) => (mm - fit.offsetMm.value) / fit.gain.value) }
}
