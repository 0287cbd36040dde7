import type { ExpectedRun } from './expectedRun.ts'
import type { FlowValue, Interval } from './interval.ts'
import type { RunPlan } from './runPlan.ts'

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
  reason: string
  ratio: Interval | null
  cannotJudge: string | null
}

/** Standard deviation of the logarithm of a healthy machine's flow, from the band's 5 and 95 %. */
function expectedLogSd(expected: ExpectedRun): number {
  const { lo, mid, hi } = expected.flowLMin
  return Math.log(hi / Math.max(lo, 0.05 * mid)) / (2 * 1.645)
}

/** Verdict and sentence from the measured flow, L/min, and the healthy run over the same levels. `seconds` = length of the run. */
export function judge(
  plan: RunPlan,
  flow: FlowValue,
  expected: ExpectedRun | null,
  parts: { fromLevel: FlowValue | null; fromMeter: FlowValue | null },
  seconds: number,
): Judged {
  const word = plan.kind === 'fill' ? 'Fills' : 'Drains'
  if (!expected || !(expected.flowLMin.mid > 0)) {
    const why =
      expected && expected.stallShare > 0.5
        ? 'the hose end is higher than this pump should lift: measure the height, or lower the end'
        : 'start and end level are too close together: let it run further'
    return { verdict: 'not-identifiable', reason: `Cannot be compared: ${why}.`, ratio: null, cannotJudge: why }
  }
  const mid = expected.flowLMin.mid
  if (flow.hi < NO_FLOW_SHARE * mid || (flow.lo <= 0 && flow.value < NO_FLOW_SHARE * mid))
    return flow.hi < 0.5 * mid
      ? {
          verdict: 'no-flow',
          reason: `No flow to speak of: at most ${litres(Math.max(0, flow.hi))} where ${litres(mid)} is expected.`,
          ratio: null,
          cannotJudge: null,
        }
      : notYet(word, flow, seconds)
  const measuredLogSd = flow.se / Math.max(flow.value, 1e-6)
  if (flow.value <= 0 || measuredLogSd > 0.45) return notYet(word, flow, seconds)
  if (plan.throttled)
    return {
      verdict: 'not-identifiable',
      reason: `${word} at ${litres(flow.value)} with the tap throttled on purpose: compare it with the fill at full tap.`,
      ratio: null,
      cannotJudge: 'the tap was throttled on purpose: compare with the fill at full tap',
    }
  const logRatio = Math.log(mid / flow.value)
  const sd = Math.hypot(measuredLogSd, expectedLogSd(expected))
  const ratio = { value: Math.exp(logRatio), lo: Math.exp(logRatio - 1.96 * sd), hi: Math.exp(logRatio + 1.96 * sd) }
  const slowAt = Math.min(CALL.slowAtMost, Math.max(CALL.slowAtLeast, CALL.sds * sd))
  const fastAt = Math.max(CALL.fastAtLeast, 2.2 * sd)
  const verdict = logRatio > slowAt ? 'slow' : logRatio < -fastAt ? 'fast' : 'within'
  return { verdict, reason: sentence(plan, word, verdict, flow, expected, ratio, parts), ratio, cannotJudge: null }
}

function notYet(word: string, flow: FlowValue, seconds: number): Judged {
  const why = `after ${seconds.toFixed(0)} s the readings still allow ${litres(Math.max(0, flow.lo))} to ${litres(flow.hi)}: take more levels, over a longer time`
  return { verdict: 'not-identifiable', reason: `${word}, but ${why}.`, ratio: null, cannotJudge: why }
}

function sentence(
  plan: RunPlan,
  word: string,
  verdict: 'slow' | 'fast' | 'within',
  flow: FlowValue,
  expected: ExpectedRun,
  ratio: Interval,
  parts: { fromLevel: FlowValue | null; fromMeter: FlowValue | null },
): string {
  const has = `${word} at ${litres(flow.value)}`
  const band = `${expected.flowLMin.lo.toFixed(1)} to ${expected.flowLMin.hi.toFixed(1)} L/min`
  const meterLow =
    parts.fromLevel && parts.fromMeter && parts.fromMeter.value < 0.9 * parts.fromLevel.value
      ? ` The meter says ${litres(parts.fromMeter.value)}; the level decides.`
      : ''
  if (verdict === 'within') return `${has}, inside the expected ${band}.${meterLow}`
  if (verdict === 'fast') return `${has}, more than the expected ${band}: check the tub size and the units.${meterLow}`
  const percent = Math.round((ratio.value - 1) * 100)
  const cause =
    plan.kind === 'fill'
      ? 'a bucket at the tap and at the hose end tells where it is lost'
      : 'pump and path both fit: a second hose height or the lift test tells which'
  return `${has} where ${band} is expected, so it takes ${percent} % longer; ${cause}.${meterLow}`
}

function litres(lMin: number): string {
  return `${lMin.toFixed(1)} L/min`
}
