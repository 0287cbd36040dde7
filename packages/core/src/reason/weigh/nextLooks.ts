import type { MachineSpec } from '../../machine/machineSpec.ts'
import { type Message, message } from '../../message.ts'
import { type Gate, gateOf } from '../../state/gates.ts'
import type { MachineState } from '../../state/machineState.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { informationGainBits } from '../diagnosis/bayes.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { checkLooks } from './checkLooks.ts'
import type { FaultWay } from './faultWays.ts'
import { leakLooks } from './leakLooks.ts'
import type { PossibleLook } from './possibleLook.ts'
import { runLooks } from './runLooks.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** A look worth making: what it is expected to tell of the faults, and what its likeliest answers would point to. */
export interface NextLook extends Omit<PossibleLook, 'outcomes' | 'shares' | 'byFault'> {
  gainBits: number
  why: Message
  /** The likeliest answer after which something else leads; null = the same leads whatever it shows. */
  turns: Message | null
}

/** Looks are foretold for the likeliest of what may be wrong, up to this share of all. */
const FORETOLD_MASS = 0.997
/** Two at once are told apart from one from this share on. */
const PAIR_COUNTS = 0.02

const foretold = new WeakMap<Weighed, readonly PossibleLook[]>()

/** Every look that could be made and was not, with what it would show. */
export function possibleLooks(visit: WeighedCase, weighed: Weighed): readonly PossibleLook[] {
  const looks = foretold.get(weighed) ?? [
    ...checkLooks(visit, weighed),
    ...leakLooks(visit, weighed),
    ...runLooks(visit, weighed),
  ]
  foretold.set(weighed, looks)
  return looks
}

/** One of those by its id; null = it is made already, or cannot be. Runs take the longest to foretell: they are asked last. */
export function possibleLook(visit: WeighedCase, weighed: Weighed, id: string): PossibleLook | null {
  const known = foretold.get(weighed)
  if (known) return known.find((look) => look.id === id) ?? null
  for (const looks of [checkLooks, leakLooks, runLooks]) {
    const found = looks(visit, weighed).find((look) => look.id === id)
    if (found) return found
  }
  return null
}

/** Looks that may be made with the machine as it stands, and the best of those that may not, each with what stands in the way. */
export function allowedLooks(
  looks: readonly NextLook[],
  machine: MachineSpec,
  state: MachineState,
  nowMs: number,
): { open: NextLook[]; shut: { look: NextLook; gate: Gate }[] } {
  const open: NextLook[] = []
  const shut: { look: NextLook; gate: Gate }[] = []
  for (const look of looks) {
    const gate = look.acts.map((act) => gateOf(act, machine, state, nowMs)).find((g) => !g.open)
    if (gate) shut.push({ look, gate })
    else open.push(look)
  }
  return { open, shut }
}

/** Hypotheses put together by the faults that are there. */
export interface FaultSet {
  faults: readonly FaultId[]
  p: number
  hypotheses: Hypothesis[]
  /** The same with one for all that have the same faults on the same sides. */
  kinds: Hypothesis[]
}
type Hypothesis = Weighed['belief']['hypotheses'][number]

const putTogether = new WeakMap<Weighed, readonly FaultSet[]>()

/** Everything that may be wrong, put together by the faults that are there; each with its share. */
export function setsOf(weighed: Weighed): readonly FaultSet[] {
  const known = putTogether.get(weighed)
  if (known) return known
  const { ways, belief } = weighed
  const countsAs = whatCounts(weighed)
  const sets = new Map<string, FaultSet>()
  const kinds = new Map<string, Hypothesis>()
  let mass = 0
  for (const one of [...belief.hypotheses].sort((a, b) => b.p - a.p)) {
    if (mass > FORETOLD_MASS) break
    mass += one.p
    const faults = countsAs(one)
    const set = sets.get(faults.join(' ')) ?? { faults, p: 0, hypotheses: [], kinds: [] }
    sets.set(faults.join(' '), set)
    set.p += one.p
    set.hypotheses.push(one)
    const kind = waysIn(ways, one)
      .map(({ card, tap, rests }) => `${card.id} ${tap} ${rests}`)
      .join(' ')
    const known = kinds.get(kind)
    if (known) known.p += one.p
    else {
      const first = { ...one }
      kinds.set(kind, first)
      set.kinds.push(first)
    }
  }
  const total = [...sets.values()].reduce((sum, { p }) => sum + p, 0)
  const all = [...sets.values()].map((set) => ({ ...set, p: set.p / total }))
  putTogether.set(weighed, all)
  return all
}

const waysIn = (ways: readonly FaultWay[], { first, second }: Hypothesis): FaultWay[] =>
  [first, second].filter((n) => n !== NO_FAULT).map((n) => ways[n] as FaultWay)

