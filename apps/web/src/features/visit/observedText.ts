import type { ObservationAnswer } from '@brendik/core'
import { type Quantity, type UnitSystem, withUnit } from '../../lib/units.ts'

export const CHECK_WORD: Record<string, string> = {
  'tap.bucket': 'Bucket at the tap',
  'hose-end.bucket': 'Bucket at the hose end',
  'supply.gauge': 'Gauge on the tap',
  'screens.look': 'Inlet screen',
  'drain.lift-stop': 'Lift test',
  'drain.caught-back': 'Ran back, caught',
  'leak.catch': 'Leak caught',
  'leak.stop-level': 'Drip stopped at',
}
const QUANTITY: Record<string, Quantity> = {
  'tap.bucket': 'flow',
  'hose-end.bucket': 'flow',
  'supply.gauge': 'pressure',
  'drain.lift-stop': 'height',
  'drain.caught-back': 'volume',
  'leak.catch': 'hourly',
  'leak.stop-level': 'level',
}

/** What was observed, in the user's units. */
export function observedText(o: ObservationAnswer, units: UnitSystem): string {
  const quantity = QUANTITY[o.check]
  const at = o.levelMm === null ? '' : ` at ${withUnit(units, 'level', o.levelMm)}`
  if (typeof o.value === 'number')
    return quantity ? `${withUnit(units, quantity, o.value)}${at}` : `${o.value}${at}`
  const bound = /^above (\d+)/.exec(o.value)
  return bound && quantity
    ? `above ${withUnit(units, quantity, Number(bound[1]))}${at}`
    : o.value.replaceAll('-', ' ')
}
