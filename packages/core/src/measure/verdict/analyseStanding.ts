import { tapedTub } from '../../machine/machineSpec.ts'
import { portHeight } from '../../machine/uncertainty.ts'
import { type Message, message } from '../../message.ts'
import type { Interval } from '../../numeric/interval.ts'
import { median } from '../../numeric/quantile.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { type HoldPoints, type LeakProfile, profileLeak } from '../../physics/leak/leakProfile.ts'
import { fitTubeLeak } from '../../physics/sensing/tubeLeak.ts'
import { type TubGeometry, tubTopMm } from '../../physics/tub/tubGeometry.ts'
import { sensorPairs } from '../estimate/sensing.ts'
import {
  CALL_SES,
  compactCurve,
  DRIFT_MM_PER_HALF_HOUR,
  type Loss,
  last,
  lossByEnds,
  lossOf,
  NOISE,
  pooledNoise,
  sharedNoise,
  withoutWild,
} from '../estimate/standingLoss.ts'
import type { RunMark } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import { chooseLevels } from '../readings/chooseLevels.ts'
import {
  between,
  blockMedians,
  keepWhere,
  type LevelSeries,
  present,
  type ReadingSource,
  type Readings,
  sourceOf,
} from '../readings/readings.ts'
import { unitSlipNotes } from '../readings/unitSlip.ts'
import { type HeightRival, heightRivals } from './heightRivals.ts'
import { blankAnalysis, intervalOf, type RunAnalysis } from './runAnalysis.ts'
import { chosenNotes } from './runNotes.ts'

/** Standard deviation of the section of a taped tub, share. Estimate: 3 % for the basket, the tape and the wall. */
const SECTION_SE = 0.025
/** With this chance (95 %) a loss of `seen` would have been called. */
const POWER_SES = 1.645
/** Runs in which the drum itself lifts the water by 50 to 120 mm. Estimate. */
const MOVES_BY_ITSELF: readonly RunPlan['kind'][] = ['motion', 'spin']
/** Heights tried for the flow at the start, which hardly depends on them. */
const EARLY_HEIGHTS = 20
/** Points a long run is thinned to. */
const BLOCKS = 60
/** Intervals of a leak's height no wider than this are worth giving, mm. */
const HEIGHT_WIDTH_MM = 30

/**
 * What a run says in which the water should stay where it is: hold, idle, motion or spin.
 * The level is turned into litres, and their loss per time is tested against nothing; a fall is then searched for the height of the leak.
 * @param readings - Columns in s, mm and L/min, in order of time. @param marks - Instants in s.
 */
