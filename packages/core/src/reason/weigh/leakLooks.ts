import { LEAK_PHASES } from '../../machine/leakPhases.ts'
import { figureOf, message } from '../../message.ts'
import { minutesOf } from '../checks/minutes.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { leakHeightOf } from '../evidence/combineVisit.ts'
import { TRAILS } from '../leaks/leakFaults.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { ANYWHERE, LEAK_PLACES, MACHINE_PLACES, placeShares } from '../leaks/leakPlaces.ts'
import { type LeakState, seenIn, WET_ANYWAY } from '../leaks/leakStates.ts'
import { PHASE_WATCH } from '../leaks/phaseWatch.ts'
import { placeWeight, TRAIL_ANYHOW } from '../leaks/weighFindings.ts'
import { weighHeights } from '../leaks/weighHeights.ts'
import type { FaultWay } from './faultWays.ts'
import { type PossibleLook, sharesOf } from './possibleLook.ts'
import { sharpShares } from './sharpness.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** A place named inside so often, and more often than any other, is where it comes from; after so many in all a further look finds nothing new. */
const NAMED = { enough: 2, most: 5 } as const
/** Along the path with a torch: a panel comes off for it. */
const PATH_MIN = { open: 4, shut: 14 } as const

/** Looks at where the water comes from that nobody has made yet: phases to watch, places, trail, the level at which it stops, and what runs out at three levels. */
export function leakLooks(visit: WeighedCase, weighed: Weighed): PossibleLook[] {
  return [
    ...phases(weighed),
    ...places(visit, weighed),
    ...trail(weighed),
    ...stopLevel(weighed),
    ...catches(weighed),
  ]
}

function phases({ ways, leaks, found }: Weighed): PossibleLook[] {
  const seen = seenIn(leaks, found.levelMm)
  return LEAK_PHASES.filter((phase) => !['wet', 'dry'].includes(found.phases[phase])).map((phase) => {
    const of = (n: number) => {
      const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
      return leak === NO_FAULT ? 0 : (seen[phase][leak] ?? Number.NaN)
    }
    return {
      id: `phase:${phase}`,
      what: { kind: 'phase', phase },
      name: message('look.watch', { phase }),
      minutes: PHASE_WATCH[phase].minutes,
      by: message('look.wiped-dry'),
      acts: PHASE_WATCH[phase].acts,
      byFault: false,
      outcomes: ['wet', 'dry'].map((one) => message('look.seen', { seen: one })),
      shares: (i, j) => {
        const wet = 1 - (1 - of(i)) * (1 - of(j)) * (1 - WET_ANYWAY)
        return sharpShares([wet, 1 - wet])
      },
    }
  })
}

/** Of two leaks either may be what is seen. */
const mixed =
  (
    { ways, leaks }: Weighed,
    of: (leak: LeakState) => ArrayLike<number>,
    none: ArrayLike<number>,
  ): PossibleLook['shares'] =>
  (first, second) => {
    const rows = [first, second].flatMap((n) => {
      const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
      return leak === NO_FAULT ? [] : [of(leaks[leak] as LeakState)]
    })
    const [a, b] = rows
    if (!a) return sharpShares(none)
    return sharpShares(b ? Array.from(none, (_, k) => ((a[k] ?? Number.NaN) + (b[k] ?? Number.NaN)) / 2) : a)
  }

/** Whether one of the places was named often enough, and more often than any other. */
function standsOut(named: readonly string[]): boolean {
  const times = [...new Set(named)].map((place) => named.filter((one) => one === place).length)
  const [most = 0, next = 0] = times.sort((a, b) => b - a)
  return most >= NAMED.enough && most > next
}

function places({ machine, panelsOpen }: WeighedCase, weighed: Weighed): PossibleLook[] {
  const inside: readonly string[] = MACHINE_PLACES
  const named = weighed.found.places.map(({ place }) => place).filter((place) => inside.includes(place))
  if (named.length >= NAMED.most || standsOut(named)) return []
  const known = new Map<string, Float64Array>()
  const powers = LEAK_PLACES.map((place) => placeWeight(place, null, weighed.found.places))
  const once = (shares: ArrayLike<number>) =>
    sharesOf(powers.map((power, k) => (shares[k] ?? Number.NaN) ** power))
  const of = ({ fault }: LeakState) => {
    const shares = known.get(fault) ?? once(placeShares(machine.family, fault, machine.construction ?? null))
    known.set(fault, shares)
    return shares
  }
  return [
    {
      id: 'leak.place',
      what: { kind: 'check', check: 'leak.place' },
      name: message('look.torch', { again: named.length > 0 ? 'yes' : 'no' }),
      minutes: panelsOpen ? PATH_MIN.open : PATH_MIN.shut,
      by: message(panelsOpen ? 'look.panel-off' : 'look.a-panel-off'),
      acts: panelsOpen ? [] : ['open-panel'],
      byFault: true,
      outcomes: LEAK_PLACES.map((place) => message(`check.leak.place.${place}`)),
      shares: mixed(weighed, of, once(ANYWHERE)),
    },
  ]
}

function trail(weighed: Weighed): PossibleLook[] {
  const { found } = weighed
  if (!LEAK_PHASES.some((phase) => found.phases[phase] === 'wet') || found.trails.length > 0) return []
  return [
    {
      id: 'leak.trail',
      what: { kind: 'check', check: 'leak.trail' },
      name: message('look.trail'),
      minutes: minutesOf('leak.trail'),
      by: message('access.outside'),
      acts: [],
      byFault: true,
      outcomes: TRAILS.map((one) => message(`check.leak.trail.${one}`)),
      shares: mixed(weighed, ({ facts }) => facts.trails, TRAIL_ANYHOW),
    },
  ]
}

