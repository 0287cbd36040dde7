import type { OrderEntry } from '../../catalogue/orderEntries.ts'
import type { PartId } from '../../machine/parts.ts'
import { type Message, message } from '../../message.ts'
import type { CureWord } from '../catalogue/cures.ts'
import { type FoundBy, sameFoundBy } from '../checks/foundBy.ts'
import type { OwnTime } from '../checks/ownTimes.ts'
import { type NextLook, possibleLooks, rowsOf, setsOf, tellsOf } from '../weigh/nextLooks.ts'
import type { PossibleLook } from '../weigh/possibleLook.ts'
import { weighedLast } from '../weigh/weighedLast.ts'
import { type WeighView, weighView } from '../weigh/weighView.ts'
import type { Weighed, WeighedCase } from '../weigh/weighVisit.ts'
import { type Change, waterworksOf } from './changes.ts'
import { expectedMinutes } from './expected.ts'
import type { UnderWayNow } from './goingOn.ts'
import { needsOf } from './needs.ts'
import { leastSureOf, planNext, type Step } from './planNext.ts'
import { type Problem, problemOf } from './problem.ts'
import { runAgainOf } from './runAgain.ts'
import { SCHOOL_IDS, SCHOOLS, type SchoolId, schoolNext } from './schools.ts'
import { timelineOf } from './timeline.ts'
import { tryFirstOf } from './tryFirst.ts'
import { type PlanChange, whatChanged } from './whatChanged.ts'
import type { WorkState } from './workState.ts'
import { Reckoner } from './worth.ts'

/** A look of the plan: what it costs from the machine's present state, and what has to be done first. */
export interface PlannedNext extends NextLook {
  /** Doing and changes together, min. */
  minutes: number
  /** Without the changes, min. */
  doingMin: number
  /** It can be made beside what goes on by itself. */
  beside: boolean
  changes: readonly { name: Message; minutes: number }[]
}
/** Acting is worth more than looking on. */
export interface PlannedStop {
  act: CureWord
  part: PartId | null
  /** What is done as well, where two things are known to be wrong at once. */
  also: { act: CureWord; part: PartId | null } | null
  /** How likely that ends what is wrong; minutes it takes, and with its being wrong on the mean. */
  cured: number
  minutes: number
  expectedMin: number
}
/** An act that is cheaper than knowing, to be done before looking on. */
export interface PlannedTry {
  /** Trial = a new part fitted to see. */
  act: CureWord | 'trial'
  part: PartId | null
  cured: number
  /** Changes, the act and the run again, min. */
  minutes: number
  changes: readonly { name: Message; minutes: number }[]
}
/** A step on the time line, min from now. */
export interface PlannedTime {
  id: string
  name: Message
  what: NextLook['what']
  startsMin: number
  endsMin: number
  /** From here on it goes on by itself; null = hands are on it all the time. */
  handsFreeFromMin: number | null
  meanwhile: boolean
}
/** An order to follow, with what it is expected to take in this visit, and its next look. */
export interface PlannedOrder {
  id: 'least-minutes' | SchoolId | 'own'
  /** Null = not asked for. */
  expectedMin: number | null
  next: PlannedNext | null
}
/** What goes on by itself, until it is read. */
export interface PlannedGoingOn {
  name: Message
  leftMin: number
  /** Null = what it shows is known already, or tells nothing here. */
  look: PlannedNext | null
}
/** What to do with a visit from here. */
export interface VisitPlan {
  /** What goes on by itself: the first look is one that can be made beside it, or none can. */
  goingOn: PlannedGoingOn | null
  /** Looks that would be among them, but cannot be made in this visit. */
  notHere: { id: string; name: Message }[]
  /** Worth most for their minutes first. */
  looks: PlannedNext[]
  stop: PlannedStop | null
  tryFirst: PlannedTry | null
  timeline: PlannedTime[]
  orders: PlannedOrder[]
  /** What the last thing found did to it; null = nothing much, or not asked for. */
  changed: PlanChange | null
}

const MOST_LOOKS = 12

/** All that strip, page and paper show of a visit: what is wrong and why, and what to do next. */
export interface VisitView extends WeighView, VisitPlan {}

