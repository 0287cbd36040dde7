import type { FAULT_IDS } from '../../catalogue/catalogueIds.ts'
import { type ByPhase, LEAK_PHASES } from '../../machine/leakPhases.ts'
import type { PartId } from '../../machine/parts.ts'

/** Faults by which water appears where it should not, or leaves where it should stay: ids of the fault catalogue. */
export const LEAK_FAULT_IDS = [
  'fill-hose.leak',
  'inlet-valve.body-leak',
  'valve-hose.leak',
  'dispenser.overflow',
  'bellows.leak',
  'bellows.drain-holes-blocked',
  'bellows.misaligned',
  'tub-seam.leak',
  'tub-seal.leak',
  'shaft-seal.leak',
  'sump-boot.leak',
  'tub-pump-hose.leak',
  'pump.seal-leak',
  'filter-cap.leak',
  'drain-hose.leak',
  'house-drain.blocked',
  'standpipe.siphon',
  'spill.condensation',
  'spill.opening',
  'spill.suds',
  'drawer-tube.leak',
  'recirculation-hose.leak',
  'tub-cover-seal.leak',
  'gearcase.oil-leak',
] as const satisfies readonly (typeof FAULT_IDS)[number][]
export type LeakFaultId = (typeof LEAK_FAULT_IDS)[number]

/** Sizes of a leak as seen: film = wet without running. */
export const AMOUNTS = ['film', 'drip', 'trickle', 'stream'] as const
/** So little running out is none, L/h. Estimate. */
export const RUNS_LH = 0.02
export type Amount = (typeof AMOUNTS)[number]
export const TRAILS = ['clean', 'sediment', 'suds', 'oily'] as const
export type Trail = (typeof TRAILS)[number]

/** One way in which a leak goes over the phases of a test. */
export interface LeakManner {
  share: number
  phases: ByPhase
}

export interface LeakFault {
  id: LeakFaultId
  /** Where it sits; null = nowhere in particular. */
  part: PartId
  /** Whether it loses water whenever the level stands above it. */
  standing: boolean
  /** Probability that it loses water in a phase, once the water reaches it, over all its manners. */
  phases: ByPhase
  /**
   * How it goes in one test, where that holds for all its phases together. Shares sum to 1; one of share 1 where phases tell nothing of
   * each other.
   */
  manners: readonly LeakManner[]
  /** Why its phases hang together: taps left open or closed, shown today or not, until what was spilt has run out; null = they do not. */
  together: 'taps' | 'today' | 'spilt' | null
  /** How large it usually is: film, drip, trickle, stream. */
  amounts: readonly [number, number, number, number]
  /** The water it leaves: clean, sediment, suds, oily. */
  trails: readonly [number, number, number, number]
}

const phases = (
  idle: number,
  fill: number,
  hold: number,
  motion: number,
  drain: number,
  spin: number,
): ByPhase => ({ 'idle-taps-on': idle, fill, hold, 'wash-motion': motion, drain, spin })

type Held = Pick<LeakFault, 'amounts' | 'trails'> & Partial<Pick<LeakFault, 'standing'>>
type Goes = Pick<LeakFault, 'manners' | 'together'>
const fault = (
  id: LeakFaultId,
  part: PartId,
  { phases: alike, ...rest }: Held & { phases: ByPhase | Goes },
): LeakFault => {
  const goes: Goes = 'manners' in alike ? alike : { manners: [{ share: 1, phases: alike }], together: null }
  return { id, part, standing: false, ...rest, ...goes, phases: mixed(goes.manners) }
}
const mixed = (manners: readonly LeakManner[]): ByPhase =>
  Object.fromEntries(
    LEAK_PHASES.map((phase) => [phase, manners.reduce((sum, one) => sum + one.share * one.phases[phase], 0)]),
  ) as ByPhase

/** Taps are left open after the fill in about half of all tests: what is under their pressure goes on then. Estimate. */
const tapsOpenOrClosed = (open: ByPhase, closed: ByPhase): Goes => ({
  together: 'taps',
  manners: [
    { share: 0.5, phases: open },
    { share: 0.5, phases: closed },
  ],
})

/**
 * What is held of each leak. Which phases show it is common practice, no published source; every probability is an estimate of ours,
 * kept soft, since people look late, wipe badly and misplace what they see.
 */
