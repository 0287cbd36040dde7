import type { PartId } from '../../machine/parts.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { LeakFaultId } from './leakFaults.ts'

/** What a look shows with a leak there, as probabilities of its outcomes; with the others it shows what it shows on a sound machine. */
export interface LookKnowledge {
  /** The part that is looked at, and has to be got at. */
  at: PartId
  outcomes: readonly string[]
  sound: readonly number[]
  /** In the order of `outcomes`. Estimates. */
  with: Readonly<Partial<Record<LeakFaultId, readonly number[]>>>
}

/** Looks that speak about leaks, beside phase, place, amount and trail. All probabilities are estimates. */
export const LOOK_LIKELIHOODS: Readonly<Partial<Record<CheckId, LookKnowledge>>> = {
  'weep-holes': {
    at: 'shaft-seal',
    outcomes: ['dry', 'wet', 'not-fitted'],
    sound: [0.8, 0.04, 0.16],
    with: { 'shaft-seal.leak': [0.06, 0.86, 0.08], 'tub-seal.leak': [0.74, 0.1, 0.16] },
  },
  'centre-post': {
    at: 'tub-seal',
    outcomes: ['dry', 'wet'],
    sound: [0.94, 0.06],
    // Water of the shaft seals wets the post as well: that is the costly mistake.
    with: { 'tub-seal.leak': [0.1, 0.9], 'shaft-seal.leak': [0.5, 0.5] },
  },
  'bellows.look': {
    at: 'bellows',
    outcomes: ['good', 'torn', 'off-groove', 'mark-not-at-12', 'holes-blocked'],
    sound: [0.89, 0.025, 0.02, 0.025, 0.04],
    with: {
      'bellows.leak': [0.16, 0.54, 0.22, 0.03, 0.05],
      'bellows.misaligned': [0.1, 0.03, 0.12, 0.71, 0.04],
      'bellows.drain-holes-blocked': [0.1, 0.03, 0.02, 0.05, 0.8],
    },
  },
  'filter-cap.look': {
    at: 'filter-cap',
    outcomes: ['dry', 'wet', 'not-at-stop'],
    sound: [0.92, 0.05, 0.03],
    with: {
      'filter-cap.leak': [0.06, 0.6, 0.34],
      'spill.opening': [0.5, 0.42, 0.08],
      'pump.seal-leak': [0.84, 0.13, 0.03],
    },
  },
  'fill-hose.look': {
    at: 'fill-hose',
    outcomes: ['good', 'kinked', 'bulging', 'wet-at-fitting'],
    sound: [0.88, 0.04, 0.04, 0.04],
    with: {
      'fill-hose.leak': [0.12, 0.02, 0.14, 0.72],
      'inlet-valve.body-leak': [0.8, 0.04, 0.04, 0.12],
      'spill.condensation': [0.8, 0.04, 0.03, 0.13],
    },
  },
  'drain-hose.look': {
    at: 'outer-drain-hose',
    outcomes: ['good', 'kinked', 'split', 'lower-than-tub', 'pushed-too-deep'],
    sound: [0.84, 0.05, 0.03, 0.03, 0.05],
    with: {
      'drain-hose.leak': [0.24, 0.03, 0.68, 0.02, 0.03],
      'standpipe.siphon': [0.18, 0.02, 0.02, 0.3, 0.48],
    },
  },
  'dispenser.look': {
    at: 'dispenser',
    outcomes: ['clear', 'caked'],
    sound: [0.84, 0.16],
    with: { 'dispenser.overflow': [0.18, 0.82] },
  },
  'suds.seen': {
    at: 'tub',
    outcomes: ['none', 'some', 'full'],
    sound: [0.78, 0.2, 0.02],
    with: { 'spill.suds': [0.04, 0.3, 0.66] },
  },
  'standpipe.backs-up': {
    at: 'standpipe',
    outcomes: ['yes', 'no'],
    sound: [0.04, 0.96],
    with: { 'house-drain.blocked': [0.92, 0.08] },
  },
  'door-opening-spill': {
    at: 'bellows',
    outcomes: ['yes', 'no'],
    sound: [0.05, 0.95],
    with: {
      'bellows.drain-holes-blocked': [0.92, 0.08],
      'bellows.misaligned': [0.45, 0.55],
      'bellows.leak': [0.1, 0.9],
      'spill.opening': [0.3, 0.7],
    },
  },
  'bearing.noise': {
    at: 'tub-seal',
    outcomes: ['none', 'rumble'],
    sound: [0.88, 0.12],
    with: { 'tub-seal.leak': [0.52, 0.48], 'shaft-seal.leak': [0.62, 0.38] },
  },
  'tub.spins': {
    at: 'tub',
    outcomes: ['yes', 'no', 'slow'],
    sound: [0.93, 0.03, 0.04],
    with: { 'shaft-seal.leak': [0.62, 0.04, 0.34] },
  },
  'water-when-off': {
    at: 'fill-hose',
    outcomes: ['yes', 'no'],
    sound: [0.05, 0.95],
    with: { 'fill-hose.leak': [0.3, 0.7], 'inlet-valve.body-leak': [0.25, 0.75] },
  },
  'trap.look': {
    at: 'coin-trap',
    outcomes: ['clean', 'debris'],
    sound: [0.7, 0.3],
    with: { 'filter-cap.leak': [0.55, 0.45] },
  },
}

/** P(outcome | faults): what the one fault that the look is about shows; of two such, either may show. */
export function lookShares(
  look: LookKnowledge,
  first: LeakFaultId | null,
  second: LeakFaultId | null,
): readonly number[] {
  const a = first ? look.with[first] : undefined
  const b = second ? look.with[second] : undefined
  if (a && b) return a.map((p, k) => (p + (b[k] ?? Number.NaN)) / 2)
  return a ?? b ?? look.sound
}
