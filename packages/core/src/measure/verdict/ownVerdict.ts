import { tapedTub } from '../../machine/machineSpec.ts'
import { ENOUGH_MACHINES, type OwnRecords } from '../../machine/ownRecords.ts'
import type { FlowValue } from '../../numeric/interval.ts'
import { tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { FlowEstimate } from '../estimate/estimateFlow.ts'
import type { ExpectedRun } from '../plan/expectedRun.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { Judged } from './verdict.ts'

/** The healthy run as this drum would show it, taken for what it is entered as: flow by the time it takes. */
export function shownBy(estimate: FlowEstimate, plan: RunPlan, healthy: ExpectedRun): ExpectedRun {
  const tub = tapedTub(plan.machine)
  const litres = Math.abs(tubVolumeL(tub, estimate.endMm) - tubVolumeL(tub, estimate.startMm))
  const { lo, mid, hi } = healthy.timeS
  const flow = (seconds: number) => (seconds > 0 ? (60 * litres) / seconds : 0)
  return { ...healthy, flowLMin: { lo: flow(hi), mid: flow(mid), hi: flow(lo) } }
}

/** A flow with the error of its readings alone. */
export function readAlone({ readingsSe, t975 }: FlowEstimate, flow: FlowValue): FlowValue {
  const se = (readingsSe * t975) / 1.96
  return { value: flow.value, lo: flow.value - 1.96 * se, hi: flow.value + 1.96 * se, se }
}

/** A few machines, or those of other models, may share a fault that was not seen: what is too slow for its family stays so. */
export const withOwn = ({ of, machines }: OwnRecords, own: Judged, usual: Judged): Judged =>
  (of === 'family' || machines < ENOUGH_MACHINES) && usual.verdict === 'slow' ? usual : own
