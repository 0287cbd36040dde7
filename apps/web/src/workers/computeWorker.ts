import { analyseBoard, expectedRun, type ReadingBlock, type RunPlan, type RunState } from '@brendik/core'
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
}
export type Compute = typeof compute
expose(compute)
