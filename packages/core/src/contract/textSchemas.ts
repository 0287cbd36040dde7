import * as v from 'valibot'
import { asText } from '../message.ts'

/** A text of limited length, without the blanks around it. */
export function textUpTo(most: number, least = 0, what = 'text') {
  return v.pipe(
    v.string(),
    v.trim(),
    v.minLength(least, asText(`expected.${what}`)),
    v.maxLength(most, asText('expected.at-most', { most })),
  )
}
