import { actTouchesRun, type VisitAct } from '../evidence/seen/acts.ts'
import type { JudgedRun } from '../evidence/seen/observations.ts'
import type { Step } from './planNext.ts'

/**
 * The run that says whether the last act was it: the shortest one through the part that was worked on, as long as none was made since.
 * @returns Null = nothing was done, it was run since, or no such run can be made.
 */
export function runAgainOf(
  acts: readonly VisitAct[],
  runs: readonly JudgedRun[],
  steps: readonly Step[],
): Step | null {
  const last = acts.reduce<VisitAct | null>((a, b) => (a && a.atMs > b.atMs ? a : b), null)
  if (!last || last.what === 'opened' || last.result) return null
  const since = runs.some(({ plan, atMs }) => (atMs ?? 0) > last.atMs && actTouchesRun(last, plan))
  if (since) return null
  return steps
    .filter(({ planned: { look } }) => {
      const { what } = look
      if (what.kind !== 'run') return false
      return actTouchesRun(last, { kind: what.run, taps: what.tap ? [what.tap] : [] })
    })
    .reduce<Step | null>((a, b) => (a && a.minutes <= b.minutes ? a : b), null)
}
