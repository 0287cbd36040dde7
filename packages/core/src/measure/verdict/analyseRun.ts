import { portHeight } from '../../machine/uncertainty.ts'
import { message } from '../../message.ts'
import type { RunMark } from '../plan/runMarks.ts'
import { isFlowRun, type RunPlan } from '../plan/runPlan.ts'
import { straightenClock } from '../readings/clock.ts'
import { levelsSeen } from '../readings/levelsSeen.ts'
import { inOrderOfTime, type ReadingSource, type Readings } from '../readings/readings.ts'
import { endsBeforeItStarts } from '../readings/runWindow.ts'
import { analyseCycle } from './analyseCycle.ts'
import { analyseFlowRun } from './analyseFlowRun.ts'
import { analyseStandingRun } from './analyseStanding.ts'
import { blankAnalysis, type RunAnalysis } from './runAnalysis.ts'
import { analyseAfterDrain } from './runBack.ts'

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
  if (got > 2 && (tS[got - 1] ?? Number.NaN) - (tS[0] ?? Number.NaN) < ONE_INSTANT_S)
    return { ...blankAnalysis({ code: 'one-instant', kind: plan.kind, got }), usedReadings: 0 }
  const notes = [...clock.notes]
  if (ordered.moved > 0)
    notes.push(
      ordered.moved === readings.tS.length - 1
        ? message('note.newest-first')
        : message('note.out-of-order', { readings: ordered.moved }),
    )
  const again = source === 'hand' ? sameInstant(ordered.readings) : 0
  if (again > 0) notes.push(message('note.same-time', { readings: again }))
  if (endsBeforeItStarts(plan, marks)) notes.push(message('note.end-before-start'))
  const analyse =
    plan.kind === 'after-drain'
      ? analyseAfterDrain
      : plan.kind === 'cycle'
        ? analyseCycle
        : isFlowRun(plan.kind) && !siphonCannotRun(plan)
          ? analyseFlowRun
          : analyseStandingRun
  const analysis = analyse(plan, ordered.readings, marks, source)
  analysis.notes.unshift(...notes)
  analysis.seen = levelsSeen(ordered.readings)
  return analysis
}

/** Readings, in order of time, with the time of the one before and another level. */
function sameInstant({ tS, levelMm, rulerMm }: Readings): number {
  const differs = (column: Float64Array, i: number) =>
    Math.abs((column[i] ?? Number.NaN) - (column[i - 1] ?? Number.NaN)) > 0
  let again = 0
  for (let i = 1; i < tS.length; i++)
    if (tS[i] === tS[i - 1] && (differs(levelMm, i) || differs(rulerMm, i))) again++
  return again
}

/** Readings within this are of one moment, s. */
const ONE_INSTANT_S = 0.05

/** With the hose end above the water nothing can run out by its weight: the level should then stand. */
function siphonCannotRun(plan: RunPlan): boolean {
  if (plan.kind !== 'siphon') return false
  const endMm = plan.hoseEndMm ?? plan.site.standpipeHeightMm
  return endMm === null || endMm - portHeight(plan.machine, plan.site).mm > plan.startLevelMm - 20
}
