import {
  notHereOf,
  type OrderEntry,
  type OwnTime,
  observationsOf,
  PANELS,
  underWayNow,
  type VisitView,
  type WorkState,
  workStateOf,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { ownOrderQuery, ownTimesQuery } from '../../api/queries.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useLeakMarks, weighedOf } from '../locate/index.ts'
import { type Space, type UnderWay, useReadLater, useUnderWay } from '../visit/index.ts'
import { type Proposed, proposedOf } from './proposed.ts'

/** The last question and its answer: strip, page and paper ask the same. */
let asked: { key: string; answer: Promise<VisitView> } | null = null
/** A pump cools, what goes on comes to its end: what it costs to wait is asked again as often. */
const ANEW_MS = 60_000
/** As long as they are not read the table's minutes count. */
const NO_TIMES: OwnTime[] = []
const NO_ORDER: OrderEntry[] = []

const minuteNowMs = () => Math.floor(Date.now() / ANEW_MS) * ANEW_MS

/** The machine as it stands, as the planner reckons with it. Which panel is off nobody said: none is counted again. */
function workOf({ visit, state }: Space, nowMs: number): WorkState {
  const panels = state.panels === 'open' ? PANELS.filter((one) => one !== 'below') : []
  return workStateOf(visit.machine.spec, state, observationsOf(visit), nowMs, panels)
}

/**
 * What is wrong by everything found and what to do next, computed in the worker; null until it is there.
 * @param whole - With the time line and the orders beside it.
 */
export function useWeigh(space: Space, whole = false): VisitView | null {
  const weighed = weighedOf(space, useLeakMarks(space))
  const begun = useReadLater(space.visit.id)
  const running = space.visit.runs.some((run) => run.startedAtMs !== null && run.stoppedAtMs === null)
  useNowMs(ANEW_MS, begun !== null || running)
  const nowMs = minuteNowMs()
  const work = workOf(space, nowMs)
  const goingOn = underWayNow(space.visit.runs, begun, nowMs)
  const notHere = notHereOf(space.said)
  const times = useQuery(ownTimesQuery).data ?? NO_TIMES
  const ownOrder = useQuery(ownOrderQuery).data?.entries ?? NO_ORDER
  const wishes = { notHere, times, ownOrder, goingOn, whole }
  const key = JSON.stringify([weighed, work, wishes])
  return useComputed(key, () => {
    if (asked?.key !== key) asked = { key, answer: compute.weigh(weighed, work, wishes) }
    return asked.answer
  })
}

/** The check that is answered next since it was begun: the one at hand, or the one that went on by itself and has had its minutes. */
export function useBegun({ visit }: Space, view: VisitView | null): UnderWay | null {
  const [atHand, readLater] = [useUnderWay(visit.id), useReadLater(visit.id)]
  return atHand ?? (view?.goingOn ? null : readLater)
}

/** What to do now, in the order that is followed on this device. */
export function useProposed(space: Space, view: VisitView | null): Proposed {
  return proposedOf(view, space, usePrefs().order, useBegun(space, view))
}
