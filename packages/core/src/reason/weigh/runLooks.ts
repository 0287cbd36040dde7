import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { runOutdatedBy } from '../evidence/seen/acts.ts'
import { drainLooks } from './drainLooks.ts'
import type { FaultWay } from './faultWays.ts'
import { fillLooks } from './fillLooks.ts'
import type { PossibleLook } from './possibleLook.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/**
 * Timed runs that were not made yet, and buckets and gauges beside them: what they could give is weighed one by one as it would be if it had
 * been measured.
 */
export function runLooks(visit: WeighedCase, weighed: Weighed): PossibleLook[] {
  const runs = visit.runs.filter((run) => runOutdatedBy(run, visit.acts) === null)
  const inlet = massOf(weighed, ({ card }) => card.fill !== undefined || card.stands === 'siphons')
  const outlet = massOf(weighed, ({ card }) => card.drain !== undefined)
  return [
    ...(inlet > WORTH_TIMING ? fillLooks(visit, weighed, runs) : []),
    ...(outlet > WORTH_TIMING ? drainLooks(visit, weighed, runs) : []),
  ]
}

/** A run is not foretold where what it could show is this unlikely to be there: it would tell next to nothing. */
const WORTH_TIMING = 0.04

/** How likely it is that a fault of some kind is there. */
const massOf = ({ ways, belief }: Weighed, which: (way: FaultWay) => boolean): number =>
  belief.hypotheses.reduce(
    (sum, { first, second, p }) =>
      sum + ([first, second].some((n) => n !== NO_FAULT && which(ways[n] as FaultWay)) ? p : 0),
    0,
  )
