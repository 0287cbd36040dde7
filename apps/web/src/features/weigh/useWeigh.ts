import type { WeighView } from '@brendik/core'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useLeakMarks, weighedCaseOf } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

/** The last question and its answer: strip, page and paper ask the same. */
let asked: { key: string; answer: Promise<WeighView> } | null = null

/** What is wrong by everything found, computed in the worker; null until it is there. */
export function useWeigh(space: Space): WeighView | null {
  const weighed = weighedCaseOf(space, useLeakMarks(space))
  const key = JSON.stringify(weighed)
  return useComputed(key, () => {
    if (asked?.key !== key) asked = { key, answer: compute.weigh(weighed) }
    return asked.answer
  })
}
