import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import { type Message, message } from '../../message.ts'
import { SOUND_LOOKS } from '../catalogue/soundLooks.ts'
import { checkApplies } from '../checks/applies.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { minutesOf } from '../checks/minutes.ts'
import { informationGainBits } from '../diagnosis/bayes.ts'
import { NO_FAULT } from '../diagnosis/causes.ts'
import { EACH_LOOK_MIN } from '../diagnosis/nextLook.ts'
import { partsOfCheck } from '../evidence/seen/acts.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import { TRAILS } from '../leaks/leakFaults.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { ANYWHERE, LEAK_PLACES, MACHINE_PLACES, placeShares } from '../leaks/leakPlaces.ts'
import { type LeakState, seenIn, WET_ANYWAY } from '../leaks/leakStates.ts'
import { PHASE_WATCH } from '../leaks/phaseWatch.ts'
import { TRAIL_ANYHOW } from '../leaks/weighFindings.ts'
import type { FaultWay } from './faultWays.ts'
import { lookShares, soundShares } from './weighLooks.ts'
import type { Weighed } from './weighVisit.ts'

/** A look worth making: what it is expected to tell of the faults, and what its likeliest answers would point to. */
export interface NextLook {
  /** A check, or the watching of a phase. */
  check: CheckId | 'watch'
  phase: LeakPhase | null
  minutes: number
  gainBits: number
  why: Message
}

interface Candidate {
  check: CheckId | 'watch'
  phase: LeakPhase | null
  minutes: number
  outcomes: readonly Message[]
  /** Chances of its outcomes with one way, two or none. */
  shares: (first: number, second: number) => ArrayLike<number>
}

/** Below this a look is not worth the walk, bits. */
const WORTH_BITS = 0.02
/** Places named inside before another look along the path is not offered any more. */
const LOOKS_INSIDE = 3
const INSIDE_MIN = 14

/**
 * The looks that tell most of the faults per minute, best first: what each would show is foretold by the same chances that weigh it when it
 * is made.
 */
export function nextLooks(machine: MachineSpec, weighed: Weighed): NextLook[] {
  const { found, observations, parts } = weighed
  const sets = setsOf(weighed)
  return [
    ...choices(machine, weighed, observations, parts),
    ...phases(weighed, found),
    ...waterInside(machine, weighed, found),
  ]
    .map((candidate) => worthOf(candidate, sets))
    .filter(({ gainBits }) => gainBits >= WORTH_BITS)
    .sort((a, b) => b.gainBits / (b.minutes + EACH_LOOK_MIN) - a.gainBits / (a.minutes + EACH_LOOK_MIN))
}

/** Hypotheses put together by the faults that are there. */
interface FaultSet {
  faults: readonly string[]
  p: number
  hypotheses: Weighed['belief']['hypotheses']
}
function setsOf({ ways, belief }: Weighed): FaultSet[] {
  const sets = new Map<string, FaultSet>()
  for (const one of belief.hypotheses) {
    const faults = [one.first, one.second]
      .filter((n) => n !== NO_FAULT)
      .map((n) => (ways[n] as FaultWay).card.id)
      .sort()
    const set = sets.get(faults.join(' ')) ?? { faults, p: 0, hypotheses: [] }
    set.p += one.p
    set.hypotheses.push(one)
    sets.set(faults.join(' '), set)
  }
  const total = [...sets.values()].reduce((sum, { p }) => sum + p, 0)
  return [...sets.values()].map((set) => ({ ...set, p: set.p / total }))
}

function worthOf(candidate: Candidate, sets: readonly FaultSet[]): NextLook {
  const { check, phase, minutes, outcomes } = candidate
  const rows = sets.map(({ hypotheses }) => {
    const row = new Float64Array(outcomes.length)
    let total = 0
    for (const { first, second, p } of hypotheses) {
      const shares = candidate.shares(first, second)
      for (let k = 0; k < row.length; k++) row[k] = (row[k] ?? Number.NaN) + p * (shares[k] ?? Number.NaN)
      total += p
    }
    return row.map((x) => x / total)
  })
  const answers = outcomes
    .map((name, k) => {
      const joint = sets.map(({ p }, n) => p * (rows[n]?.[k] ?? Number.NaN))
      const probability = joint.reduce((a, b) => a + b, 0)
      const leads = joint.indexOf(Math.max(...joint))
      return { name, probability, leads: sets[leads] as FaultSet }
    })
    .filter(({ probability }) => probability > 0.06)
    .sort((a, b) => b.probability - a.probability)
  return {
    check,
    phase,
    minutes,
    gainBits: informationGainBits(
      Float64Array.from(sets, ({ p }) => p),
      rows,
    ),
    why: whyOf(answers),
  }
}

