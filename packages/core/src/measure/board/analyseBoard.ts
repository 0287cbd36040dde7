import { analyseRun } from '../verdict/analyseRun.ts'
import { blankAnalysis, type RunAnalysis } from '../verdict/runAnalysis.ts'
import { type ReadingBlock, runReadings } from './runReadings.ts'
import { analysisMarks, type RunState, runFacts } from './runState.ts'

/** What a run on the board says now: the same analysis while it runs and after it. Null before the start; never throws. */
export function analyseBoard(run: RunState, blocks: readonly ReadingBlock[]): RunAnalysis | null {
  const facts = runFacts(run)
  if (facts.plan === null || facts.startedAtMs === null) return null
  const source = blocks.some((block) => block.source === 'stream') ? 'stream' : 'hand'
  try {
    return analyseRun(facts.plan, runReadings(facts, blocks), analysisMarks(facts), source)
  } catch (error) {
    // A run that cannot be analysed is a run all the same: it is stored, it says so, and it stops nobody.
    const why = error instanceof Error ? error.message : String(error)
    return blankAnalysis({ code: 'not-analysable', kind: facts.plan.kind, why })
  }
}
