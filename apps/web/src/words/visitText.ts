import type { VisitText } from '@brendik/core'
import { type UnitSystem, withUnit } from '../lib/units.ts'

/** How the sentences of a visit write their quantities. */
export function visitText(units: UnitSystem): VisitText {
  return {
    height: (mm) => withUnit(units, 'level', mm),
    volume: (litres) => withUnit(units, 'volume', litres),
    head: (m) => withUnit(units, 'head', m),
  }
}

/** A sentence without the words before its colon, where the headline has said them already. */
export function afterHeadline(sentence: string): string {
  const rest = sentence.replace(/^[^.:]{1,40}: /, '')
  return rest.charAt(0).toUpperCase() + rest.slice(1)
}
