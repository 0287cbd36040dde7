import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import { message } from '../../message.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import type { LeakEvidence } from './leakEvidence.ts'
import { AMOUNTS, TRAILS } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import { ANYWHERE, LEAK_PLACES, type LeakPlace, placeShares } from './leakPlaces.ts'
import { type LeakState, seenIn, WET_ANYWAY } from './leakStates.ts'
import { weighHeights } from './weighHeights.ts'

/** A second place, size or trail said of the same water says less than the first. Estimate. */
const SAID_AGAIN = 0.9
/** How much an observation weighs: fully in a phase of its own, less when the same was said of the same water before. */
function weightOf(all: readonly { phase?: LeakPhase | null }[], n: number): number {
  const phase = all[n]?.phase ?? null
  return all.slice(0, n).some((earlier) => (earlier.phase ?? null) === phase) ? SAID_AGAIN : 1
}

/** Who named a place names it again more easily than another: water that ran astray once runs so again. Estimate. */
const SAME_PLACE_AGAIN = 0.5
/** How much a place weighs that is named after others. */
export function placeWeight(
  place: LeakPlace,
  phase: LeakPhase | null,
  before: readonly { place: LeakPlace; phase: LeakPhase | null }[],
): number {
  if (before.some((earlier) => earlier.place === place)) return SAME_PLACE_AGAIN
  return before.some((earlier) => earlier.phase === phase) ? SAID_AGAIN : 1
}

/** A power costs more than all the rest, and is seldom another than one. */
const weighed = (p: number, power: number): number => (power === 1 ? p : p ** power)

/** A phase that nobody spoke of was watched and dry in about this share of visits. Estimate. */
const WATCHED_UNSAID = 0.55
/** A phase said to be dry was in truth not looked at well in this share. Estimate. */
const DRY_MISSED = 0.05

/** P(amount seen | amount): rows film, drip, trickle, stream; the last row is for no leak at all. Estimates. */
const AMOUNT_SEEN = [
  [0.72, 0.22, 0.05, 0.01],
  [0.13, 0.72, 0.13, 0.02],
  [0.03, 0.16, 0.66, 0.15],
  [0.01, 0.04, 0.21, 0.74],
  [0.6, 0.26, 0.1, 0.04],
] as const
/** What lies there when it is no leak at all: clean, sediment, suds, oily. Estimates. */
export const TRAIL_ANYHOW = [0.5, 0.2, 0.27, 0.03] as const
const TRAIL_MISSEEN = 0.12

/** Everything found, as pieces of evidence over the states of a machine. */
export function weighFindings(
  machine: Pick<MachineSpec, 'family' | 'construction'>,
  states: readonly LeakState[],
  found: LeakFindings,
): LeakEvidence[] {
  const seen = seenIn(states, found.levelMm)
  return [
    ...phasePieces(seen, found),
    ...placePieces(machine, states, seen, found),
    ...amountPieces(states, seen, found),
    ...trailPieces(states, found),
    ...weighHeights(states, found),
  ]
}

type Seen = Record<LeakPhase, Float64Array>
const at = (values: ArrayLike<number>, s: number): number => (s === NO_FAULT ? 0 : (values[s] ?? Number.NaN))
const either = (values: ArrayLike<number>, i: number, j: number): number =>
  1 - (1 - at(values, i)) * (1 - at(values, j)) * (1 - WET_ANYWAY)

function phasePieces(seen: Seen, found: LeakFindings): LeakEvidence[] {
  // Where nobody called for a leak, silence about a phase means that it was dry more often than not.
  const silenceTells =
    LEAK_PHASES.some((phase) => found.phases[phase] === 'wet') ||
    (found.complaints.length > 0 && !found.complaints.includes('leaking'))
  return LEAK_PHASES.flatMap((phase): LeakEvidence[] => {
    const state = found.phases[phase]
    const from = { kind: 'phase', phase } as const
    const wet = (i: number, j: number) => either(seen[phase], i, j)
    if (state === 'wet')
      return [{ id: `phase:${phase}`, from, says: message('found.wet', { phase }), likelihood: wet }]
    if (state === 'dry')
      return [
        {
          id: `phase:${phase}`,
          from,
          says: message('found.dry', { phase }),
          likelihood: (i, j) => 1 - (1 - DRY_MISSED) * wet(i, j),
        },
      ]
    if (state === 'not-said' && (silenceTells || found.ran.includes(phase)))
      return [
        {
          id: `phase:${phase}`,
          from,
          says: message('found.not-said', { phase }),
          likelihood: (i, j) => 1 - WATCHED_UNSAID * wet(i, j),
        },
      ]
    return []
  })
}

