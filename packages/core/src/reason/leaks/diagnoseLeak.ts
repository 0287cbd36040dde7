import type { MachineSpec } from '../../machine/machineSpec.ts'
import { type Part, partsOf } from '../../machine/parts.ts'
import {
  type Causes,
  causesOf,
  type FaultChance,
  faultChances,
  likelihoodsOf,
  setChances,
  weighCauses,
} from '../diagnosis/causes.ts'
import type { LeakEvidence } from './leakEvidence.ts'
import type { LeakFaultId } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import type { LeakHistory } from './leakHistory.ts'
import { type LeakState, leakStates } from './leakStates.ts'
import { weighFindings } from './weighFindings.ts'

/** Weight of "no leak at all" beside the leaks' priors, which sum to about 1. Estimate; who calls for water seldom errs. */
const NONE_PRIOR = 0.12
/** How often there are two at once. Estimate. */
const TWO_AT_ONCE = 0.05

/** Every likelihood is raised to this power: the pieces were kept soft one by one, and together came out too doubtful. Settled on the study. */
const SHARPNESS = 1.2

export interface LeakDiagnosis {
  causes: Causes<LeakFaultId>
  states: readonly LeakState[]
  /** Probability of each cause. */
  p: Float64Array
  pieces: readonly LeakEvidence[]
  /** Likelihoods of each piece under each cause. */
  likelihoods: readonly Float64Array[]
  /** Every leak and none (null), most likely first; shares sum to 1. */
  chances: FaultChance<LeakFaultId>[]
  /** Probability of each of `causes.sets`. */
  setChances: Float64Array
  parts: readonly Part[]
}

interface MachineCauses {
  states: readonly LeakState[]
  causes: Causes<LeakFaultId>
}
/** The causes of the machine that was asked about last: they stay the same from one observation to the next. */
let lastAsked: { key: string; known: MachineCauses } | null = null

function causesOfMachine(machine: MachineSpec, history: LeakHistory, parts: readonly Part[]): MachineCauses {
  const key = JSON.stringify([
    machine.family,
    history,
    parts.map(({ id, bandMm, measured }) => [id, bandMm, measured]),
  ])
  if (lastAsked?.key === key) return lastAsked.known
  const { states, prior } = leakStates(machine, history, parts)
  const known = { states, causes: causesOf<LeakFaultId>(states, prior, NONE_PRIOR, TWO_AT_ONCE) }
  lastAsked = { key, known }
  return known
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
  const { states, causes } = causesOfMachine(machine, found.history, parts)
  const pieces = weighFindings(machine, states, found)
  const likelihoods = pieces.map((piece) => likelihoodsOf(causes, piece))
  const p = weighCauses(causes, likelihoods, SHARPNESS)
  const sets = setChances(causes, p)
  return {
    causes,
    states,
    p,
    pieces,
    likelihoods,
    setChances: sets,
    chances: faultChances(causes, sets),
    parts,
  }
}
