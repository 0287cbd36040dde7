import { type FamilyId, isHorizontal, type PumpPlace } from '../../machine/machineSpec.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { LeakFaultId } from './leakFaults.ts'

/** The floor, as squares seen from above with the front below. */
export const FLOOR_PLACES = [
  'front-left',
  'front-centre',
  'front-right',
  'centre',
  'rear-left',
  'rear-centre',
  'rear-right',
] as const
/** At the machine itself. */
export const MACHINE_PLACES = [
  'door',
  'drawer',
  'behind-at-taps',
  'behind-at-drain-hose',
  'at-standpipe',
  'rear-upper-inside',
  'rear-lower-inside',
  'tub-wall',
  'tub-centre-under',
  'tub-rear-centre',
  'under-sump',
  'under-tub-pump-hose',
  'under-pump',
  'at-filter-cap',
] as const
export const LEAK_PLACES = [...FLOOR_PLACES, ...MACHINE_PLACES] as const
export type LeakPlace = (typeof LEAK_PLACES)[number]

/** Share of observations that name a wrong place: water runs, people wipe, one looks from the wrong side. Estimate. */
const MISPLACED = 0.1

type Shares = Partial<Record<LeakPlace, number>>
const FRONT: Shares = { 'front-left': 0.3, 'front-centre': 0.42, 'front-right': 0.28 }
const MIDDLE: Shares = { centre: 0.64, 'front-centre': 0.18, 'rear-centre': 0.18 }
const REAR: Shares = { 'rear-left': 0.3, 'rear-centre': 0.4, 'rear-right': 0.3 }

function mix(...parts: readonly (readonly [number, Shares])[]): Shares {
  const out: Shares = {}
  for (const [weight, shares] of parts)
    for (const [place, share] of Object.entries(shares) as [LeakPlace, number][])
      out[place] = (out[place] ?? 0) + weight * share
  return out
}

/** Where each leak is seen when nothing is misplaced; weights, scaled later. Common practice where the water comes out; shares are estimates. */
const SEEN_AT: Readonly<Record<LeakFaultId, Shares>> = {
  'fill-hose.leak': mix([0.62, { 'behind-at-taps': 1 }], [0.06, { 'rear-upper-inside': 1 }], [0.32, REAR]),
  'inlet-valve.body-leak': mix(
    [0.55, { 'rear-upper-inside': 0.72, 'behind-at-taps': 0.28 }],
    [0.08, { 'rear-lower-inside': 1 }],
    [0.37, REAR],
  ),
  'valve-hose.leak': mix(
    [0.6, { 'rear-upper-inside': 0.78, 'tub-wall': 0.14, drawer: 0.08 }],
    [0.1, { 'rear-lower-inside': 1 }],
    [0.2, REAR],
    [0.1, FRONT],
  ),
  'dispenser.overflow': mix([0.66, { drawer: 1 }], [0.04, { door: 1 }], [0.3, FRONT]),
  'bellows.leak': mix([0.62, { door: 1 }], [0.38, FRONT]),
  'bellows.drain-holes-blocked': mix([0.66, { door: 1 }], [0.34, FRONT]),
  'bellows.misaligned': mix([0.64, { door: 1 }], [0.36, FRONT]),
  'tub-seam.leak': mix(
    [0.62, { 'tub-wall': 0.86, 'rear-lower-inside': 0.14 }],
    [0.22, MIDDLE],
    [0.08, FRONT],
    [0.08, REAR],
  ),
  'tub-seal.leak': mix(
    [0.64, { 'tub-rear-centre': 0.5, 'tub-centre-under': 0.42, 'rear-lower-inside': 0.08 }],
    [0.18, MIDDLE],
    [0.18, REAR],
  ),
  'shaft-seal.leak': mix([0.66, { 'tub-centre-under': 0.92, 'rear-lower-inside': 0.08 }], [0.34, MIDDLE]),
  'sump-boot.leak': mix(
    [0.62, { 'under-sump': 0.8, 'under-tub-pump-hose': 0.12, 'tub-centre-under': 0.08 }],
    [0.28, MIDDLE],
    [0.1, FRONT],
  ),
  'tub-pump-hose.leak': mix(
    [0.62, { 'under-tub-pump-hose': 0.78, 'under-sump': 0.12, 'under-pump': 0.1 }],
    [0.22, MIDDLE],
    [0.16, FRONT],
  ),
  'pump.seal-leak': mix(
    [0.62, { 'under-pump': 0.88, 'at-filter-cap': 0.04, 'under-tub-pump-hose': 0.08 }],
    [0.3, FRONT],
    [0.08, MIDDLE],
  ),
  'filter-cap.leak': mix([0.66, { 'at-filter-cap': 0.92, 'under-pump': 0.08 }], [0.34, FRONT]),
  'drain-hose.leak': mix(
    [0.6, { 'behind-at-drain-hose': 0.74, 'rear-lower-inside': 0.22, 'at-standpipe': 0.04 }],
    [0.32, REAR],
    [0.08, MIDDLE],
  ),
  'house-drain.blocked': mix([0.74, { 'at-standpipe': 0.9, 'behind-at-drain-hose': 0.1 }], [0.26, REAR]),
  'standpipe.siphon': mix([0.6, { 'at-standpipe': 0.7, 'behind-at-drain-hose': 0.3 }], [0.4, REAR]),
  'spill.condensation': mix(
    [0.55, { 'tub-wall': 0.6, 'behind-at-taps': 0.18, door: 0.12, 'rear-upper-inside': 0.1 }],
    [0.2, MIDDLE],
    [0.15, FRONT],
    [0.1, REAR],
  ),
  'spill.opening': mix(
    [0.5, { 'at-filter-cap': 0.4, door: 0.3, 'under-pump': 0.15, 'behind-at-taps': 0.15 }],
    [0.42, FRONT],
    [0.08, MIDDLE],
  ),
  'spill.suds': mix([0.68, { drawer: 0.6, door: 0.4 }], [0.32, FRONT]),
  'drawer-tube.leak': mix([0.62, { door: 0.5, drawer: 0.3, 'tub-wall': 0.2 }], [0.38, FRONT]),
  'recirculation-hose.leak': mix(
    [0.62, { 'under-pump': 0.55, door: 0.3, 'under-tub-pump-hose': 0.15 }],
    [0.38, FRONT],
  ),
  'tub-cover-seal.leak': mix(
    [0.66, { 'tub-wall': 0.8, 'rear-lower-inside': 0.2 }],
    [0.14, MIDDLE],
    [0.1, FRONT],
    [0.1, REAR],
  ),
  'gearcase.oil-leak': mix([0.7, { 'tub-centre-under': 1 }], [0.3, MIDDLE]),
}

