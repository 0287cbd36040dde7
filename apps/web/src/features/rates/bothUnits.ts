import { figure, type Quantity, type UnitSystem, withUnit } from '../../lib/units.ts'

/** The same quantity in the other system; undefined where both write it alike. */
export function otherUnits(units: UnitSystem, quantity: Quantity, ...bases: number[]): string | undefined {
  const other: UnitSystem = units === 'us' ? 'metric' : 'us'
  const texts = bases.map((base) => figure(other, quantity, base))
  const unit = withUnit(other, quantity, 0).split(' ').slice(1).join(' ')
  return withUnit(units, quantity, bases[0]) === withUnit(other, quantity, bases[0])
    ? undefined
    : `= ${texts.join(' to ')} ${unit}`
}
