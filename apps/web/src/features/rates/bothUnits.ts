import { type Quantity, rangeText, type UnitSystem, withUnit } from '../../lib/units.ts'

/** The same quantity in the other system; undefined where both write it alike. */
export function otherUnits(units: UnitSystem, quantity: Quantity, ...bases: number[]): string | undefined {
  const other: UnitSystem = units === 'us' ? 'metric' : 'us'
  const [first = 0, second] = bases
  const text =
    second === undefined ? withUnit(other, quantity, first) : rangeText(other, quantity, first, second)
  return withUnit(units, quantity, first) === withUnit(other, quantity, first) ? undefined : `= ${text}`
}