/** How much a leak adds to what lies on the floor when water is seen: in one phase, or over those that were wet. */
function loudness(
  states: readonly LeakState[],
  seen: Seen,
  found: LeakFindings,
  phase: LeakPhase | null,
): Float64Array {
  const wet: readonly LeakPhase[] = phase ? [phase] : LEAK_PHASES.filter((p) => found.phases[p] === 'wet')
  const over: readonly LeakPhase[] = wet.length > 0 ? wet : LEAK_PHASES
  return vectorOf(
    states,
    (state, s) =>
      (0.03 + over.reduce((sum, p) => sum + (seen[p][s] ?? Number.NaN), 0) / over.length) *
      (0.4 + state.amount * 0.5),
  )
}

function placePieces(
  machine: Pick<MachineSpec, 'family' | 'construction'>,
  states: readonly LeakState[],
  seen: Seen,
  found: LeakFindings,
): LeakEvidence[] {
  const ofFault = new Map(
    states.map(({ fault }) => [fault, placeShares(machine.family, fault, machine.construction ?? null)]),
  )
  const stains: readonly LeakPlace[] =
    found.cardboard === null || found.cardboard === 'dry' ? [] : found.cardboard
  const all: LeakFindings['places'] = [...found.places, ...stains.map((place) => ({ place, phase: null }))]
  const pieces = all.map(({ place, phase }, n): LeakEvidence => {
    const k = LEAK_PLACES.indexOf(place)
    const loud = loudness(states, seen, found, phase)
    const stain = n >= found.places.length
    const power = stain ? weightOf(all, n) : placeWeight(place, phase, all.slice(0, n))
    const shares = vectorOf(states, ({ fault }) => ofFault.get(fault)?.[k] as number)
    return {
      id: `place:${n}:${place}`,
      from: { kind: 'check', check: 'leak.place' },
      says: message(`found.place.${place}`),
      likelihood: (i, j) => {
        if (i === NO_FAULT) return weighed(ANYWHERE[k] ?? Number.NaN, power)
        const pi = shares[i] ?? Number.NaN
        if (j === NO_FAULT) return weighed(pi, power)
        const li = loud[i] ?? Number.NaN
        const lj = loud[j] ?? Number.NaN
        return weighed((li * pi + lj * (shares[j] ?? Number.NaN)) / (li + lj), power)
      },
    }
  })
  if (found.cardboard === 'dry') {
    const most = vectorOf(states, (_, s) => Math.max(...LEAK_PHASES.map((p) => seen[p][s] ?? Number.NaN)))
    pieces.push({
      id: 'cardboard',
      from: { kind: 'check', check: 'leak.cardboard' },
      says: message('found.cardboard-dry'),
      likelihood: (i, j) => 1 - (1 - DRY_MISSED) * either(most, i, j),
    })
  }
  return pieces
}

function amountPieces(states: readonly LeakState[], seen: Seen, found: LeakFindings): LeakEvidence[] {
  return found.amounts.map(({ amount, phase }, n): LeakEvidence => {
    const k = AMOUNTS.indexOf(amount)
    const loud = loudness(states, seen, found, phase)
    const power = weightOf(found.amounts, n)
    const share = vectorOf(states, ({ amount: own }) => weighed(AMOUNT_SEEN[own]?.[k] ?? Number.NaN, power))
    return {
      id: `amount:${n}`,
      from: { kind: 'check', check: 'leak.amount' },
      says: message('found.amount', { amount }),
      likelihood: (i, j) => {
        if (i === NO_FAULT) return AMOUNT_SEEN[4][k] ?? Number.NaN
        // The larger of two leaks is the one that is seen.
        const seenOne = j === NO_FAULT || (loud[i] ?? Number.NaN) >= (loud[j] ?? Number.NaN) ? i : j
        return share[seenOne] ?? Number.NaN
      },
    }
  })
}

function trailPieces(states: readonly LeakState[], found: LeakFindings): LeakEvidence[] {
  return found.trails.map((trail, n): LeakEvidence => {
    const k = TRAILS.indexOf(trail)
    const of = (s: number) =>
      (1 - TRAIL_MISSEEN) * ((states[s] as LeakState).facts.trails[k] ?? Number.NaN) +
      TRAIL_MISSEEN / TRAILS.length
    const power = n === 0 ? 1 : SAID_AGAIN
    return {
      id: `trail:${n}`,
      from: { kind: 'check', check: 'leak.trail' },
      says: message('found.trail', { trail }),
      likelihood: (i, j) =>
        weighed(
          i === NO_FAULT ? (TRAIL_ANYHOW[k] ?? Number.NaN) : j === NO_FAULT ? of(i) : (of(i) + of(j)) / 2,
          power,
        ),
    }
  })
}
