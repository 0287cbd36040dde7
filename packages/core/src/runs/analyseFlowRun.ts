import { isHorizontal, tapedTub } from '../machine/machineSpec.ts'
import { tubTopMm } from '../tub/tubGeometry.ts'
import { analyseStandingRun } from './analyseStanding.ts'
import { estimateFlow, type FlowEstimate, fittedCurve } from './estimateFlow.ts'
import { evenness } from './evenness.ts'
import { type ExpectedRun, expectedRun } from './expectedRun.ts'
import { combine, levelFlow, meterFlow, ratioInterval } from './flowSources.ts'
import type { FlowValue } from './interval.ts'
import {
  between,
  chooseLevels,
  keepWhere,
  type LevelSeries,
  present,
  type ReadingSource,
  type Readings,
} from './readings.ts'
import { blankAnalysis, type RunAnalysis } from './runAnalysis.ts'
import { runBackAfter } from './runBack.ts'
import type { RunMark } from './runMarks.ts'
import { plannedEndMm, type RunPlan } from './runPlan.ts'
import { type RunWindow, runWindow, timeInterval } from './runWindow.ts'
import { sayRun } from './sayRun.ts'
import { calibrateSensor, withGain } from './sensing.ts'
import { unitSlipNotes } from './unitSlip.ts'
import { judge } from './verdict.ts'

/** Bands inside an analysis need fewer samples than a drawn one: only three quantiles of one time are taken. */
const COMPARE = { samples: 400, cells: 16 } as const
const SECOND_HEIGHT =
  'one hose height only: drain again with the hose end at 400 mm (16 in), or do the lift test'
/** A flow that fluctuates or slows by more than this beyond doubt is worth a word. */
const UNEVEN = { unsteadiness: 0.1, slowing: 0.03 } as const
/** How well an instant of standstill is found, s and share of the time between readings. Settled on the study. */
const STANDSTILL = { leastS: 2, ofSpacing: 0.9 } as const

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
  const sensor = calibrateSensor(plan, readings, marks, source)
  const corrects = chosen.from === 'indicated' && sensor !== null && sensor.corrects
  const all = corrects ? withGain(chosen.series, sensor) : chosen.series
  const bare = all.tS.length === 0 ? { tS: readings.tS, mm: readings.flowLMin } : all
  const window = runWindow(plan, bare, marks)
  const levels = inTub(between(all, window.fromS, window.toS), plan)
  const meter = between(present(readings.tS, readings.flowLMin), window.fromS, window.toS)
  const seconds = window.toS - window.fromS

  const analysis = blankAnalysis({ code: 'too-few', kind: plan.kind, got: levels.tS.length, needed: 3 })
  const { notes, quantities, notIdentifiable } = analysis
  analysis.usedReadings = levels.tS.length
  notes.push(...gapNotes(all, source), ...unitSlipNotes(plan.machine, all, source))
  if (window.lateMarkS !== null)
    notes.push(
      `The level stood still from ${window.toS.toFixed(0)} s on; the mark came ${(window.lateMarkS - window.toS).toFixed(0)} s later. The time is taken from the levels.`,
    )
  if (chosen.from === 'ruler' && readings.levelMm.some(Number.isFinite))
    notes.push('Levels were taken from the ruler.')
  if (corrects)
    notes.push(
      `The indicated level was corrected by the ruler: it moves ${sensor.fit.gain.value.toFixed(2)} mm for each mm of water.`,
    )
  if (sensor) tellSensor(analysis, sensor.fit)
  if (seconds > 0) quantities.timeS = timeInterval(window, source, levels)

  const result =
    levels.tS.length > 0
      ? estimateFlow(plan, levels, source, window.fromS, window.toS, window.emptied, window.airMarked)
      : null
  const estimate = result?.outcome === 'estimated' ? result : null
  if (estimate && corrects)
    estimate.geometrySe = Math.hypot(estimate.geometrySe, estimate.flowLMin * sensor.gainSe)
  if (estimate && estimate.setAside > 0 && source === 'hand')
    notes.push(
      estimate.setAside === 1
        ? 'One reading lies far off the line and was set aside.'
        : `${estimate.setAside} readings lie far off the line and were set aside.`,
    )
  const fromLevel = estimate ? levelFlow(estimate) : null
  const fromMeter = plan.kind === 'fill' ? meterFlow(meter.mm) : null
  const flow = combine(fromLevel, fromMeter)
  if (fromLevel && fromMeter) quantities.meterGain = ratioInterval(fromMeter, fromLevel)
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
  if (!flow || seconds <= 0) {
    if (result?.outcome === 'tooFewReadings')
      analysis.saying = { code: 'too-few', kind: plan.kind, got: result.got, needed: 3 }
    notIdentifiable.flowLMin = sayRun(analysis.saying)
    return analysis
  }
  quantities.flowLMin = { value: flow.value, lo: flow.lo, hi: flow.hi }
  if (estimate && fromLevel)
    analysis.basis = {
      of: 'flow',
      flowLMin: estimate.flowLMin,
      readingsSe: (estimate.readingsSe * estimate.t975) / 1.96,
      geometrySe: estimate.geometrySe,
      startMm: estimate.startMm,
      endMm: estimate.endMm,
    }
  else if (fromMeter) analysis.basis = { of: 'meter', flowLMin: fromMeter.value, se: fromMeter.se }

  if (window.stalledAtS !== null && estimate) stalledRun(analysis, plan, window, flow, estimate, levels)
  else {
    const compared = compare(plan, estimate)
    const judged = judge(plan, flow, compared, { fromLevel, fromMeter }, seconds)
    analysis.verdict = judged.verdict
    analysis.saying = judged.saying
    if (judged.ratio) quantities.ratioToExpected = judged.ratio
    if (judged.cannotJudge) notIdentifiable.ratioToExpected = sayRun(judged.cannotJudge)
    if (compared) analysis.expected = { timeS: compared.timeS, flowLMin: compared.flowLMin }
    tellEvenness(analysis, plan, between(levels, window.fromS, window.toS), source)
  }
  tellAfterwards(analysis, plan, readings, marks, source)
  return analysis
}

