import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { Tap } from '../../machine/machineSpec.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { CheckId } from './checkTypes.ts'

/** How something is found: by a check, of a doubled part on one tap's side, by watching a phase for water, or by a timed run. */
export type FoundBy =
  | { kind: 'check'; check: CheckId; tap?: Tap }
  | { kind: 'phase'; phase: LeakPhase }
  | { kind: 'run'; run: RunKind; tap?: Tap; hoseEndMm?: number }
