import type { WeighView } from '@brendik/core'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useLeakRuns, weighedCaseOf } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

/** What is wrong by everything found, computed in the worker; null until it is there. */
export function useWeigh(space: Space): WeighView | null {
  const weighed = weighedCaseOf(space, useLeakRuns(space))
  return useComputed(JSON.stringify(weighed), () => compute.weigh(weighed))
}
