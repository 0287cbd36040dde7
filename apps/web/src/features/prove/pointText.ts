import type { ProofPoint } from '@brendik/core'
import { sayPoint } from '@brendik/words/lean'
import type { UnitSystem } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'

/** A point in words. */
export const pointText = (point: ProofPoint, units: UnitSystem): string => sayPoint(words(units), point)

/** What is done for a point, in two or three words. */
export const nextText = ({ id }: ProofPoint): string =>
  t('prove.next', { point: id.startsWith('dry:') ? 'dry' : id.replace(':', '-') })
