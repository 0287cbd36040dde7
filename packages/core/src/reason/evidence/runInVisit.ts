import type { RunPlan } from '../../measure/plan/runPlan.ts'
import type { RunAnalysis } from '../../measure/verdict/runAnalysis.ts'
import type { Saying } from '../../measure/verdict/saying.ts'
import type { VisitSays } from './combineVisit.ts'
import { isDisputed } from './seen/disagree.ts'
import type { JudgedRun } from './seen/observations.ts'
import { type Slip, slipOfRun } from './seen/slips.ts'

/**
 * A run as the visit knows it: what other runs and looks have settled is not asked again, and a height of a leak that the holds have
 * explained otherwise is not given. The stored analysis stays as it is.
 * @param place - The run's place among those the visit was weighed with.
 */
export function runInVisit(run: JudgedRun, place: number, says: VisitSays): RunAnalysis {
  const { plan, analysis } = run
  const { saying } = analysis
  const slip = slipOfRun(says.slips, run, place)
  if (slip) return asked(analysis, plan, slip)
  if (plan.kind === 'hold' && saying.code === 'falling' && says.hold) return holdIn(analysis, says)
  if (saying.code === 'stalled' && says.pump) return { ...analysis, saying: { ...saying, known: true } }
  if (saying.code === 'slow' && (isSettled(plan, says) || isBefore(run, says)))
    return { ...analysis, saying: { ...saying, settled: true } }
  return analysis
}

/** A run that rests on a slip: its time stands, all else is asked. */
function asked(analysis: RunAnalysis, plan: RunPlan, slip: Slip): RunAnalysis {
  const { timeS } = analysis.quantities
  const saying: Saying = {
    code: 'slip',
    kind: plan.kind,
    slip: slip.code,
    written: slip.written,
    meant: slip.meant,
  }
  return {
    ...analysis,
    verdict: 'not-identifiable',
    saying,
    quantities: timeS ? { timeS } : {},
    bounds: {},
    expected: null,
    basis: null,
    rests: undefined,
  }
}

function isSettled(plan: RunPlan, says: VisitSays): boolean {
  if (plan.kind === 'fill') return says.fill !== null && says.fill.verdict !== 'undecided'
  const weighed =
    says.drain !== null && says.drain.verdict !== 'undecided' && says.drain.verdict !== 'nominal'
  return plan.kind === 'drain' && (weighed || says.drainTrouble !== null || says.pump !== null)
}

/** Whether an act and a run after it have made this one a thing of the past, or another run contradicts it: the visit says what is next. */
function isBefore(run: JudgedRun, says: VisitSays): boolean {
  const { kind, taps } = run.plan
  const changed = says.changes.some(
    (change) =>
      change.kind === kind &&
      (change.tap === null || taps.includes(change.tap)) &&
      (run.atMs ?? Number.NEGATIVE_INFINITY) < change.act.atMs,
  )
  return changed || isDisputed(run, says.disagree)
}

function holdIn(analysis: RunAnalysis, says: VisitSays): RunAnalysis {
  const { hold } = says
  const { saying } = analysis
  if (!hold || saying.code !== 'falling' || hold.holds < 2) return analysis
  const leaks = hold.verdict === 'leak' || hold.verdict === 'undecided'
  if (leaks) return { ...analysis, saying: { ...saying, holds: hold.verdict } }
  const { leakHeightMm: _height, ...quantities } = analysis.quantities
  const { leakHeightMm: _why, ...notIdentifiable } = analysis.notIdentifiable
  const { leakHeightMm: _bound, ...bounds } = analysis.bounds
  return {
    ...analysis,
    quantities,
    notIdentifiable,
    bounds,
    saying: { ...saying, holds: hold.verdict, height: null },
  }
}
