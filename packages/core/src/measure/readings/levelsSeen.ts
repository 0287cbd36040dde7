import { vectorOf } from '../../numeric/vector.ts'
import { chooseLevels } from './chooseLevels.ts'
import { blockMedians, type Readings } from './readings.ts'

/** The levels of a run in a few figures, mm above the port: what tells a slip of unit or two runs in one. */
export interface LevelsSeen {
  fromMm: number
  toMm: number
  lowMm: number
  highMm: number
  /** How far it went back against its own direction for good, mm: a second run begun in the same readings. */
  backMm: number
}

/** Levels of a run in a few figures; null without three readings. */
export function levelsSeen(readings: Readings): LevelsSeen | null {
  const { mm } = blockMedians(chooseLevels(readings).series, 60).series
  const n = mm.length
  if (n < 3) return null
  // Medians of three neighbours: one wild reading is no turn.
  const smooth = vectorOf(mm, (_, i) => {
    const [a, b, c] = [mm[Math.max(0, i - 1)], mm[i], mm[Math.min(n - 1, i + 1)]] as [number, number, number]
    return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c))
  })
  const [fromMm, toMm] = [smooth[0] ?? Number.NaN, smooth[n - 1] ?? Number.NaN]
  let [low, high, rise, fall] = [smooth[0] ?? Number.NaN, smooth[0] ?? Number.NaN, 0, 0]
  let [lowest, highest] = [low, high]
  for (const value of smooth) {
    low = Math.min(low, value)
    high = Math.max(high, value)
    rise = Math.max(rise, value - low)
    fall = Math.max(fall, high - value)
    lowest = Math.min(lowest, value)
    highest = Math.max(highest, value)
  }
  return { fromMm, toMm, lowMm: lowest, highMm: highest, backMm: Math.min(rise, fall) }
}
