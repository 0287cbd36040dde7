import type { Interval } from '../../numeric/interval.ts'
import { localNoiseMm } from '../../numeric/localNoise.ts'
import { median } from '../../numeric/quantile.ts'
import { theilSenSlope } from '../../numeric/robustLine.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { between, type LevelSeries } from './readings.ts'

/** A drain by hand that moved evenly and then stood. */
export interface Standstill {
  /** When it came to rest, s, as far as the readings tell. */
  atS: Interval
  restMm: number
  /** Beyond doubt: it fits far better than a level that went on moving, and what follows does not drift. */
  certain: boolean
}

/** A reading by hand is off by this, mm and s; further off than `wild` of these it says no more. */
const HAND = { mm: 2.6, timeS: 0.5, wild: 3 } as const
const TRIES = 80
/** No household pump gives more, L/s. */
const MOST_L_S = 0.8
/** Readings that must lie after it. */
const AFTER = 2
/** Certain from this ln likelihood above a level that moved on to the end, and this drift against the movement before. Settled on the study. */
const CERTAIN = { ln: 5, drift: 0.25, after: 3, wouldMm: 8 } as const

/**
 * The instant at which the level of a drain came to rest, by hand: a line in litres against time that ends in a level one, for every instant
 * that could be, weighed by how well it fits. One reading that is wild counts only so much.
 * @param run - mm above the port against s, from the start of the pump on. @param fromS - Start of the pump, s.
 * @returns null with fewer than five readings, or where none of them lie after a movement.
 */
export function standstill(run: LevelSeries, tub: TubGeometry, fromS: number): Standstill | null {
  const n = run.tS.length
  if (n < 5) return null
  const lastS = run.tS[n - AFTER] ?? Number.NaN
  const noiseMm = Math.max(HAND.mm, Math.min(2 * HAND.mm, localNoiseMm(run.mm)))
  const litres = vectorOf(run.mm, (mm) => tubVolumeL(tub, mm))
  const area = vectorOf(run.mm, (mm) => Math.max(0.02, tubAreaLPerMm(tub, mm)))
  const tries = Array.from({ length: TRIES }, (_, k) => fromS + ((lastS - fromS) * (k + 0.5)) / TRIES)
  const fits = tries.map((atS) => fitAt(run, litres, area, noiseMm, atS))
  const best = fits.reduce<Fit | null>((a, b) => (b && (!a || b.ln > a.ln) ? b : a), null)
  if (!best) return null
  const weights = fits.map((fit) => (fit ? Math.exp(fit.ln - best.ln) : 0))
  const total = weights.reduce((a, b) => a + b, 0)
  const step = (lastS - fromS) / TRIES
  const at = (p: number) => {
    let sum = 0
    for (let k = 0; k < TRIES; k++) {
      const share = (weights[k] ?? Number.NaN) / total
      if (sum + share >= p) return (tries[k] ?? Number.NaN) + step * ((p - sum) / share - 0.5)
      sum += share
    }
    return lastS
  }
  const line = fitAt(run, litres, area, noiseMm, null)
  const atS = at(0.5)
  const gain = line ? best.ln - line.ln : Number.POSITIVE_INFINITY
  return {
    atS: { value: atS, lo: at(0.025), hi: at(0.975) },
    restMm: best.restMm,
    certain: gain > CERTAIN.ln && stays(run, atS, best.fallMm / Math.max(1, atS - fromS)),
  }
}

/** Whether the readings after an instant stay where they are, long enough for that to mean something. */
function stays(run: LevelSeries, atS: number, fallMmS: number): boolean {
  const after = between(run, atS, Number.POSITIVE_INFINITY)
  const n = after.tS.length
  if (n < CERTAIN.after) return false
  const seconds = (after.tS[n - 1] ?? Number.NaN) - (after.tS[0] ?? Number.NaN)
  const wouldMm = fallMmS * seconds
  // Readings of one instant tell of no drift.
  if (seconds <= 0 || wouldMm <= CERTAIN.wouldMm) return false
  return Math.abs(theilSenSlope(after.tS, after.mm)) * seconds < CERTAIN.drift * wouldMm
}

interface Fit {
  ln: number
  restMm: number
  fallMm: number
}

/** The best line that comes to rest at an instant; `null` = one that goes on to the end. */
function fitAt(
  run: LevelSeries,
  litres: Float64Array,
  area: Float64Array,
  noiseMm: number,
  atS: number | null,
): Fit | null {
  const n = run.tS.length
  let first = n
  if (atS !== null) for (first = 0; first < n && (run.tS[first] ?? Number.NaN) < atS; ) first++
  if (first === 0) return null
  const rest = atS === null ? null : { mm: median(run.mm.subarray(first)), l: median(litres.subarray(first)) }
  const t0 = atS ?? run.tS[n - 1] ?? Number.NaN
  let [slope, level] = [0, rest?.l ?? litres[n - 1] ?? Number.NaN]
  const weight = new Float64Array(n).fill(1)
  for (let round = 0; round < 3; round++) {
    let [sxx, sxy, sw, sx, sy] = [0, 0, 0, 0, 0]
    for (let i = 0; i < first; i++) {
      const x = (run.tS[i] ?? Number.NaN) - t0
      const w = (weight[i] ?? Number.NaN) / (area[i] ?? Number.NaN) ** 2
      const y = (litres[i] ?? Number.NaN) - (rest ? rest.l : 0)
      sxx += w * x * x
      sxy += w * x * y
      sw += w
      sx += w * x
      sy += w * y
    }
    if (rest) slope = sxx > 0 ? sxy / sxx : 0
    else {
      const det = sw * sxx - sx * sx
      slope = det > 0 ? (sw * sxy - sx * sy) / det : 0
      level = (sy - slope * sx) / sw
    }
    slope = Math.min(0, Math.max(-MOST_L_S, slope))
    for (let i = 0; i < first; i++)
      weight[i] = Math.abs(offBy(run, litres, area, noiseMm, i, level, slope, t0)) < HAND.wild ? 1 : 0.1
  }
  let ln = 0
  for (let i = 0; i < n; i++) {
    const off = offBy(run, litres, area, noiseMm, i, level, i < first ? slope : 0, t0)
    ln -= 0.5 * Math.min(off * off, HAND.wild ** 2)
  }
  const fallMm = (-slope * (t0 - (run.tS[0] ?? Number.NaN))) / (area[0] ?? Number.NaN)
  return { ln, restMm: rest?.mm ?? run.mm[n - 1] ?? Number.NaN, fallMm }
}

/** How many of its own errors a reading lies off a line, by the section at its level. */
function offBy(
  run: LevelSeries,
  litres: Float64Array,
  area: Float64Array,
  noiseMm: number,
  i: number,
  level: number,
  slope: number,
  t0: number,
): number {
  const due = level + slope * ((run.tS[i] ?? Number.NaN) - t0)
  const own = area[i] ?? Number.NaN
  // Asked tens of thousands of times a run: `Math.hypot` would take half of an analysis.
  const ofTime = (slope * HAND.timeS) / own
  return ((litres[i] ?? Number.NaN) - due) / own / Math.sqrt(noiseMm * noiseMm + ofTime * ofTime)
}
