import { isHorizontal, type MachineSpec } from '../../machine/machineSpec.ts'
import { type PartId, partsOf } from '../../machine/parts.ts'
import type { CheckFacts, CheckId, Outcome } from './checkTypes.ts'

/** The part that a check looks at, where some machines lack it. */
const PART_OF: Readonly<Partial<Record<CheckId, PartId>>> = {
  'trap.look': 'coin-trap',
  'filter-cap.look': 'filter-cap',
  'filter-cap.turn': 'filter-cap',
  'bellows.look': 'bellows',
  'door-opening-spill': 'bellows',
  'weep-holes': 'shaft-seal',
  'belt.look': 'drive-belt',
}
/** Families whose clutch drum has weep holes in its floor. */
const WITH_CLUTCH: readonly MachineSpec['family'][] = ['top-load-motor-pump', 'top-load-belt']
/** A pump on the wash motor has no winding, voltage or connector of its own. */
const OF_AN_ELECTRIC_PUMP: readonly CheckId[] = [
  'pump.winding',
  'pump.voltage',
  'board.pump-pin',
  'pump.runs-for',
]

/** Whether a check can be made on a machine at all: nobody is asked for a part that it has not. */
export function checkApplies(id: CheckId, machine: MachineSpec): boolean {
  if (machine.family === 'top-load-motor-pump' && OF_AN_ELECTRIC_PUMP.includes(id)) return false
  if ((id === 'weep-holes' || id === 'clutch.feel') && !WITH_CLUTCH.includes(machine.family)) return false
  if (id === 'centre-post' && isHorizontal(machine.family)) return false
  const part = PART_OF[id]
  return part === undefined || partsOf(machine).some((own) => own.id === part)
}

/** An outcome as this machine has it: an impeller on the wash motor turns free when it is sound, and has no detents. */
export function outcomesFor(check: CheckFacts, machine: MachineSpec): readonly Outcome[] {
  if (check.kind !== 'choice') return []
  if (check.id !== 'impeller.feel' || machine.family !== 'top-load-motor-pump') return check.outcomes
  return check.outcomes
    .filter((outcome) => outcome.value !== 'detents')
    .map(
      (outcome): Outcome =>
        outcome.value === 'free' ? { value: 'free', tone: 'good', as: 'free-no-magnet' } : outcome,
    )
}
