import { compareRun } from './compareRun.ts'
import type { FlowEstimate } from './estimateFlow.ts'
import type { FlowValue } from './interval.ts'
import type { LevelSeries } from './readings.ts'
import type { RunAnalysis } from './runAnalysis.ts'
import type { RunPlan } from './runPlan.ts'
import type { RunWindow } from './runWindow.ts'

/** How well an instant of standstill is found, s and share of the time between readings. Settled on the study. */
const STANDSTILL = { leastS: 2, ofSpacing: 0.9 } as const

/**
 * A drain that came to rest with water left: its flow is the mean over the whole run, since that is what the customer waits for;
 * the flow before the standstill is what the pump can do while it does.
 */
export function tellStalled(
  analysis: RunAnalysis,
  plan: RunPlan,
  window: RunWindow,
  before: FlowValue,
  estimate: FlowEstimate,
  levels: LevelSeries,
): void {
  const stalledS = window.stalledAtS ?? window.toS
  const share = (stalledS - window.fromS) / (window.runEndS - window.fromS)
  const after = stalledS - window.fromS
  const spacing = levels.tS.length > 1 ? after / (levels.tS.length - 1) : 10
  const half = Math.max(STANDSTILL.leastS, STANDSTILL.ofSpacing * spacing)
  analysis.verdict = 'slow'
  analysis.saying = {
    code: 'stalled',
    kind: plan.kind,
    flowLMin: before.value,
    atS: after,
    levelMm: window.restMm ?? estimate.endMm,
    silent: window.silentMarked,
  }
  if (analysis.basis?.of === 'flow') analysis.basis.disturbed = 'stops'
  // It never reached its end, so it has no time to be compared.
  delete analysis.quantities.timeS
  analysis.quantities.flowLMin = {
    value: before.value * share,
    lo: before.lo * share,
    hi: before.hi * share,
  }
  analysis.quantities.cutoutS = { value: after, lo: after - half, hi: after + half }
  const compared = compareRun({ ...plan, endLevelMm: null }, null)
  if (compared) analysis.expected = { timeS: compared.timeS, flowLMin: compared.flowLMin }
}