/** In some families the same part shows elsewhere. */
function seenAt(family: FamilyId, fault: LeakFaultId): Shares {
  if (isHorizontal(family)) {
    if (fault === 'tub-seal.leak')
      return mix(
        [0.68, { 'tub-rear-centre': 0.86, 'rear-lower-inside': 0.11, 'tub-centre-under': 0.03 }],
        [0.32, REAR],
      )
  } else {
    if (fault === 'tub-seal.leak')
      return mix(
        [0.68, { 'tub-centre-under': 0.84, 'tub-rear-centre': 0.12, 'tub-wall': 0.04 }],
        [0.32, MIDDLE],
      )
    // A dribble at the front of a machine whose pump hangs on the motor is its seal.
    if (fault === 'pump.seal-leak')
      return mix([0.58, { 'under-pump': 0.9, 'under-tub-pump-hose': 0.1 }], [0.36, FRONT], [0.06, MIDDLE])
  }
  return SEEN_AT[fault]
}

/** How much more often water from the pump stands on its own side of the floor, in the middle, and on the other side. Estimates. */
const SIDE = [2.2, 1, 0.4] as const
const COLUMN = { left: -1, centre: 0, right: 1 } as const

/** The same with its water on the floor where the pump of this machine sits. */
function onFloor(shares: Shares, { pumpRow, pumpColumn }: PumpPlace): Shares {
  const usual = Object.fromEntries(FLOOR_PLACES.map((place) => [place, shares[place] ?? 0])) as Shares
  const inside = Object.fromEntries(MACHINE_PLACES.map((place) => [place, shares[place] ?? 0])) as Shares
  const floor = sumOf(usual)
  const under = { ...(pumpRow ? { front: FRONT, centre: MIDDLE, rear: REAR }[pumpRow] : usual) }
  if (pumpColumn)
    for (const place of FLOOR_PLACES) {
      const column = place.endsWith('left') ? -1 : place.endsWith('right') ? 1 : 0
      const apart = Math.abs(column - COLUMN[pumpColumn]) as 0 | 1 | 2
      if (under[place] !== undefined) under[place] *= SIDE[apart]
    }
  return mix([1, inside], [floor / (sumOf(under) || 1), under])
}
function sumOf(shares: Shares): number {
  return Object.values(shares).reduce((sum, share) => sum + share, 0)
}

/** P(place | leak), a place being named at all; with the share of those misplaced. In the order of LEAK_PLACES, summing to 1. */
export function placeShares(
  family: FamilyId,
  fault: LeakFaultId,
  pump: PumpPlace | null = null,
): Float64Array {
  const usual = seenAt(family, fault)
  const shares = pump && fault === 'pump.seal-leak' ? onFloor(usual, pump) : usual
  const out = new Float64Array(LEAK_PLACES.length)
  let total = 0
  LEAK_PLACES.forEach((place, k) => {
    out[k] = shares[place] ?? 0
    total += out[k] ?? Number.NaN
  })
  for (let k = 0; k < out.length; k++)
    out[k] = ((1 - MISPLACED) * (out[k] ?? Number.NaN)) / total + MISPLACED / LEAK_PLACES.length
  return out
}
/** P(place) when there is no leak at all and something was taken for one. */
export const ANYWHERE = vectorOf(LEAK_PLACES, () => 1 / LEAK_PLACES.length)
