import { tapedTub } from '../../machine/machineSpec.ts'
import { figureOf, message } from '../../message.ts'
import { median } from '../../numeric/quantile.ts'
import { LEAST_SUPPLY_KPA } from '../../physics/supply/leastSupply.ts'
import { tubTopMm } from '../../physics/tub/tubGeometry.ts'
import { estimateFlow, type FlowEstimate, fittedCurve } from '../estimate/estimateFlow.ts'
import { estimateTimed, type TimedEstimate } from '../estimate/estimateTimed.ts'
import { combine, levelFlow, meterFlow, ratioInterval } from '../estimate/flowSources.ts'
import { calibrateSensor } from '../estimate/sensing.ts'
import type { ExpectedRun } from '../plan/expectedRun.ts'
import type { RunMark } from '../plan/runMarks.ts'
import { plannedEndMm, type RunPlan } from '../plan/runPlan.ts'
import { EARLIEST_AIR_MM, knownFillEnd } from '../plan/timedEnds.ts'
import { chooseLevels } from '../readings/chooseLevels.ts'
import {
  between,
  keepWhere,
  type LevelSeries,
  present,
  type ReadingSource,
  type Readings,
  sourceOf,
} from '../readings/readings.ts'
import { type RunWindow, runWindow, timeInterval } from '../readings/runWindow.ts'
import { unitSlipNotes } from '../readings/unitSlip.ts'
import { analyseStandingRun } from './analyseStanding.ts'
import { compareRun } from './compareRun.ts'
import { readAlone, shownBy, withOwn } from './ownVerdict.ts'
import { blankAnalysis, type RunAnalysis } from './runAnalysis.ts'
import { runBackAfter } from './runBack.ts'
import { chosenNotes, gapNotes, lateNotes, tellEvenness, tellSensor } from './runNotes.ts'
import type { Saying } from './saying.ts'
import { tellStalled } from './stalledRun.ts'
import { judge } from './verdict.ts'

const SECOND_HEIGHT = message('open.second-height')

/**
 * What one fill, drain or gravity run says: flow, time, ratio to the healthy machine, verdict with its reason, and what it cannot say.
 * @param readings - Columns in s, mm and L/min, in order of time.
 * @param marks - Instants in s; the run is taken from the opening or pump-on mark to the mark that ends it, else from the readings.
 */
