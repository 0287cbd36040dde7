import {
  analyseBoard,
  combineVisit,
  expectedRun,
  intervalHistory,
  type JudgedRun,
  type LeakCaseOfVisit,
  leakView,
  type MachineSpec,
  type Observation,
  type ReadingBlock,
  type RunPlan,
  type RunState,
  type SiteSpec,
  type VisitAct,
} from '@brendik/core'
import { expose } from 'comlink'

/** The heavy half of the screens, off their thread. */
const compute = {
  expected: (plan: RunPlan) => {
    try {
      return { outcome: 'computed' as const, run: expectedRun(plan) }
    } catch (error) {
      if (error instanceof RangeError) return { outcome: 'impossible' as const, problem: error.message }
      throw error
    }
  },
  analyse: (run: RunState, blocks: readonly ReadingBlock[]) => analyseBoard(run, blocks),
  history: (run: RunState, blocks: readonly ReadingBlock[]) => intervalHistory(run, blocks),
  together: (
    machine: MachineSpec,
    site: SiteSpec,
    runs: readonly JudgedRun[],
    observations: readonly Observation[],
    acts: readonly VisitAct[],
  ) => combineVisit(machine, site, runs, observations, acts),
  leak: (visit: LeakCaseOfVisit) => leakView(visit),
}
export type Compute = typeof compute
expose(compute)
