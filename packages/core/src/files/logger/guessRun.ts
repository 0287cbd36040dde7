import type { ReadLog } from './readLog.ts'

/** A level that ends so far from where it began was drained or filled, mm. */
const MOVED_MM = 20
/** So near is the same level, mm: more than a sensor's noise, less than a second of a drain. */
const SAME_MM = 4
/** Share of a log by which its first and last level are told. */
const ENDS_SHARE = 0.02

/**
 * Which run a log is of, by its level: a drain from where it begins to fall to where it stays, a fill the other way round, else a hold. A guess, shown to
 * whoever was there.
 * @returns Seconds after the first reading; the whole log where it holds no level.
 */
export function guessRun({ atMs, levelMm, rulerMm }: ReadLog): {
  kind: 'fill' | 'drain' | 'hold'
  beginS: number
  endS: number
} {
  const zero = atMs[0] ?? 0
  const second = (n: number) => ((atMs[n] ?? zero) - zero) / 1000
  const column = levelMm.some((mm) => !Number.isNaN(mm)) ? levelMm : rulerMm
  const places = [...column.keys()].filter((n) => !Number.isNaN(column[n]))
  const whole = { kind: 'fill' as const, beginS: 0, endS: second(atMs.length - 1) }
  if (places.length === 0) return whole
  const few = Math.max(1, Math.round(ENDS_SHARE * places.length))
  const middle = (some: readonly number[]) => {
    const sorted = some.map((n) => column[n] as number).sort((a, b) => a - b)
    return sorted[sorted.length >> 1] as number
  }
  const [first, last] = [middle(places.slice(0, few)), middle(places.slice(-few))]
  if (Math.abs(last - first) < MOVED_MM) return { ...whole, kind: 'hold' }
  const sign = Math.sign(last - first)
  const moved = (n: number) => sign * ((column[n] as number) - first)
  const begin = places.findLastIndex((n) => moved(n) <= SAME_MM)
  const end = places.findIndex((n, k) => k > begin && sign * (last - (column[n] as number)) <= SAME_MM)
  return {
    kind: sign < 0 ? 'drain' : 'fill',
    beginS: second(places[Math.max(0, begin)] as number),
    endS: second(places[end < 0 ? places.length - 1 : end] as number),
  }
}
