import { PANELS } from '../src/machine/access.ts'
import type { RandomSource } from '../src/numeric/random.ts'
import type { FaultId } from '../src/reason/catalogue/faultCard.ts'
import type { Waterworks } from '../src/reason/planning/changes.ts'
import type { Needs } from '../src/reason/planning/needs.ts'
import { costOf, planNext, stepsFrom } from '../src/reason/planning/planNext.ts'
import type { PlannedLook, PossibleAct, Problem } from '../src/reason/planning/problem.ts'
import type { WorkState } from '../src/reason/planning/workState.ts'
import { Reckoner, WRONG_ACT_MIN } from '../src/reason/planning/worth.ts'

/** Problems small enough to be searched to the end: what the planner does is held against the best that can be done. */
const FAULTS: readonly FaultId[] = [
  'pump.worn',
  'coin-trap.blocked',
  'drive-belt.off',
  'lid-switch.failed',
  'inlet-screen.clogged',
  'bellows.leak',
]
const CHECKS = [
  'pump.sound',
  'trap.look',
  'belt.look',
  'lid-switch.continuity',
  'screens.look',
  'bellows.look',
] as const

export const START: WorkState = {
  mainsOn: true,
  frameMayBeLive: false,
  waterL: 12,
  panelsOff: [],
  tilted: false,
  capOpen: false,
  hoseEnd: 'standpipe',
  taps: { cold: 'open', hot: 'open' },
  containedL: 0,
  competent: true,
  lock: 'free',
  pumpHotMin: 0,
  beside: null,
}
export const WATER: Waterworks = {
  fullL: 12,
  lipL: 40,
  residueL: 1,
  fillMin: (fromL) => (12 - fromL) / 6,
  outMin: (fromL, ownPump) => (ownPump ? 1 : 4) + fromL / 10,
}

export function look(
  id: (typeof CHECKS)[number],
  needs: Needs,
  rows: readonly (readonly number[])[],
): PlannedLook {
  const outcomes = rows[0]?.length ?? 0
  return {
    look: {
      id,
      what: { kind: 'check', check: id },
      name: { id: `check.${id}`, values: {} },
      minutes: 0,
      by: null,
      acts: [],
      outcomes: [],
      byFault: true,
      shares: () => [],
    },
    needs,
    rows: rows.map((row) => Float64Array.from(row)),
    outcomes,
    table: Float64Array.from(rows.flat()),
  }
}

export function problem(
  p: readonly number[],
  looks: readonly PlannedLook[],
  actMinutes: readonly number[],
): Problem {
  const sets = p.map((share, n) => ({ faults: [FAULTS[n] as FaultId], p: share, hypotheses: [], kinds: [] }))
  const acts = actMinutes.map(
    (minutes, a): PossibleAct => ({
      act: 'replace',
      part: 'pump',
      minutes,
      costMin: minutes,
      cures: Float64Array.from(p, (_, n) => (n === a ? 1 : 0)),
    }),
  )
  return { sets, p: Float64Array.from(p), looks, acts }
}

/**
 * A problem drawn at random: up to six faults, up to six looks, each with what it wants of the machine.
 * @param waits - Its first look goes on by itself for most of its minutes.
 */
export function drawn(random: RandomSource, most = 5, waits = false): Problem {
  const between = (lo: number, hi: number) => lo + (hi - lo) * random()
  const faults = 2 + Math.floor(random() * (most - 1))
  const weights = Array.from({ length: faults }, () => -Math.log(random()))
  const total = weights.reduce((a, b) => a + b, 0)
  const count = 2 + Math.floor(random() * (most - 1))
  const looks = CHECKS.slice(0, count).map((id, which) => {
    const long = between(6, 12)
    const needs: Needs =
      waits && which === 0
        ? { doing: long, handsFreeMin: long - 1, water: 'in' }
        : ({
            doing: between(0.5, 6),
            ...(random() < 0.5 ? { mains: random() < 0.5 ? 'on' : 'off' } : {}),
            ...(random() < 0.4 ? { panel: PANELS[Math.floor(random() * 6)] as (typeof PANELS)[number] } : {}),
            ...(random() < 0.4 ? { water: random() < 0.5 ? 'in' : 'out' } : {}),
          } as Needs)
    const found = between(0.6, 0.98)
    const rows = weights.map((_, n) => {
      const seen = random() < 0.4 || n === Math.floor(random() * faults) ? found : between(0.02, 0.2)
      return [seen, 1 - seen]
    })
    return look(id, needs, rows)
  })
  return problem(
    weights.map((w) => w / total),
    looks,
    weights.map(() => between(5, 60)),
  )
}