/** Heights at which it could stop, beside dripping on to the end; half the interval a stop level is read to, mm. */
const HEIGHTS = 9
const LOWEST_MM = -120
const READ_TO_MM = 15

const heightsOf = (levelMm: number): number[] =>
  Array.from({ length: HEIGHTS }, (_, n) => LOWEST_MM + ((levelMm - LOWEST_MM) * (n + 0.5)) / HEIGHTS)

/** What each finding about the height would weigh, by the same pieces that weigh it; what was found of the height before is in the belief already. */
function heightsWeighed({ ways, leaks, found }: Weighed, findings: readonly Partial<LeakFindings>[]) {
  const pieces = findings.map((one) => weighHeights(leaks, { ...found, hold: null, catches: [], ...one })[0])
  const leakOf = (n: number) => (n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak)
  return (i: number, j: number): number[] => {
    const [a, b] = [leakOf(i), leakOf(j)]
    return pieces.map(
      (piece) => (a === NO_FAULT ? piece?.likelihood(b, NO_FAULT) : piece?.likelihood(a, b)) ?? 0,
    )
  }
}

function stopLevel(weighed: Weighed): PossibleLook[] {
  const { found } = weighed
  if (found.height || found.phases.hold === 'dry') return []
  const heights = heightsOf(found.levelMm)
  const shares = heightsWeighed(weighed, [
    ...heights.map((mm) => ({
      height: { value: mm, lo: mm - READ_TO_MM, hi: mm + READ_TO_MM, laws: [] },
    })),
    { heightBound: { atMost: LOWEST_MM } },
  ])
  return [
    {
      id: 'leak.stop-level',
      what: { kind: 'check', check: 'leak.stop-level' },
      name: message('look.stop-level'),
      minutes: minutesOf('leak.stop-level'),
      by: message('look.lower-in-steps'),
      acts: ['let-water-in'],
      byFault: false,
      outcomes: [
        ...heights.map((mm) => message('look.about', { height: figureOf('level', Math.round(mm)) })),
        message('look.goes-on'),
      ],
      shares: (i, j) => sharpShares(shares(i, j)),
    },
  ]
}

/** Levels at which it is caught, as shares of the way from the leak up to the full level; below the port no level is read. */
export const CAUGHT_AT = [1, 0.7, 0.4] as const
const LOWEST_READ_MM = 10
/** What can be caught: sizes of AMOUNTS, each with its usual L/h from 100 mm above it. A film gives nothing to catch. Estimates. */
const CAUGHT = [
  { amount: 1, lH: 0.45 },
  { amount: 2, lH: 6 },
  { amount: 3, lH: 45 },
] as const
/** A leak runs as much as its size says, in this share. Estimate. */
const SIZE_HOLDS = 0.8

/**
 * Caught at three levels. What a leak of each size at each height would give is judged as catches are: a height where the figures say one, else
 * only that it runs; or nothing comes to be caught.
 */
function catches(weighed: Weighed): PossibleLook[] {
  const { ways, leaks, found } = weighed
  if (found.height || found.catches.length > 0 || found.phases.hold === 'dry') return []
  const full = found.levelMm
  const heights = heightsOf(full)
  const stepMm = (full - LOWEST_MM) / HEIGHTS
  const told = CAUGHT.map(({ lH }) =>
    heights.flatMap((mm) => {
      const caught = CAUGHT_AT.map((share) => {
        const levelMm = Math.max(LOWEST_READ_MM, mm + share * (full - mm))
        return { check: 'leak.catch', value: lH * Math.sqrt((levelMm - mm) / 100), levelMm }
      })
      const height = leakHeightOf([], caught, null)
      return height ? [{ mm, height }] : []
    }),
  )
  const densities = told.map((size) =>
    heightsWeighed(
      weighed,
      size.map(({ height }) => ({ height })),
    ),
  )
  const nothing = heightsWeighed(weighed, [{ catches: [{ levelMm: full, flowLH: 0 }] }])
  const amountOf = (n: number) => {
    const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
    return leak === NO_FAULT ? -1 : (leaks[leak] as LeakState).amount
  }
  return [
    {
      id: 'leak.catch',
      what: { kind: 'check', check: 'leak.catch' },
      name: message('protocol.three-level-catch'),
      minutes: CAUGHT_AT.length * minutesOf('leak.catch'),
      by: message('look.lower-in-steps'),
      acts: ['let-water-in'],
      byFault: false,
      outcomes: [
        ...told.flatMap((size) => [
          ...size.map(({ mm }) => message('look.about', { height: figureOf('level', Math.round(mm)) })),
          message('look.no-height'),
        ]),
        message('look.seen', { seen: 'dry' }),
      ],
      shares: (i, j) => {
        const [dry = 0] = nothing(i, j)
        const amount = Math.max(amountOf(i), amountOf(j))
        const runs = CAUGHT.flatMap(({ amount: size }, s) => {
          const others = (1 - SIZE_HOLDS) / (CAUGHT.length - 1)
          const share = amount < 1 ? 1 / CAUGHT.length : amount === size ? SIZE_HOLDS : others
          const of = (densities[s]?.(i, j) ?? []).map((density) => density * stepMm)
          const rest = Math.max(0.02, 1 - sum(of))
          return Array.from(sharesOf([...of, rest]), (p) => (1 - dry) * share * p)
        })
        return sharpShares([...runs, dry])
      },
    },
  ]
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
