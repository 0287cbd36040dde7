import { SPREAD, tubTapeMm } from '../../machine/uncertainty.ts'
import { DISPLACED_RATIO, DRAFT_DEG, type TubGeometry } from '../../physics/tub/tubGeometry.ts'
import type { RunPlan } from './runPlan.ts'

/** The tub with each dimension moved by one standard deviation. */
export function movedTubs(plan: RunPlan, tub: TubGeometry): TubGeometry[] {
  const tape = tubTapeMm(plan.machine)
  return [
    { ...tub, diameterMm: tub.diameterMm + tape },
    { ...tub, floorMm: tub.floorMm + tape },
    { ...tub, sumpL: tub.sumpL * (1 + SPREAD.sumpRatio) },
    { ...tub, displacedRatio: tub.displacedRatio + DISPLACED_RATIO.sd },
    tub.shape === 'horizontal'
      ? { ...tub, depthMm: tub.depthMm + tape }
      : { ...tub, draftDeg: tub.draftDeg + DRAFT_DEG.sd },
  ]
}
