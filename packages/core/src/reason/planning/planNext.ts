import { type Change, changesFor, doneIn, type Waterworks } from './changes.ts'
import type { PlannedLook, PossibleAct, Problem } from './problem.ts'
import type { WorkState } from './workState.ts'
import { jointWith, Reckoner, type Standing, worthOfLooks } from './worth.ts'

/** A look with what it costs from the machine's present state. */
export interface Step {
  planned: PlannedLook
  changes: readonly Change[]
  /** Changes and doing. */
  minutes: number
  doingMin: number
  after: WorkState
  gainBits: number
  /** Minutes still to come if it is made next, its own and the act among them. */
  toCome: number
  /** The same when acting follows at once. */
  thenAct: number
}
export interface Stop {
  act: PossibleAct
  /** How likely it ends what is wrong. */
  cured: number
  /** Expected minutes with it, its being wrong included. */
  expectedMin: number
}
export interface Next {
  /** Those that tell enough, best first. */
  steps: Step[]
  /** Every look that can be made, in no order. */
  all: Step[]
  /** Acting is worth more than any look; null = it is not. */
  stop: Stop | null
  /** Minutes still to come with the best look, or with acting at once where that is shorter or there is none. */
  toCome: number
}

/** Every look also costs getting up, wiping and saying it, min. Estimate. */
export const EACH_STEP_MIN = 1
/** Below this certainty nobody is told to act. */
export const LEAST_SURE = 0.92
/** Looks are gone on with a little longer than acting would be worth by itself: to act and be wrong cannot be taken back. Estimate. */
const STILL_WORTH = 1.25
/** What differs by less than this comes to nearly the same. */
const ALIKE = 1.03
/** A look that tells less than this is none. */
const WORTH_BITS = 0.02

/** Every look that can be made, with what it costs from here. @param among - Those that are asked about; without it all. */
export function stepsFrom(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  among?: ReadonlySet<number>,
): (Omit<Step, 'gainBits' | 'toCome' | 'thenAct'> | null)[] {
  return problem.looks.map((planned, n) => {
    if (among && !among.has(n)) return null
    const way = changesFor(planned.needs, state, water)
    if (!way) return null
    const done = doneIn(planned.needs, way.before, water)
    const minutes = way.minutes + done.minutes
    const after = { ...done.after, pumpHotMin: Math.max(0, done.after.pumpHotMin - minutes) }
    return { planned, changes: way.changes, minutes, doingMin: done.minutes, after }
  })
}

/**
 * What to look at next, and whether acting is worth more.
 * @param unlisted - Probability that it is nothing the catalogue has.
 * @param leastSure - Below this certainty nobody is told to act while something can still be looked at.
 */
export function planNext(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  unlisted = 0,
  reckoner: Reckoner = new Reckoner(problem),
  leastSure = LEAST_SURE,
): Next {
  const p = problem.p.map((x) => x * (1 - unlisted))
  const open = stepsFrom(problem, state, water)
  const minutes = open.map((step) => (step ? step.minutes + EACH_STEP_MIN : Number.POSITIVE_INFINITY))
  const worth = worthOfLooks(reckoner, p, minutes)
  const all = open.flatMap((step, n) => {
    const { gain, toCome, thenAct } = worth[n] ?? { gain: 0, toCome: 0, thenAct: 0 }
    return step ? [{ ...step, gainBits: gain, toCome, thenAct }] : []
  })
  const now = reckoner.standing(p)
  const oneStep = all
    .filter(({ gainBits, toCome }) => gainBits >= WORTH_BITS && toCome < now.actNow * STILL_WORTH)
    .sort((a, b) => a.toCome - b.toCome)
  const follow = oneStep.slice(0, MAY_FOLLOW)
  const further = oneStep
    .slice(0, LOOKED_FURTHER)
    .map((step) => ({ step, minutes: twoStepsMin(step, follow, problem, p, water, reckoner) }))
    .sort((a, b) => a.minutes - b.minutes)
  const least = further[0]?.minutes ?? 0
  // Of those that come to nearly the same the one that changes least of the machine: it keeps every way open.
  const changesMin = (one: (typeof further)[number]) =>
    one.minutes <= ALIKE * least ? one.step.minutes - one.step.doingMin : Number.POSITIVE_INFINITY
  further.sort((a, b) => (changesMin(a) === changesMin(b) ? 0 : changesMin(a) - changesMin(b)))
  const steps = [...further.map(({ step }) => step), ...oneStep.slice(LOOKED_FURTHER)]
  const toCome = Math.min(now.actNow, ...steps.map((step) => step.toCome))
  return { steps, all, stop: stopAt(problem, now, steps, leastSure), toCome }
}

/** Looks that are reckoned a step further: those that come out best by one, and what may follow each of them. */
const LOOKED_FURTHER = 6
export const MAY_FOLLOW = 10

/**
 * Minutes still to come with a look, the best look that may follow each of its answers from the machine as it leaves it, and the act after that:
 * what lies behind one panel goes together, and what a look takes away is paid for by the next.
 * @param follow - Those that may follow.
 */
export function twoStepsMin(
  step: Step,
  follow: readonly Step[],
  problem: Problem,
  p: Float64Array,
  water: Waterworks,
  reckoner: Reckoner,
): number {
  const among = new Set(
    follow
      .filter(({ planned }) => planned !== step.planned)
      .map(({ planned }) => problem.looks.indexOf(planned)),
  )
  const minutes = stepsFrom(problem, step.after, water, among).map((next) =>
    next ? next.minutes + EACH_STEP_MIN : Number.POSITIVE_INFINITY,
  )
  let toCome = step.minutes + EACH_STEP_MIN
  for (let k = 0; k < step.planned.outcomes; k++) {
    const { q, joint } = jointWith(step.planned, p, k)
    if (q < 1e-6) continue
    const after = joint.map((x) => x / q)
    const then = worthOfLooks(reckoner, after, minutes).map(({ thenAct }) => thenAct)
    toCome += q * Math.min(reckoner.standing(after).actNow, ...then)
  }
  return toCome
}

function stopAt(
  { acts }: Problem,
  { act, actNow, cured }: Standing,
  steps: readonly Step[],
  leastSure: number,
): Stop | null {
  const best = acts[act]
  // A look has to pay by itself, and more than nearly nothing: that others may follow it is no reason to look on at what is as good as known.
  const sooner = steps.some(({ thenAct }) => ALIKE * thenAct < actNow)
  if (!best || sooner || cured < leastSure) return null
  return { act: best, cured, expectedMin: actNow }
}
