import { tapedTub } from '../../machine/machineSpec.ts'
import { message } from '../../message.ts'
import { leastOf } from '../../numeric/extremes.ts'
import type { Interval } from '../../numeric/interval.ts'
import { median } from '../../numeric/quantile.ts'
import type { TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { RunMark } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { EARLIEST_AIR_MM, litresAtAir } from '../plan/timedEnds.ts'
import { chooseLevels } from '../readings/chooseLevels.ts'
import { between, type LevelSeries, type ReadingSource, type Readings } from '../readings/readings.ts'
import { blankAnalysis, intervalOf, type RunAnalysis } from './runAnalysis.ts'

/** Water from the hose is back within this time, s. */
const SETTLED_S = 5
/** Noise of one reading, mm, and the least rise that counts. Settled on the study. */
const READING = { hand: { mm: 2.6, leastMm: 3 }, stream: { mm: 1.2, leastMm: 1.5 } } as const
/** Near the floor the section of sump and drum is known this badly, share. Estimate. */
const SECTION_SE = 0.2
/** A rise is called at this many standard errors. */
const CALL_SES = 2.4

/** Water that came back into the tub after the pump stopped. */
export interface RunBack {
  litres: Interval
  riseMm: number
  seen: boolean
  startMm: number
  endMm: number
}

/**
 * Litres that ran back from the hose after the pump stopped: the level some seconds later against the level at that instant.
 * @param stopS - When the pump stopped, s.
 * @returns null without a reading on both sides.
 */
export function runBackAfter(
  plan: RunPlan,
  readings: Readings,
  stopS: number,
  source: ReadingSource,
  airDrawn = false,
): RunBack | null {
  const { series } = chooseLevels(readings)
  const before = airDrawn ? levelAtAir(series, stopS, source) : levelAtStop(series, stopS, source)
  const after = between(series, stopS + SETTLED_S, Number.POSITIVE_INFINITY).mm
  if (before === null || after.length < 1) return null
  const tub = tapedTub(plan.machine)
  const endMm = median(after)
  const riseMm = endMm - before.mm
  const own = READING[source]
  const riseSe = Math.hypot(before.se, (1.25 * own.mm) / Math.sqrt(Math.min(after.length, 12)))
  const seen = riseMm > Math.max(own.leastMm, CALL_SES * riseSe)
  const base = { riseMm, startMm: before.mm, endMm }
  // Once air is drawn the water stands somewhere in the sump, and what comes back fills that first, unseen.
  if (before.mm < SHOWS_MM[source] || (airDrawn && source === 'hand')) {
    const litres = fromTheSump(tub, endMm, riseSe, SHOWS_MM[source])
    return { ...base, litres, seen: litres.lo > SURELY_L || (seen && !airDrawn) }
  }
  const litres = tubVolumeL(tub, endMm) - tubVolumeL(tub, before.mm)
  const area = Math.max(
    tubAreaLPerMm(tub, (endMm + before.mm) / 2),
    tubAreaLPerMm(tub, Math.max(endMm, before.mm)),
  )
  const { value, lo, hi } = intervalOf(litres, Math.hypot(riseSe * area, SECTION_SE * litres))
  return { ...base, litres: { value, lo, hi: Math.max(hi, LEAST_HI_L) }, seen }
}

/** Below this a level at the port is not told from none, mm. */
const SHOWS_MM = { hand: 7, stream: 3 } as const
/** Less than this nobody can rule out, L. */
const LEAST_HI_L = 0.05
/** More than this came back beyond doubt, L. Settled on the study of run-back. */
const SURELY_L = 0.07

/** What came back into a sump whose water was drawn down to the first air. */
function fromTheSump(tub: TubGeometry, endMm: number, seMm: number, showsMm: number): Interval {
  const air = litresAtAir(tub)
  if (endMm < showsMm) {
    const most = tubVolumeL(tub, showsMm)
    return { value: Math.max(0, most - air.litres) / 2, lo: 0, hi: most * (1 + SECTION_SE) }
  }
  const litres = tubVolumeL(tub, endMm) - air.litres
  const se = Math.hypot(air.sdL, seMm * tubAreaLPerMm(tub, endMm), SECTION_SE * Math.max(0, litres))
  return {
    value: Math.max(0, litres),
    lo: Math.max(0, litres - 1.96 * se),
    hi: Math.max(0.05, litres + 1.96 * se),
  }
}

/** The level once air was drawn: it no longer falls, so the last readings before the stop are it. */
function levelAtAir(
  series: LevelSeries,
  stopS: number,
  source: ReadingSource,
): { mm: number; se: number } | null {
  const near = between(series, stopS - (source === 'hand' ? 6 : 1), stopS + 0.3).mm
  // Air was drawn, so nothing stands high any more, whether somebody read it or not.
  return { mm: near.length > 0 ? Math.min(EARLIEST_AIR_MM, leastOf(near)) : 0, se: READING[source].mm }
}

/** The level at the instant of the stop: the falling readings before it carried on, or the first reading at it. */
function levelAtStop(
  series: LevelSeries,
  stopS: number,
  source: ReadingSource,
): { mm: number; se: number } | null {
  const own = READING[source]
  const near = between(series, stopS - (source === 'hand' ? 25 : 4), stopS + 0.3)
  const n = near.tS.length
  if (n >= 3) {
    // A straight line through the last readings, taken at the stop.
    let [st, sh, stt, sth] = [0, 0, 0, 0]
    for (let i = 0; i < n; i++) {
      const t = (near.tS[i] ?? Number.NaN) - stopS
      st += t
      sh += near.mm[i] ?? Number.NaN
      stt += t * t
      sth += t * (near.mm[i] ?? Number.NaN)
    }
    const spread = stt - (st * st) / n
    const slope = spread > 0 ? (sth - (st * sh) / n) / spread : 0
    const mm = sh / n - (slope * st) / n
    return { mm, se: own.mm * Math.sqrt(1 / Math.min(n, 12) + (st / n) ** 2 / Math.max(1e-6, spread)) }
  }
  const first = between(series, stopS - 2, stopS + 1.5).mm
  return first.length > 0 ? { mm: leastOf(first), se: own.mm } : null
}

/** A run that begins as the pump stops: does water come back? */
export function analyseAfterDrain(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): RunAnalysis {
  const { series } = chooseLevels(readings)
  const stopS = marks.find((m) => m.what === 'pump-off')?.tS ?? series.tS[0] ?? 0
  const back = runBackAfter(plan, readings, stopS, source)
  const blank = blankAnalysis({ code: 'too-few', kind: plan.kind, got: series.tS.length, needed: 2 })
  if (!back)
    return {
      ...blank,
      usedReadings: series.tS.length,
      notIdentifiable: { runBackL: message('open.level-after-stop') },
    }
  const analysis: RunAnalysis = {
    ...blank,
    usedReadings: series.tS.length,
    verdict: back.seen ? 'rising' : 'steady',
    quantities: { runBackL: back.litres },
    saying: back.seen
      ? { code: 'run-back', kind: plan.kind, litres: back.litres.value, riseMm: back.riseMm }
      : { code: 'no-run-back', kind: plan.kind, mostL: Math.max(0, back.litres.hi) },
    fit: {
      fromS: stopS,
      toS: series.tS[series.tS.length - 1] ?? Number.NaN,
      startMm: back.startMm,
      endMm: back.endMm,
      curve: null,
    },
  }
  if (!back.seen && back.litres.hi > 0.25)
    analysis.notIdentifiable.runBackL = message('open.too-wide-for-run-back')
  return analysis
}