export function analyseFlowRun(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): RunAnalysis {
  const chosen = chooseLevels(readings)
  const all = chosen.series
  const by = sourceOf(all, source)
  const bare = all.tS.length === 0 ? { tS: readings.tS, mm: readings.flowLMin } : all
  const window = runWindow(plan, bare, marks)
  const levels = inTub(between(all, window.fromS, window.toS), plan)
  const meter = between(present(readings.tS, readings.flowLMin), window.fromS, window.toS)
  const seconds = window.toS - window.fromS

  const analysis = blankAnalysis({ code: 'too-few', kind: plan.kind, got: levels.tS.length, needed: 3 })
  const { notes, quantities, notIdentifiable } = analysis
  analysis.usedReadings = levels.tS.length
  notes.push(
    ...gapNotes(all, by),
    ...unitSlipNotes(plan.machine, all, by),
    ...chosenNotes(chosen),
    ...lateNotes(window),
  )
  const sensor = calibrateSensor(plan, readings, marks, source)
  if (sensor) tellSensor(analysis, sensor)
  if (seconds > 0) quantities.timeS = timeInterval(window, by, levels)

  const { estimate, timed } = estimateOf(plan, all, levels, by, window)
  if (estimate && estimate.setAside > 0 && by === 'hand')
    notes.push(message('note.set-aside', { readings: estimate.setAside }))
  const fromLevel = estimate ? levelFlow(estimate) : null
  const fromMeter = plan.kind === 'fill' ? meterFlow(meter.mm) : null
  // A range of levels is no measurement: a meter beside it decides.
  const flow = timed?.rangeLMin && fromMeter ? fromMeter : combine(fromLevel, fromMeter)
  if (fromLevel && fromMeter && !timed?.rangeLMin) {
    // A level that may stand, or a meter that does, is no flow to divide by another.
    if (fromLevel.lo > 0 && fromMeter.value > 0) quantities.meterGain = ratioInterval(fromMeter, fromLevel)
    else notIdentifiable.meterGain = message('open.meter-beside-level')
  }
  if (plan.kind === 'drain') {
    notIdentifiable.pumpHeadM = SECOND_HEIGHT
    notIdentifiable.pathResistanceRatio = SECOND_HEIGHT
  }
  if (estimate)
    analysis.fit = {
      fromS: window.fromS,
      toS: window.toS,
      startMm: estimate.startMm,
      endMm: estimate.endMm,
      curve: fittedCurve(estimate, window.fromS, plannedEndMm(plan), 7200),
    }
  const stalls = window.stalledAtS !== null && fromLevel === flow
  if ((!flow || seconds <= 0) && !(stalls && tellStalled(analysis, plan, window, null, all, by))) {
    analysis.saying = nothingYet(plan, levels, window)
    notIdentifiable.flowLMin = analysis.saying
    tellAfterwards(analysis, plan, readings, marks, source)
    return analysis
  }
  if (!flow) return analysis
  quantities.flowLMin = { value: flow.value, lo: flow.lo, hi: flow.hi }
  if (estimate && fromLevel)
    analysis.basis = {
      of: 'flow',
      flowLMin: estimate.flowLMin,
      readingsSe: (estimate.readingsSe * estimate.t975) / 1.96,
      geometrySe: estimate.geometrySe,
      ofThisAir: estimate.ofThisAir,
      startMm: estimate.startMm,
      endMm: estimate.endMm,
      disturbed: null,
    }
  else if (fromMeter) analysis.basis = { of: 'meter', flowLMin: fromMeter.value, se: fromMeter.se }

  if (!(stalls && tellStalled(analysis, plan, window, estimate, all, by))) {
    const healthy = compareRun(plan, estimate)
    // What drum and flow have in common by own records is known of the time alone.
    const byTime = plan.own && healthy && estimate && flow !== fromMeter
    const compared = byTime ? shownBy(estimate, plan, healthy) : healthy
    const sound = weakSupply(plan) ? compareRun(soundHouse(plan), estimate) : null
    const range = timed && flow === fromLevel ? timed.rangeLMin : null
    const against = (expected: ExpectedRun | null, by = flow) =>
      judge(plan, by, expected, { fromLevel, fromMeter, sound, range }, seconds)
    const usual = plan.own ? compareRun({ ...plan, own: undefined }, estimate) : null
    const judged =
      usual && plan.own
        ? withOwn(plan.own, against(compared, byTime ? readAlone(estimate, flow) : flow), against(usual))
        : against(compared)
    if (usual)
      analysis.usual = { timeS: usual.timeS, flowLMin: usual.flowLMin, verdict: against(usual).verdict }
    analysis.verdict = judged.verdict
    analysis.saying = judged.saying
    if (judged.ratio) quantities.ratioToExpected = judged.ratio
    if (judged.cannotJudge) notIdentifiable.ratioToExpected = judged.cannotJudge
    if (compared) analysis.expected = { timeS: compared.timeS, flowLMin: compared.flowLMin }
    if (sound) analysis.soundHouse = { flowLMin: sound.flowLMin }
    tellEvenness(analysis, plan, between(levels, window.fromS, window.toS), by)
  }
  if (timed && flow === fromLevel) analysis.rests = timed.rests
  tellOverfill(analysis, plan, estimate, timed, window)
  tellAfterwards(analysis, plan, readings, marks, source)
  return analysis
}

/** Mean flow by many levels, else by the level at the start and the end, with the few there are. */
function estimateOf(
  plan: RunPlan,
  all: LevelSeries,
  levels: LevelSeries,
  by: ReadingSource,
  window: RunWindow,
): { estimate: FlowEstimate | null; timed: TimedEstimate | null } {
  const result =
    levels.tS.length > 0
      ? estimateFlow(plan, levels, by, window.fromS, window.toS, window.emptied, window.airMarked)
      : null
  if (result?.outcome === 'estimated') return { estimate: result, timed: null }
  // A level written down a moment before the clock is the level at the start.
  const few = inTub(endLevels(between(all, window.fromS - 5, window.toS), all, window), plan)
  const aboveAir = plan.kind === 'fill' ? few : keepWhere(few, (mm) => mm > EARLIEST_AIR_MM)
  const timed = plan.kind === 'siphon' ? null : estimateTimed(plan, aboveAir, window)
  return { estimate: timed, timed }
}

