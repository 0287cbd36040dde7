/** Phases of a leak test in the order in which they are made; ids of the check catalogue. */
export const LEAK_PHASES = ['idle-taps-on', 'fill', 'hold', 'wash-motion', 'drain', 'spin'] as const
export type LeakPhase = (typeof LEAK_PHASES)[number]
/** One number for each phase. */
export type ByPhase = Readonly<Record<LeakPhase, number>>
