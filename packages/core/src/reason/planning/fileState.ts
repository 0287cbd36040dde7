import { familyDefaults, type MachineSpec, tapedTub } from '../../machine/machineSpec.ts'
import { tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { RESIDUE_L } from '../../state/waterInside.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import { arrivingState, type WorkState } from './workState.ts'

/** Checks that run the machine: somebody has plugged it in. */
const LIVE: readonly string[] = ['pump.voltage', 'valve.voltage', 'board.pump-pin']

/**
 * The machine as runs and looks leave it, where nobody said how it stands: as it arrived, then each run in its order. A drain that stopped
 * short leaves what stands above its last level.
 */
export function stateAfter(
  machine: MachineSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): WorkState {
  let state = arrivingState(machine, observations)
  for (const { plan, analysis } of runs) {
    if (plan.kind === 'fill' || plan.kind === 'drain' || plan.kind === 'siphon') {
      const end = analysis.basis && 'endMm' in analysis.basis ? analysis.basis.endMm : null
      const usual =
        plan.kind === 'fill' ? (machine.fillLevelMm ?? familyDefaults(machine.family).fillLevelMm ?? 110) : 0
      state = { ...state, waterL: tubVolumeL(tapedTub(machine), Math.max(0, end ?? usual)) + RESIDUE_L }
    }
    if (plan.hoseEndMm !== null && plan.kind === 'drain')
      state = {
        ...state,
        hoseEnd: plan.hoseEndMm < 650 ? 'low' : plan.hoseEndMm > 1300 ? 'lifted' : 'standpipe',
      }
  }
  if (
    observations.some(({ check, value }) => LIVE.includes(check) && typeof value === 'number' && value > 10)
  )
    state = { ...state, mainsOn: true }
  return state
}
