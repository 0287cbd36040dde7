import type { FigureKind } from '@brendik/core'
import { type UnitSystem, unitOf } from '@brendik/words/lean'
import { words } from './words.ts'

export type { UnitSystem } from '@brendik/words/lean'
export type Quantity = FigureKind
export { unitOf }

/** A figure without its unit; a dash for what is not known. */
export function figure(system: UnitSystem, quantity: Quantity, base: number | null | undefined): string {
  return words(system).figure(quantity, base)
}

/** A figure as it is typed into a field: as many digits as its unit takes, none lost on the way there and back. */
export function typedFigure(system: UnitSystem, quantity: Quantity, base: number): string {
  return words(system).typed(quantity, base)
}

/** A figure with its unit. */
export function withUnit(system: UnitSystem, quantity: Quantity, base: number | null | undefined): string {
  return words(system).withUnit(quantity, base)
}

/** From one figure to another, the unit said once. */
export function rangeText(system: UnitSystem, quantity: Quantity, lo: number, hi: number): string {
  return words(system).range(quantity, lo, hi)
}