const after = ({ outcomes, table }: PlannedLook, p: Float64Array, k: number) => {
  const joint = p.map((x, n) => x * (table[n * outcomes + k] ?? 0))
  const q = joint.reduce((a, b) => a + b, 0)
  return { q, p: joint.map((x) => x / q) }
}
/** What does not end it costs the visit more, and what ends it is done after that. Each act ends one fault here. */
const actNow = ({ acts }: Problem, p: Float64Array) =>
  Math.min(
    ...acts.map(({ minutes, cures }) =>
      p.reduce(
        (sum, x, n) => sum + x * (1 - (cures[n] ?? 0)) * (WRONG_ACT_MIN + (acts[n]?.minutes ?? 0)),
        minutes,
      ),
    ),
  )

/** What is still to be read: it goes on by itself, and nobody knows yet what it shows. */
type Waiting = PlannedLook | null
/** Minutes from here on, by the belief, the machine, what can still be looked at, and what is waited for. */
type Onward = (p: Float64Array, state: WorkState, left: readonly PlannedLook[], waiting: Waiting) => number

/** Mean of what follows over the answers of a look. @param enough - It is given up where it comes to more. */
function overAnswers(
  one: PlannedLook,
  p: Float64Array,
  then: (p: Float64Array) => number,
  enough = Number.POSITIVE_INFINITY,
): number {
  let minutes = 0
  for (let k = 0; k < one.outcomes && minutes < enough; k++) {
    const answer = after(one, p, k)
    if (answer.q > 0) minutes += answer.q * then(answer.p)
  }
  return minutes
}

/** Expected minutes of the best that can be done, by going through everything. */
export function optimum(all: Problem): number {
  const best: Onward = (p, state, left, waiting) => {
    let least = waiting
      ? overAnswers(waiting, p, (then) => best(then, { ...state, beside: null }, left, null))
      : actNow(all, p)
    const steps = stepsFrom({ ...all, looks: left }, state, WATER)
    for (const step of steps) {
      if (!step || (waiting && !step.beside)) continue
      const others = left.filter((other) => other !== step.planned)
      const goesOn = step.planned.needs.handsFreeMin !== undefined
      const onward = (then: Float64Array) => best(then, step.after, others, goesOn ? step.planned : waiting)
      const cost = costOf(step)
      const minutes = cost + (goesOn ? onward(p) : overAnswers(step.planned, p, onward, least - cost))
      least = Math.min(least, minutes)
    }
    return least
  }
  return best(all.p, START, all.looks, null)
}

/** Expected minutes of what the planner says at each turn. */
export function planned(all: Problem): number {
  const told: Onward = (p, state, left, waiting) => {
    const now = { ...all, p, looks: left }
    const { steps, stop } = planNext(now, state, WATER, 0, new Reckoner(now), 0)
    const step = steps[0]
    if (waiting && !step?.beside)
      return overAnswers(waiting, p, (then) => told(then, { ...state, beside: null }, left, null))
    if (!step || (stop && !waiting)) return actNow(all, p)
    const others = left.filter((other) => other !== step.planned)
    const goesOn = step.planned.needs.handsFreeMin !== undefined
    const onward = (then: Float64Array) => told(then, step.after, others, goesOn ? step.planned : waiting)
    return costOf(step) + (goesOn ? onward(p) : overAnswers(step.planned, p, onward))
  }
  return told(all.p, START, all.looks, null)
}
