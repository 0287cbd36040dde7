import {
  notHereOf,
  type OrderEntry,
  type OwnTime,
  observationsOf,
  PANELS,
  type VisitView,
  type WorkState,
  workStateOf,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { ownOrderQuery, ownTimesQuery } from '../../api/queries.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useLeakMarks, weighedOf } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

/** The last question and its answer: strip, page and paper ask the same. */
let asked: { key: string; answer: Promise<VisitView> } | null = null
/** A pump cools: what it costs to wait is asked again as often. */
const ANEW_MS = 60_000
/** As long as they are not read the table's minutes count. */
const NO_TIMES: OwnTime[] = []
const NO_ORDER: OrderEntry[] = []

/** The machine as it stands, as the planner reckons with it. Which panel is off nobody said: none is counted again. */
function workOf({ visit, state }: Space): WorkState {
  const panels = state.panels === 'open' ? PANELS.filter((one) => one !== 'below') : []
  const nowMs = Math.floor(Date.now() / ANEW_MS) * ANEW_MS
  return workStateOf(visit.machine.spec, state, observationsOf(visit), nowMs, panels)
}

/**
 * What is wrong by everything found and what to do next, computed in the worker; null until it is there.
 * @param whole - With the time line and the orders beside it.
 */
export function useWeigh(space: Space, whole = false): VisitView | null {
  const weighed = weighedOf(space, useLeakMarks(space))
  const work = workOf(space)
  const notHere = notHereOf(space.said)
  const times = useQuery(ownTimesQuery).data ?? NO_TIMES
  const ownOrder = useQuery(ownOrderQuery).data?.entries ?? NO_ORDER
  const wishes = { notHere, times, ownOrder, whole }
  const key = JSON.stringify([weighed, work, wishes])
  return useComputed(key, () => {
    if (asked?.key !== key) asked = { key, answer: compute.weigh(weighed, work, wishes) }
    return asked.answer
  })
}
