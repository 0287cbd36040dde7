import { tapedTub } from '../../machine/machineSpec.ts'
import { greatestOf } from '../../numeric/extremes.ts'
import type { Interval } from '../../numeric/interval.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { FlowEstimate } from '../estimate/estimateFlow.ts'
import { levelFlow } from '../estimate/flowSources.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { between, type LevelSeries, type ReadingSource } from '../readings/readings.ts'
import type { RunWindow } from '../readings/runWindow.ts'
import { compareRun } from './compareRun.ts'
import type { RunAnalysis } from './runAnalysis.ts'

/** How well an instant of standstill is found, s and share of the time between readings. Settled on the study. */
const STANDSTILL = { leastS: 2, ofSpacing: 0.9 } as const

/** Noise of the level before and after, mm; a standing level is read many times. Estimate. */
const ENDS_MM = { hand: 3, stream: 1.3 } as const
/** Section of a taped tub, share, one standard deviation. Estimate. */
const SECTION_SE = 0.03

/**
 * A drain that came to rest with water left: its flow is the mean over the whole run, since that is what the customer waits for;
 * the flow before the standstill is what the pump can do while it does.
 * @param estimate - Flow while it moved; null where it moved too shortly to be fitted: the litres that left then tell the mean.
 */
export function tellStalled(
  analysis: RunAnalysis,
  plan: RunPlan,
  window: RunWindow,
  estimate: FlowEstimate | null,
  all: LevelSeries,
  source: ReadingSource,
): boolean {
  const restMm = window.restMm ?? estimate?.endMm ?? null
  const stalledS = (window.stalledAtS ?? window.toS) - window.fromS
  const wholeS = window.runEndS - window.fromS
  if (restMm === null || !(stalledS > 0) || !(wholeS > 0)) return false
  const fitted = estimate !== null && estimate.flowLMin > 0
  const mean = fitted
    ? scaled(levelFlow(estimate), stalledS / wholeS)
    : byEnds(plan, window, all, restMm, source)
  if (!mean) return false
  const levels = between(all, window.fromS, window.toS)
  const spacing = levels.tS.length > 1 ? stalledS / (levels.tS.length - 1) : 10
  const half = Math.max(STANDSTILL.leastS, STANDSTILL.ofSpacing * spacing)
  const [lo, hi] = window.silentMarked
    ? [stalledS - half, stalledS + half]
    : (window.restBetweenS?.map((tS) => tS - window.fromS) ?? [stalledS - half, stalledS + half])
  analysis.verdict = 'slow'
  analysis.saying = {
    code: 'stalled',
    kind: plan.kind,
    flowLMin: (mean.value * wholeS) / stalledS,
    atS: stalledS,
    levelMm: restMm,
    silent: window.silentMarked,
  }
  if (analysis.basis?.of === 'flow') analysis.basis.disturbed = 'stops'
  // It never reached its end, so it has no time to be compared.
  delete analysis.quantities.timeS
  delete analysis.notIdentifiable.flowLMin
  analysis.quantities.flowLMin = mean
  analysis.quantities.cutoutS = { value: stalledS, lo: Math.max(0, lo as number), hi: hi as number }
  analysis.fit ??= {
    fromS: window.fromS,
    toS: window.toS,
    startMm: plan.startLevelMm,
    endMm: restMm,
    curve: null,
  }
  const compared = compareRun({ ...plan, endLevelMm: null }, null)
  if (compared) analysis.expected = { timeS: compared.timeS, flowLMin: compared.flowLMin }
  return true
}

function scaled({ value, lo, hi }: Interval, by: number): Interval {
  return { value: value * by, lo: lo * by, hi: hi * by }
}

/** Mean flow from the level at the start and the one at rest. */
function byEnds(
  plan: RunPlan,
  window: RunWindow,
  all: LevelSeries,
  restMm: number,
  source: ReadingSource,
): Interval | null {
  const first = between(all, window.fromS - 2, window.fromS + 2).mm
  if (first.length === 0) return null
  const tub = tapedTub(plan.machine)
  const startMm = greatestOf(first)
  const litres = tubVolumeL(tub, startMm) - tubVolumeL(tub, restMm)
  const se = Math.hypot(ENDS_MM[source] * tubAreaLPerMm(tub, (startMm + restMm) / 2), SECTION_SE * litres)
  const perMin = 60 / (window.runEndS - window.fromS)
  return scaled({ value: litres, lo: litres - 1.96 * se, hi: litres + 1.96 * se }, perMin)
}
