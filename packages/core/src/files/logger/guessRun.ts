import type { ReadLog } from './readLog.ts'

/** A level that ends so far from where it began was drained or filled, mm. */
const MOVED_MM = 20
/** So near is the same level, mm: more than a sensor's noise, less than a second of a drain. */
const SAME_MM = 4
/** Share of a log by which its first and last level are told. */
const ENDS_SHARE = 0.02

interface GuessedRun {
  kind: 'fill' | 'drain' | 'hold'
  /** Seconds after the first reading. */
  beginS: number
  endS: number
}
/** Current that stands this many times above what is drawn at rest is that of something that runs; and by so much at least, A. */
const RUNS_TIMES = 3
const RUNS_A = 0.03
const ABOVE_REST = 0.2
/** The level begins to move so long after what moves it was switched on, s. */
const MOVES_WITHIN_S = 8

/**
 * Which run a log is of, by its level: a drain from where it begins to fall to where it stays, a fill the other way round, else a hold; by its current,
 * where pump or valve was switched on just before. A guess, shown to whoever was there.
 * @returns The whole log where it holds neither.
 */
export function guessRun(log: ReadLog): GuessedRun {
  const byLevel = runByLevel(log)
  const ran = ranBy(log)
  if (ran.length === 0)
    return byLevel ?? { kind: 'fill', beginS: 0, endS: secondOf(log, log.atMs.length - 1) }
  if (!byLevel) {
    const [longest] = [...ran].sort((a, b) => b.endS - b.beginS - (a.endS - a.beginS))
    const fills = log.flowLMin.some((flow) => flow > 0)
    return { kind: fills ? 'fill' : 'drain', beginS: longest?.beginS ?? 0, endS: longest?.endS ?? 0 }
  }
  const on = ran.findLast(
    ({ beginS }) => beginS <= byLevel.beginS && byLevel.beginS - beginS <= MOVES_WITHIN_S,
  )
  return byLevel.kind === 'hold' || !on ? byLevel : { ...byLevel, beginS: on.beginS }
}

const secondOf = ({ atMs }: ReadLog, n: number) => ((atMs[n] ?? 0) - (atMs[0] ?? 0)) / 1000

/** When something ran, by the current it drew; none where no current stands out. */
function ranBy(log: ReadLog): { beginS: number; endS: number }[] {
  const { currentA } = log
  const read = [...currentA.keys()].filter((n) => !Number.isNaN(currentA[n]))
  const sorted = read.map((n) => currentA[n] as number).sort((a, b) => a - b)
  const [rest, runs] = [sorted[0] ?? 0, sorted.at(-1) ?? 0]
  if (!(runs > RUNS_TIMES * Math.max(0, rest) && runs - rest > RUNS_A)) return []
  // A motor draws several times as much in its first instant.
  const running = rest + ABOVE_REST * (runs - rest)
  const ran: { beginS: number; endS: number }[] = []
  let began: number | null = null
  read.forEach((n, k) => {
    const on = (currentA[n] as number) >= running
    if (on && began === null) began = n
    if (began === null || (on && k < read.length - 1)) return
    ran.push({ beginS: secondOf(log, began), endS: secondOf(log, n) })
    began = null
  })
  return ran
}

function runByLevel(log: ReadLog): GuessedRun | null {
  const { levelMm, rulerMm } = log
  const second = (n: number) => secondOf(log, n)
  const column = levelMm.some((mm) => !Number.isNaN(mm)) ? levelMm : rulerMm
  const places = [...column.keys()].filter((n) => !Number.isNaN(column[n]))
  if (places.length === 0) return null
  const few = Math.max(1, Math.round(ENDS_SHARE * places.length))
  const middle = (some: readonly number[]) => {
    const sorted = some.map((n) => column[n] as number).sort((a, b) => a - b)
    return sorted[sorted.length >> 1] as number
  }
  const [first, last] = [middle(places.slice(0, few)), middle(places.slice(-few))]
  if (Math.abs(last - first) < MOVED_MM) return { kind: 'hold', beginS: 0, endS: second(log.atMs.length - 1) }
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
