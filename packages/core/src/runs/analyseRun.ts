import { isHorizontal, tapedTub } from '../machine/machineSpec.ts'
import { tubTopMm } from '../tub/tubGeometry.ts'
import { estimateFlow, type FittedCurve, type FlowEstimate, fittedCurve } from './estimateFlow.ts'
import { type ExpectedRun, expectedRun } from './expectedRun.ts'
import { combine, levelFlow, meterFlow, ratioInterval } from './flowSources.ts'
import type { FlowValue, Interval } from './interval.ts'
import {
  between,
  chooseLevels,
  inOrderOfTime,
  keepWhere,
  type LevelSeries,
  present,
  type ReadingSource,
  type Readings,
} from './readings.ts'
import type { RunMark } from './runMarks.ts'
import { plannedEndMm, type RunPlan } from './runPlan.ts'
import { type RunWindow, runWindow, timeInterval } from './runWindow.ts'
import { type Saying, sayRun } from './sayRun.ts'
import { unitSlipNotes } from './unitSlip.ts'
import { judge, type Verdict } from './verdict.ts'

/** Raised whenever an analysis would come out otherwise or is written otherwise: stored ones of another version are made anew. */
export const ANALYSIS_VERSION = 5

export interface RunAnalysis {
  version: number
  verdict: Verdict
  /** What it says, as figures; `sayRun` makes the sentence. */
  saying: Saying
  quantities: {
    flowLMin?: Interval
    timeS?: Interval
    ratioToExpected?: Interval
    meterGain?: Interval
    /** Seconds after which nothing flowed any more. */
    cutoutS?: Interval
  }
  /** Quantity → the measurement that would tell. */
  notIdentifiable: Partial<
    Record<'flowLMin' | 'ratioToExpected' | 'pumpHeadM' | 'pathResistanceRatio', string>
  >
  /** The healthy run over the same levels; absent when nothing could be compared. */
  expected: {
    timeS: { lo: number; mid: number; hi: number }
    flowLMin: { lo: number; mid: number; hi: number }
  } | null
  /** What the technician should know about the readings: gaps, order, outliers, likely slips. */
  notes: string[]
  /** The fitted run, for drawing: null when there is no fit. */
  fit: { fromS: number; toS: number; startMm: number; endMm: number; curve: FittedCurve | null } | null
  usedReadings: number
}

/** Bands inside an analysis need fewer samples than a drawn one: only three quantiles of one time are taken. */
const COMPARE = { samples: 400, cells: 16 } as const
const SECOND_HEIGHT =
  'one hose height only: drain again with the hose end at 400 mm (16 in), or do the lift test'

/**
 * What one fill or drain says: flow, time, ratio to the healthy machine, verdict with its reason, and what it cannot say.
 * @param readings - Columns in s, mm and L/min; any order; NaN for a missing value.
 * @param marks - Instants in s; the run is taken from the opening or pump-on mark to the mark that ends it, else from the readings.
 */