/** What is wrong with the machine of a visit, why, and what to do with it from here. */
export function visitView(visit: WeighedCase, state: WorkState, wishes: PlanWishes = {}): VisitView {
  const weighed = weighedLast(visit)
  return { ...weighView(visit, weighed), ...planVisit(visit, weighed, state, wishes) }
}

/** What is to be reckoned beside the next looks. */
export interface PlanWishes {
  /** Looks that cannot be made in this visit. */
  notHere?: (look: PossibleLook) => boolean
  /** The order that a workshop set for itself. */
  ownOrder?: readonly OrderEntry[]
  /** How long checks really took; without it the table's minutes count. */
  times?: readonly OwnTime[]
  /** What goes on by itself in the machine, and how long still. */
  goingOn?: UnderWayNow | null
  timeline?: boolean
  /** Minutes that each order is expected to take. */
  orders?: boolean
  /** What the last thing found did to the plan. */
  changed?: boolean
}

/** The next looks worth their minutes, whether to stop looking, how the visit is likely to go, and what the schools would take. */
export function planVisit(
  visit: WeighedCase,
  weighed: Weighed,
  standing: WorkState,
  {
    notHere,
    times,
    ownOrder = [],
    goingOn = null,
    timeline = true,
    orders = true,
    changed = false,
  }: PlanWishes = {},
): VisitPlan {
  const state = goingOn
    ? {
        ...standing,
        beside: {
          needs: needsOf(goingOn.what, visit.machine, weighed.parts, times),
          leftMin: goingOn.leftMin,
        },
      }
    : standing
  const underWay = (look: PossibleLook) => goingOn !== null && sameFoundBy(look.what, goingOn.what)
  const left: VisitPlan['notHere'] = []
  const impossible = (look: PossibleLook) => {
    const yes = notHere?.(look) ?? false
    if (yes) left.push({ id: look.id, name: look.name })
    return yes || underWay(look)
  }
  const problem = problemOf(visit, weighed, impossible, times)
  const water = waterworksOf(visit.machine, visit.site, pumpTrusted(visit))
  const unlisted = weighed.belief.share.get('unlisted') ?? 0
  const reckoner = new Reckoner(problem)
  const planned = planNext(problem, state, water, unlisted, reckoner, leastSureOf(visit))
  // Nothing is tried before it is known that its frame is not live. Whether an act was it says its run: nothing is looked at, and nothing
  // more is done, before that.
  const leads =
    (state.frameMayBeLive ? insulationOf(planned.all) : null) ??
    runAgainOf(visit.acts, visit.runs, visit.observations, planned.all)
  const next = leads
    ? { ...planned, stop: null, steps: [leads, ...planned.steps.filter((step) => step !== leads)] }
    : planned
  // Until what goes on is read nothing is asked for that would disturb it.
  const fits = (step: Step) => goingOn === null || step.beside
  const tried =
    next.stop || leads || state.frameMayBeLive || goingOn
      ? null
      : tryFirstOf(problem, weighed.parts, state, water, unlisted, next.toCome, reckoner)
  const nextOf = (before: WeighedCase, was: Weighed) => {
    const [first] = planNext(
      problemOf(before, was, (look) => (notHere?.(look) ?? false) || underWay(look), times),
      state,
      water,
      was.belief.share.get('unlisted') ?? 0,
      undefined,
      leastSureOf(before),
    ).steps
    return first ? { id: first.planned.look.id, name: first.planned.look.name } : null
  }
  return {
    goingOn: goingOn && toldUnderWay(visit, weighed, goingOn),
    changed: changed
      ? whatChanged(visit, weighed, nextOf, next.stop ? null : (next.steps[0]?.planned.look.id ?? null))
      : null,
    notHere: left,
    looks: next.steps
      .filter(fits)
      .slice(0, MOST_LOOKS)
      .map((step) => told(problem, step)),
    stop: next.stop && {
      act: next.stop.act.act,
      part: next.stop.act.part,
      also: next.stop.also && { act: next.stop.also.act, part: next.stop.also.part },
      cured: next.stop.cured,
      minutes: next.stop.act.minutes + (next.stop.also?.minutes ?? 0),
      expectedMin: next.stop.expectedMin,
    },
    tryFirst: tried && {
      act: tried.trial ? 'trial' : tried.act.act,
      part: tried.act.part,
      cured: tried.cured,
      minutes: rounded(tried.minutes),
      changes: toldChanges(tried.changes),
    },
    timeline: timeline
      ? [
          ...(goingOn ? [underWayTime(toldUnderWay(visit, weighed, goingOn), goingOn)] : []),
          ...timelineOf(problem, state, water, unlisted, leastSureOf(visit)).steps.map(
            ({ step, ...times }) => ({
              id: step.planned.look.id,
              name: step.planned.look.name,
              what: step.planned.look.what,
              ...times,
            }),
          ),
        ]
      : [],
    orders: [
      { id: 'least-minutes' as const, entries: null },
      ...SCHOOL_IDS.map((id) => ({ id, entries: SCHOOLS[id] })),
      ...(ownOrder.length > 0 ? [{ id: 'own' as const, entries: ownOrder }] : []),
    ].map(({ id, entries }) => {
      const first = entries ? schoolNext(entries, next.all.filter(fits)) : (next.steps.find(fits) ?? null)
      const own = leads ? (fits(leads) ? leads : null) : first
      return {
        id,
        expectedMin: orders
          ? expectedMinutes(problem, state, water, unlisted, entries ?? 'least-minutes', reckoner)
          : null,
        next: own && !next.stop ? told(problem, own) : null,
      }
    }),
  }
}

