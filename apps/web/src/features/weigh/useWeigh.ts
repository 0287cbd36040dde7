import type { WeighedCase, WeighView } from '@brendik/core'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { leakCaseOf, useLeakRuns } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

/** What is wrong by everything found, computed in the worker; null until it is there. */
export function useWeigh(space: Space): WeighView | null {
  const runs = useLeakRuns(space)
  const { supplyVolts, techSheet } = space.visit.machine.record
  const [lo, hi] = techSheet.pumpOhm ?? [null, null]
  const weighed: WeighedCase = {
    ...leakCaseOf(space, runs),
    circuits: { supplyV: supplyVolts, windingOhm: lo === null || hi === null ? null : Math.sqrt(lo * hi) },
  }
  return useComputed(JSON.stringify(weighed), () => compute.weigh(weighed))
}
