import type { Waterworks } from './changes.ts'
import { LEAST_SURE, planNext, type Step, type Stop } from './planNext.ts'
import type { Problem } from './problem.ts'
import type { WorkState } from './workState.ts'
import { Reckoner } from './worth.ts'

/** A step of the visit on its time line, min from now. */
export interface Timed {
  step: Step
  startsMin: number
  endsMin: number
  /** It goes on by itself: from `handsFreeFromMin` on the hands are free. */
  handsFreeFromMin: number | null
  /** It is done while another one runs by itself. */
  meanwhile: boolean
}
export interface Timeline {
  steps: Timed[]
  /** What the likeliest answers come to; null = not settled within these steps. */
  stop: Stop | null
}

const MOST_STEPS = 6

/**
 * The visit as it is likely to go: after each step its likeliest answer, several steps ahead. What goes on by itself leaves the hands free
 * for what disturbs nothing of it; what it shows is known when it ends.
 * @param leastSure - Below this certainty nobody acts before the first step.
 */
export function timelineOf(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  unlisted: number,
  leastSure = LEAST_SURE,
): Timeline {
  const reckoner = new Reckoner(problem)
  const made = new Set<string>()
  let p = problem.p
  let now = state
  let clock = 0
  let waitsFor: Step | null = null
  const steps: Timed[] = []
  while (steps.length < MOST_STEPS) {
    const next = planNext(
      { ...problem, p },
      now,
      water,
      unlisted,
      reckoner,
      made.size === 0 ? leastSure : LEAST_SURE,
    )
    const open = next.steps.filter(({ planned }) => !made.has(planned.look.id))
    const going = now.beside
    const step = going
      ? open.find(({ beside, minutes }) => beside && minutes <= going.leftMin)
      : next.stop
        ? undefined
        : open[0]
    if (!step && !going) return { steps, stop: next.stop }
    if (!step) {
      clock += going?.leftMin ?? 0
      now = { ...now, beside: null }
      if (waitsFor) p = afterLikeliest(problem, p, waitsFor)
      waitsFor = null
      continue
    }
    const endsMin = clock + step.minutes
    const goesOn = step.planned.needs.handsFreeMin !== undefined && step.after.beside !== null
    const freeFrom = goesOn ? endsMin - (step.after.beside?.leftMin ?? 0) : null
    steps.push({ step, startsMin: clock, endsMin, handsFreeFromMin: freeFrom, meanwhile: going !== null })
    made.add(step.planned.look.id)
    clock = freeFrom ?? endsMin
    now = step.after
    if (goesOn) waitsFor = step
    else p = afterLikeliest(problem, p, step)
  }
  return { steps, stop: null }
}

/** The belief after the likeliest answer of a step. */
function afterLikeliest({ looks }: Problem, p: Float64Array, { planned }: Step): Float64Array {
  const { outcomes, table } = looks.find((one) => one.look.id === planned.look.id) ?? planned
  let [best, most] = [0, -1]
  for (let k = 0; k < outcomes; k++) {
    let q = 0
    for (let n = 0; n < p.length; n++) q += (p[n] ?? 0) * (table[n * outcomes + k] ?? 0)
    if (q > most) [best, most] = [k, q]
  }
  return p.map((x, n) => (x * (table[n * outcomes + best] ?? 0)) / most)
}
