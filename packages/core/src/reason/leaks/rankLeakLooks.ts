import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import { figureOf, type Message, message } from '../../message.ts'
import { type ActId, type Gate, gateOf } from '../../state/gates.ts'
import type { MachineState } from '../../state/machineState.ts'
import { checkApplies } from '../checks/applies.ts'
import { checkFacts } from '../checks/checks.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { minutesOf } from '../checks/minutes.ts'
import { type Evidence, NO_FAULT } from '../diagnosis/causes.ts'
import { type PossibleLook, type WorthOfLook, worthOfLooks } from '../diagnosis/nextLook.ts'
import type { LeakDiagnosis } from './diagnoseLeak.ts'
import { type LeakFaultId, TRAILS } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import { ANYWHERE, LEAK_PLACES, MACHINE_PLACES, placeShares } from './leakPlaces.ts'
import { type LeakState, leaksIn, NOTICED, reached, WET_ANYWAY } from './leakStates.ts'
import { LOOK_LIKELIHOODS, lookShares } from './lookLikelihoods.ts'
import { PHASE_WATCH } from './phaseWatch.ts'
import { TRAIL_ANYHOW } from './weighFindings.ts'

/** Finding the level at which the drip stops, minutes. */
const STOP_LEVEL_MIN = minutesOf('leak.stop-level')

/** What to look at next. */
export interface LeakLook {
  id: string
  /** A phase to watch, or a check to make. */
  what: { kind: 'phase'; phase: LeakPhase } | { kind: 'check'; check: CheckId }
  name: Message
  minutes: number
  gainBits: number
  /** What it would decide. */
  why: Message
  /** How to get at it; null = nothing to say. */
  by: Message | null
  acts: readonly ActId[]
}
type Facts = Omit<LeakLook, 'gainBits' | 'why' | 'minutes'>

/** Places named inside before another look along the path is not offered any more. */
const LOOKS_INSIDE = 3
/** Below this a look is not worth the walk, bits. */
const WORTH_BITS = 0.02

/**
 * The looks worth making, by information per minute, getting there included; what was made is left out.
 * @param panelsOpen - A panel that is off costs no minutes.
 */
export function rankLeakLooks(
  machine: MachineSpec,
  found: LeakFindings,
  diagnosis: LeakDiagnosis,
  panelsOpen = false,
): LeakLook[] {
  const facts = new Map<string, Facts>()
  const looks: PossibleLook[] = []
  const add: Add = (fact, minutes, outcomes) => {
    facts.set(fact.id, fact)
    looks.push({ id: fact.id, minutes, outcomes })
  }
  phaseLooks(found, diagnosis, add)
  checkLooks(machine, found, diagnosis, panelsOpen, add)
  placeLooks(machine, found, diagnosis, panelsOpen, add)
  heightLook(found, diagnosis, add)
  return worthOfLooks(diagnosis.causes, diagnosis.p, looks)
    .filter((worth) => worth.gainBits >= WORTH_BITS)
    .map(
      (worth): LeakLook => ({
        ...(facts.get(worth.id) as Facts),
        minutes: worth.minutes,
        gainBits: worth.gainBits,
        why: whyOf(worth, diagnosis),
      }),
    )
}

/** Looks that may be made with the machine as it stands, and the best of those that may not, each with what stands in the way. */
export function allowedLooks(
  looks: readonly LeakLook[],
  machine: MachineSpec,
  state: MachineState,
  nowMs: number,
): { open: LeakLook[]; shut: { look: LeakLook; gate: Gate }[] } {
  const open: LeakLook[] = []
  const shut: { look: LeakLook; gate: Gate }[] = []
  for (const look of looks) {
    const gate = look.acts.map((act) => gateOf(act, machine, state, nowMs)).find((g) => !g.open)
    if (gate) shut.push({ look, gate })
    else open.push(look)
  }
  return { open, shut }
}

type Add = (fact: Facts, minutes: number, outcomes: PossibleLook['outcomes']) => void
const binary = (yes: string, no: string, p: Evidence['likelihood']): PossibleLook['outcomes'] => [
  { name: yes, evidence: { likelihood: p } },
  { name: no, evidence: { likelihood: (i, j) => 1 - p(i, j) } },
]