export const LEAK_FAULTS: readonly LeakFault[] = [
  fault('fill-hose.leak', 'fill-hose', {
    phases: tapsOpenOrClosed(
      phases(0.95, 0.85, 0.82, 0.76, 0.68, 0.66),
      phases(0.95, 0.8, 0.12, 0.08, 0.06, 0.06),
    ),
    amounts: [0.05, 0.5, 0.3, 0.15],
    trails: [0.86, 0.1, 0.03, 0.01],
  }),
  fault('inlet-valve.body-leak', 'inlet-valve', {
    phases: tapsOpenOrClosed(
      phases(0.9, 0.87, 0.74, 0.66, 0.58, 0.56),
      phases(0.9, 0.85, 0.1, 0.07, 0.05, 0.05),
    ),
    amounts: [0.08, 0.6, 0.27, 0.05],
    trails: [0.8, 0.16, 0.03, 0.01],
  }),
  fault('valve-hose.leak', 'valve-hose', {
    phases: phases(0.03, 0.96, 0.06, 0.12, 0.03, 0.08),
    amounts: [0.05, 0.4, 0.4, 0.15],
    trails: [0.8, 0.1, 0.09, 0.01],
  }),
  fault('dispenser.overflow', 'dispenser', {
    phases: phases(0.02, 0.96, 0.06, 0.12, 0.02, 0.06),
    amounts: [0.05, 0.3, 0.45, 0.2],
    trails: [0.42, 0.08, 0.49, 0.01],
  }),
  fault('bellows.leak', 'bellows', {
    standing: true,
    phases: phases(0.02, 0.75, 0.92, 0.92, 0.4, 0.45),
    amounts: [0.08, 0.55, 0.3, 0.07],
    trails: [0.35, 0.15, 0.48, 0.02],
  }),
  fault('bellows.drain-holes-blocked', 'bellows', {
    phases: phases(0.02, 0.04, 0.05, 0.12, 0.05, 0.3),
    amounts: [0.25, 0.45, 0.25, 0.05],
    trails: [0.35, 0.2, 0.44, 0.01],
  }),
  fault('bellows.misaligned', 'bellows', {
    standing: true,
    phases: phases(0.02, 0.5, 0.5, 0.88, 0.2, 0.45),
    amounts: [0.1, 0.55, 0.3, 0.05],
    trails: [0.4, 0.1, 0.49, 0.01],
  }),
  fault('tub-seam.leak', 'tub-seam', {
    standing: true,
    phases: phases(0.02, 0.7, 0.93, 0.92, 0.5, 0.7),
    amounts: [0.08, 0.58, 0.27, 0.07],
    trails: [0.3, 0.3, 0.38, 0.02],
  }),
  fault('tub-seal.leak', 'tub-seal', {
    standing: true,
    phases: phases(0.02, 0.65, 0.88, 0.9, 0.45, 0.88),
    amounts: [0.08, 0.62, 0.25, 0.05],
    trails: [0.25, 0.38, 0.25, 0.12],
  }),
  fault('shaft-seal.leak', 'shaft-seal', {
    standing: true,
    phases: phases(0.1, 0.6, 0.85, 0.93, 0.45, 0.75),
    amounts: [0.1, 0.62, 0.24, 0.04],
    trails: [0.15, 0.2, 0.2, 0.45],
  }),
  fault('sump-boot.leak', 'sump-boot', {
    standing: true,
    // A machine that was pumped out just before keeps a couple of cups in hoses and pump: what is low drips on while it stands.
    phases: phases(0.15, 0.85, 0.96, 0.93, 0.75, 0.3),
    amounts: [0.02, 0.25, 0.4, 0.33],
    trails: [0.35, 0.3, 0.34, 0.01],
  }),
  fault('tub-pump-hose.leak', 'tub-pump-hose', {
    standing: true,
    phases: phases(0.2, 0.85, 0.96, 0.93, 0.8, 0.35),
    amounts: [0.02, 0.28, 0.4, 0.3],
    trails: [0.35, 0.3, 0.34, 0.01],
  }),
  fault('pump.seal-leak', 'pump', {
    standing: true,
    phases: phases(0.2, 0.7, 0.9, 0.88, 0.92, 0.5),
    amounts: [0.06, 0.68, 0.22, 0.04],
    trails: [0.18, 0.56, 0.24, 0.02],
  }),
  fault('filter-cap.leak', 'filter-cap', {
    standing: true,
    phases: phases(0.2, 0.75, 0.94, 0.88, 0.8, 0.35),
    amounts: [0.06, 0.58, 0.3, 0.06],
    trails: [0.4, 0.32, 0.27, 0.01],
  }),
  fault('drain-hose.leak', 'outer-drain-hose', {
    phases: phases(0.02, 0.04, 0.07, 0.08, 0.97, 0.5),
    amounts: [0.03, 0.32, 0.4, 0.25],
    trails: [0.32, 0.22, 0.45, 0.01],
  }),
  fault('house-drain.blocked', 'standpipe', {
    phases: phases(0.01, 0.02, 0.03, 0.04, 0.95, 0.4),
    amounts: [0.02, 0.08, 0.35, 0.55],
    trails: [0.25, 0.2, 0.54, 0.01],
  }),
  fault('standpipe.siphon', 'standpipe', {
    phases: phases(0.01, 0.02, 0.02, 0.02, 0.03, 0.02),
    amounts: [0.7, 0.2, 0.08, 0.02],
    trails: [0.7, 0.1, 0.19, 0.01],
  }),
  fault('spill.condensation', 'tub', {
    // It needs cold water and warm, damp air: where it was one day, it may be nowhere the next.
    phases: {
      together: 'today',
      manners: [
        { share: 0.6, phases: phases(0.4, 0.65, 0.82, 0.7, 0.5, 0.35) },
        { share: 0.4, phases: phases(0.04, 0.05, 0.06, 0.05, 0.05, 0.04) },
      ],
    },
    amounts: [0.82, 0.16, 0.015, 0.005],
    trails: [0.95, 0.03, 0.015, 0.005],
  }),
  fault('spill.opening', 'filter-cap', {
    // What was opened before the test runs out for a while and does not come again; or something is opened in between.
    phases: {
      together: 'spilt',
      manners: [
        { share: 0.4, phases: phases(0.06, 0.07, 0.08, 0.08, 0.08, 0.07) },
        { share: 0.2, phases: phases(0.9, 0.12, 0.05, 0.04, 0.04, 0.04) },
        { share: 0.22, phases: phases(0.9, 0.85, 0.12, 0.06, 0.04, 0.04) },
        { share: 0.18, phases: phases(0.6, 0.6, 0.6, 0.5, 0.35, 0.3) },
      ],
    },
    amounts: [0.6, 0.22, 0.13, 0.05],
    trails: [0.42, 0.35, 0.22, 0.01],
  }),
  fault('spill.suds', 'dispenser', {
    phases: phases(0.01, 0.25, 0.2, 0.9, 0.3, 0.6),
    amounts: [0.3, 0.3, 0.32, 0.08],
    trails: [0.03, 0.01, 0.95, 0.01],
  }),
  fault('drawer-tube.leak', 'dispenser', {
    phases: phases(0.02, 0.94, 0.05, 0.12, 0.02, 0.05),
    amounts: [0.08, 0.5, 0.34, 0.08],
    trails: [0.55, 0.06, 0.38, 0.01],
  }),
  fault('recirculation-hose.leak', 'pump', {
    phases: phases(0.02, 0.06, 0.08, 0.94, 0.12, 0.15),
    amounts: [0.08, 0.5, 0.34, 0.08],
    trails: [0.25, 0.15, 0.59, 0.01],
  }),
  fault('tub-cover-seal.leak', 'tub', {
    phases: phases(0.02, 0.04, 0.04, 0.82, 0.08, 0.85),
    amounts: [0.2, 0.5, 0.26, 0.04],
    trails: [0.3, 0.1, 0.59, 0.01],
  }),
  fault('gearcase.oil-leak', 'shaft-seal', {
    // Oil that drips at any time: whoever watches for water seldom takes it for that.
    phases: phases(0.12, 0.12, 0.13, 0.3, 0.13, 0.3),
    amounts: [0.7, 0.28, 0.01, 0.01],
    trails: [0.03, 0.04, 0.03, 0.9],
  }),
]

/** What is held of one leak. */
export function leakFault(id: LeakFaultId): LeakFault {
  return LEAK_FAULTS[LEAK_FAULT_IDS.indexOf(id)] as LeakFault
}

/** What is held of a fault as a leak; undefined = no water shows of it. */
export const leakFaultOf = (id: string): LeakFault | undefined => LEAK_FAULTS.find((leak) => leak.id === id)
