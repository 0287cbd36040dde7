import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { Tap } from '../../machine/machineSpec.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { CheckId } from './checkTypes.ts'

/** How something is found: by a check, of a doubled part on one tap's side, by watching a phase for water, or by a timed run. */
export type FoundBy =
  | { kind: 'check'; check: CheckId; tap?: Tap }
  | { kind: 'phase'; phase: LeakPhase }
  | { kind: 'run'; run: RunKind; tap?: Tap; hoseEndMm?: number }

/** Whether two are the same look; a side counts where both have one. */
export const sameFoundBy = (a: FoundBy, b: FoundBy): boolean =>
  a.kind === 'check'
    ? b.kind === 'check' && a.check === b.check && (!a.tap || !b.tap || a.tap === b.tap)
    : a.kind === 'phase'
      ? b.kind === 'phase' && a.phase === b.phase
      : b.kind === 'run' && a.run === b.run && (!a.tap || !b.tap || a.tap === b.tap)
