import { type FamilyId, isHorizontal } from '../../src/machine/machineSpec.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'

// How the study's own machines are built and what its own customers call for. None of it is read from the core: where the core's usual
// heights and frequencies are wrong by as much as these differ from them, the figures of the study show what that costs.

type Stretch = readonly [lowMm: number, highMm: number]

/** Where leaks that stand under water lie, mm above the level port. */
const FRONT: Partial<Record<LeakFaultId, Stretch>> = {
  'bellows.leak': [85, 235],
  'bellows.misaligned': [80, 250],
  'tub-seam.leak': [20, 520],
  'tub-seal.leak': [270, 330],
  'sump-boot.leak': [-40, 15],
  'tub-pump-hose.leak': [-95, -25],
  'pump.seal-leak': [-115, -45],
  'filter-cap.leak': [-100, -40],
}
const TOP: Partial<Record<LeakFaultId, Stretch>> = {
  'tub-seam.leak': [10, 400],
  'tub-seal.leak': [-30, 45],
  'shaft-seal.leak': [-80, 10],
  'sump-boot.leak': [-55, 0],
  'tub-pump-hose.leak': [-130, -40],
  'pump.seal-leak': [-190, -95],
  'filter-cap.leak': [-180, -100],
}
/** Of a leak that no level reaches. */
const OUT_OF_REACH: Stretch = [3000, 3000]

/** How many of a hundred calls each is, in this study's town. */
const CALLS: Record<LeakFaultId, number> = {
  'fill-hose.leak': 6,
  'inlet-valve.body-leak': 4,
  'valve-hose.leak': 4,
  'dispenser.overflow': 7,
  'bellows.leak': 11,
  'bellows.drain-holes-blocked': 2,
  'bellows.misaligned': 2,
  'tub-seam.leak': 5,
  'tub-seal.leak': 7,
  'shaft-seal.leak': 5,
  'sump-boot.leak': 5,
  'tub-pump-hose.leak': 9,
  'pump.seal-leak': 13,
  'filter-cap.leak': 8,
  'drain-hose.leak': 8,
  'house-drain.blocked': 6,
  'standpipe.siphon': 2,
  'spill.condensation': 3,
  'spill.opening': 5,
  'spill.suds': 3,
  'drawer-tube.leak': 2,
  'recirculation-hose.leak': 2,
  'tub-cover-seal.leak': 3,
  'gearcase.oil-leak': 2,
}
const FRONT_ONLY: readonly LeakFaultId[] = [
  'bellows.leak',
  'bellows.drain-holes-blocked',
  'bellows.misaligned',
  'filter-cap.leak',
  'drawer-tube.leak',
  'recirculation-hose.leak',
]

/** Where a leak lies in a machine of the study. */
export const stretchOf = (family: FamilyId, fault: LeakFaultId): Stretch =>
  (isHorizontal(family) ? FRONT : TOP)[fault] ?? OUT_OF_REACH

/** How often each leak is called for in a family; 0 for a part that it lacks. */
export function callsOf(family: FamilyId): Record<LeakFaultId, number> {
  const calls = { ...CALLS }
  if (isHorizontal(family))
    for (const fault of ['shaft-seal.leak', 'tub-cover-seal.leak', 'gearcase.oil-leak'] as const)
      calls[fault] = 0
  else for (const fault of FRONT_ONLY) calls[fault] = 0
  return calls
}
