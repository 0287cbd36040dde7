import * as v from 'valibot'
import { readNumber } from './readNumber.ts'

/** A typed number as its value; null = nothing, or none. */
export function numberTyped(text: string): number | null {
  const read = readNumber(text)
  return 'value' in read ? read.value : null
}

/** A field in which a number is typed, in the locale's way. @param problem - What is said of anything else. @param needed - False: it may stay empty. */
export const typedNumber = (least: number, most: number, problem: string, needed = true) =>
  v.pipe(
    v.string(),
    v.check((text) => {
      const value = numberTyped(text)
      return value === null ? !needed && text.trim() === '' : value >= least && value <= most
    }, problem),
  )