export function analyseStandingRun(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): RunAnalysis {
  const tub = tapedTub(plan.machine)
  const chosen = chooseLevels(readings)
  const { series: all, from } = chosen
  const by = sourceOf(all, source)
  const top = tubTopMm(tub)
  const inside = keepWhere(all, (mm) => mm <= top && mm > -60)
  const { fromS, toS } = standingWindow(inside, marks)
  const levels = between(inside, fromS, toS)
  const tooFew = blankAnalysis({ code: 'too-few', kind: plan.kind, got: levels.tS.length, needed: 3 })
  if (levels.tS.length < 2 || last(levels.tS) - (levels.tS[0] ?? Number.NaN) < 30 / levels.tS.length)
    return {
      ...tooFew,
      usedReadings: levels.tS.length,
      notIdentifiable: { leakLH: message('open.three-levels') },
    }

  const { series, perBlock } = blockMedians(levels, BLOCKS)
  const tubeTau = tubeLeak(readings, source, fromS, toS)
  // Where air leaks from the pressure hose, even two looks at the ruler know more of the water than all of the display.
  const few =
    from === 'indicated' && tubeTau ? between(present(readings.tS, readings.rulerMm), fromS, toS) : null
  const byRuler = few && few.tS.length >= 2
  const loss = byRuler
    ? lossByEnds(tub, few)
    : levels.tS.length < 3
      ? lossByEnds(tub, levels)
      : lossOf(tub, series, by, perBlock)
  const analysis: RunAnalysis = {
    ...tooFew,
    usedReadings: levels.tS.length,
    notes: [...unitSlipNotes(plan.machine, all, by), ...chosenNotes(chosen)],
    fit: { fromS, toS, startMm: loss.startMm, endMm: loss.endMm, curve: loss.curve },
  }
  analysis.quantities.timeS = intervalOf(toS - fromS, 0.5)
  const seenLMin = (CALL_SES + POWER_SES) * loss.quietSe * 60
  analysis.basis = {
    of: 'standing',
    lossLMin: loss.lPerS * 60,
    se: loss.se * 60,
    startMm: loss.startMm,
    endMm: loss.endMm,
    seconds: toS - fromS,
    from: byRuler ? 'ruler' : from,
    curve: compactCurve(tub, byRuler ? few : series, loss),
    seenLMin,
    height: null,
  }
  if (tubeTau) analysis.quantities.tubeLeakTauS = tubeTau
  // A display that nothing was held against may fall by itself.
  const display = from === 'indicated' && !chosen.display?.agrees

  // An empty tub loses nothing, and holds nothing either.
  if (plan.kind === 'hold' && loss.moves === 'stays' && Math.max(loss.startMm, loss.endMm) < AT_PORT_MM)
    return { ...analysis, saying: { code: 'empty-tub', kind: plan.kind }, basis: null }
  if (loss.moves === 'falls')
    return byRuler
      ? falling(plan, analysis, loss, { levels: few, series: few }, tub, marks, false, 'hand')
      : falling(plan, analysis, loss, { levels, series }, tub, marks, display, by)
  if (loss.moves === 'rises' && MOVES_BY_ITSELF.includes(plan.kind))
    return { ...analysis, saying: { code: 'in-motion', kind: plan.kind }, basis: null }
  if (loss.moves === 'rises') {
    const riseLH = withSection(-loss.lPerS * 3600, loss.se * 3600)
    analysis.verdict = 'rising'
    analysis.quantities.riseLH = riseLH
    analysis.saying = {
      code: 'rising',
      kind: plan.kind,
      riseLH: riseLH.value,
      loLH: riseLH.lo,
      hiLH: riseLH.hi,
    }
    return analysis
  }
  analysis.verdict = 'steady'
  analysis.quantities.leakLH = withSection(loss.lPerS * 3600, loss.se * 3600)
  analysis.bounds.leakLH = { atMost: seenLMin * 60 }
  analysis.saying = tubeTau
    ? { code: 'tube-leak', kind: plan.kind, tauS: tubeTau.value }
    : { code: 'steady', kind: plan.kind, seenLH: seenLMin * 60 }
  return analysis
}

/** The part of the readings in which the water should stand. */
function standingWindow(series: LevelSeries, marks: readonly RunMark[]): { fromS: number; toS: number } {
  const first = series.tS[0] ?? 0
  const end = series.tS.length > 0 ? last(series.tS) : 0
  const mark = marks.filter((m) => m.what === 'valve-closed' && m.tS < end - 1).at(-1)
  return { fromS: Math.max(first, mark?.tS ?? first), toS: end }
}

function withSection(value: number, se: number) {
  return intervalOf(value, Math.hypot(se, SECTION_SE * value))
}

