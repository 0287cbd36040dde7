import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { ActId } from '../../state/gates.ts'

/** How a phase of the leak test is brought about and watched; in words: `watch.<phase>…`. Common practice, no published source; times are estimates. */
export interface PhaseWatch {
  /** How long to watch, s. */
  watchS: number
  /** With bringing it about, min. */
  minutes: number
  /** What it does to the machine, as far as a gate watches over it. */
  acts: readonly ActId[]
}

export const PHASE_WATCH: Readonly<Record<LeakPhase, PhaseWatch>> = {
  'idle-taps-on': {
    watchS: 180,
    minutes: 4,
    acts: [],
  },
  fill: {
    watchS: 240,
    minutes: 6,
    acts: ['let-water-in'],
  },
  hold: {
    watchS: 600,
    minutes: 10,
    acts: [],
  },
  'wash-motion': {
    watchS: 300,
    minutes: 6,
    acts: [],
  },
  drain: {
    watchS: 120,
    minutes: 4,
    acts: ['run-pump'],
  },
  spin: {
    watchS: 150,
    minutes: 5,
    acts: ['run-pump'],
  },
}
