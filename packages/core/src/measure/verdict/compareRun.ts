import { isHorizontal, tapedTub } from '../../machine/machineSpec.ts'
import { tubTopMm } from '../../physics/tub/tubGeometry.ts'
import type { FlowEstimate } from '../estimate/estimateFlow.ts'
import { type ExpectedRun, expectedRun } from '../plan/expectedRun.ts'
import { plannedEndMm, type RunPlan } from '../plan/runPlan.ts'

/**
 * Bands inside an analysis need fewer samples than a drawn one, since only three quantiles of one time are taken (their width is right to 3 %,
 * their middle to 0.5 %: tried against 40,000); and few cells, since the quadrature of each is exact to 0.01 % (tried: 3 against 80).
 */
const COMPARE = { samples: 600, cells: 4 } as const

/** The healthy run over the levels that were really passed. */
export function compareRun(plan: RunPlan, estimate: FlowEstimate | null): ExpectedRun | null {
  const fill = plan.kind === 'fill'
  let startMm = estimate ? estimate.startMm : plan.startLevelMm
  let endMm = estimate ? estimate.endMm : plannedEndMm(plan)
  // A run that hardly moved is compared over the levels it was meant to pass.
  if (fill ? endMm < startMm + 5 : endMm > startMm - 5) {
    startMm = plan.startLevelMm
    endMm = plannedEndMm({ ...plan, endLevelMm: plan.endLevelMm })
  }
  if (fill ? endMm <= startMm : endMm >= startMm) return null
  const top = tubTopMm(tapedTub(plan.machine))
  const clamp = (mm: number) => Math.min(top, Math.max(isHorizontal(plan.machine.family) ? -10 : 0, mm))
  const compared = {
    ...plan,
    startLevelMm: clamp(startMm),
    startFrom: 'read' as const,
    endLevelMm: clamp(endMm),
  }
  if (compared.startLevelMm === compared.endLevelMm) return null
  return expectedRun(compared, COMPARE)
}
