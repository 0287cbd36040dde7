import { isHarmless } from '../catalogue/cures.ts'
import type { WeighedCase } from '../weigh/weighVisit.ts'
import { canGoBeside, goesOnAfter } from './beside.ts'
import { type Change, changesFor, doneIn, type Waterworks } from './changes.ts'
import type { PlannedLook, PossibleAct, Problem } from './problem.ts'
import type { WorkState } from './workState.ts'
import { jointWith, Reckoner, type Standing, WRONG_ACT_MIN, worthOfLooks } from './worth.ts'

/** A look with what it costs from the machine's present state. */
export interface Step {
  planned: PlannedLook
  changes: readonly Change[]
  /** Changes and doing. */
  minutes: number
  doingMin: number
  /** It can be made beside what goes on by itself. */
  beside: boolean
  /** By so much the visit gets longer: what is made beside something costs only what outlasts it. */
  longerMin: number
  after: WorkState
  gainBits: number
  /** Minutes still to come if it is made next, its own and the act among them. */
  toCome: number
  /** The same when acting follows at once. */
  thenAct: number
}
export interface Stop {
  act: PossibleAct
  /** A second one, where two things are known to be wrong at once; null = the one is enough. */
  also: PossibleAct | null
  /** How likely that ends what is wrong. */
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
export const LEAST_SURE = 0.9
/** By words alone nobody is: customers name a noise that is none of it, and most of what they name fits several parts. */
export const leastSureOf = ({ observations, runs }: Pick<WeighedCase, 'observations' | 'runs'>): number =>
  runs.length > 0 || observations.some(({ check }) => check !== 'complaint') ? LEAST_SURE : NEVER
const NEVER = 2
/**
 * What uses up no part, and is told by its run at once whether it was that, is done at this certainty already where nothing is left that is worth
 * looking at: somebody has to end it. Estimate, settled on the study of the planner.
 */
const LEAST_SURE_HARMLESS = 0.8
/** What is less likely to end all that is wrong is not called for, however surely it is part of it. Estimate. */
const LEAST_CURED = 0.85
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
    const beside =
      state.beside !== null &&
      canGoBeside(state.beside, planned.look.what, planned.needs, way.changes, state, done.after)
    const longerMin = beside ? Math.max(0, minutes - (state.beside?.leftMin ?? 0)) : minutes
    const after = {
      ...done.after,
      pumpHotMin: Math.max(0, done.after.pumpHotMin - minutes),
      beside: goesOnAfter(planned.needs, minutes, beside ? state.beside : null),
    }
    return { planned, changes: way.changes, minutes, doingMin: done.minutes, beside, longerMin, after }
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
  const worth = worthOfLooks(reckoner, p, open.map(costOf))
  const all = open.flatMap((step, n) => {
    const { gain, toCome, thenAct } = worth[n] ?? { gain: 0, toCome: 0, thenAct: 0 }
    return step ? [{ ...step, gainBits: gain, toCome, thenAct }] : []
  })
  const now = reckoner.standing(p)
  const oneStep = all
    .filter(
      ({ gainBits, toCome }) =>
        gainBits >= WORTH_BITS && (leastSure === NEVER || toCome < now.actNow * STILL_WORTH),
    )
    .sort((a, b) => a.toCome - b.toCome)
  const follow = oneStep.slice(0, MAY_FOLLOW)
  const further = oneStep
    .filter(({ planned }, n) => n < LOOKED_FURTHER || planned.needs.handsFreeMin !== undefined)
    .map((step) => ({ step, minutes: twoStepsMin(step, follow, problem, p, water, reckoner) }))
    .sort((a, b) => a.minutes - b.minutes)
  const least = further[0]?.minutes ?? 0
  // Of those that come to nearly the same the one that changes least of the machine: it keeps every way open.
  const changesMin = (one: (typeof further)[number]) =>
    one.minutes <= ALIKE * least ? one.step.minutes - one.step.doingMin : Number.POSITIVE_INFINITY
  further.sort((a, b) => (changesMin(a) === changesMin(b) ? 0 : changesMin(a) - changesMin(b)))
  const best = further.map(({ step }) => step)
  const steps = [...best, ...oneStep.filter((step) => !best.includes(step))]
  // The hands are free for what disturbs nothing: the rest waits until what goes on is read.
  if (state.beside) steps.sort((a, b) => Number(b.beside) - Number(a.beside))
  const toCome = Math.min(now.actNow, ...steps.map((step) => step.toCome))
  return { steps, all, stop: stopAt(problem, p, now, steps, leastSure), toCome }
}

