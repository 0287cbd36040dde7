import type { Saying } from '@brendik/core'
import { sayRun } from '@brendik/words/lean'
import type { UnitSystem } from '../lib/units.ts'
import { words } from '../lib/words.ts'

/** What a run says, in full. */
export const runSentence = (saying: Saying, units?: UnitSystem): string => sayRun(words(units), saying)
