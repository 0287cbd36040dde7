import type { RunAnalysis } from '../runs/runAnalysis.ts'
import type { RunPlan } from '../runs/runPlan.ts'
import type { VisitSays } from './combineVisit.ts'

/**
 * A run as the visit knows it: what other runs and looks have settled is not asked again, and a height of a leak that the holds have
 * explained otherwise is not given. The stored analysis stays as it is.
 */
export function runInVisit(plan: RunPlan, analysis: RunAnalysis, says: VisitSays): RunAnalysis {
  const { saying } = analysis
  if (plan.kind === 'hold' && saying.code === 'falling' && says.hold) return holdIn(analysis, says)
  if (saying.code === 'stalled' && says.pump) return { ...analysis, saying: { ...saying, known: true } }
  if (saying.code === 'slow' && isSettled(plan, says)) return { ...analysis, saying: { ...saying, settled: true } }
  return analysis
}

function isSettled(plan: RunPlan, says: VisitSays): boolean {
  if (plan.kind === 'fill') return says.fill !== null && says.fill.verdict !== 'undecided'
  const weighed = says.drain !== null && says.drain.verdict !== 'undecided' && says.drain.verdict !== 'nominal'
  return plan.kind === 'drain' && (weighed || says.drainTrouble !== null || says.pump !== null)
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
