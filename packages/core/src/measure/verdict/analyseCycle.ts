import { familyDefaults } from '../../machine/machineSpec.ts'
import { message } from '../../message.ts'
import { expectedRun } from '../plan/expectedRun.ts'
import { CYCLE_MARKS, type CycleMark, type RunMark } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { Readings } from '../readings/readings.ts'
import { blankAnalysis, type RunAnalysis } from './runAnalysis.ts'

/** A fill or drain of a cycle is long at so many times the longest that is expected, and so much beside it that machines add, s. Estimates. */
const LONG = { fill: { times: 2, addS: 40 }, drain: { times: 1.6, addS: 75 } } as const

/** The shortest test cycle takes this long, s; what ends sooner was pressed by mistake. Estimate. */
const LEAST_S = 120

interface Phase {
  what: CycleMark
  startS: number
  /** Null = nobody said what came after it. */
  lastsS: number | null
}

/**
 * A whole cycle against the clock: how far it came, and whether its first fill and drain took longer than a sound machine's do.
 * @param marks - When each phase began, s; the end as a phase of its own.
 */
export function analyseCycle(plan: RunPlan, _readings: Readings, marks: readonly RunMark[]): RunAnalysis {
  const phases = phasesOf(marks)
  const [first] = phases
  const last = phases.at(-1)
  if (!first || !last || phases.length < 2)
    return {
      ...blankAnalysis({ code: 'no-phases', kind: plan.kind }),
      notIdentifiable: { timeS: message('open.cycle-marks') },
    }
  const ended = last.what === 'end'
  const reached = CYCLE_MARKS.filter((mark) => phases.some(({ what }) => what === mark))
  const [fill, drain] = [longOne(plan, phases, 'fill'), longOne(plan, phases, 'drain')]
  const long = fill ?? drain
  const seconds = last.startS - first.startS
  if (ended && seconds < LEAST_S) return blankAnalysis({ code: 'cycle-short', kind: plan.kind, seconds })
  const left = marks.find(({ what }) => what === 'clock-stopped')?.tS ?? null
  if (!ended && left !== null && !stoodThere(plan, last, left - last.startS))
    return {
      ...blankAnalysis({ code: 'cycle-left', kind: plan.kind, seconds: left - first.startS }),
      notIdentifiable: { timeS: message('open.cycle-marks') },
    }
  const stopsIn = ended ? null : last.what
  return {
    ...blankAnalysis({
      code: 'cycle',
      kind: plan.kind,
      seconds,
      stopsIn,
      long: long && { phase: long.phase, takesS: long.takesS, usualS: long.usualS },
      spun: reached.includes('spin'),
    }),
    verdict: long
      ? 'slow'
      : ended
        ? 'within'
        : stopsIn === 'fill' || stopsIn === 'drain'
          ? 'no-flow'
          : 'not-identifiable',
    quantities: { timeS: { value: seconds, lo: seconds, hi: seconds } },
    basis: { of: 'cycle', reached, stopsIn, long: { fill: fill !== null, drain: drain !== null } },
  }
}

/** Whether who stopped the clock had watched the phase for longer than a sound machine takes: else it may have gone on by itself. */
function stoodThere(plan: RunPlan, { what }: Phase, watchedS: number): boolean {
  return (what === 'fill' || what === 'drain') && watchedS > usualOf(plan, what)
}

/** What followed what; a phase that is marked again goes on. */
function phasesOf(marks: readonly RunMark[]): Phase[] {
  const known: readonly string[] = CYCLE_MARKS
  const own = marks.filter(({ what }) => known.includes(what)).sort((a, b) => a.tS - b.tS)
  const begun = own.filter(({ what }, n) => own[n - 1]?.what !== what)
  return begun.map(({ what, tS }, n) => {
    const next = begun[n + 1]
    return { what: what as CycleMark, startS: tS, lastsS: next ? next.tS - tS : null }
  })
}

/** The first fill or drain of a cycle where it took too long; null = it did not, or it is not known. */
function longOne(
  plan: RunPlan,
  phases: readonly Phase[],
  phase: 'fill' | 'drain',
): { phase: 'fill' | 'drain'; takesS: number; usualS: number } | null {
  const takesS = phases.find(({ what }) => what === phase)?.lastsS ?? null
  if (takesS === null) return null
  const usualS = usualOf(plan, phase)
  return Number.isFinite(usualS) && takesS > usualS ? { phase, takesS, usualS } : null
}

/** The longest that a fill or drain usually takes in a cycle, s. */
function usualOf(plan: RunPlan, phase: 'fill' | 'drain'): number {
  const levelMm = plan.machine.fillLevelMm ?? familyDefaults(plan.machine.family).fillLevelMm ?? 110
  const { times, addS } = LONG[phase]
  const { hi } = expectedRun({
    ...plan,
    kind: phase,
    taps: phase === 'fill' ? plan.machine.valve.taps.slice(0, 1) : [],
    hoseEndMm: null,
    startLevelMm: phase === 'fill' ? 0 : levelMm,
    endLevelMm: phase === 'fill' ? levelMm : null,
    throttled: false,
  }).timeS
  return times * hi + addS
}
