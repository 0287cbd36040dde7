import { PANELS } from '../src/machine/access.ts'
import type { RandomSource } from '../src/numeric/random.ts'
import type { FaultId } from '../src/reason/catalogue/faultCard.ts'
import { changesFor, doneIn, type Waterworks } from '../src/reason/planning/changes.ts'
import type { Needs } from '../src/reason/planning/needs.ts'
import { EACH_STEP_MIN, planNext } from '../src/reason/planning/planNext.ts'
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

/** A problem drawn at random: up to six faults, up to six looks, each with what it wants of the machine. */
export function drawn(random: RandomSource, most = 5): Problem {
  const between = (lo: number, hi: number) => lo + (hi - lo) * random()
  const faults = 2 + Math.floor(random() * (most - 1))
  const weights = Array.from({ length: faults }, () => -Math.log(random()))
  const total = weights.reduce((a, b) => a + b, 0)
  const count = 2 + Math.floor(random() * (most - 1))
  const looks = CHECKS.slice(0, count).map((id) => {
    const needs: Needs = {
      doing: between(0.5, 6),
      ...(random() < 0.5 ? { mains: random() < 0.5 ? 'on' : 'off' } : {}),
      ...(random() < 0.4 ? { panel: PANELS[Math.floor(random() * 6)] as (typeof PANELS)[number] } : {}),
      ...(random() < 0.4 ? { water: random() < 0.5 ? 'in' : 'out' } : {}),
    } as Needs
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
const actNow = ({ acts }: Problem, p: Float64Array) =>
  Math.min(
    ...acts.map(
      ({ minutes, cures }) =>
        minutes + WRONG_ACT_MIN * (1 - p.reduce((sum, x, n) => sum + x * (cures[n] ?? 0), 0)),
    ),
  )

/** Expected minutes of the best that can be done, by going through everything. */
export function optimum(all: Problem, p = all.p, state = START, left = all.looks): number {
  let least = actNow(all, p)
  for (const one of left) {
    const way = changesFor(one.needs, state, WATER)
    if (!way) continue
    const done = doneIn(one.needs, way.before, WATER)
    let minutes = way.minutes + done.minutes + EACH_STEP_MIN
    for (let k = 0; k < one.outcomes && minutes < least; k++) {
      const then = after(one, p, k)
      if (then.q > 0)
        minutes +=
          then.q *
          optimum(
            all,
            then.p,
            done.after,
            left.filter((other) => other !== one),
          )
    }
    least = Math.min(least, minutes)
  }
  return least
}

/** Expected minutes of what the planner says at each turn. */
export function planned(all: Problem, p = all.p, state = START, left = all.looks): number {
  const now = { ...all, p, looks: left }
  const { steps, stop } = planNext(now, state, WATER, 0, new Reckoner(now), 0)
  const step = steps[0]
  if (stop || !step) return actNow(all, p)
  let minutes = step.minutes + EACH_STEP_MIN
  for (let k = 0; k < step.planned.outcomes; k++) {
    const then = after(step.planned, p, k)
    if (then.q > 0)
      minutes +=
        then.q *
        planned(
          all,
          then.p,
          step.after,
          left.filter((other) => other !== step.planned),
        )
  }
  return minutes
}
