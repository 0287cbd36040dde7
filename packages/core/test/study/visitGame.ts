import type { RandomSource } from '../../src/numeric/random.ts'
import { seededRandom } from '../../src/numeric/random.ts'
import { CURES } from '../../src/reason/catalogue/cures.ts'
import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import { faultCard } from '../../src/reason/catalogue/faultCards.ts'
import type { FoundBy } from '../../src/reason/checks/foundBy.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { waterworksOf } from '../../src/reason/planning/changes.ts'
import {
  leastSureOf,
  MAY_FOLLOW,
  planNext,
  type Step,
  type Stop,
  twoStepsMin,
} from '../../src/reason/planning/planNext.ts'
import { problemOf } from '../../src/reason/planning/problem.ts'
import { SCHOOLS, type SchoolId, schoolNext } from '../../src/reason/planning/schools.ts'
import { arrivingState } from '../../src/reason/planning/workState.ts'
import { Reckoner } from '../../src/reason/planning/worth.ts'
import { weighVisit } from '../../src/reason/weigh/weighVisit.ts'
import type { Draw } from './draw.ts'
import { SIGNS } from './faultSigns.ts'
import { callWith, type TownCase } from './faultTown.ts'
import { answerLook, observeLeaks, randomLeak } from './leakObserver.ts'
import { weighedCase } from './weighedCase.ts'

type Observation = { check: string; value: string | number; tap?: string; phase?: string }
type Run = {
  kind: string
  taps?: string[]
  hose_end_mm?: number
  rows?: unknown[][]
  events?: { what: string }[]
}

/** A call that can be played: everything that could be found, given out look by look. */
export interface Game {
  truth: FaultId | 'none'
  file: TownCase['file']
  /** What a look shows; null = it cannot be made here. */
  answer: (what: FoundBy) => { observations: Observation[]; runs: Run[] } | null
  /** The machine's own pump empties it. */
  drains: boolean
}

const BLIND = {
  misplaced: 0.1,
  watched: 1,
  panelOff: 0.9,
  saysDry: true,
  looks: 0,
  height: 'stop-level' as const,
}

/** A call for a fault that is no leak, or for none. */
export function gameWith(truth: FaultId | 'none', family: TownCase['family'], draw: Draw): Game {
  const { file } = callWith(truth, family, draw, true)
  const random: RandomSource = seededRandom(Math.floor(draw.uniform(1, 1e9)))
  const drain = truth === 'none' ? undefined : SIGNS[truth]?.drain
  return {
    truth,
    file,
    drains: drain !== 'none' && drain !== 'stops',
    answer: (what) => {
      if (what.kind === 'phase') return { observations: [{ check: 'leak.dry', value: what.phase }], runs: [] }
      const found = pick(file, what)
      if (found || what.kind === 'run') return found
      const other = answerLook(what.check, family, [], BLIND, random)
      return other && { observations: [other], runs: [] }
    },
  }
}

/** A call for a leak. Its runs are not timed here. */
export function leakGame(truth: LeakFaultId, family: TownCase['family'], draw: Draw): Game {
  const random: RandomSource = seededRandom(Math.floor(draw.uniform(1, 1e9)))
  const leaks = [randomLeak(family, truth, random)]
  const seen = observeLeaks(family, leaks, BLIND, random).file as unknown as TownCase['file']
  const sound = callWith('none', family, draw, true).file
  // The same leaks, caught by whoever would rather do that.
  const cups = observeLeaks(
    family,
    leaks,
    { ...BLIND, height: 'catches' },
    seededRandom(seen.observations.length),
  )
  const caught = (cups.file.observations as Observation[]).filter(({ check }) => check === 'leak.catch')
  return {
    truth,
    drains: true,
    file: { ...seen, observations: [{ check: 'complaint', value: 'leaking' } as { check: string }] },
    answer: (what) => {
      const all = seen.observations as Observation[]
      if (what.kind === 'run') return null
      if (what.kind === 'phase') {
        const own = all.filter(
          ({ check, value, phase }) =>
            ((check === 'leak.phase' || check === 'leak.dry') && value === what.phase) ||
            phase === what.phase,
        )
        return own.length > 0 ? { observations: own, runs: [] } : null
      }
      if (what.check === 'leak.stop-level') return pick(seen, what)
      if (what.check === 'leak.catch') return caught.length > 0 ? { observations: caught, runs: [] } : null
      const own = answerLook(what.check, family, leaks, BLIND, random)
      if (own) return { observations: [own as Observation], runs: [] }
      return pick(sound, what)
    },
  }
}

function pick(file: TownCase['file'], what: FoundBy): { observations: Observation[]; runs: Run[] } | null {
  if (what.kind === 'check') {
    const own = (file.observations as Observation[]).filter(
      ({ check, tap }) => check === what.check && (!what.tap || !tap || tap === what.tap),
    )
    return own.length > 0 ? { observations: own, runs: [] } : null
  }
  if (what.kind === 'phase') return null
  const own = (file.runs as Run[]).filter(
    ({ kind, taps, hose_end_mm }) =>
      kind === what.run &&
      (kind !== 'fill' || !what.tap || taps?.[0] === what.tap) &&
      (kind !== 'drain' || (what.hoseEndMm === undefined) === (hose_end_mm ?? 900) > 500),
  )
  return own.length > 0 ? { observations: [], runs: own.slice(0, 1) } : null
}

