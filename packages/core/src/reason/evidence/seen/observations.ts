import type { LeakPhase } from '../../../machine/leakPhases.ts'
import type { Tap } from '../../../machine/machineSpec.ts'
import type { RunPlan } from '../../../measure/plan/runPlan.ts'
import type { RunAnalysis } from '../../../measure/verdict/runAnalysis.ts'

/** Something looked at or measured outside a timed run; `check` is an id of the check catalogue, units as stated there. */
export interface Observation {
  check: string
  value: string | number
  tap?: Tap | undefined
  /** Level at which it was observed, mm above the port. */
  levelMm?: number | undefined
  /** Phase of the leak test in which it was seen. */
  phase?: LeakPhase | null | undefined
  /** When it was seen, ms since 1970; null = nobody wrote it down. */
  atMs?: number | null | undefined
  /** Which side of an opened joint water came from. */
  side?: 'pump' | 'hose' | null | undefined
  /** Whether water was inside when it was opened. */
  waterInside?: boolean | null | undefined
  /** Temperature of a winding as it was measured, °C; null = nobody knows. */
  tempC?: number | null | undefined
}

/** A run with what it said. */
export interface JudgedRun {
  plan: RunPlan
  analysis: RunAnalysis
  /** When it was started, ms since 1970; null = nobody wrote it down. */
  atMs?: number | null | undefined
}

/** Numeric observations of one check, in the order made. */
export function numbersOf(
  observations: readonly Observation[],
  check: string,
  tap?: Tap,
): { value: number; levelMm: number | null }[] {
  return observations
    .filter((o) => o.check === check && (tap === undefined || o.tap === tap))
    .filter((o): o is Observation & { value: number } => typeof o.value === 'number')
    .map(({ value, levelMm }) => ({ value, levelMm: levelMm ?? null }))
}

/** The last choice observed for a check, on this tap where it has one; null = not looked at. */
export function choiceOf(observations: readonly Observation[], check: string, tap?: Tap): string | null {
  const found = observations.findLast(
    (o) =>
      o.check === check &&
      typeof o.value === 'string' &&
      (tap === undefined || o.tap === undefined || o.tap === tap),
  )
  return found ? (found.value as string) : null
}

/** A run timed from nobody knows which level, whose range leaves everything open: no evidence for or against a part. */
export function isUnknown(analysis: RunAnalysis): boolean {
  return analysis.verdict === 'not-identifiable' && (analysis.rests?.range ?? null) !== null
}
