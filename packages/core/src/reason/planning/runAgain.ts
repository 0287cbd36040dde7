import { actTouchesRun, type VisitAct } from '../evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import type { Step } from './planNext.ts'

/** Whether it is about water where it should not be: a timed fill or drain says nothing of that. */
const ofALeak = ({ check, value }: Observation): boolean =>
  check.startsWith('leak.') || (check === 'complaint' && value === 'leaking')

/**
 * The run that says whether the last act was it: the shortest one through the part that was worked on, as long as none was made since.
 * @returns Null = nothing was done, it was run since, no such run can be made, or it is about a leak, which is watched for instead.
 */
export function runAgainOf(
  acts: readonly VisitAct[],
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  steps: readonly Step[],
): Step | null {
  const last = acts.reduce<VisitAct | null>((a, b) => (a && a.atMs > b.atMs ? a : b), null)
  if (!last || last.what === 'opened' || last.result || observations.some(ofALeak)) return null
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