export function analyseRun(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): RunAnalysis {
  const notes: string[] = []
  const ordered = inOrderOfTime(readings)
  if (ordered.moved > 0)
    notes.push(
      `${ordered.moved} reading(s) came earlier than the one before; all were put in order of time. Check the clock.`,
    )
  const { series: all, from } = chooseLevels(ordered.readings)
  notes.push(...gapNotes(all, source), ...unitSlipNotes(plan.machine, all, source))

  const window = runWindow(
    plan,
    all.tS.length > 0 ? all : { tS: ordered.readings.tS, mm: ordered.readings.flowLMin },
    marks,
  )
  const levels = inTub(between(all, window.fromS, window.toS), plan)
  const meter = between(present(ordered.readings.tS, ordered.readings.flowLMin), window.fromS, window.toS)
  const seconds = window.toS - window.fromS
  const timeS = seconds > 0 ? timeInterval(window, source, levels) : null

  if (window.lateMarkS !== null)
    notes.push(
      `The level stood still from ${window.toS.toFixed(0)} s on; the mark came ${(window.lateMarkS - window.toS).toFixed(0)} s later. The time is taken from the levels.`,
    )
  const estimate =
    levels.tS.length > 0 ? estimateFlow(plan, levels, source, window.fromS, window.toS, window.emptied) : null
  const fromLevel = estimate?.outcome === 'estimated' ? levelFlow(estimate) : null
  const fromMeter = plan.kind === 'fill' ? meterFlow(meter.mm) : null
  const flow = combine(fromLevel, fromMeter)
  if (estimate?.outcome === 'estimated' && estimate.setAside > 0 && source === 'hand')
    notes.push(
      estimate.setAside === 1
        ? 'One reading lies far off the line and was set aside.'
        : `${estimate.setAside} readings lie far off the line and were set aside.`,
    )
  if (from === 'ruler') notes.push('Levels were taken from the ruler.')

  const notIdentifiable: RunAnalysis['notIdentifiable'] = {}
  if (plan.kind === 'drain') {
    notIdentifiable.pumpHeadM = SECOND_HEIGHT
    notIdentifiable.pathResistanceRatio = SECOND_HEIGHT
  }
  const quantities: RunAnalysis['quantities'] = {}
  if (timeS) quantities.timeS = timeS
  if (fromLevel && fromMeter) quantities.meterGain = ratioInterval(fromMeter, fromLevel)
  const fit =
    estimate?.outcome === 'estimated'
      ? {
          fromS: window.fromS,
          toS: window.toS,
          startMm: estimate.startMm,
          endMm: estimate.endMm,
          curve: fittedCurve(estimate, window.fromS, plannedEndMm(plan), 7200),
        }
      : null

  if (!flow || seconds <= 0) {
    const got = estimate?.outcome === 'tooFewReadings' ? estimate.got : levels.tS.length
    const saying: Saying = { code: 'too-few', kind: plan.kind, got, needed: 3 }
    notIdentifiable.flowLMin = sayRun(saying)
    return {
      version: ANALYSIS_VERSION,
      verdict: 'not-identifiable',
      saying,
      quantities,
      notIdentifiable,
      expected: null,
      notes,
      fit,
      usedReadings: levels.tS.length,
    }
  }
  quantities.flowLMin = { value: flow.value, lo: flow.lo, hi: flow.hi }
  const stalledS = window.stalledAtS
  if (stalledS !== null && estimate?.outcome === 'estimated')
    return stalledRun(plan, window, flow, estimate, {
      quantities,
      notIdentifiable,
      notes,
      fit,
      usedReadings: levels.tS.length,
    })
  const compared = compare(plan, estimate?.outcome === 'estimated' ? estimate : null)
  const judged = judge(plan, flow, compared, { fromLevel, fromMeter }, seconds)
  if (judged.ratio) quantities.ratioToExpected = judged.ratio
  if (judged.cannotJudge) notIdentifiable.ratioToExpected = sayRun(judged.cannotJudge)
  return {
    version: ANALYSIS_VERSION,
    verdict: judged.verdict,
    saying: judged.saying,
    quantities,
    notIdentifiable,
    expected: compared ? { timeS: compared.timeS, flowLMin: compared.flowLMin } : null,
    notes,
    fit,
    usedReadings: levels.tS.length,
  }
}

/**
 * A drain that came to rest with water left: its flow is the mean over the whole run, since that is what the customer waits for;
 * the flow before the standstill is what the pump can do while it does.
 */
function stalledRun(
  plan: RunPlan,
  window: RunWindow,
  before: FlowValue,
  estimate: FlowEstimate,
  rest: Pick<RunAnalysis, 'quantities' | 'notIdentifiable' | 'notes' | 'fit' | 'usedReadings'>,
): RunAnalysis {
  const stalledS = window.stalledAtS ?? window.toS
  const share = (stalledS - window.fromS) / (window.runEndS - window.fromS)
  const flowLMin = { value: before.value * share, lo: before.lo * share, hi: before.hi * share }
  const compared = compare({ ...plan, endLevelMm: null }, null)
  // It never reached its end, so it has no time to be compared.
  const { timeS: _untilTheStandstill, ...quantities } = rest.quantities
  return {
    version: ANALYSIS_VERSION,
    verdict: 'slow',
    saying: {
      code: 'stalled',
      kind: plan.kind,
      flowLMin: before.value,
      atS: stalledS - window.fromS,
      levelMm: estimate.endMm,
    },
    ...rest,
    quantities: {
      ...quantities,
      flowLMin,
      cutoutS: {
        value: stalledS - window.fromS,
        lo: stalledS - window.fromS - 3,
        hi: stalledS - window.fromS + 3,
      },
    },
    expected: compared ? { timeS: compared.timeS, flowLMin: compared.flowLMin } : null,
  }
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