const insulationOf = (steps: readonly Step[]): Step | null =>
  steps.find(({ planned: { look } }) => look.what.kind === 'check' && look.what.check === 'insulation') ??
  null

/** With these complaints its own pump is not counted on to empty it. */
const NOT_DRAINING: readonly string[] = ['not-draining', 'fault-long-drain']
const pumpTrusted = ({ observations }: WeighedCase): boolean =>
  !observations.some(({ check, value }) => check === 'complaint' && NOT_DRAINING.includes(String(value)))

function told({ sets }: Problem, { planned, changes, minutes, doingMin, beside }: Step): PlannedNext {
  const { look, rows } = planned
  const { outcomes: names, shares: _, byFault: __, ...facts } = look
  return {
    ...facts,
    ...tellsOf(names, sets, rows),
    minutes: rounded(minutes),
    doingMin: rounded(doingMin),
    beside,
    changes: toldChanges(changes),
  }
}

function toldUnderWay(visit: WeighedCase, weighed: Weighed, { what, leftMin }: UnderWayNow): PlannedGoingOn {
  const minutes = Math.ceil(leftMin)
  const look = possibleLooks(visit, weighed).find((one) => sameFoundBy(one.what, what))
  if (!look) return { name: nameOf(what), leftMin: minutes, look: null }
  const { outcomes, shares: _, byFault: __, ...facts } = look
  const sets = setsOf(weighed)
  const tells = tellsOf(outcomes, sets, rowsOf(look, sets))
  return {
    name: look.name,
    leftMin: minutes,
    look: { ...facts, ...tells, minutes, doingMin: minutes, beside: false, changes: [] },
  }
}

const underWayTime = ({ name }: PlannedGoingOn, { what, leftMin }: UnderWayNow): PlannedTime => ({
  id: 'going-on',
  name,
  what,
  startsMin: 0,
  endsMin: leftMin,
  handsFreeFromMin: 0,
  meanwhile: false,
})

const nameOf = (what: FoundBy): Message =>
  what.kind === 'check'
    ? message(`check.${what.check}`)
    : what.kind === 'phase'
      ? message('look.watch', { phase: what.phase })
      : message('look.time-a', { run: what.run })

const toldChanges = (changes: readonly Change[]) =>
  changes.map(({ name, minutes }) => ({ name, minutes: rounded(minutes) }))

/** To half a minute: nobody works by seconds. */
const rounded = (minutes: number): number => Math.max(0.5, Math.round(2 * minutes) / 2)