/**
 * A drain that came to rest with water left: its flow is the mean over the whole run, since that is what the customer waits for;
 * the flow before the standstill is what the pump can do while it does.
 */
function stalledRun(
  analysis: RunAnalysis,
  plan: RunPlan,
  window: RunWindow,
  before: FlowValue,
  estimate: FlowEstimate,
  levels: LevelSeries,
): void {
  const stalledS = window.stalledAtS ?? window.toS
  const share = (stalledS - window.fromS) / (window.runEndS - window.fromS)
  const after = stalledS - window.fromS
  const spacing = levels.tS.length > 1 ? after / (levels.tS.length - 1) : 10
  const half = Math.max(STANDSTILL.leastS, STANDSTILL.ofSpacing * spacing)
  analysis.verdict = 'slow'
  analysis.saying = {
    code: 'stalled',
    kind: plan.kind,
    flowLMin: before.value,
    atS: after,
    levelMm: estimate.endMm,
  }
  // It never reached its end, so it has no time to be compared.
  delete analysis.quantities.timeS
  analysis.quantities.flowLMin = {
    value: before.value * share,
    lo: before.lo * share,
    hi: before.hi * share,
  }
  analysis.quantities.cutoutS = { value: after, lo: after - half, hi: after + half }
  const compared = compare({ ...plan, endLevelMm: null }, null)
  if (compared) analysis.expected = { timeS: compared.timeS, flowLMin: compared.flowLMin }
}

function tellSensor(
  analysis: RunAnalysis,
  fit: NonNullable<ReturnType<typeof calibrateSensor>>['fit'],
): void {
  analysis.quantities.sensorGain = fit.gain
  analysis.quantities.sensorOffsetMm = fit.offsetMm
  if (fit.lagS) analysis.quantities.sensorLagS = fit.lagS
  if (fit.gain.hi < 0.2)
    analysis.notes.push(
      'The water moves and the indicated level does not: the pressure tube or its sensor is blocked, off or dead.',
    )
  else if (fit.gain.lo > 1.04 || fit.gain.hi < 0.96)
    analysis.notes.push(
      `The indicated level moves ${fit.gain.value.toFixed(2)} mm for each mm of water: the level sensing is off.`,
    )
  if (fit.gain.lo > 0.5 && (fit.offsetMm.lo > 4 || fit.offsetMm.hi < -4))
    analysis.notes.push(
      `The indicated level stands ${Math.abs(fit.offsetMm.value).toFixed(0)} mm ${fit.offsetMm.value < 0 ? 'below' : 'above'} the water at the port.`,
    )
  if (fit.lagS && fit.lagS.lo > 5)
    analysis.notes.push(
      `The indicated level follows the water only after about ${fit.lagS.value.toFixed(0)} s: look into the air dome.`,
    )
}

