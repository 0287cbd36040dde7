import type { ObservationAnswer } from '@brendik/core'
import { sayCheck, sayObserved } from '@brendik/words/lean'
import type { UnitSystem } from '../lib/units.ts'
import { words } from '../lib/words.ts'

/** What was looked at, in words. */
export const checkWord = (o: Pick<ObservationAnswer, 'check' | 'tap'>): string => sayCheck(words(), o)

/** What was observed, in the user's units. */
export const observedText = (o: Parameters<typeof sayObserved>[1], units: UnitSystem): string =>
  sayObserved(words(units), o)
