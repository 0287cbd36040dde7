import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import { type Part, partsOf } from '../../machine/parts.ts'
import { normalCdf } from '../../numeric/normal.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { AMOUNTS, LEAK_FAULTS, type LeakFault, type LeakFaultId } from './leakFaults.ts'

/** One way a leak can be: its size, how it goes over the phases, and for one that stands under water the stretch of height it lies in. */
export interface LeakState {
  fault: LeakFaultId
  /** Share of the leak's own probability, over all its states summing to 1. */
  share: number
  facts: LeakFault
  /** Probability that it loses water in a phase, once the water reaches it. */
  phases: LeakFault['phases']
  /** Number of the size in AMOUNTS. */
  amount: number
  /** mm above the port. */
  loMm: number
  hiMm: number
  /** How well the part's height is known, mm: a tape or the family's usual. */
  sdMm: number
}

/** Stretches of height are at most this tall, mm. */
const CELL_MM = 64
/** How far a part may lie from where its family has it, mm. Estimate. */
const TYPICAL_SD_MM = 18
const MEASURED_SD_MM = 5
/** Waves of a turning drum reach this far above the level, mm. Estimate. */
export const SLOSH_MM = 90
/** A leak of each size is noticed by who watches for it. Estimates: film, drip, trickle, stream. */
export const NOTICED = [0.62, 0.9, 0.97, 0.985] as const
/** Water seen in a phase without a leak that acts in it: left over, brought in, taken for it. Estimate. */
export const WET_ANYWAY = 0.03

/** All the ways a machine can leak. */
export function leakStates(machine: MachineSpec, parts: readonly Part[] = partsOf(machine)): LeakState[] {
  const states: LeakState[] = []
  for (const facts of LEAK_FAULTS) {
    if (faultCard(facts.id).families?.[machine.family] === 0) continue
    const part = parts.find((p) => p.id === facts.part)
    const [lo, hi] = part?.bandMm ?? [0, 0]
    const cells = facts.standing ? Math.max(1, Math.ceil((hi - lo) / CELL_MM)) : 1
    AMOUNTS.forEach((_, amount) => {
      for (const { share, phases } of facts.manners)
        for (let cell = 0; cell < cells; cell++)
          states.push({
            fault: facts.id,
            facts,
            phases,
            share: (share * (facts.amounts[amount] ?? Number.NaN)) / cells,
            amount,
            loMm: lo + ((hi - lo) * cell) / cells,
            hiMm: lo + ((hi - lo) * (cell + 1)) / cells,
            sdMm: part?.measured ? MEASURED_SD_MM : TYPICAL_SD_MM,
          })
    })
  }
  return states
}

/** Probability that water at a level stands above a leak. */
export function reached(state: LeakState, levelMm: number): number {
  return normalCdf(
    (levelMm - (state.loMm + state.hiMm) / 2) / Math.hypot(state.sdMm, (state.hiMm - state.loMm) / 3.5),
  )
}

/** Probability that a leak loses water in a phase when the tub is filled to a level. */
export function leaksIn(state: LeakState, phase: LeakPhase, levelMm: number): number {
  const base = state.phases[phase]
  if (!state.facts.standing || phase === 'spin' || phase === 'idle-taps-on') return base
  const reach = reached(state, phase === 'wash-motion' ? levelMm + SLOSH_MM : levelMm)
  // Splash and thrown water wet what the level does not reach.
  const splash = phase === 'wash-motion' ? 0.35 : 0.02
  return base * (reach + (1 - reach) * splash)
}

/** Probability that water of a leak is seen in each phase, one row a phase. */
export function seenIn(states: readonly LeakState[], levelMm: number): Record<LeakPhase, Float64Array> {
  const out = {} as Record<LeakPhase, Float64Array>
  for (const phase of LEAK_PHASES)
    out[phase] = vectorOf(
      states,
      (state) => leaksIn(state, phase, levelMm) * (NOTICED[state.amount] ?? Number.NaN),
    )
  return out
}