function tellEvenness(
  analysis: RunAnalysis,
  plan: RunPlan,
  levels: LevelSeries,
  source: ReadingSource,
): void {
  if (plan.kind === 'fill' && plan.laundry !== 'none') return
  const aboveAir = plan.kind === 'fill' ? levels : keepWhere(levels, (mm) => mm > 14)
  const { unsteadiness, slowing } = evenness(plan, aboveAir, source)
  if (unsteadiness) analysis.quantities.unsteadiness = unsteadiness
  if (slowing) analysis.quantities.slowing = slowing
  if (unsteadiness && unsteadiness.lo > UNEVEN.unsteadiness)
    analysis.notes.push(
      `The flow fluctuates by about ${Math.round(100 * unsteadiness.value)} % of itself: look for foam or air at the hose end.`,
    )
  if (slowing && slowing.lo > UNEVEN.slowing)
    analysis.notes.push(
      plan.kind === 'fill'
        ? `Its late half ran ${Math.round(100 * slowing.value)} % slower than its early half.`
        : `Its late half ran ${Math.round(100 * slowing.value)} % slower than the falling level explains: the house drain may be backing up, or the pump is tiring.`,
    )
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
    const back = stop ? runBackAfter(plan, readings, stop.tS, source) : null
    if (!back) return
    analysis.quantities.runBackL = back.litres
    if (back.seen)
      analysis.notes.push(
        `After the pump stopped ${back.litres.value.toFixed(2)} L ran back from the hose: nothing holds the water there.`,
      )
    return
  }
  const closed = plan.kind === 'fill' ? marks.filter((m) => m.what === 'valve-closed').at(-1) : undefined
  if (!closed) return
  const after = analyseStandingRun({ ...plan, kind: 'idle' }, readings, [closed], source)
  if (after.usedReadings < (source === 'hand' ? 3 : 12)) return
  if (after.quantities.leakLH) analysis.quantities.leakLH = after.quantities.leakLH
  if (after.verdict !== 'rising' || !after.quantities.riseLH) return
  analysis.quantities.riseLH = after.quantities.riseLH
  analysis.notes.push('The level still rose after the valve had closed: the inlet valve may seep.')
}

/** Readings outside the tub are slips, not levels; they stay recorded but do not count. */
function inTub(series: LevelSeries, plan: RunPlan): LevelSeries {
  const top = tubTopMm(tapedTub(plan.machine))
  return keepWhere(series, (mm) => mm <= top && mm > -60)
}

/** The healthy run over the levels that were really passed. */
function compare(plan: RunPlan, estimate: FlowEstimate | null): ExpectedRun | null {
  const fill = plan.kind === 'fill'
  let startMm = estimate ? estimate.startMm : plan.startLevelMm
  let endMm = estimate ? estimate.endMm : plannedEndMm(plan)
  // A run that hardly moved is compared over the levels it was meant to pass.
  if (fill ? endMm < startMm + 5 : endMm > startMm - 5) {
    startMm = plan.startLevelMm
    endMm = plannedEndMm({ ...plan, endLevelMm: plan.endLevelMm })
  }
  if (fill ? endMm <= startMm : endMm >= startMm) return null
  const top = tubTopMm(tapedTub(plan.machine))
  const clamp = (mm: number) => Math.min(top, Math.max(isHorizontal(plan.machine.family) ? -10 : 0, mm))
  const compared = { ...plan, startLevelMm: clamp(startMm), endLevelMm: clamp(endMm) }
  if (compared.startLevelMm === compared.endLevelMm) return null
  return expectedRun(compared, COMPARE)
}

/** A stream that stopped for longer than five of its mean steps and 3 s, and came back. */
function gapNotes(series: LevelSeries, source: ReadingSource): string[] {
  if (source !== 'stream' || series.tS.length < 10) return []
  const { tS } = series
  const mean = ((tS[tS.length - 1] as number) - (tS[0] as number)) / (tS.length - 1)
  const notes: string[] = []
  for (let i = 0; i + 1 < tS.length && notes.length < MOST_GAPS_TOLD; i++) {
    const step = (tS[i + 1] as number) - (tS[i] as number)
    if (step > Math.max(3, 5 * mean))
      notes.push(
        `The stream stopped at ${(tS[i] as number).toFixed(0)} s and came back ${step.toFixed(0)} s later; the time between counts, its levels are not known.`,
      )
  }
  return notes
}
const MOST_GAPS_TOLD = 3
