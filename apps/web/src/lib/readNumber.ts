import { decimalMark } from '@brendik/words/lean'
import { words } from './words.ts'

/** A typed number: its value, or why it is asked about. */
export type TypedNumber = { value: number } | { asked: 'not-a-number' | 'thousands-or-decimals' }

/**
 * A number as people type it: the locale's decimal mark and the other one are both read. A mark before exactly three digits that is
 * not the locale's own may as well part thousands: that is asked, not guessed.
 */
export function readNumber(typed: string, mark = decimalMark(words().locale)): TypedNumber {
  const text = typed
    .trim()
    .replace(/[\s\u00a0\u202f]/g, '')
    .replace(/^−/, '-')
  if (!/^-?(?:\d+(?:[.,]\d*)?|[.,]\d+)$/.test(text)) return { asked: 'not-a-number' }
  const found = /[.,]/.exec(text)?.[0]
  const thousands = found !== undefined && found !== mark && /^-?[1-9]\d{0,2}[.,]\d{3}$/.test(text)
  return thousands ? { asked: 'thousands-or-decimals' } : { value: Number(text.replace(',', '.')) }
}