function phaseLooks(found: LeakFindings, { states }: LeakDiagnosis, add: Add): void {
  for (const phase of LEAK_PHASES) {
    if (found.phases[phase] === 'wet' || found.phases[phase] === 'dry') continue
    const seen = states.map((s) => leaksIn(s, phase, found.levelMm) * (NOTICED[s.amount] ?? Number.NaN))
    const of = (s: number) => (s === NO_FAULT ? 0 : (seen[s] ?? Number.NaN))
    add(
      {
        id: `phase:${phase}`,
        what: { kind: 'phase', phase },
        name: message('look.watch', { phase }),
        by: message('look.wiped-dry'),
        acts: PHASE_WATCH[phase].acts,
      },
      PHASE_WATCH[phase].minutes,
      binary('wet', 'dry', (i, j) => 1 - (1 - of(i)) * (1 - of(j)) * (1 - WET_ANYWAY)),
    )
  }
}
function gettingAt(
  parts: readonly Part[],
  at: string,
  panelsOpen: boolean,
): { minutes: number; by: Message | null; acts: ActId[] } {
  const access = parts.find((part) => part.id === at)?.access
  if (!access || access.needs === 'nothing')
    return { minutes: access?.minutes ?? 0, by: access ? message(`access.${access.by}`) : null, acts: [] }
  if (access.needs === 'open-panel' && panelsOpen)
    return { minutes: 0, by: message('look.panel-off'), acts: [] }
  return { minutes: access.minutes, by: message(`access.${access.by}`), acts: [access.needs] }
}

function checkLooks(
  machine: MachineSpec,
  found: LeakFindings,
  { states, parts }: LeakDiagnosis,
  panelsOpen: boolean,
  add: Add,
): void {
  const faultOf = (s: number): LeakFaultId | null => (s === NO_FAULT ? null : (states[s] as LeakState).fault)
  for (const [check, look] of Object.entries(LOOK_LIKELIHOODS)) {
    if (found.looks.some((made) => made.check === check)) continue
    if (!parts.some((part) => part.id === look.at)) continue
    const facts = checkFacts(check)
    if (!checkApplies(facts.id, machine)) continue
    // Drum and sound are judged from outside, whatever part they speak about.
    const outside = check === 'bearing.noise' || check === 'tub.spins'
    const reach = outside ? { minutes: 0, by: null, acts: [] } : gettingAt(parts, look.at, panelsOpen)
    add(
      {
        id: check,
        what: { kind: 'check', check: facts.id },
        name: message(`check.${check}`),
        by: reach.by,
        acts: [...new Set([...reach.acts, ...(facts.act ? [facts.act] : [])])],
      },
      facts.minutes + reach.minutes,
      look.outcomes.map((name, k) => ({
        name,
        evidence: {
          byFault: true,
          likelihood: (i, j) => lookShares(look, faultOf(i), faultOf(j))[k] as number,
        },
      })),
    )
  }
}

/** Where the water shows inside, and what it leaves. */
function placeLooks(
  machine: MachineSpec,
  found: LeakFindings,
  { states }: LeakDiagnosis,
  panelsOpen: boolean,
  add: Add,
): void {
  const share =
    (rows: readonly ArrayLike<number>[], none: ArrayLike<number>, k: number) => (i: number, j: number) =>
      i === NO_FAULT
        ? (none[k] ?? Number.NaN)
        : j === NO_FAULT
          ? (rows[i]?.[k] as number)
          : ((rows[i]?.[k] as number) + (rows[j]?.[k] as number)) / 2
  const inside: readonly string[] = MACHINE_PLACES
  if (found.places.filter(({ place }) => inside.includes(place)).length < LOOKS_INSIDE) {
    const rows = states.map((s) => placeShares(machine.family, s.fault, machine.construction ?? null))
    add(
      {
        id: 'leak.place',
        what: { kind: 'check', check: 'leak.place' },
        name: message('look.torch'),
        by: message(panelsOpen ? 'look.panel-off' : 'look.a-panel-off'),
        acts: panelsOpen ? [] : ['open-panel'],
      },
      panelsOpen ? 4 : 14,
      LEAK_PLACES.map((name, k) => ({
        name,
        evidence: { byFault: true, likelihood: share(rows, ANYWHERE, k) },
      })),
    )
  }
  const anyWet = LEAK_PHASES.some((phase) => found.phases[phase] === 'wet')
  if (anyWet && found.trails.length === 0) {
    const rows = states.map((s) => s.facts.trails)
    add(
      {
        id: 'leak.trail',
        what: { kind: 'check', check: 'leak.trail' },
        name: message('look.trail'),
        by: message('access.outside'),
        acts: [],
      },
      1,
      TRAILS.map((name, k) => ({
        name,
        evidence: { byFault: true, likelihood: share(rows, TRAIL_ANYHOW, k) },
      })),
    )
  }
}

