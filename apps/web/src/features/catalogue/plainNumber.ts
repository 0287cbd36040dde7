import { numberText } from '../../lib/words.ts'

/** A number with a decimal only where it has one. */
export const plainNumber = (value: number): string => numberText(value, Number.isInteger(value) ? 0 : 1)
