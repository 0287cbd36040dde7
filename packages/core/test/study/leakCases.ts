import type { FamilyId } from '../../src/machine/machineSpec.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import type { LeakPlace } from '../../src/reason/leaks/leakPlaces.ts'

/** A case of the leak test: what leaks in which machine, and what makes it hard. */
export interface NamedCase {
  name: string
  family: FamilyId
  faults: readonly LeakFaultId[]
  /** Height of the first leak where it matters, mm above the port. */
  heightMm?: number
  /** Somebody reports the water at this wrong place. */
  wrongPlace?: LeakPlace
}

const each = (family: FamilyId, ...faults: LeakFaultId[]): NamedCase[] =>
  faults.map((fault) => ({ name: `${family}: ${fault}`, family, faults: [fault] }))

export const LEAK_CASES: readonly NamedCase[] = [
  ...each(
    'front-load',
    'fill-hose.leak',
    'inlet-valve.body-leak',
    'valve-hose.leak',
    'dispenser.overflow',
    'bellows.leak',
    'bellows.drain-holes-blocked',
    'bellows.misaligned',
    'tub-seam.leak',
    'tub-seal.leak',
    'sump-boot.leak',
    'tub-pump-hose.leak',
    'pump.seal-leak',
    'filter-cap.leak',
    'drain-hose.leak',
    'house-drain.blocked',
    'standpipe.siphon',
    'spill.condensation',
    'spill.opening',
    'spill.suds',
  ),
  ...each('front-load-sealed', 'bellows.leak', 'pump.seal-leak', 'sump-boot.leak', 'drain-hose.leak'),
  ...each('top-load-belt', 'tub-seal.leak', 'shaft-seal.leak', 'pump.seal-leak', 'fill-hose.leak'),
  ...each('top-load-motor-pump', 'shaft-seal.leak', 'tub-seal.leak', 'pump.seal-leak', 'tub-pump-hose.leak'),
  ...each(
    'top-load-pump',
    'sump-boot.leak',
    'tub-pump-hose.leak',
    'inlet-valve.body-leak',
    'spill.condensation',
  ),
  {
    name: 'two at once, supply and drain',
    family: 'front-load',
    faults: ['fill-hose.leak', 'drain-hose.leak'],
  },
  { name: 'two at once, pump and bellows', family: 'front-load', faults: ['pump.seal-leak', 'bellows.leak'] },
  {
    name: 'two at once, shaft and drain hose',
    family: 'top-load-motor-pump',
    faults: ['shaft-seal.leak', 'drain-hose.leak'],
  },
  {
    name: 'two at once, inlet and tub-to-pump hose',
    family: 'top-load-pump',
    faults: ['valve-hose.leak', 'tub-pump-hose.leak'],
  },
  { name: 'seam above the fill level', family: 'front-load', faults: ['tub-seam.leak'], heightMm: 330 },
  {
    name: 'tub seal above the fill level',
    family: 'front-load-sealed',
    faults: ['tub-seal.leak'],
    heightMm: 300,
  },
  { name: 'bellows above the fill level', family: 'front-load', faults: ['bellows.leak'], heightMm: 205 },
  {
    name: 'pump seal, reported at the rear',
    family: 'front-load',
    faults: ['pump.seal-leak'],
    wrongPlace: 'rear-left',
  },
  {
    name: 'bellows, reported behind',
    family: 'front-load',
    faults: ['bellows.leak'],
    wrongPlace: 'rear-centre',
  },
  {
    name: 'fill hose, reported at the door',
    family: 'top-load-belt',
    faults: ['fill-hose.leak'],
    wrongPlace: 'front-centre',
  },
  { name: 'nothing leaks', family: 'top-load-pump', faults: [] },
]
