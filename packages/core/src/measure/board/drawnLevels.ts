import { type ReadingBlock, runReadings } from './runReadings.ts'
import type { RunFacts } from './runState.ts'

/** Levels to be drawn: seconds after the start against mm above the port, in order of time. */
export interface DrawnLevels {
  tS: number[]
  mm: number[]
}

/**
 * The levels of a run thinned to what a screen can show: of each stretch of time its lowest and its highest stay, so that no spike is lost;
 * the first and the last level always stay. The ruler's level where both were read.
 * @param most - About so many points, at least 4. @returns At most `most` + 2 points.
 */
export function drawnLevels(facts: RunFacts, blocks: readonly ReadingBlock[], most: number): DrawnLevels {
  const { tS, levelMm, rulerMm } = runReadings(facts, blocks)
  const at = (i: number) => {
    const ruler = rulerMm[i] ?? Number.NaN
    return Number.isNaN(ruler) ? (levelMm[i] ?? Number.NaN) : ruler
  }
  const read: number[] = []
  for (let i = 0; i < tS.length; i++) if (!Number.isNaN(at(i)) && (tS[i] ?? Number.NaN) >= 0) read.push(i)
  const drawn = read.length <= most ? read : extremes(read, tS, at, Math.floor(most / 2))
  return { tS: drawn.map((i) => tS[i] ?? Number.NaN), mm: drawn.map(at) }
}

/** The first, the last, and of each of some stretches of equal length the lowest and the highest. */
function extremes(
  read: readonly number[],
  tS: Float64Array,
  at: (i: number) => number,
  stretches: number,
): number[] {
  const [first, last] = [read[0] ?? Number.NaN, read[read.length - 1] ?? Number.NaN]
  const from = tS[first] ?? Number.NaN
  const length = ((tS[last] ?? Number.NaN) - from) / stretches || 1
  const kept = new Set([first])
  let [low, high, stretch] = [first, first, 0]
  for (const i of read) {
    const own = Math.floor(((tS[i] ?? Number.NaN) - from) / length)
    if (own !== stretch) {
      kept.add(Math.min(low, high)).add(Math.max(low, high))
      ;[low, high, stretch] = [i, i, own]
    }
    if (at(i) < at(low)) low = i
    if (at(i) > at(high)) high = i
  }
  return [...kept.add(Math.min(low, high)).add(Math.max(low, high)).add(last)]
}
