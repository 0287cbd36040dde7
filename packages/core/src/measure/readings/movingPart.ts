import { localNoiseMm } from '../../numeric/localNoise.ts'
import { median } from '../../numeric/quantile.ts'
import { theilSenSlope } from '../../numeric/robustLine.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { LevelSeries } from './readings.ts'

/** Where a level starts and stops moving, seconds; null where it moves to the end of the data. */
export interface MovingPart {
  startsS: number | null
  endsS: number | null
}

/** A standstill is at least this many readings, this long, and this share of the data. */
const STILL = { readings: 4, seconds: 3, share: 0.06 } as const
/** Noise is not believed to be lower than this: a sensor that remembers itself looks smoother than it is, mm. */
const LEAST_NOISE_MM = 1.2
/** The tail may drift by this share of what the level moved in as much time before it. */
const DRIFT_SHARE = 0.3

/**
 * Finds a standstill before or after the movement, for runs whose marks are missing or late.
 * It looks at the end only: the longest stretch that stays within the noise of its own median, after a stretch of the same length
 * that clearly moved. A bent curve (a drum near its floor) is thus not taken for a stop.
 */
export function findMovingPart(series: LevelSeries): MovingPart {
  const tail = stillSince(series.tS, series.mm)
  const reversedT = vectorOf(series.tS, (t) => -t).reverse()
  const head = stillSince(reversedT, series.mm.slice().reverse())
  return { startsS: head === null ? null : -head, endsS: tail }
}

function stillSince(tS: Float64Array, mm: Float64Array): number | null {
  const n = tS.length
  if (n < 2 * STILL.readings + 1) return null
  const noise = Math.max(LEAST_NOISE_MM, localNoiseMm(mm))
  const within = 3 * noise + 1
  let first = Math.max(0, n - Math.max(STILL.readings, Math.round(0.08 * n)))
  for (let round = 0; round < 3; round++) {
    const rest = median(mm.subarray(first))
    let next = n
    // One reading in a row may be wild; two in a row are movement.
    for (let i = n - 1; i >= 0; i--) {
      const far = Math.abs((mm[i] ?? Number.NaN) - rest) > within
      if (far && (i === 0 || Math.abs((mm[i - 1] ?? Number.NaN) - rest) > within)) break
      if (!far) next = i
    }
    // Not even the last readings lie together: the level still moves.
    if (next > n - STILL.readings) return null
    if (next === first) break
    first = next
  }
  const count = n - first
  const from = tS[first] ?? Number.NaN
  const to = tS[n - 1] ?? Number.NaN
  const length = to - from
  if (count < STILL.readings || length < STILL.seconds || length < STILL.share * (to - (tS[0] ?? Number.NaN)))
    return null
  let before = first
  while (before > 0 && (tS[before - 1] ?? Number.NaN) >= from - length) before--
  // A short run may have moved for less time than it then stood: all that is there must do.
  if (first - before < 2) before = 0
  if (first - before < 2) return null
  const rest = median(mm.subarray(first))
  const moved = Math.abs(median(mm.subarray(before, Math.min(first, before + 3))) - rest)
  const drift = Math.abs(theilSenSlope(tS.subarray(first), mm.subarray(first))) * length
  if (moved < 4 * noise + 3 || drift > DRIFT_SHARE * moved) return null
  return bend(tS.subarray(before, first), mm.subarray(before, first), rest, from, within)
}

/**
 * The instant at which the movement's own line meets the level of rest. The first reading counted as rest may still have been on its
 * way, since it only had to be within the noise, so the instant may lie that much later.
 */
function bend(tS: Float64Array, mm: Float64Array, restMm: number, restS: number, withinMm: number): number {
  const from = Math.max(0, tS.length - 8)
  // Readings of one instant show no movement.
  if (tS[from] === tS[tS.length - 1]) return restS
  const slope = theilSenSlope(tS.subarray(from), mm.subarray(from))
  const meets = median(tS.subarray(from)) + (restMm - median(mm.subarray(from))) / slope
  const last = tS[tS.length - 1] ?? Number.NaN
  return Number.isFinite(meets) ? Math.min(restS + withinMm / Math.abs(slope), Math.max(last, meets)) : restS
}
