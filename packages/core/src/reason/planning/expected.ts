import type { OrderEntry } from '../../catalogue/orderEntries.ts'
import { seededRandom } from '../../numeric/random.ts'
import type { Waterworks } from './changes.ts'
import { costOf, LEAST_SURE, stepsFrom } from './planNext.ts'
import type { PlannedLook, Problem } from './problem.ts'
import { schoolSequence } from './schools.ts'
import type { WorkState } from './workState.ts'
import { type Reckoner, worthOfLooks } from './worth.ts'

/** Visits drawn from the belief; the same for every order. */
const DRAWS = { planner: 8, school: 16 } as const
const MOST_STEPS = { planner: 14, school: 40 } as const
/** Looks that the computed order chooses among here: those that told most for their minutes at the start. */
const CANDIDATES = 16
/** A visit that does not end by the right act costs so much more, min: somebody comes again. Estimate. */
const BAD_END_MIN = 60

/**
 * Minutes that an order is expected to take until it acts, and an hour more where it acts wrongly or does not come to an end: visits are
 * drawn from what is believed, each look answered by its chances. All orders stop by the same certainty.
 * @param order - The computed one, or a fixed one.
 */
export function expectedMinutes(
  problem: Problem,
  start: WorkState,
  water: Waterworks,
  unlisted: number,
  order: 'least-minutes' | readonly OrderEntry[],
  reckoner: Reckoner,
): number {
  const random = seededRandom(20261127)
  const among =
    order === 'least-minutes' ? candidates(problem, start, water, reckoner) : inOrderOf(problem, order)
  const first = new Set(among)
  const draws = order === 'least-minutes' ? DRAWS.planner : DRAWS.school
  let total = 0
  for (let d = 0; d < draws; d++) {
    // Evenly over the belief, so that few draws stand for all of it.
    const truth = quantile(problem.p, (d + 0.5) / draws)
    total += oneVisit(problem, start, water, unlisted, order, reckoner, truth, random, new Set(first))
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
  order: 'least-minutes' | readonly OrderEntry[],
  reckoner: Reckoner,
  truth: number,
  random: () => number,
  left: Set<number>,
): number {
  let p = problem.p.map((x) => x * (1 - unlisted))
  let state = start
  let minutes = 0
  /** What goes on by itself: nobody knows yet what it shows. */
  let waiting: PlannedLook | null = null
  const read = (planned: PlannedLook) => {
    p = answered(planned, p, truth, random).map((one) => one * (1 - unlisted))
  }
  const most = order === 'least-minutes' ? MOST_STEPS.planner : MOST_STEPS.school
  for (let n = 0; n < most; n++) {
    const { act, cured } = reckoner.standing(p)
    if (!waiting && (cured >= LEAST_SURE + (1 - LEAST_SURE) / 2 || left.size === 0))
      return minutes + ((problem.acts[act]?.cures[truth] ?? 0) > 0.4 ? 0 : BAD_END_MIN)
    // A set keeps its order: that of the school.
    const look =
      order === 'least-minutes' ? best(problem, state, water, p, reckoner, left) : (firstOf(left) ?? null)
    const step = look === null ? null : (stepsFrom(problem, state, water, new Set([look]))[look] ?? null)
    if (waiting && !step?.beside) {
      read(waiting)
      waiting = null
      state = { ...state, beside: null }
      continue
    }
    if (look === null) return minutes + BAD_END_MIN
    left.delete(look)
    if (!step) continue
    minutes += step.longerMin
    state = step.after
    if (step.planned.needs.handsFreeMin !== undefined && state.beside) waiting = step.planned
    else read(step.planned)
  }
  return minutes + BAD_END_MIN
}

/** The belief after a look at what is there; its answer is drawn by its chances. */
function answered(
  { outcomes, table }: PlannedLook,
  p: Float64Array,
  truth: number,
  random: () => number,
): Float64Array {
  let x = random()
  let k = 0
  for (; k < outcomes - 1; k++) {
    x -= table[truth * outcomes + k] ?? 0
    if (x <= 0) break
  }
  const joint = new Float64Array(p.length)
  let mass = 0
  for (let m = 0; m < joint.length; m++) {
    const both = (p[m] ?? 0) * (table[m * outcomes + k] ?? 0)
    joint[m] = both
    mass += both
  }
  for (let m = 0; m < joint.length; m++) joint[m] = (joint[m] ?? 0) / mass
  return joint
}

/** The looks that tell most for their minutes as things stand. */
function candidates(problem: Problem, state: WorkState, water: Waterworks, reckoner: Reckoner): number[] {
  const minutes = stepsFrom(problem, state, water).map(costOf)
  const perMinute = worthOfLooks(reckoner, problem.p, minutes).map(
    ({ gain }, n) => gain / (minutes[n] ?? Number.NaN),
  )
  return [...perMinute.keys()].sort((a, b) => (perMinute[b] ?? 0) - (perMinute[a] ?? 0)).slice(0, CANDIDATES)
}

function best(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  p: Float64Array,
  reckoner: Reckoner,
  left: ReadonlySet<number>,
): number | null {
  const open = stepsFrom(problem, state, water, left)
  const worth = worthOfLooks(reckoner, p, open.map(costOf))
  let [at, least] = [-1, Number.POSITIVE_INFINITY]
  worth.forEach(({ toCome, gain }, n) => {
    if (state.beside && !open[n]?.beside) return
    if (gain > 0.005 && toCome < least) [at, least] = [n, toCome]
  })
  return at < 0 ? null : at
}

/** Numbers of the looks in the order of a school. */
const inOrderOf = ({ looks }: Problem, order: readonly OrderEntry[]): number[] =>
  schoolSequence(
    order,
    looks.map((planned, index) => ({ planned, index })),
  ).map(({ index }) => index)

const firstOf = (left: ReadonlySet<number>): number | undefined => left.values().next().value
