import type { FlowValue, Interval } from '../../numeric/interval.ts'
import type { ExpectedRun } from '../plan/expectedRun.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { Saying } from './saying.ts'

export type Verdict =
  | 'within'
  | 'slow'
  | 'fast'
  | 'rising'
  | 'falling'
  | 'steady'
  | 'no-flow'
  | 'not-identifiable'

/**
 * Limits of ln(expected time ÷ measured time). The call is made at two standard deviations of everything unknown,
 * but never inside ±14 % (a healthy part's own scatter), and never so far out that a run at 60 % of healthy would pass.
 * Settled on the seeded study in docs/how-it-computes.md.
 */
export const CALL = { sds: 2, slowAtLeast: 0.15, slowAtMost: 0.37, fastAtLeast: 0.18 } as const
/** Below this share of the expected flow, and not told from nothing, a run is called no flow. */
const NO_FLOW_SHARE = 0.12

export interface Judged {
  verdict: Verdict
  saying: Saying
  ratio: Interval | null
  /** Why there is no ratio, with the measurement that would help. */
  cannotJudge: Saying | null
}

export interface JudgedParts {
  fromLevel: FlowValue | null
  fromMeter: FlowValue | null
  /** The same run in a house with a sound supply, where this one's was gauged and is weak. */
  sound: ExpectedRun | null
  /** Flow at either end of what only the family tells, L/min. */
  range: { lo: number; hi: number } | null
}

/** Standard deviation of the logarithm of a healthy machine's flow, from the band's 5 and 95 %. */
function expectedLogSd(expected: ExpectedRun): number {
  const { lo, mid, hi } = expected.flowLMin
  return Math.log(hi / Math.max(lo, 0.05 * mid)) / (2 * 1.645)
}

/** Verdict and what to say from the measured flow, L/min, and the healthy run over the same levels. `seconds` = length of the run. */
export function judge(
  plan: RunPlan,
  flow: FlowValue,
  expected: ExpectedRun | null,
  parts: JudgedParts,
  seconds: number,
): Judged {
  const { kind } = plan
  if (!expected || !(expected.flowLMin.mid > 0)) {
    const code = expected && expected.stallShare > 0.5 ? 'end-too-high' : 'levels-too-close'
    return cannot({ code, kind, flowLMin: flow.value })
  }
  const { lo: loLMin, mid: midLMin, hi: hiLMin } = expected.flowLMin
  const notYet = () =>
    cannot({ code: 'not-yet', kind, seconds, loLMin: Math.max(0, flow.lo), hiLMin: flow.hi })
  const nothingSeen = flow.lo <= 0 && flow.value < NO_FLOW_SHARE * midLMin
  if (flow.hi < NO_FLOW_SHARE * midLMin || nothingSeen) {
    if (flow.hi >= 0.5 * midLMin) return notYet()
    const saying: Saying = { code: 'no-flow', kind, mostLMin: Math.max(0, flow.hi), midLMin }
    return { verdict: 'no-flow', saying, ratio: null, cannotJudge: null }
  }
  const measuredLogSd = flow.se / Math.max(flow.value, 1e-6)
  if (plan.throttled) return cannot({ code: 'throttled', kind, flowLMin: flow.value })
  if (parts.range) return judgeRange(plan, flow, expected, parts.range, seconds)
  if (flow.value <= 0 || measuredLogSd > 0.45) return notYet()

  const logRatio = Math.log(midLMin / flow.value)
  const sd = Math.hypot(measuredLogSd, expectedLogSd(expected))
  const ratio = {
    value: Math.exp(logRatio),
    lo: Math.exp(logRatio - 1.96 * sd),
    hi: Math.exp(logRatio + 1.96 * sd),
  }
  const slowAt = Math.min(CALL.slowAtMost, Math.max(CALL.slowAtLeast, CALL.sds * sd))
  const fastAt = Math.max(CALL.fastAtLeast, 2.2 * sd)
  const verdict = logRatio > slowAt ? 'slow' : logRatio < -fastAt ? 'fast' : 'within'
  // What this pressure gives and what a sound house gives are two questions.
  if (parts.sound && verdict === 'within') {
    const short = Math.log(parts.sound.flowLMin.mid / flow.value)
    const apart = Math.hypot(measuredLogSd, expectedLogSd(parts.sound))
    if (short > Math.min(CALL.slowAtMost, Math.max(CALL.slowAtLeast, 1.3 * apart))) {
      const { lo, hi } = parts.sound.flowLMin
      const saying: Saying = {
        code: 'weak-supply',
        kind,
        flowLMin: flow.value,
        loLMin,
        hiLMin,
        soundLoLMin: lo,
        soundHiLMin: hi,
      }
      return { verdict: 'slow', saying, ratio, cannotJudge: null }
    }
  }
  // Worth a word only where the level was taken against a meter that says less.
  const { fromLevel, fromMeter } = parts
  const meterLow = fromMeter !== null && flow.value === fromLevel?.value && fromMeter.value < 0.9 * flow.value
  const saying: Saying = {
    code: verdict,
    kind,
    flowLMin: flow.value,
    loLMin,
    hiLMin,
    longerPercent: Math.round((ratio.value - 1) * 100),
    meterLMin: meterLow ? fromMeter.value : null,
  }
  return { verdict, saying, ratio, cannotJudge: null }
}

/** A run of which only the family's range of levels is known: called only where even its ends leave no doubt. */
function judgeRange(
  plan: RunPlan,
  flow: FlowValue,
  expected: ExpectedRun,
  range: { lo: number; hi: number },
  seconds: number,
): Judged {
  const { kind } = plan
  const { lo: loLMin, mid: midLMin, hi: hiLMin } = expected.flowLMin
  const sd = Math.hypot(RANGE_OTHER_SD, expectedLogSd(expected))
  const slowAt = Math.min(CALL.slowAtMost, Math.max(CALL.slowAtLeast, CALL.sds * sd))
  const shortest = Math.log(midLMin / range.hi)
  const longest = Math.log(midLMin / Math.max(1e-6, range.lo))
  const ratio = {
    value: midLMin / flow.value,
    lo: Math.exp(shortest - 1.96 * sd),
    hi: Math.exp(longest + 1.96 * sd),
  }
  const base = { kind, flowLMin: flow.value, loLMin, hiLMin }
  const verdict = shortest > slowAt ? 'slow' : longest < -Math.max(CALL.fastAtLeast, 2.2 * sd) ? 'fast' : null
  if (verdict === null)
    return {
      verdict: 'not-identifiable',
      saying: { code: 'timed-undecided', ...base, seconds, leastLMin: range.lo, mostLMin: range.hi },
      ratio,
      cannotJudge: null,
    }
  const longerPercent = Math.round((ratio.value - 1) * 100)
  return {
    verdict,
    saying: { code: verdict, ...base, longerPercent, meterLMin: null },
    ratio,
    cannotJudge: null,
  }
}
/** What a time leaves open beside the level: tub, air, finger. Estimate. */
const RANGE_OTHER_SD = 0.07

function cannot(saying: Saying): Judged {
  return { verdict: 'not-identifiable', saying, ratio: null, cannotJudge: saying }
}
