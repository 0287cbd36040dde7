import { type FamilyId, isHorizontal } from '../../machine/machineSpec.ts'
import { LEAK_FAULTS, type LeakFaultId } from './leakFaults.ts'
import { historyClues, type LeakHistory } from './leakHistory.ts'

/** What a fault can be in a family: priors that differ from the usual, as a factor; 0 = the part is not there. Estimates. */
const BY_FAMILY: Readonly<Record<FamilyId, Partial<Record<LeakFaultId, number>>>> = {
  'front-load': { 'shaft-seal.leak': 0, 'tub-cover-seal.leak': 0, 'gearcase.oil-leak': 0 },
  'front-load-sealed': {
    'shaft-seal.leak': 0,
    'tub-cover-seal.leak': 0,
    'gearcase.oil-leak': 0,
    'filter-cap.leak': 0.6,
  },
  'top-load-belt': { 'shaft-seal.leak': 0.7, 'tub-seal.leak': 1.3 },
  'top-load-motor-pump': { 'shaft-seal.leak': 1.3, 'tub-seal.leak': 0.9, 'pump.seal-leak': 1.3 },
  'top-load-pump': { 'shaft-seal.leak': 0.6, 'tub-seal.leak': 1.2 },
}
const ONLY_HORIZONTAL: readonly LeakFaultId[] = [
  'bellows.leak',
  'bellows.drain-holes-blocked',
  'bellows.misaligned',
  'filter-cap.leak',
  'drawer-tube.leak',
  'recirculation-hose.leak',
]

/**
 * How often each leak is the cause in a family and with a past, before anything is seen; not scaled.
 * @returns 0 for a part the family lacks.
 */
export function leakPriors(family: FamilyId, history: LeakHistory): Record<LeakFaultId, number> {
  const out = {} as Record<LeakFaultId, number>
  const clues = historyClues(history)
  for (const { id, prior } of LEAK_FAULTS) {
    let p = prior * (BY_FAMILY[family][id] ?? 1)
    if (ONLY_HORIZONTAL.includes(id) && !isHorizontal(family)) p = 0
    for (const { factor } of clues) p *= factor[id] ?? 1
    out[id] = p
  }
  return out
}
