import { PRIMED_L, type ProofPoint } from '@brendik/core'
import { clockText } from '../../lib/time.ts'
import { type UnitSystem, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'

/** A point in words. */
export function pointText({ id, tripS }: ProofPoint, units: UnitSystem): string {
  switch (id) {
    case 'insulation':
      return t('prove.point.insulation')
    case 'earth':
      return t('prove.point.earth')
    case 'prime':
      return t('prove.point.prime', { litres: withUnit(units, 'volume', PRIMED_L) })
    case 'run:fill':
      return t('prove.point.run-fill')
    case 'run:hold':
      return t('prove.point.run-hold')
    case 'run:drain':
      return t('prove.point.run-drain')
    case 'past-trip':
      return t('prove.point.past-trip', { time: clockText(tripS ?? 0) })
    case 'cycle':
      return t('prove.point.cycle')
    default:
      return t('prove.point.dry', { phase: id.slice('dry:'.length) })
  }
}

/** What is done for a point, in two or three words. */
export const nextText = ({ id }: ProofPoint): string =>
  t('prove.next', { point: id.startsWith('dry:') ? 'dry' : id.replace(':', '-') })
