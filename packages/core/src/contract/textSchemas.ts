import * as v from 'valibot'

/** A text of limited length, without the blanks around it. */
export function textUpTo(most: number, least = 0, what = 'a text') {
  return v.pipe(
    v.string(),
    v.trim(),
    v.minLength(least, `expected ${what}`),
    v.maxLength(most, (issue) => `expected at most ${most} characters, got ${issue.received}`),
  )
}
