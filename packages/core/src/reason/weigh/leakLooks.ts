import { LEAK_PHASES } from '../../machine/leakPhases.ts'
import { figureOf, message } from '../../message.ts'
import { minutesOf } from '../checks/minutes.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { TRAILS } from '../leaks/leakFaults.ts'
import { ANYWHERE, LEAK_PLACES, MACHINE_PLACES, placeShares } from '../leaks/leakPlaces.ts'
import { type LeakState, seenIn, WET_ANYWAY } from '../leaks/leakStates.ts'
import { PHASE_WATCH } from '../leaks/phaseWatch.ts'
import { TRAIL_ANYHOW } from '../leaks/weighFindings.ts'
import { weighHeights } from '../leaks/weighHeights.ts'
import type { FaultWay } from './faultWays.ts'
import type { PossibleLook } from './possibleLook.ts'
import { sharpShares } from './sharpness.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** Places named inside before another look along the path is not offered any more. */
const LOOKS_INSIDE = 3
/** Along the path with a torch: a panel comes off for it. */
const PATH_MIN = { open: 4, shut: 14 } as const

/** Looks at where the water comes from that nobody has made yet: phases to watch, places, trail, and the level at which it stops. */
export function leakLooks(visit: WeighedCase, weighed: Weighed): PossibleLook[] {
  return [...phases(weighed), ...places(visit, weighed), ...trail(weighed), ...stopLevel(weighed)]
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

function places({ machine, panelsOpen }: WeighedCase, weighed: Weighed): PossibleLook[] {
  const inside: readonly string[] = MACHINE_PLACES
  if (weighed.found.places.filter(({ place }) => inside.includes(place)).length >= LOOKS_INSIDE) return []
  const known = new Map<string, Float64Array>()
  const of = ({ fault }: LeakState) => {
    const shares = known.get(fault) ?? placeShares(machine.family, fault, machine.construction ?? null)
    known.set(fault, shares)
    return shares
  }
  return [
    {
      id: 'leak.place',
      what: { kind: 'check', check: 'leak.place' },
      name: message('look.torch'),
      minutes: panelsOpen ? PATH_MIN.open : PATH_MIN.shut,
      by: message(panelsOpen ? 'look.panel-off' : 'look.a-panel-off'),
      acts: panelsOpen ? [] : ['open-panel'],
      byFault: true,
      outcomes: LEAK_PLACES.map((place) => message(`check.leak.place.${place}`)),
      shares: mixed(weighed, of, ANYWHERE),
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

function stopLevel({ ways, leaks, found }: Weighed): PossibleLook[] {
  if (found.height || found.phases.hold === 'dry') return []
  const heights = Array.from(
    { length: HEIGHTS },
    (_, n) => LOWEST_MM + ((found.levelMm - LOWEST_MM) * (n + 0.5)) / HEIGHTS,
  )
  // As each would be weighed; what was found of the height before is in the belief already.
  const only = { ...found, hold: null, catches: [] }
  const pieces = [
    ...heights.map((mm) => ({
      ...only,
      height: { value: mm, lo: mm - READ_TO_MM, hi: mm + READ_TO_MM, laws: [] },
    })),
    { ...only, heightBound: { atMost: LOWEST_MM } },
  ].map((one) => weighHeights(leaks, one)[0])
  const leakOf = (n: number) => (n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak)
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
      shares: (i, j) => {
        const [a, b] = [leakOf(i), leakOf(j)]
        return sharpShares(
          pieces.map(
            (piece) => (a === NO_FAULT ? piece?.likelihood(b, NO_FAULT) : piece?.likelihood(a, b)) ?? 0,
          ),
        )
      },
    },
  ]
}