function falling(
  plan: RunPlan,
  analysis: RunAnalysis,
  loss: Loss,
  { levels, series }: { levels: LevelSeries; series: LevelSeries },
  tub: TubGeometry,
  marks: readonly RunMark[],
  display: boolean,
  source: ReadingSource,
): RunAnalysis {
  // The start itself, not the middle of the first block: a fast leak has lost much by then.
  const zero = levels.tS[0] ?? Number.NaN
  const degreesOfFreedom = Math.max(1, loss.weights.reduce((a, b) => a + b, 0) - 3 + NOISE[source].worth)
  const points = {
    tS: vectorOf(series.tS, (t) => t - zero),
    mm: series.mm,
    weight: loss.weights,
    sigmaMm: loss.sigmaMm,
    degreesOfFreedom,
  }
  const lowestMm = -portHeight(plan.machine, plan.site).mm
  const fitted = series.tS.length > 2 ? profileLeak(tub, points, lowestMm) : null
  const profile = withBias(fitted, last(points.tS), source, display)
  const early = profile ? earlyPart(levels, zero, profile, loss.sigmaMm, source) : null
  const flow = (early ? profileLeak(tub, early, lowestMm, EARLY_HEIGHTS) : null)?.leakLH ?? profile?.leakLH
  analysis.verdict = 'falling'
  const lineLH = withSection(loss.lPerS * 3600, loss.se * 3600)
  const leak = flow ? withSection(flow.value, (flow.se * studentT975(degreesOfFreedom)) / 1.96) : lineLH
  analysis.quantities.leakLH = leak
  const rivals = profile ? heightRivals(plan, points, profile, display) : []
  const heightSaid = leakHeight(analysis, profile, rivals, loss, series, marks)
  if (profile && analysis.basis?.of === 'standing' && rivals.length === 0)
    analysis.basis.height = profile.union
  if (profile && analysis.fit) {
    const points = 25
    const span = last(series.tS) - zero
    const tS = Array.from({ length: points }, (_, i) => (span * i) / (points - 1))
    analysis.fit.startMm = profile.startMm
    analysis.fit.endMm = profile.endMm
    analysis.fit.curve = { tS: tS.map((t) => t + zero), levelMm: tS.map(profile.levelAt) }
  }
  const lowest = Math.min(analysis.fit?.endMm ?? loss.endMm, loss.endMm)
  analysis.saying = {
    code: 'falling',
    kind: plan.kind,
    leakLH: leak.value,
    loLH: Math.max(0, leak.lo),
    hiLH: leak.hi,
    height: heightSaid,
    lowestMm: analysis.bounds.leakHeightMm?.atMost ?? lowest,
    display: display && analysis.quantities.tubeLeakTauS === undefined,
    holds: 'first',
  }
  if (display && analysis.quantities.tubeLeakTauS === undefined)
    analysis.notIdentifiable.tubeLeakTauS = message('open.ruler-beside')
  return analysis
}

/** A ruler or sensor reads the water this well however often it is read, mm, one standard deviation. Estimate. */
const READING_BIAS_MM = 0.8

/** What a display that nobody calibrated adds, one standard deviation. Estimates. */
const DISPLAY_BIAS = { mm: 1.2, share: 0.012 } as const

/** The height's interval widened by what no number of readings takes away: the reading's own bias, and a sensor's drift. */
function withBias(
  profile: LeakProfile | null,
  seconds: number,
  source: ReadingSource,
  display: boolean,
): LeakProfile | null {
  if (!profile) return null
  const drift = source === 'stream' ? (DRIFT_MM_PER_HALF_HOUR * seconds) / 1800 : 0
  const { lo, hi, openBelow } = profile.union
  const shown = display ? Math.hypot(DISPLAY_BIAS.mm, (DISPLAY_BIAS.share * Math.abs(lo + hi)) / 2) : 0
  const half = 1.96 * Math.hypot(READING_BIAS_MM, drift, shown)
  return { ...profile, union: { lo: lo - half, hi: hi + half, openBelow } }
}

/**
 * The first part of a long fall, in points of its own: the flow at the start must not lean on how the tub is shaped further down,
 * nor on points so long that the fall is over within a few. Null for a short fall.
 */
