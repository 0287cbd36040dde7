import type { Readings } from '../readings/readings.ts'
import { analyseRun } from '../verdict/analyseRun.ts'
import type { RunAnalysis } from '../verdict/runAnalysis.ts'
import { type ReadingBlock, runReadings } from './runReadings.ts'
import { analysisMarks, type RunState, runFacts } from './runState.ts'

/** The interval of a run's main quantity as it was after a time: flow in L/min, or loss in L/h. */
export interface IntervalAt {
  tS: number
  value: number
  lo: number
  hi: number
}

const MOMENTS = 7

/**
 * How the interval of a run's main quantity closed while readings came in: the same analysis over the first part of the readings, at up to
 * seven moments. Empty while nothing can be said.
 */
export function intervalHistory(run: RunState, blocks: readonly ReadingBlock[]): IntervalAt[] {
  const facts = runFacts(run)
  if (facts.plan === null || facts.startedAtMs === null) return []
  const readings = runReadings(facts, blocks)
  const n = readings.tS.length
  if (n < 3) return []
  const source = blocks.some((block) => block.source === 'stream') ? 'stream' : 'hand'
  const marks = analysisMarks(facts)
  const from = Math.max(3, Math.ceil(n * 0.15))
  const history: IntervalAt[] = []
  for (let k = 0; k < MOMENTS; k++) {
    const count = Math.round(from + ((n - from) * k) / (MOMENTS - 1))
    const tS = readings.tS[count - 1] ?? Number.NaN
    if (history.at(-1)?.tS === tS) continue
    const soFar = marks.filter((mark) => mark.tS <= tS)
    const main = mainInterval(analyseRun(facts.plan, first(readings, count), soFar, source))
    if (main) history.push({ tS, ...main })
  }
  return history
}

/** Flow of a flow run, loss of a standing one at its start level (negative = rising); null when neither is known. */
export function mainInterval(analysis: RunAnalysis): { value: number; lo: number; hi: number } | null {
  const { flowLMin, leakLH } = analysis.quantities
  if (flowLMin) return flowLMin
  if (leakLH && analysis.verdict === 'falling') return leakLH
  const { basis } = analysis
  if (basis?.of !== 'standing') return null
  const perHour = basis.lossLMin * 60
  const half = 1.96 * basis.se * 60
  return { value: perHour, lo: perHour - half, hi: perHour + half }
}

function first(readings: Readings, count: number): Readings {
  return {
    tS: readings.tS.slice(0, count),
    levelMm: readings.levelMm.slice(0, count),
    rulerMm: readings.rulerMm.slice(0, count),
    flowLMin: readings.flowLMin.slice(0, count),
  }
}
