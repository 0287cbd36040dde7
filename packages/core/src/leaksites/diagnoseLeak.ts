import {
  type Causes,
  causesOf,
  type FaultChance,
  faultChances,
  lnLikelihoods,
  setChances,
  weighCauses,
} from '../diagnosis/causes.ts'
import type { MachineSpec } from '../machine/machineSpec.ts'
import { type Part, partsOf } from '../waterpath/parts.ts'
import type { LeakFaultId } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import type { LeakPiece } from './leakPiece.ts'
import { leakPieces } from './leakPieces.ts'
import { type LeakState, leakStates } from './leakStates.ts'

/** Weight of "no leak at all" beside the leaks' priors, which sum to about 1. Estimate; who calls for water seldom errs. */
const NONE_PRIOR = 0.12
/** How often there are two at once. Estimate. */
const TWO_AT_ONCE = 0.1

/** Every likelihood is raised to this power: the pieces were kept soft one by one, and together came out too doubtful. Settled on the study. */
const SHARPNESS = 1.12

export interface LeakDiagnosis {
  causes: Causes<LeakFaultId>
  states: readonly LeakState[]
  /** Probability of each cause. */
  p: Float64Array
  pieces: readonly LeakPiece[]
  /** ln likelihoods of each piece under each cause. */
  ln: readonly Float64Array[]
  /** Every leak and none (null), most likely first; shares sum to 1. */
  chances: FaultChance<LeakFaultId>[]
  /** Probability of each of `causes.sets`. */
  setChances: Float64Array
  parts: readonly Part[]
}

/**
 * Where the water comes from: probability of every leak, of no leak, and of two at once, from everything found.
 * @param parts - Parts of the machine at their heights.
 */
export function diagnoseLeak(
  machine: MachineSpec,
  found: LeakFindings,
  parts: readonly Part[] = partsOf(machine),
): LeakDiagnosis {
  const { states, prior } = leakStates(machine, found.history, parts)
  const causes = causesOf<LeakFaultId>(states, prior, NONE_PRIOR, TWO_AT_ONCE)
  const pieces = leakPieces(machine.family, states, found)
  const ln = pieces.map((piece) => lnLikelihoods(causes, piece).map((x) => SHARPNESS * x))
  const p = weighCauses(causes, ln)
  const sets = setChances(causes, p)
  return { causes, states, p, pieces, ln, setChances: sets, chances: faultChances(causes, sets), parts }
}
