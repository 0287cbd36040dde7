import type { LevelSeries } from './readings.ts'

/** Where a level starts and stops moving, seconds; null where it moves to the end of the data. */
export interface MovingPart {
  startsS: number | null
  endsS: number | null
}

/** How much better a bent line must fit before a standstill is believed: F with 1 and n−3 degrees of freedom. */
const F_LIMIT = 14
const FEWEST_STILL = 3

/**
 * Finds a standstill before or after the movement, for runs whose marks are missing: line-then-flat against one line, by F statistic.
 * Only a flat part of three readings or more counts. Residuals are clipped at 8 mm so that outliers cannot draw a bend.
 */
export function findMovingPart(series: LevelSeries): MovingPart {
  const tail = flatTail(series.tS, series.mm)
  const reversedT = Float64Array.from(series.tS, (t) => -t).reverse()
  const head = flatTail(reversedT, series.mm.slice().reverse())
  return { startsS: head === null ? null : -head, endsS: tail }
}

function flatTail(tS: ArrayLike<number>, mm: ArrayLike<number>): number | null {
  const n = tS.length
  if (n < FEWEST_STILL + 4) return null
  const y = runningMedian3(mm)
  const straight = hingeError(tS, y, tS[n - 1] as number)
  let best = straight
  let bestAt = -1
  for (let k = 3; k <= n - FEWEST_STILL; k++) {
    const error = hingeError(tS, y, tS[k] as number)
    if (error < best) {
      best = error
      bestAt = k
    }
  }
  if (bestAt < 0) return null
  const f = (straight - best) / (best / (n - 3) + 0.05)
  return f > F_LIMIT ? (tS[bestAt] as number) : null
}

/** Mean clipped squared residual × n of y = a + b·min(t, hinge). */
function hingeError(tS: ArrayLike<number>, y: Float64Array, hingeS: number): number {
  const n = y.length
  let sx = 0
  let sy = 0
  let sxx = 0
  let sxy = 0
  for (let i = 0; i < n; i++) {
    const x = Math.min(tS[i] as number, hingeS)
    sx += x
    sy += y[i] as number
    sxx += x * x
    sxy += x * (y[i] as number)
  }
  const spread = sxx - (sx * sx) / n
  const slope = spread > 0 ? (sxy - (sx * sy) / n) / spread : 0
  const intercept = (sy - slope * sx) / n
  let error = 0
  for (let i = 0; i < n; i++) {
    const r = (y[i] as number) - intercept - slope * Math.min(tS[i] as number, hingeS)
    error += Math.min(64, r * r)
  }
  return error
}

function runningMedian3(mm: ArrayLike<number>): Float64Array {
  return Float64Array.from(mm, (value, i) => {
    if (i === 0 || i === mm.length - 1) return value
    const before = mm[i - 1] as number
    const after = mm[i + 1] as number
    return Math.max(Math.min(before, value), Math.min(Math.max(before, value), after))
  })
}
