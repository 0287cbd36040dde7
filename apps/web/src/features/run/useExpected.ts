import type { ExpectedRun, RunPlan } from '@brendik/core'
import { useEffect, useState } from 'react'
import { compute } from '../../workers/compute.ts'

export interface ExpectedState {
  run: ExpectedRun | null
  problem: string | null
}

/** The expected run of a plan, computed in the worker; the former one stays on screen until the new one is there. */
export function useExpected(plan: RunPlan | null): ExpectedState {
  const [state, setState] = useState<ExpectedState>({ run: null, problem: null })
  const key = plan === null ? '' : JSON.stringify(plan)
  useEffect(() => {
    if (key === '') return
    let stale = false
    compute.expected(JSON.parse(key) as RunPlan).then((answer) => {
      if (stale) return
      setState(
        answer.outcome === 'computed'
          ? { run: answer.run, problem: null }
          : { run: null, problem: answer.problem },
      )
    })
    return () => {
      stale = true
    }
  }, [key])
  return state
}
