import type { ProtocolId } from '../../catalogue/protocolIds.ts'
import type { Tap } from '../../machine/machineSpec.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { CheckId } from '../../reason/checks/checkTypes.ts'
import type { CautionId } from '../../state/cautions.ts'

/** Where the drain hose end is for a step: in its place, low (about 400 mm), below the tub, or lifted high. */
export type HoseEnd = 'in-place' | 'low' | 'below-tub' | 'lifted'

interface StepBase {
  id: string
  minutes: number
  cautions: CautionId[]
}

/** A timed run. */
export interface RunStep extends StepBase {
  kind: 'run'
  run: { kind: RunKind; hoseEnd: HoseEnd | null; tap: Tap | null; throttled: boolean; laundryOut: boolean }
  readings: { what: 'level' | 'ruler-and-display'; everyS: number; atLeast: number }
  /** How long it should run, s; null = until the water is where it should be. */
  lastsS: number | null
}

/** One thing looked at or measured beside the runs. */
export interface LookStep extends StepBase {
  kind: 'look'
  check: CheckId
  /** What is entered. */
  entry: 'bucket' | 'height' | 'litres' | 'catch' | 'stop-level' | 'pressure' | 'choice'
  tap: Tap | null
  /** Times it is to be made. */
  times: number
}
export type ProtocolStep = RunStep | LookStep

/** A way to make runs and looks so that they tell causes apart. Its words, and those of each step: `protocol.<id>…` in the package of words. */
export interface Protocol {
  id: ProtocolId
  steps: ProtocolStep[]
}