/** Once the valve has closed the water stands: levels read afterwards are the level at the end. */
function endLevels(during: LevelSeries, all: LevelSeries, window: RunWindow): LevelSeries {
  const after = window.closedByItself ? between(all, window.toS + 0.01, window.toS + AFTER_CLOSING_S).mm : []
  if (after.length === 0) return during
  return { tS: withOneMore(during.tS, window.toS), mm: withOneMore(during.mm, median(after)) }
}
const AFTER_CLOSING_S = 300

function withOneMore(values: Float64Array, last: number): Float64Array {
  const all = new Float64Array(values.length + 1)
  all.set(values)
  all[values.length] = last
  return all
}

/** Why there is no flow yet, and what would give one. */
function nothingYet(plan: RunPlan, levels: LevelSeries, window: RunWindow): Saying {
  const got = levels.tS.length
  const again = new Set(levels.tS).size < got
  if (again) return { code: 'one-instant', kind: plan.kind, got }
  if (got < 2 && plan.kind !== 'siphon' && !(window.airMarked || window.closedByItself))
    return { code: 'no-end', kind: plan.kind }
  return { code: 'too-few', kind: plan.kind, got, needed: 3 }
}

function weakSupply(plan: RunPlan): boolean {
  return plan.kind === 'fill' && plan.taps.some((tap) => (plan.site.supplyKpa[tap] ?? 1e9) < LEAST_SUPPLY_KPA)
}

/** The same run in a house whose supply nobody gauged: what this machine should get. */
function soundHouse(plan: RunPlan): RunPlan {
  return { ...plan, site: { ...plan.site, supplyKpa: { cold: null, hot: null } } }
}

/** A machine that closes this far above its own level overfills, mm. */
const OVERFILL_MM = 35

/** A fill that went on beyond the level at which the machine should have closed is no good fill, however well it flowed. */
function tellOverfill(
  analysis: RunAnalysis,
  plan: RunPlan,
  estimate: FlowEstimate | null,
  timed: TimedEstimate | null,
  window: RunWindow,
): void {
  const due = knownFillEnd(plan)
  if (plan.kind !== 'fill' || !estimate || due.range !== null || plan.throttled) return
  if (timed && timed.rests.level !== 'read') return
  const reachedMm = estimate.levelAt(window.toS)
  if (reachedMm < Math.max(due.mm, plan.startLevelMm) + OVERFILL_MM) return
  const flowLMin = analysis.quantities.flowLMin?.value ?? 0
  analysis.verdict = 'rising'
  analysis.saying = { code: 'overfilled', kind: plan.kind, reachedMm, dueMm: due.mm, flowLMin }
}

/** What the readings after the run's own end say: water still coming in after a fill, water running back after a drain. */
function tellAfterwards(
  analysis: RunAnalysis,
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): void {
  if (plan.kind === 'drain') {
    const stop = marks.filter((m) => m.what === 'pump-off').at(-1)
    const air = marks.some((m) => m.what === 'air-drawn' && stop !== undefined && m.tS <= stop.tS)
    const back = stop ? runBackAfter(plan, readings, stop.tS, source, air) : null
    if (!back) return
    analysis.quantities.runBackL = back.litres
    if (back.seen)
      analysis.notes.push(message('note.ran-back', { litres: figureOf('volume', back.litres.value) }))
    return
  }
  const closed = plan.kind === 'fill' ? marks.filter((m) => m.what === 'valve-closed').at(-1) : undefined
  if (!closed) return
  const after = analyseStandingRun({ ...plan, kind: 'idle' }, readings, [closed], source)
  if (after.usedReadings < (source === 'hand' ? 3 : 12)) return
  if (after.quantities.leakLH) analysis.quantities.leakLH = after.quantities.leakLH
  if (after.verdict !== 'rising' || !after.quantities.riseLH) return
  analysis.quantities.riseLH = after.quantities.riseLH
  analysis.notes.push(message('note.rose-after-closing'))
}

/** Readings outside the tub are slips, not levels; they stay recorded but do not count. */
function inTub(series: LevelSeries, plan: RunPlan): LevelSeries {
  const top = tubTopMm(tapedTub(plan.machine))
  return keepWhere(series, (mm) => mm <= top && mm > -60)
}