/**
 * The faults that a hypothesis counts as: two at once only where they are likely enough to be worth telling, else the likelier of the two.
 * That there may be a second fault beside the first, one of many, is nothing that a look is made for.
 */
export function whatCounts({ ways, belief }: Weighed): (one: Hypothesis) => FaultId[] {
  const idsOf = (one: Hypothesis) =>
    waysIn(ways, one)
      .map(({ card }) => card.id)
      .sort()
  const mass = new Map<string, number>()
  for (const one of belief.hypotheses) {
    const key = idsOf(one).join(' ')
    mass.set(key, (mass.get(key) ?? 0) + one.p)
  }
  return (one) => {
    const ids = idsOf(one)
    const [a, b] = ids
    if (a === undefined || b === undefined || (mass.get(ids.join(' ')) ?? 0) >= PAIR_COUNTS) return ids
    return [(mass.get(a) ?? 0) >= (mass.get(b) ?? 0) ? a : b]
  }
}

const added = new WeakMap<PossibleLook, { sets: readonly FaultSet[]; rows: readonly Float64Array[] }>()

/** Chances of a look's outcomes for each set of faults, over the ways in which it may be there. */
export function rowsOf(look: PossibleLook, sets: readonly FaultSet[]): readonly Float64Array[] {
  const known = added.get(look)
  if (known?.sets === sets) return known.rows
  const { outcomes, shares, byFault } = look
  const rows = sets.map(({ hypotheses, kinds }) => {
    const row = new Float64Array(outcomes.length)
    let total = 0
    for (const { first, second, p } of byFault ? kinds : hypotheses) {
      const of = shares(first, second)
      for (let k = 0; k < row.length; k++) row[k] = (row[k] ?? Number.NaN) + p * (of[k] ?? Number.NaN)
      total += p
    }
    return row.map((x) => x / total)
  })
  added.set(look, { sets, rows })
  return rows
}

/** What a look tells of the faults, and what its likeliest answers would point to. @param rows - Chances of its outcomes for each set. */
export function tellsOf(
  outcomes: readonly Message[],
  sets: readonly FaultSet[],
  rows: readonly Float64Array[],
): Pick<NextLook, 'gainBits' | 'why' | 'turns'> {
  const answers = answersOf(outcomes, sets, rows)
  return {
    gainBits: informationGainBits(
      sets.map(({ p }) => p),
      rows,
    ),
    why: whyOf(answers),
    turns: turnsOf(answers, sets),
  }
}

/** Answers less likely than this are not spoken of. */
const TOLD_SHARE = 0.06
/** All answers that lead to the same faults, told by the likeliest of them. */
interface Answer {
  name: Message
  probability: number
  leads: FaultSet
}

/** What the answers point to, likeliest first. */
function answersOf(
  outcomes: readonly Message[],
  sets: readonly FaultSet[],
  rows: readonly Float64Array[],
): Answer[] {
  const byLead = new Map<number, { name: Message; most: number; probability: number }>()
  outcomes.forEach((name, k) => {
    const joint = sets.map(({ p }, n) => p * (rows[n]?.[k] ?? Number.NaN))
    const probability = joint.reduce((a, b) => a + b, 0)
    const lead = joint.indexOf(Math.max(...joint))
    const before = byLead.get(lead) ?? { name, most: 0, probability: 0 }
    byLead.set(lead, {
      name: probability > before.most ? name : before.name,
      most: Math.max(probability, before.most),
      probability: before.probability + probability,
    })
  })
  return [...byLead]
    .map(([lead, { name, probability }]) => ({ name, probability, leads: sets[lead] as FaultSet }))
    .sort((a, b) => b.probability - a.probability)
}

function whyOf(answers: readonly Answer[]): Message {
  const [first, second] = answers.filter(({ probability }) => probability > TOLD_SHARE)
  if (!first) return message('look.settles')
  const one = { outcome: first.name, fault: nameOf(first.leads) }
  return second
    ? message('look.points-to-two', { ...one, other: second.name, otherFault: nameOf(second.leads) })
    : message('look.points-to', one)
}

function turnsOf(answers: readonly Answer[], sets: readonly FaultSet[]): Message | null {
  const now = sets.reduce((a, b) => (b.p > a.p ? b : a))
  const other = answers.find(
    ({ leads, probability }) =>
      probability > TOLD_SHARE / 3 &&
      leads !== now &&
      // Another beside what leads now does not put it out of the lead.
      !(now.faults.length > 0 && now.faults.every((fault) => leads.faults.includes(fault))),
  )
  return other ? message('look.turns', { outcome: other.name, fault: nameOf(other.leads) }) : null
}

function nameOf({ faults: [first, second] }: FaultSet): Message {
  if (first === undefined) return message('fault.none')
  return second === undefined
    ? message(`fault.${first}`)
    : message('look.both', { first: message(`fault.${first}`), second: message(`fault.${second}`) })
}
