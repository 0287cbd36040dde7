import type { Waterworks } from './changes.ts'
import type { Needs } from './needs.ts'
import { planNext, type Step, type Stop } from './planNext.ts'
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

/** What goes on by itself, and until when. */
interface Beside {
  needs: Needs
  until: number
}

const MOST_STEPS = 6
/** Setting up what then goes on by itself, min. */
const SET_UP_MIN = 1

/** Whether a step can be done while another one goes on by itself: it changes nothing that the other needs. */
export function canGoBeside(beside: Needs, step: Step, state: WorkState): boolean {
  const { changes, after } = step
  const { needs } = step.planned
  if (needs.handsFreeMin !== undefined || needs.leaves !== undefined) return false
  if (changes.some(({ id }) => ['water-in', 'water-out', 'tip', 'hose-end'].includes(id))) return false
  if (beside.mains !== undefined && (needs.mains ?? beside.mains) !== beside.mains) return false
  if (beside.mains !== undefined && after.mainsOn !== state.mainsOn) return false
  return !(beside.taps !== undefined && changes.some(({ id }) => id === 'taps'))
}

/**
 * The visit as it is likely to go: after each step its likeliest answer, several steps ahead. What goes on by itself leaves the hands free
 * for what disturbs nothing of it.
 */
export function timelineOf(
  problem: Problem,
  state: WorkState,
  water: Waterworks,
  unlisted: number,
): Timeline {
  const reckoner = new Reckoner(problem)
  const made = new Set<string>()
  let p = problem.p
  let now = state
  let clock = 0
  let beside = null as Beside | null
  const steps: Timed[] = []
  for (let n = 0; n < MOST_STEPS; n++) {
    const left = { ...problem, p }
    const next = planNext(left, now, water, unlisted, reckoner)
    if (next.stop && !beside) return { steps, stop: next.stop }
    const open = next.steps.filter(({ planned }) => !made.has(planned.look.id))
    const meanwhile: Beside | null = beside
    const fits: Step | undefined = meanwhile
      ? open.find((one) => clock + one.minutes <= meanwhile.until && canGoBeside(meanwhile.needs, one, now))
      : undefined
    const step: Step | undefined = fits ?? (next.stop ? undefined : open[0])
    if (!step) {
      if (!meanwhile) return { steps, stop: next.stop }
      clock = meanwhile.until
      beside = null
      continue
    }
    if (meanwhile && !fits) {
      clock = Math.max(clock, meanwhile.until)
      beside = null
    }
    const startsMin = clock
    const endsMin = clock + step.minutes
    const { handsFreeMin } = step.planned.needs
    const freeFrom = handsFreeMin === undefined ? null : endsMin - handsFreeMin + SET_UP_MIN
    steps.push({ step, startsMin, endsMin, handsFreeFromMin: freeFrom, meanwhile: fits !== undefined })
    made.add(step.planned.look.id)
    if (freeFrom === null) clock = endsMin
    else {
      clock = freeFrom
      beside = { needs: step.planned.needs, until: endsMin }
    }
    now = step.after
    p = afterLikeliest(problem, p, step)
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
