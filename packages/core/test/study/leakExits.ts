import { type FamilyId, isHorizontal } from '../../src/machine/machineSpec.ts'
import type { RandomSource } from '../../src/numeric/random.ts'
import type { LeakFaultId, Trail } from '../../src/reason/leaks/leakFaults.ts'
import { FLOOR_PLACES, type LeakPlace } from '../../src/reason/leaks/leakPlaces.ts'

/** Values with how often each is drawn. */
export type Weighted<T> = readonly (readonly [T, number])[]
export function draw<T>(random: RandomSource, from: Weighted<T>): T {
  let x = random() * from.reduce((sum, [, w]) => sum + w, 0)
  for (const [value, w] of from) {
    x -= w
    if (x <= 0) return value
  }
  return (from[0] as readonly [T, number])[0]
}
export const evenly = <T>(...values: T[]): Weighted<T> => values.map((v) => [v, 1] as const)

/** Where the water of each leak comes out: seen with the panel off, and on the floor with it on. */
export function exits(
  family: FamilyId,
  fault: LeakFaultId,
): { inside: Weighted<LeakPlace>; floor: Weighted<LeakPlace> } {
  const front = evenly<LeakPlace>('front-left', 'front-centre', 'front-right')
  const rear = evenly<LeakPlace>('rear-left', 'rear-centre', 'rear-right')
  const middle: Weighted<LeakPlace> = [
    ['centre', 3],
    ['front-centre', 1],
    ['rear-centre', 1],
  ]
  const horizontal = isHorizontal(family)
  switch (fault) {
    case 'fill-hose.leak':
      return { inside: [['behind-at-taps', 1]], floor: rear }
    case 'inlet-valve.body-leak':
      return {
        inside: [
          ['rear-upper-inside', 3],
          ['behind-at-taps', 1],
        ],
        floor: rear,
      }
    case 'valve-hose.leak':
      return {
        inside: [
          ['rear-upper-inside', 4],
          ['tub-wall', 1],
        ],
        floor: rear,
      }
    case 'dispenser.overflow':
      return { inside: [['drawer', 1]], floor: front }
    case 'bellows.leak':
    case 'bellows.misaligned':
    case 'bellows.drain-holes-blocked':
      return { inside: [['door', 1]], floor: front }
    case 'tub-seam.leak':
      return {
        inside: [
          ['tub-wall', 5],
          ['rear-lower-inside', 1],
        ],
        floor: middle,
      }
    case 'tub-seal.leak':
      return horizontal
        ? { inside: [['tub-rear-centre', 1]], floor: rear }
        : { inside: [['tub-centre-under', 1]], floor: middle }
    case 'shaft-seal.leak':
      return { inside: [['tub-centre-under', 1]], floor: middle }
    case 'sump-boot.leak':
      return {
        inside: [
          ['under-sump', 4],
          ['under-tub-pump-hose', 1],
        ],
        floor: middle,
      }
    case 'tub-pump-hose.leak':
      return {
        inside: [
          ['under-tub-pump-hose', 4],
          ['under-sump', 1],
        ],
        floor: middle,
      }
    case 'pump.seal-leak':
      return { inside: [['under-pump', 1]], floor: front }
    case 'filter-cap.leak':
      return { inside: [['at-filter-cap', 1]], floor: front }
    case 'drain-hose.leak':
      return {
        inside: [
          ['behind-at-drain-hose', 3],
          ['rear-lower-inside', 1],
        ],
        floor: rear,
      }
    case 'house-drain.blocked':
    case 'standpipe.siphon':
      return { inside: [['at-standpipe', 1]], floor: rear }
    case 'spill.condensation':
      return {
        inside: [
          ['tub-wall', 3],
          ['door', 1],
          ['behind-at-taps', 1],
        ],
        floor: evenly(...FLOOR_PLACES),
      }
    case 'spill.opening':
      return {
        inside: [
          ['at-filter-cap', 2],
          ['door', 1],
        ],
        floor: front,
      }
    case 'drawer-tube.leak':
      return {
        inside: [
          ['door', 2],
          ['drawer', 1],
        ],
        floor: front,
      }
    case 'recirculation-hose.leak':
      return {
        inside: [
          ['under-pump', 2],
          ['door', 1],
        ],
        floor: front,
      }
    case 'tub-cover-seal.leak':
      return { inside: [['tub-wall', 1]], floor: evenly(...FLOOR_PLACES) }
    case 'gearcase.oil-leak':
      return { inside: [['tub-centre-under', 1]], floor: middle }
    case 'spill.suds':
      return {
        inside: [
          ['drawer', 2],
          ['door', 1],
        ],
        floor: front,
      }
  }
}

/** What a look at the part shows, where somebody makes it: how it is with the fault, and how often that is seen. */
export const LOOKS: Readonly<
  Partial<Record<LeakFaultId, { check: string; value: string; otherwise: string; seen: number }>>
> = {
  'fill-hose.leak': { check: 'fill-hose.look', value: 'wet-at-fitting', otherwise: 'good', seen: 0.75 },
  'bellows.leak': { check: 'bellows.look', value: 'torn', otherwise: 'good', seen: 0.75 },
  'bellows.misaligned': { check: 'bellows.look', value: 'mark-not-at-12', otherwise: 'good', seen: 0.8 },
  'bellows.drain-holes-blocked': { check: 'door-opening-spill', value: 'yes', otherwise: 'no', seen: 0.95 },
  'shaft-seal.leak': { check: 'weep-holes', value: 'wet', otherwise: 'dry', seen: 0.88 },
  'tub-seal.leak': { check: 'centre-post', value: 'wet', otherwise: 'dry', seen: 0.88 },
  'filter-cap.leak': { check: 'filter-cap.look', value: 'wet', otherwise: 'dry', seen: 0.85 },
  'drain-hose.leak': { check: 'drain-hose.look', value: 'split', otherwise: 'good', seen: 0.7 },
  'dispenser.overflow': { check: 'dispenser.look', value: 'caked', otherwise: 'clear', seen: 0.8 },
  'house-drain.blocked': { check: 'standpipe.backs-up', value: 'yes', otherwise: 'no', seen: 0.92 },
  'standpipe.siphon': { check: 'drain-hose.look', value: 'pushed-too-deep', otherwise: 'good', seen: 0.6 },
  'spill.suds': { check: 'suds.seen', value: 'full', otherwise: 'some', seen: 0.8 },
}

const CLEAN: readonly LeakFaultId[] = [
  'fill-hose.leak',
  'inlet-valve.body-leak',
  'valve-hose.leak',
  'spill.condensation',
]

export function trailOf(random: RandomSource, fault: LeakFaultId): Trail {
  if (CLEAN.includes(fault))
    return draw<Trail>(random, [
      ['clean', 8],
      ['sediment', 1],
    ])
  if (fault === 'spill.suds') return 'suds'
  if (fault === 'gearcase.oil-leak') return random() < 0.9 ? 'oily' : 'clean'
  if (fault === 'shaft-seal.leak')
    return draw<Trail>(random, [
      ['oily', 5],
      ['suds', 2],
      ['sediment', 2],
      ['clean', 1],
    ])
  if (fault === 'pump.seal-leak' || fault === 'tub-seal.leak')
    return draw<Trail>(random, [
      ['sediment', 5],
      ['suds', 3],
      ['clean', 2],
    ])
  return draw<Trail>(random, [
    ['suds', 4],
    ['clean', 3],
    ['sediment', 3],
  ])
}