function whyOf(answers: readonly { name: Message; leads: FaultSet }[]): Message {
  const [first, second] = answers.filter(
    (one, n) => answers.findIndex((other) => other.leads === one.leads) === n,
  )
  if (!first) return message('look.settles')
  const one = { outcome: first.name, fault: nameOf(first.leads) }
  return second
    ? message('look.points-to-two', { ...one, other: second.name, otherFault: nameOf(second.leads) })
    : message('look.points-to', one)
}

function nameOf({ faults: [first, second] }: FaultSet): Message {
  if (first === undefined) return message('fault.none')
  return second === undefined
    ? message(`fault.${first}`)
    : message('look.both', { first: message(`fault.${first}`), second: message(`fault.${second}`) })
}

/** Choices that this machine has and nobody has made yet. */
function choices(
  machine: MachineSpec,
  { ways }: Weighed,
  observations: readonly Observation[],
  parts: readonly Part[],
): Candidate[] {
  const made = new Set(observations.map(({ check }) => check))
  return (Object.keys(SOUND_LOOKS) as CheckId[])
    .filter((check) => !made.has(check) && check !== 'hose-off-at-pump' && checkApplies(check, machine))
    .map((check) => {
      const sound = soundShares(check, machine.family) as Readonly<Record<string, number>>
      const shares = lookShares(ways, check, sound, null)
      const values = Object.keys(sound)
      const at = parts.find(({ id }) => id === partsOfCheck(check)[0])
      // Drum, motor and sound are judged from outside, whatever part they speak about.
      const reach = OUTSIDE.includes(check) ? 0 : (at?.access.minutes ?? 0)
      return {
        check,
        phase: null,
        minutes: minutesOf(check) + reach,
        outcomes: values.map((value) => message(`check.${check}.${value}`)),
        shares: (i, j) => {
          const of = shares(i, j)
          return values.map((value) => of[value] ?? Number.NaN)
        },
      }
    })
}
const OUTSIDE: readonly CheckId[] = [
  'bearing.noise',
  'tub.spins',
  'motor.heard',
  'pump.sound',
  'stream.look',
  'machine.starts',
  'display.fault',
  'fill.temperature',
  'water-when-off',
  'plug-out-in-fill',
  'suds.seen',
  'tap.look',
  'door-opening-spill',
]

function phases({ ways, leaks }: Weighed, found: LeakFindings): Candidate[] {
  const seen = seenIn(leaks, found.levelMm)
  return LEAK_PHASES.filter((phase) => !['wet', 'dry'].includes(found.phases[phase])).map((phase) => {
    const of = (n: number) => {
      const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
      return leak === NO_FAULT ? 0 : (seen[phase][leak] ?? Number.NaN)
    }
    return {
      check: 'watch',
      phase,
      minutes: PHASE_WATCH[phase].minutes,
      outcomes: ['wet', 'dry'].map((one) => message('look.seen', { seen: one })),
      shares: (i, j) => {
        const wet = 1 - (1 - of(i)) * (1 - of(j)) * (1 - WET_ANYWAY)
        return [wet, 1 - wet]
      },
    }
  })
}

/** Where the water shows inside, and what it leaves. */
function waterInside(machine: MachineSpec, { ways, leaks }: Weighed, found: LeakFindings): Candidate[] {
  const mixed =
    (of: (leak: LeakState) => ArrayLike<number>, none: ArrayLike<number>) =>
    (first: number, second: number) => {
      const rows = [first, second].flatMap((n) => {
        const leak = n === NO_FAULT ? NO_FAULT : (ways[n] as FaultWay).leak
        return leak === NO_FAULT ? [] : [of(leaks[leak] as LeakState)]
      })
      const [a, b] = rows
      if (!a) return none
      return b ? Array.from(none, (_, k) => ((a[k] ?? Number.NaN) + (b[k] ?? Number.NaN)) / 2) : a
    }
  const out: Candidate[] = []
  const inside: readonly string[] = MACHINE_PLACES
  if (found.places.filter(({ place }) => inside.includes(place)).length < LOOKS_INSIDE) {
    const known = new Map<string, Float64Array>()
    const of = ({ fault }: LeakState) => {
      const shares = known.get(fault) ?? placeShares(machine.family, fault, machine.construction ?? null)
      known.set(fault, shares)
      return shares
    }
    out.push({
      check: 'leak.place',
      phase: null,
      minutes: INSIDE_MIN,
      outcomes: LEAK_PLACES.map((place) => message(`check.leak.place.${place}`)),
      shares: mixed(of, ANYWHERE),
    })
  }
  if (LEAK_PHASES.some((phase) => found.phases[phase] === 'wet') && found.trails.length === 0)
    out.push({
      check: 'leak.trail',
      phase: null,
      minutes: 1,
      outcomes: TRAILS.map((trail) => message(`check.leak.trail.${trail}`)),
      shares: mixed(({ facts }) => facts.trails, TRAIL_ANYHOW),
    })
  return out
}
