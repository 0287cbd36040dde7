import type { ExpectedRun, RunPlan } from '@brendik/core'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'

export interface ExpectedState {
  run: ExpectedRun | null
  problem: string | null
}
type Answer = { outcome: 'computed'; run: ExpectedRun } | { outcome: 'impossible'; problem: string }
const NOTHING: ExpectedState = { run: null, problem: null }

/** The expected run of a plan, computed in the worker; the former one stays on screen until the new one is there. */
export function useExpected(plan: RunPlan | null): ExpectedState {
  const key = plan === null ? '' : JSON.stringify(plan)
  const answer = useComputed<Answer>(key, async () => await compute.expected(JSON.parse(key) as RunPlan))
  if (answer === null) return NOTHING
  return answer.outcome === 'computed'
    ? { run: answer.run, problem: null }
    : { run: null, problem: answer.problem }
}