function earlyPart(
  levels: LevelSeries,
  zero: number,
  profile: LeakProfile,
  sigmaMm: number,
  source: ReadingSource,
): HoldPoints | null {
  const fall = profile.startMm - profile.endMm
  if (fall < 14 * sigmaMm) return null
  const limit = profile.endMm + 0.45 * fall
  const end = last(levels.tS)
  let untilS = zero
  while (untilS < end && profile.levelAt(untilS - zero) >= limit) untilS += (end - zero) / 500
  const { series, perBlock } = blockMedians(between(levels, zero, untilS), BLOCKS)
  const n = series.tS.length
  if (n < 6) return null
  const noise = NOISE[source]
  const oneMm = source === 'hand' ? noise.mm / Math.sqrt(perBlock) : noise.mm
  const sigma = pooledNoise(series.mm, oneMm, noise.worth) * sharedNoise(source, (untilS - zero) / n)
  const weight = withoutWild(series.mm, sigma)
  return {
    tS: vectorOf(series.tS, (t) => t - zero),
    mm: series.mm,
    weight,
    sigmaMm: sigma,
    degreesOfFreedom: Math.max(1, weight.reduce((a, b) => a + b, 0) - 3 + noise.worth),
  }
}

/** Height of the leak by a mark or by the curve; else why not, and what would tell. */
function leakHeight(
  analysis: RunAnalysis,
  profile: LeakProfile | null,
  rivals: readonly HeightRival[],
  loss: Loss,
  series: LevelSeries,
  marks: readonly RunMark[],
): { lo: number; hi: number } | null {
  const stopped = marks.find((m) => m.what === 'leak-stopped')
  if (stopped) {
    const near = keepWhere(between(series, stopped.tS - 60, stopped.tS + 60), Number.isFinite)
    const mm = near.mm.length > 0 ? median(near.mm) : (loss.endMm as number)
    // A drip hangs on before it stops, so the leak lies at the mark's level or a little below. Estimate: 6 mm.
    const interval = { value: mm - 3, lo: mm - 14, hi: mm + 8 }
    analysis.quantities.leakHeightMm = interval
    return interval
  }
  const union = profile?.union ?? null
  const endMm = profile?.endMm ?? loss.endMm
  const hopeless = loss.startMm - loss.endMm < 3 * loss.sigmaMm
  // Nothing shows below the port: a level that rests there may go on falling unseen.
  const atPort = Math.min(endMm, loss.endMm) < AT_PORT_MM
  const told = union && !hopeless && !atPort && rivals.length === 0
  if (told && !union.openBelow && union.hi - union.lo <= HEIGHT_WIDTH_MM) {
    analysis.quantities.leakHeightMm = { value: (union.lo + union.hi) / 2, lo: union.lo, hi: union.hi }
    return { lo: union.lo, hi: union.hi }
  }
  const below = Math.max(loss.endMm, endMm) + 2 * loss.sigmaMm
  analysis.bounds.leakHeightMm = { atMost: below }
  const rival = rivals[0]
  analysis.notIdentifiable.leakHeightMm = rival
    ? RIVAL_SETTLED[rival]
    : hopeless
      ? message('open.fell-too-little')
      : message('open.not-near-leak')
  return null
}

/** A level that rests this near to the port says only that the leak lies there or lower, mm. */
const AT_PORT_MM = 8
/** What would rule out the rival of a leak. */
const RIVAL_SETTLED: Record<HeightRival, Message> = {
  laundry: message('open.laundry-may-soak'),
  siphon: message('open.siphon-alike'),
  'air-leak': message('open.air-leak-alike'),
}

function tubeLeak(readings: Readings, source: ReadingSource, fromS: number, toS: number): Interval | null {
  const ruler = between(present(readings.tS, readings.rulerMm), fromS, toS)
  const indicated = between(present(readings.tS, readings.levelMm), fromS, toS)
  if (ruler.tS.length < 2 || indicated.tS.length < 4) return null
  const pairs = sensorPairs(ruler, indicated, source)
  return pairs ? fitTubeLeak(pairs) : null
}