/** The level at which the drip stops, in steps of height. */
function heightLook(found: LeakFindings, { states }: LeakDiagnosis, add: Add): void {
  if (found.height || found.phases.hold === 'dry') return
  const steps = Array.from({ length: 9 }, (_, n) => -120 + ((found.levelMm + 120) * n) / 8)
  const bin = states.map((s) => {
    const act = s.facts.standing ? reached(s, found.levelMm) : 0
    const middle = (s.loMm + s.hiMm) / 2
    const at = steps.findIndex(
      (step, n) =>
        middle < (steps[n + 1] ?? Number.POSITIVE_INFINITY) && middle >= step - (n === 0 ? 900 : 0),
    )
    return { act, at: Math.min(7, Math.max(0, at)) }
  })
  const nothing = 8
  const of = (s: number, k: number) => {
    const b = s === NO_FAULT ? { act: 0, at: 0 } : (bin[s] as { act: number; at: number })
    const here = k === nothing ? 0 : 0.85 * (k === b.at ? 1 : 0) + 0.15 / 8
    return b.act * here + (1 - b.act) * (k === nothing ? 0.93 : 0.07 / 8)
  }
  add(
    {
      id: 'leak.stop-level',
      what: { kind: 'check', check: 'leak.stop-level' },
      name: message('look.stop-level'),
      by: message('look.lower-in-steps'),
      acts: ['let-water-in'],
    },
    STOP_LEVEL_MIN,
    Array.from({ length: 9 }, (_, k) => ({
      name:
        k === nothing
          ? GOES_ON
          : String(Math.round(((steps[k] ?? Number.NaN) + (steps[k + 1] ?? found.levelMm)) / 2)),
      evidence: {
        likelihood: (i: number, j: number) => (j === NO_FAULT ? of(i, k) : (of(i, k) + of(j, k)) / 2),
      },
    })),
  )
}

/** Outcome of a stop level that is not found: it drips at every level. Else outcomes are heights in mm. */
const GOES_ON = 'goes-on'

function setName(diagnosis: LeakDiagnosis, set: number): Message {
  const [first, second] = diagnosis.causes.sets[set] ?? []
  if (first === undefined) return message('look.no-leak')
  return second === undefined
    ? message(`fault.${first}`)
    : message('look.both', { first: message(`fault.${first}`), second: message(`fault.${second}`) })
}

function outcomeOf(look: string, outcome: string): Message {
  if (look.startsWith('phase:')) return message('look.seen', { seen: outcome })
  if (look !== 'leak.stop-level') return message(`check.${look}.${outcome}`)
  return outcome === GOES_ON
    ? message('look.goes-on')
    : message('look.about', { height: figureOf('level', Number(outcome)) })
}

/** What the outcomes would say: where two likely ones lead to different faults, both; else what it would make surer. */
function whyOf(worth: WorthOfLook, diagnosis: LeakDiagnosis): Message {
  const likely = worth.outcomes
    .filter((o) => o.probability > 0.06)
    .sort((a, b) => b.probability - a.probability)
  const [first, second] = likely.filter(
    (o, n) => likely.findIndex((other) => other.leadsTo === o.leadsTo) === n,
  )
  if (!first) return message('look.settles')
  const one = { outcome: outcomeOf(worth.id, first.name), fault: setName(diagnosis, first.leadsTo) }
  return second
    ? message('look.points-to-two', {
        ...one,
        other: outcomeOf(worth.id, second.name),
        otherFault: setName(diagnosis, second.leadsTo),
      })
    : message('look.points-to', one)
}
