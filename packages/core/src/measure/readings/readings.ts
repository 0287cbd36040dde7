import { vectorOf } from '../../numeric/vector.ts'

/** Timed readings of one run as columns; NaN where a column has no value at that time. */
export interface Readings {
  /** Seconds after the run's zero. */
  tS: Float64Array
  /** Level as the machine or a sensor indicates it, mm above the port. */
  levelMm: Float64Array
  /** Level seen in the tub with a ruler, mm above the port. */
  rulerMm: Float64Array
  /** Meter, L/min. */
  flowLMin: Float64Array
  /** A clamp on the machine's supply, A: kept and handed out again, nothing is worked out from it. Absent = none. */
  currentA?: Float64Array
}

export type ReadingSource = 'hand' | 'stream'

/** Readings in order of time, and how many had to be moved. Equal times keep their order. */
export function inOrderOfTime(readings: Readings): { readings: Readings; moved: number } {
  const { tS } = readings
  let moved = 0
  for (let i = 1; i < tS.length; i++) if ((tS[i] ?? Number.NaN) < (tS[i - 1] ?? Number.NaN)) moved++
  if (moved === 0) return { readings, moved }
  const order = Uint32Array.from(tS.keys()).sort(
    (a, b) => (tS[a] ?? Number.NaN) - (tS[b] ?? Number.NaN) || a - b,
  )
  const pick = (column: Float64Array) => vectorOf(order, (i) => column[i] ?? Number.NaN)
  return {
    readings: {
      tS: pick(tS),
      levelMm: pick(readings.levelMm),
      rulerMm: pick(readings.rulerMm),
      flowLMin: pick(readings.flowLMin),
      ...(readings.currentA ? { currentA: pick(readings.currentA) } : {}),
    },
    moved,
  }
}

/** How a series was taken: by instrument as the run was, or by hand where its readings lie further apart than an instrument's. */
export function sourceOf(series: LevelSeries, source: ReadingSource): ReadingSource {
  const n = series.tS.length
  if (source === 'hand' || n < 2) return 'hand'
  const spacing = ((series.tS[n - 1] ?? Number.NaN) - (series.tS[0] ?? Number.NaN)) / (n - 1)
  return spacing > HAND_SPACING_S ? 'hand' : 'stream'
}
/** No instrument that is worth the name reads more seldom, s. Estimate. */
const HAND_SPACING_S = 4

/** One level series: times in s and levels in mm, no gaps. */
export interface LevelSeries {
  tS: Float64Array
  mm: Float64Array
}

/** The rows of a column that have a value. */
export function present(tS: Float64Array, column: Float64Array): LevelSeries {
  return keepWhere({ tS, mm: column }, Number.isFinite)
}

/** The readings whose level passes a test; the series itself when all do. Plain loops: a stream has tens of thousands. */
export function keepWhere(series: LevelSeries, keep: (mm: number) => boolean): LevelSeries {
  const n = series.tS.length
  let count = 0
  for (let i = 0; i < n; i++) if (keep(series.mm[i] ?? Number.NaN)) count++
  if (count === n) return series
  const kept = { tS: new Float64Array(count), mm: new Float64Array(count) }
  for (let i = 0, k = 0; i < n; i++) {
    if (!keep(series.mm[i] ?? Number.NaN)) continue
    kept.tS[k] = series.tS[i] ?? Number.NaN
    kept.mm[k] = series.mm[i] ?? Number.NaN
    k++
  }
  return kept
}

/** The part of a series, in order of time, with from ≤ t ≤ to, seconds. */
export function between(series: LevelSeries, fromS: number, toS: number): LevelSeries {
  const first = countBefore(series.tS, fromS, false)
  const last = Math.max(first, countBefore(series.tS, toS, true))
  return { tS: series.tS.subarray(first, last), mm: series.mm.subarray(first, last) }
}

/** How many instants, in order of time, lie before one; with `atToo` also those at it. */
export function countBefore(tS: Float64Array, atS: number, atToo: boolean): number {
  let [low, high] = [0, tS.length]
  while (low < high) {
    const middle = (low + high) >> 1
    const t = tS[middle] ?? Number.NaN
    if (t < atS || (atToo && t === atS)) low = middle + 1
    else high = middle
  }
  return low
}

/**
 * Medians of consecutive blocks of readings: outliers go, and neighbours' shared noise no longer counts as many readings.
 * @param most - Blocks at most; a series no longer than twice that is returned as it is.
 */
export function blockMedians(series: LevelSeries, most: number): { series: LevelSeries; perBlock: number } {
  const n = series.tS.length
  const perBlock = n <= 2 * most ? 1 : Math.ceil(n / most)
  if (perBlock === 1) return { series, perBlock }
  const blocks = Math.ceil(n / perBlock)
  const tS = new Float64Array(blocks)
  const mm = new Float64Array(blocks)
  for (let b = 0; b < blocks; b++) {
    const from = b * perBlock
    const to = Math.min(n, from + perBlock)
    let sumT = 0
    for (let i = from; i < to; i++) sumT += series.tS[i] ?? Number.NaN
    tS[b] = sumT / (to - from)
    const sorted = series.mm.slice(from, to).sort()
    const middle = (to - from - 1) / 2
    mm[b] = ((sorted[Math.floor(middle)] ?? Number.NaN) + (sorted[Math.ceil(middle)] ?? Number.NaN)) / 2
  }
  return { series: { tS, mm }, perBlock }
}
