import type { AccessWay } from '../../machine/access.ts'
import { isHorizontal, type MachineSpec } from '../../machine/machineSpec.ts'
import { type PartId, partsOf } from '../../machine/parts.ts'
import type { CureWord } from '../../reason/catalogue/cures.ts'
import type { FaultId } from '../../reason/catalogue/faultCard.ts'
import { jobMinutes } from './jobPlan.ts'
import { jobOf } from './jobs.ts'
import type { Found, JobId } from './jobTypes.ts'

/** What is to be done. */
export interface Work {
  act: CureWord | 'trial'
  part: PartId | null
  /** What is put in instead of a new part, where that is another job. */
  variant?: string | null
  /** What it is for, where one part is worked on for several. */
  fault?: FaultId | null
}

/** Parts that are worked on in one way whatever is done to them. */
const BY_PART: Readonly<Partial<Record<PartId, JobId>>> = {
  tap: 'tap',
  'inlet-screen': 'screens',
  'inlet-valve': 'inlet-valve',
  'valve-hose': 'valve-hose',
  'flow-meter': 'flow-meter',
  dispenser: 'dispenser',
  'tub-seam': 'tub-seam',
  'air-dome': 'level',
  'level-hose': 'level',
  'level-switch': 'level',
  'sump-boot': 'sump-boot',
  'tub-pump-hose': 'tub-pump-hose',
  'filter-cap': 'filter-cap',
  'flap-valve': 'flap-valve',
  'inner-drain-hose': 'drain-hose',
  'outer-drain-hose': 'drain-hose',
  'outlet-pipe': 'drain-hose',
  standpipe: 'standpipe',
  'house-drain': 'house-drain',
  'drive-belt': 'belt',
  'lid-switch': 'lid-switch',
  board: 'board',
  'drive-coupler': 'coupler',
  clutch: 'clutch',
  'recirculation-hose': 'recirculation',
  'spray-nozzle': 'recirculation',
  'drawer-tube': 'drawer-tube',
}
const PUMP_BY_WAY: Readonly<Partial<Record<AccessWay, JobId>>> = {
  'rear-panel': 'pump-rear',
  'side-panel': 'pump-rear',
  flap: 'pump-lower',
  'lower-panel': 'pump-lower',
  'whole-front': 'pump-front',
  'front-panel': 'pump-front',
  'front-no-flap': 'pump-front',
}

/** Ways by which a trap has a cap in front of it; else it sits in the boot or the pump's inlet. */
const CAP_BY: readonly AccessWay[] = ['flap', 'lower-panel', 'below']
const wayOf = (machine: MachineSpec, part: PartId): AccessWay =>
  partsOf(machine).find(({ id }) => id === part)?.access.by ?? 'front-panel'

/** The job by which something is done in a machine. */
export function jobFor({ act, part, variant, fault }: Work, machine: MachineSpec): JobId {
  if (part === null) return 'spill'
  if (part === 'pump') return act === 'clear' || act === 'clean' ? 'pump-object' : pumpJob(machine, variant)
  if (part === 'fill-hose') return fault === 'fill-hose.crossed' ? 'crossed' : 'fill-hose'
  if (part === 'tub') return act === 'replace' ? 'cover-seal' : 'suds'
  if (part === 'bellows') return act === 'clean' ? 'bellows-holes' : 'bellows'
  if (part === 'tub-seal') return isHorizontal(machine.family) ? 'rear-seal' : 'tub-seal'
  if (part === 'shaft-seal')
    return act === 'refer' || fault === 'gearcase.oil-leak' ? 'gearcase-oil' : 'shaft-seal'
  if (part === 'wiring') return fault === 'wiring.leak-to-frame' ? 'frame-leak' : 'wiring'
  if (part === 'coin-trap') return CAP_BY.includes(wayOf(machine, 'coin-trap')) ? 'trap-cap' : 'trap-boot'
  const job = BY_PART[part]
  if (!job) throw new RangeError(`part: expected one with a job, got ${part}`)
  return job
}

/** The way to a whole pump: by what drives it and how it is reached. */
function pumpJob(machine: MachineSpec, variant: string | null | undefined): JobId {
  const { family } = machine
  if (family === 'top-load-motor-pump') return 'pump-on-motor'
  if (family === 'top-load-belt') return 'motor-pump'
  if (variant === 'motor-only') return 'pump-motor'
  const way = wayOf(machine, 'pump')
  if (!isHorizontal(family)) return way === 'rear-panel' || way === 'side-panel' ? 'pump-rear' : 'pump-below'
  if (way === 'below') return 'pump-laid'
  return PUMP_BY_WAY[way] ?? 'pump-front'
}

/** Parts that some machines have, whatever their family: nobody is kept from the job. */
const SOME_ONLY: readonly PartId[] = [
  'drive-coupler',
  'clutch',
  'recirculation-hose',
  'spray-nozzle',
  'drawer-tube',
  'outlet-pipe',
]

/** Whether a machine is one that a job is for, and has its part. */
export function jobFits(id: JobId, machine: MachineSpec): boolean {
  const { drum, families, part } = jobOf(id)
  const horizontal = isHorizontal(machine.family)
  return (
    (drum === undefined || (drum === 'horizontal') === horizontal) &&
    (families?.includes(machine.family) ?? true) &&
    (SOME_ONLY.includes(part) || partsOf(machine).some((own) => own.id === part))
  )
}

/** Minutes of a piece of work by the steps of its job in a machine, as they are reckoned with where it is decided. */
export const minutesByJobs =
  (machine: MachineSpec) =>
  (work: Work): number =>
    jobMinutes(jobFor(work, machine), machine, (machine.construction?.found ?? {}) as Found)
