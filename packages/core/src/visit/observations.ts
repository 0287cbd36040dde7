import type { Tap } from '../machine/machineSpec.ts'
import { USUAL_HOSE_END_MM } from '../pump/standpipe.ts'
import type { RunAnalysis } from '../runs/runAnalysis.ts'
import type { RunPlan } from '../runs/runPlan.ts'
import type { LeakPhase } from '../waterpath/leakPhases.ts'

/** Something looked at or measured outside a timed run; `check` is an id of the check catalogue, units as stated there. */
export interface Observation {
  check: string
  value: string | number
  tap?: Tap | undefined
  /** Level at which it was observed, mm above the port. */
  levelMm?: number | undefined
  /** Phase of the leak test in which it was seen. */
  phase?: LeakPhase | null | undefined
}

/** A run with what it said. */
export interface JudgedRun {
  plan: RunPlan
  analysis: RunAnalysis
}

/** The last run of each kind, tap and hose height: after a repair the run before it no longer counts. In the order made. */
export function latestOfEach(runs: readonly JudgedRun[]): JudgedRun[] {
  const latest = new Map<string, JudgedRun>()
  for (const run of runs) {
    const { kind, taps, throttled, hoseEndMm, site } = run.plan
    const height = Math.round((hoseEndMm ?? site.standpipeHeightMm ?? USUAL_HOSE_END_MM) / 100)
    const key = [kind, taps.join('+'), throttled, kind === 'fill' ? '' : height].join(' ')
    // Last made comes last, also among those that replaced an earlier one.
    latest.delete(key)
    latest.set(key, run)
  }
  return [...latest.values()]
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

/** The last choice observed for a check; null = not looked at. */
export function choiceOf(observations: readonly Observation[], check: string, tap?: Tap): string | null {
  const found = observations.findLast(
    (o) =>
      o.check === check &&
      typeof o.value === 'string' &&
      (tap === undefined || o.tap === undefined || o.tap === tap),
  )
  return found ? (found.value as string) : null
}
