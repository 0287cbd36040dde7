import { isHorizontal, type MachineSpec } from '../../machine/machineSpec.ts'
import type { Part, PartId } from '../../machine/parts.ts'

/** Parts that wear and lie open once another is out: to come back for one of them means the whole teardown again. Common practice, no published source. */
const STANDING: Readonly<Partial<Record<PartId, readonly PartId[]>>> = {
  'tub-seal': ['shaft-seal', 'clutch'],
  'shaft-seal': ['tub-seal', 'clutch'],
  clutch: ['shaft-seal', 'tub-seal'],
  pump: ['tub-pump-hose', 'drive-belt'],
  'drive-coupler': ['pump'],
  'sump-boot': ['tub-pump-hose'],
}
const ON_ITS_SIDE: Readonly<Partial<Record<PartId, readonly PartId[]>>> = {
  bellows: ['drawer-tube', 'spray-nozzle'],
  pump: ['tub-pump-hose', 'filter-cap'],
  'tub-seam': ['tub-seal', 'air-dome'],
  'tub-seal': ['drive-belt', 'air-dome'],
  'sump-boot': ['tub-pump-hose'],
}

/** What the way to a part exposes anyway, of what this machine has. */
export function exposedBy(part: PartId, machine: MachineSpec, parts: readonly Part[]): PartId[] {
  const listed = (isHorizontal(machine.family) ? ON_ITS_SIDE : STANDING)[part] ?? []
  return listed.filter((id) => parts.some((one) => one.id === id))
}
