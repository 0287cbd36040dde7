import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { ActId } from '../../state/gates.ts'

/** How a phase of the leak test is brought about and watched. Common practice, no published source; times are estimates. */
export interface PhaseWatch {
  /** In order, short. */
  first: readonly string[]
  /** How long to watch, s. */
  watchS: number
  /** With bringing it about, min. */
  minutes: number
  lookAt: string
  /** What it does to the machine, as far as a gate watches over it. */
  acts: readonly ActId[]
}

export const PHASE_WATCH: Readonly<Record<LeakPhase, PhaseWatch>> = {
  'idle-taps-on': {
    first: ['Machine off', 'Both taps full on'],
    watchS: 180,
    minutes: 4,
    lookAt: 'Taps, washers and hoses at both ends, the body of the valve.',
    acts: [],
  },
  fill: {
    first: ['Start a cold fill', 'Hose end in its place'],
    watchS: 240,
    minutes: 6,
    lookAt: 'The hose behind the valve, the drawer, the door; then what the water has reached.',
    acts: ['let-water-in'],
  },
  hold: {
    first: ['Filled, valve shut, motor off', 'Hose end high'],
    watchS: 600,
    minutes: 10,
    lookAt: 'Everything below the water line, from the lowest part up. Read the level as well.',
    acts: [],
  },
  'wash-motion': {
    first: ['Lid or door closed', 'Let it wash, or turn the drum by hand unplugged'],
    watchS: 300,
    minutes: 6,
    lookAt: 'Seals at the shaft, the lip of the bellows, seams that waves reach.',
    acts: [],
  },
  drain: {
    first: ['Start the drain', 'Nobody near the hose end’s outlet'],
    watchS: 120,
    minutes: 4,
    lookAt: 'Pump outlet, the drain hose along its length, the standpipe’s mouth.',
    acts: ['run-pump'],
  },
  spin: {
    first: ['Lid or door closed and locked', 'Hands and torch out of the cabinet'],
    watchS: 150,
    minutes: 5,
    lookAt: 'Rear of the tub, seams, hoses that rub. Look from outside while it turns.',
    acts: ['run-pump'],
  },
}