/** Looks that are reckoned a step further: those that come out best by one, and what may follow each of them. */
const LOOKED_FURTHER = 6
export const MAY_FOLLOW = 10

/**
 * Minutes still to come with a look, the best look that may follow each of its answers from the machine as it leaves it, and the act after that:
 * what lies behind one panel goes together, what a look takes away is paid for by the next, and what goes on by itself leaves the hands free for
 * one that disturbs nothing of it.
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
  // Its answer is not there yet while it goes on: what is made beside it is chosen before.
  const goesOn = step.planned.needs.handsFreeMin !== undefined && step.after.beside !== null
  const after = goesOn ? { ...step.after, beside: null } : step.after
  const minutes = stepsFrom(problem, after, water, among).map(costOf)
  const own = costOf(step)
  const besideIt = goesOn ? stepsFrom(problem, step.after, water, among) : []
  const both = besideIt.map((next) => (next?.beside ? own + costOf(next) : Number.POSITIVE_INFINITY))
  let toCome = own
  for (let k = 0; k < step.planned.outcomes; k++) {
    const { q, joint } = jointWith(step.planned, p, k)
    if (q < 1e-6) continue
    const now = joint.map((x) => x / q)
    const then = worthOfLooks(reckoner, now, minutes).map(({ thenAct }) => thenAct)
    toCome += q * Math.min(reckoner.standing(now).actNow, ...then)
    for (let n = 0; n < both.length; n++)
      both[n] = (both[n] ?? Number.NaN) + q * ((then[n] ?? Number.NaN) - (minutes[n] ?? Number.NaN))
  }
  return Math.min(toCome, ...both.filter(Number.isFinite))
}

/** By so much the visit gets longer with a step, getting up and saying it included; infinite = it cannot be made. */
export const costOf = (step: Pick<Step, 'longerMin'> | null): number =>
  step ? step.longerMin + EACH_STEP_MIN : Number.POSITIVE_INFINITY

function stopAt(
  { acts }: Problem,
  p: Float64Array,
  { act, actNow, cured }: Standing,
  steps: readonly Step[],
  leastSure: number,
): Stop | null {
  const best = acts[act]
  // A look has to pay by itself, and more than nearly nothing: that others may follow it is no reason to look on at what is as good as known.
  const sooner = steps.some(({ thenAct }) => ALIKE * thenAct < actNow)
  const least =
    steps.length === 0 && isHarmless(best?.act) ? Math.min(leastSure, LEAST_SURE_HARMLESS) : leastSure
  // Of two faults at once mending one is half of it and not wrong: the run that proves it shows the other.
  const right = p.reduce((sum, x, n) => ((best?.cures[n] ?? 0) > 0 ? sum + x : sum), 0)
  if (!best || sooner || right < least) return null
  if (cured >= Math.min(least, LEAST_CURED)) return { act: best, also: null, cured, expectedMin: actNow }
  const two = bothCalledFor(acts, best, p)
  if (!two) return null
  const { also, cured: both } = two
  return {
    act: best,
    also,
    cured: both,
    expectedMin: best.costMin + also.costMin + (1 - both) * WRONG_ACT_MIN,
  }
}

/** The act that ends the other of two things wrong at once, where it is as good as known that they are two. */
function bothCalledFor(
  acts: readonly PossibleAct[],
  best: PossibleAct,
  p: Float64Array,
): { also: PossibleAct; cured: number } | null {
  const half = (x: number | undefined) => (x ?? 0) > 0 && (x ?? 0) < 1
  return acts
    .filter(({ part }) => part !== null && best.part !== null && part !== best.part)
    .map((also) => ({
      also,
      cured: p.reduce((sum, x, n) => (half(best.cures[n]) && half(also.cures[n]) ? sum + x : sum), 0),
    }))
    .filter(({ cured }) => cured >= LEAST_CURED)
    .reduce<{ also: PossibleAct; cured: number } | null>(
      (most, one) =>
        !most || one.cured > most.cured || (one.cured === most.cured && one.also.costMin < most.also.costMin)
          ? one
          : most,
      null,
    )
}
