import { analyseRun } from '../runs/analyseRun.ts'
import type { RunAnalysis } from '../runs/runAnalysis.ts'
import { type ReadingBlock, runReadings } from './runReadings.ts'
import { analysisMarks, type RunState, runFacts } from './runState.ts'

/** What a run on the board says now: the same analysis while it runs and after it. Null before the start. */
export function analyseBoard(run: RunState, blocks: readonly ReadingBlock[]): RunAnalysis | null {
  const facts = runFacts(run)
  if (facts.plan === null || facts.startedAtMs === null) return null
  const source = blocks.some((block) => block.source === 'stream') ? 'stream' : 'hand'
  return analyseRun(facts.plan, runReadings(facts, blocks), analysisMarks(facts), source)
}
