import type { Words } from '../words.ts'

/** How many times as long as expected, from how much longer in percent: 44 → "1.4". */
export function timesAsLong(words: Words, longerPercent: number): string {
  const times = 1 + longerPercent / 100
  return words.number(times, times < 9.95 ? 1 : 0)
}
