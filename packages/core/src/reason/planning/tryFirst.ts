import { panelOf } from '../../machine/access.ts'
import type { Part } from '../../machine/parts.ts'
import { isHarmless } from '../catalogue/cures.ts'
import { type Change, changesFor, type Waterworks } from './changes.ts'
import type { Needs } from './needs.ts'
import { costOf, stepsFrom } from './planNext.ts'
import type { PossibleAct, Problem } from './problem.ts'
import type { WorkState } from './workState.ts'
import { jointWith, type Reckoner, worthOfLooks } from './worth.ts'

/** An act that is cheaper than knowing: it is done at once, and the run that showed the fault says whether it was that. */
export interface TryFirst {
  act: PossibleAct
  /** It is a new part fitted to see: it comes out again where it was not that. */
  trial: boolean
  /** How likely it ends what is wrong. */
  cured: number
  changes: readonly Change[]
  /** Changes, the act and the run again, min. */
  minutes: number
  /** Minutes still to come with it, what follows where it was not that among them. */
  toCome: number
}

/** Parts that plug in, are carried along, and come out as they went in: fitted to see. Common practice, no published source. */
const TRIED: readonly string[] = ['lid-switch', 'level-switch', 'level-hose', 'fill-hose', 'drive-belt']
/** The run that showed it, made again, min. Estimate. */
const AGAIN_MIN = 5
/** What is less likely than this is not put right on a guess. */
const LEAST_LIKELY = 0.4
/** It has to come out shorter by so much than looking on: who tries learns less than who looks. */
const CLEARLY = 1.25

/** What an act wants of the machine: outside, or in the tub by its own cycle, nothing; inside no current, no water, and whatever stands before the part away. */
function needsOfAct({ part, minutes }: PossibleAct, parts: readonly Part[]): Needs {
  const access = parts.find(({ id }) => id === part)?.access
  if (access?.by === 'outside' || part === 'tub') return { doing: minutes }
  const panel = access ? panelOf(access.by) : null
  return { doing: minutes, mains: 'off', water: 'contained', taps: 'shut', panel }
}

/**
 * The act to do before looking on: cleaning, clearing or putting right, where that and the run again take clearly fewer minutes on the mean than
 * the best look and what follows it, and no short look first would make it fewer still. An act with its test is reckoned as a look with two answers, cured or not (Heckerman, Breese and
 * Rommelse 1995, from memory).
 * @param unlisted - Probability that it is nothing the catalogue has.
 * @param bestToCome - Minutes still to come with the best look, or with acting at once where there is none.
 * @returns Null = looking on, or acting for good, is better.
 */
export function tryFirstOf(
  problem: Problem,
  parts: readonly Part[],
  state: WorkState,
  water: Waterworks,
  unlisted: number,
  bestToCome: number,
  reckoner: Reckoner,
): TryFirst | null {
  const p = problem.p.map((x) => x * (1 - unlisted))
  const tries = triesFrom(problem, parts, state, water)
  let best: TryFirst | null = null
  let failedMin = 0
  for (const { act, way, minutes, backMin } of tries) {
    const cured = shareOf(p, act)
    if (cured < LEAST_LIKELY || minutes * CLEARLY >= bestToCome) continue
    const rest = p.map((x, n) => (x * (1 - (act.cures[n] ?? 0))) / (1 - cured))
    const looks = stepsFrom(problem, way.before, water).map(costOf)
    const after = Math.min(
      reckoner.standing(rest).actNow,
      ...worthOfLooks(reckoner, rest, looks).map(({ toCome }) => toCome),
    )
    const toCome = minutes + (1 - cured) * (backMin + after)
    if (toCome * CLEARLY < bestToCome && toCome < (best?.toCome ?? Number.POSITIVE_INFINITY)) {
      best = { act, trial: backMin > 0, cured, changes: way.changes, minutes, toCome }
      failedMin = backMin + after
    }
  }
  if (!best) return null
  const sooner = stepsFrom(problem, state, water).some(
    (step, n) =>
      step !== null &&
      costOf(step) < best.minutes &&
      lookedAndTried(problem, p, n, costOf(step), tries, failedMin) < best.toCome,
  )
  return sooner ? null : best
}

interface Possible {
  act: PossibleAct
  way: NonNullable<ReturnType<typeof changesFor>>
  /** Changes, the act and the run again, min. */
  minutes: number
  /** To take a part out again that it was not, min. */
  backMin: number
}

const triesFrom = (
  { acts }: Problem,
  parts: readonly Part[],
  state: WorkState,
  water: Waterworks,
): Possible[] =>
  acts.flatMap((act) => {
    const trial = act.act === 'replace' && act.part !== null && TRIED.includes(act.part)
    const way = trial || isHarmless(act.act) ? changesFor(needsOfAct(act, parts), state, water) : null
    const backMin = trial ? act.minutes : 0
    return way ? [{ act, way, minutes: way.minutes + act.minutes + AGAIN_MIN, backMin }] : []
  })

const shareOf = (p: Float64Array, { cures }: PossibleAct): number =>
  p.reduce((sum, x, n) => sum + x * (cures[n] ?? 0), 0)

/** Minutes still to come when one look is made first, and then whatever its answer calls for is tried. @param failedMin - What follows a try that was not it, min. */
function lookedAndTried(
  { looks }: Problem,
  p: Float64Array,
  look: number,
  minutes: number,
  tries: readonly Possible[],
  failedMin: number,
): number {
  const planned = looks[look]
  if (!planned) return Number.POSITIVE_INFINITY
  let total = minutes
  for (let k = 0; k < planned.outcomes; k++) {
    const { q, joint: after } = jointWith(planned, p, k)
    // Of what the look shows, in shares of all: the best that can be tried then.
    total += Math.min(
      ...tries.map((one) => q * (one.minutes + failedMin) - shareOf(after, one.act) * failedMin),
    )
  }
  return total
}