/** How a visit ended. */
export interface Played {
  truth: string
  minutes: number
  end: 'right' | 'wrong' | 'given-up'
  looks: number
  /** Minutes at which the true fault stood at 85 %. */
  sureAt: number | null
  /** Minutes that its looks were foretold to come out longer than the best look of their moment, together. */
  regretMin: number
  trail: string[]
}

/** A visit that does not end well costs an hour more. */
export const BAD_END_MIN = 60
const MOST_LOOKS = 45

const endsIt = ({ act }: Stop, truth: FaultId | 'none'): boolean => {
  if (truth === 'none') return act.act === 'close-up'
  const { act: own, newPartMin } = CURES[truth]
  if (own === 'close-up') return act.act === 'close-up'
  return (
    act.part === faultCard(truth).part &&
    (act.act === own || (act.act === 'replace' && newPartMin !== undefined))
  )
}

/** Plays a call look by look: by the planner, or by the order of a school with the same belief, the same costs and the same stop. */
export function play(game: Game, how: 'planner' | SchoolId): Played {
  const known: TownCase['file'] = {
    ...game.file,
    runs: [],
    observations: game.file.observations.filter(({ check }) => check === 'complaint'),
  }
  const { machine, site, observations } = weighedCase(known)
  let state = arrivingState(machine, observations)
  const notHere = new Set<string>()
  const made = new Set<string>()
  const trail: string[] = []
  let [minutes, looks] = [0, 0]
  let sureAt: number | null = null
  let regretMin = 0
  /** What goes on by itself: nobody knows yet what it shows. */
  let waiting: ReturnType<Game['answer']> = null
  const read = (found: NonNullable<typeof waiting>) => {
    known.observations.push(...(found.observations as typeof known.observations))
    ;(known.runs as Run[]).push(...found.runs)
  }
  const ended = (end: Played['end']): Played => ({
    truth: game.truth,
    minutes: end === 'right' ? minutes : minutes + BAD_END_MIN,
    end,
    looks,
    sureAt,
    regretMin,
    trail,
  })
  const paid = waterworksOf(machine, site, game.drains)
  for (; looks < MOST_LOOKS; ) {
    const visit = weighedCase(known)
    const weighed = weighVisit(visit)
    const truth =
      game.truth === 'none' ? weighed.belief.share.get('none') : weighed.belief.share.get(game.truth)
    if (sureAt === null && (truth ?? 0) >= 0.85) sureAt = minutes
    const problem = problemOf(
      visit,
      weighed,
      ({ id }) => notHere.has(id) || (waiting !== null && made.has(id)),
    )
    const unlisted = weighed.belief.share.get('unlisted') ?? 0
    const next = planNext(problem, state, paid, unlisted, new Reckoner(problem), leastSureOf(visit))
    if (next.stop && !waiting) {
      trail.push(`stop ${next.stop.act.act} ${next.stop.act.part} ${next.stop.cured.toFixed(2)}`)
      return ended(endsIt(next.stop, game.truth) ? 'right' : 'wrong')
    }
    const step: Step | null =
      how === 'planner'
        ? (next.steps[0] ?? null)
        : next.steps.length === 0
          ? null
          : schoolNext(SCHOOLS[how], next.all)
    if (waiting && !step?.beside) {
      read(waiting)
      waiting = null
      state = { ...state, beside: null }
      continue
    }
    if (!step) {
      const q = problem.p.map((x) => x * (1 - unlisted))
      const st = new Reckoner(problem).standing(q)
      const a = problem.acts[st.act]
      trail.push(
        `GIVEUP ${st.cured.toFixed(3)} ${a?.act} ${a?.part} ${a && endsIt({ act: a, also: null, cured: 0, expectedMin: 0 }, game.truth) ? 'RIGHT' : 'WRONG'} left ${next.all.length}`,
      )
      return ended('given-up')
    }
    const { look } = step.planned
    const found = game.answer(look.what)
    if (!found) {
      notHere.add(look.id)
      continue
    }
    looks++
    made.add(look.id)
    // What the planner chose is the best of its six; whoever chose another look is reckoned by the same two steps.
    const [best] = next.steps
    if (best && step.planned !== best.planned) {
      const p = problem.p.map((x) => x * (1 - unlisted))
      const ahead = (one: Step) =>
        twoStepsMin(one, next.steps.slice(0, MAY_FOLLOW), problem, p, paid, new Reckoner(problem))
      regretMin += Math.max(0, ahead(step) - ahead(best))
    }
    minutes += step.longerMin
    state = step.after
    const stays = look.what.kind === 'run' && look.what.run === 'drain' && !game.drains
    if (stays) state = { ...state, waterL: Math.max(state.waterL, paid.fullL / 2) }
    trail.push(
      `${look.id} ${step.minutes.toFixed(1)}${step.beside ? ' beside' : ''} ${JSON.stringify(found.observations.map(({ value }) => value))}`,
    )
    if (step.planned.needs.handsFreeMin !== undefined && state.beside) waiting = found
    else read(found)
  }
  return ended('given-up')
}
