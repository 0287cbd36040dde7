import { seededRandom } from '../../numeric/random.ts'
import { changesFor, doneIn, type Waterworks } from './changes.ts'
import { EACH_STEP_MIN, LEAST_SURE, stepsFrom } from './planNext.ts'
import type { Problem } from './problem.ts'
import { SCHOOLS, type SchoolId, schoolNext } from './schools.ts'
import type { WorkState } from './workState.ts'
import { type Reckoner, WRONG_ACT_MIN, worthOfLooks } from './worth.ts'

/** Visits drawn from the belief; the same for every order. */
const DRAWS = { planner: 12, school: 24 } as const
const MOST_STEPS = 30

/**
 * Minutes that an order is expected to take until it acts, being wrong included: visits are drawn from what is believed, each look answered
 * by its chances. All orders stop by the same certainty.
 */
export function expectedMinutes(
  problem: Problem,
  start: WorkState,
  water: Waterworks,
  unlisted: number,
  order: 'least-minutes' | SchoolId,
  reckoner: Reckoner,
): number {
  const random = seededRandom(20261127)
  const draws = order === 'least-minutes' ? DRAWS.planner : DRAWS.school
  let total = 0
  for (let d = 0; d < draws; d++) {
    // Evenly over the belief, so that few draws stand for all of it.
    const truth = quantile(problem.p, (d + 0.5) / draws)
    total += oneVisit(problem, start, water, unlisted, order, reckoner, truth, random)
  }
  return total / draws
}

function quantile(p: Float64Array, at: number): number {
  let x = at * p.reduce((a, b) => a + b, 0)
  for (let n = 0; n < p.length; n++) {
    x -= p[n] ?? 0
    if (x <= 0) return n
  }
  return p.length - 1
}

function oneVisit(
  problem: Problem,
  start: WorkState,
  water: Waterworks,
  unlisted: number,
  order: 'least-minutes' | SchoolId,
  reckoner: Reckoner,
  truth: number,
  random: () => number,
): number {
  let p = problem.p.map((x) => x * (1 - unlisted))
  let state = start
  let minutes = 0
  const left = new Set(problem.looks.keys())
  for (let n = 0; n < MOST_STEPS; n++) {
    const { act, cured } = reckoner.standing(p)
    if (cured >= LEAST_SURE + (1 - LEAST_SURE) / 2 || left.size === 0)
      return minutes + ((problem.acts[act]?.cures[truth] ?? 0) > 0.4 ? 0 : WRONG_ACT_MIN)
    const look =
      order === 'least-minutes'
        ? best(problem, state, water, p, reckoner, left)
        : bySchool(problem, order, left)
    if (look === null) return minutes + WRONG_ACT_MIN * (1 - cured)
    left.delete(look)
    const planned = problem.looks[look]
    const way = planned && changesFor(planned.needs, state, water)
    if (!planned || !way) continue
    const done = doneIn(planned.needs, way.before, water)
    minutes += way.minutes + done.minutes
    state = done.after
    const { outcomes, table } = planned
    let x = random()
    let k = 0
    for (; k < outcomes - 1; k++) {
      x -= table[truth * outcomes + k] ?? 0
      if (x <= 0) break
    }
    let mass = 0
    p = p.map((one, m) => one * (table[m * outcomes + k] ?? 0))
    for (const one of p) mass += one
    p = p.map((one) => (one / mass) * (1 - unlisted))
  }
  return minutes + WRONG_ACT_MIN
}

function best(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  p: Float64Array,
  reckoner: Reckoner,
  left: ReadonlySet<number>,
): number | null {
  const open = stepsFrom(problem, state, water)
  const minutes = open.map((step, n) =>
    step && left.has(n) ? step.minutes + EACH_STEP_MIN : Number.POSITIVE_INFINITY,
  )
  const worth = worthOfLooks(reckoner, p, minutes)
  let [at, least] = [-1, Number.POSITIVE_INFINITY]
  worth.forEach(({ toCome, gain }, n) => {
    if (gain > 0.005 && toCome < least) [at, least] = [n, toCome]
  })
  return at < 0 ? null : at
}

function bySchool(problem: Problem, order: SchoolId, left: ReadonlySet<number>): number | null {
  const open = [...left].map((index) => ({
    index,
    planned: problem.looks[index] as Problem['looks'][number],
  }))
  return schoolNext(SCHOOLS[order], open)?.index ?? null
}
