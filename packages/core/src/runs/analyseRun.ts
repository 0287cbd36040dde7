import { portHeight } from '../machine/uncertainty.ts'
import { analyseFlowRun } from './analyseFlowRun.ts'
import { analyseStandingRun } from './analyseStanding.ts'
import { straightenClock } from './clock.ts'
import { levelsSeen } from './levelsSeen.ts'
import { inOrderOfTime, type ReadingSource, type Readings } from './readings.ts'
import { blankAnalysis, type RunAnalysis } from './runAnalysis.ts'
import { analyseAfterDrain } from './runBack.ts'
import type { RunMark } from './runMarks.ts'
import { isFlowRun, type RunPlan } from './runPlan.ts'

/**
 * What one run says: every quantity it can give with its interval, the verdict with its reason, and what it cannot tell.
 * @param readings - Columns in s, mm and L/min; any order; NaN for a missing value.
 * @param marks - Instants in s; a fill or drain is taken from the opening or pump-on mark to the mark that ends it, else from the readings.
 */
export function analyseRun(
  plan: RunPlan,
  readings: Readings,
  marks: readonly RunMark[],
  source: ReadingSource,
): RunAnalysis {
  const clock = straightenClock(readings)
  const ordered = inOrderOfTime(clock.readings)
  const { tS } = ordered.readings
  const got = tS.length
  if (got > 2 && (tS[got - 1] as number) - (tS[0] as number) < ONE_INSTANT_S)
    return { ...blankAnalysis({ code: 'one-instant', kind: plan.kind, got }), usedReadings: 0 }
  const notes = [...clock.notes]
  if (ordered.moved > 0)
    notes.push(
      ordered.moved === readings.tS.length - 1
        ? 'The readings were written newest first; they were put in order of time.'
        : `${ordered.moved} reading(s) came earlier than the one before; all were put in order of time. Check the clock.`,
    )
  const analyse =
    plan.kind === 'after-drain'
      ? analyseAfterDrain
      : isFlowRun(plan.kind) && !siphonCannotRun(plan)
        ? analyseFlowRun
        : analyseStandingRun
  const analysis = analyse(plan, ordered.readings, marks, source)
  analysis.notes.unshift(...notes)
  analysis.seen = levelsSeen(ordered.readings)
  return analysis
}

/** Readings within this are of one moment, s. */
const ONE_INSTANT_S = 0.05

/** With the hose end above the water nothing can run out by its weight: the level should then stand. */
function siphonCannotRun(plan: RunPlan): boolean {
  if (plan.kind !== 'siphon') return false
  const endMm = plan.hoseEndMm ?? plan.site.standpipeHeightMm
  return endMm === null || endMm - portHeight(plan.machine, plan.site).mm > plan.startLevelMm - 20
}
