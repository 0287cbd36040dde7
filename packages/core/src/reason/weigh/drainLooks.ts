import { figureOf, message } from '../../message.ts'
import { minutesOf, RUN_MIN } from '../checks/minutes.ts'
import { onceForEachTwo, toldApartAs } from '../diagnosis/likelihood.ts'
import { aboveMm, liftSdM, liftTests } from '../evidence/drains/liftTests.ts'
import { mapDrains } from '../evidence/drains/weighDrains.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import { flowName, spread, timed, whenAsked } from './foretoldRun.ts'
import { type PossibleLook, sharesOf } from './possibleLook.ts'
import { DRAIN_SHOWS, drainShows, headAndPath, headAndPathMasses } from './weighRuns.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** Flows that a drain could give, by its pump and by itself, L/min. */
const FLOWS = { drain: spread(2, 38, 7), siphon: spread(0.4, 20, 8) } as const
/** Heights at which the stream could stop, mm above the floor, and how far a hose is raised by hand. Estimates. */
const [REACH_MM, LIFT_STEP_MM] = [1800, 100]
const LIFTS = Array.from({ length: 13 }, (_, n) => REACH_MM - LIFT_STEP_MM * (n + 0.5))
/** A hose end lowered to here tells pump from path. */
const LOW_MM = 400
const LOWERED_MIN = 2
/** A hose end laid down here lets the water run out by itself. */
const BELOW_MM = 100

/** A drain as it hangs or with its end low, what runs out by itself, and how high its pump lifts. */
export function drainLooks(visit: WeighedCase, weighed: Weighed, runs: readonly JudgedRun[]): PossibleLook[] {
  const { machine, site } = visit
  const drains = runs.filter(({ plan }) => plan.kind === 'drain' || plan.kind === 'siphon')
  const pumped = drains.filter(({ plan }) => plan.kind === 'drain').map(({ plan }) => plan.hoseEndMm)
  const shows = drainShows(weighed.ways)
  /** Chances of the flows that a drain could give, as each would be weighed. */
  const flowShares = (kind: 'drain' | 'siphon', hoseEndMm: number | null) =>
    whenAsked(() => {
      const weighings = FLOWS[kind].flatMap((flow) => {
        const drain = mapDrains(
          machine,
          site,
          [...drains, timed(kind, visit, flow, { hoseEndMm })],
          weighed.observations,
        )
        return drain ? [headAndPath(weighed.ways, drain)] : []
      })
      const most = Math.max(...weighings.map(({ lnScale }) => lnScale))
      const likelihoods = weighings.map(({ likelihood }) => likelihood)
      return onceForEachTwo(
        toldApartAs(likelihoods, (i, j) =>
          sharesOf(weighings.map((one) => Math.exp(one.lnScale - most) * one.likelihood(i, j))),
        ),
      )
    })
  const at = (hoseEndMm: number | null, minutes: number, id: string): PossibleLook => {
    const flows = flowShares('drain', hoseEndMm)
    return {
      id,
      what: { kind: 'run', run: 'drain', ...(hoseEndMm === null ? {} : { hoseEndMm }) },
      name: message(hoseEndMm === null ? 'look.time-a' : 'look.time-a-low', { run: 'drain' }),
      minutes,
      by: null,
      acts: ['run-pump'],
      byFault: true,
      outcomes: [
        ...DRAIN_SHOWS.slice(0, -1).map((one) => message('look.run-shows', { shows: one })),
        ...FLOWS.drain.map(flowName),
      ],
      shares: (i, j) => {
        const even = shows.even(i, j)
        const shown = DRAIN_SHOWS.slice(0, -1).map((one) => shows[one](i, j))
        return sharesOf([...shown, ...Array.from(flows(i, j), (p) => p * even)])
      },
    }
  }
  /** The pump still, the hose end below the tub: only the path says anything. */
  const byGravity = (): PossibleLook => ({
    id: 'run:siphon',
    what: { kind: 'run', run: 'siphon', hoseEndMm: BELOW_MM },
    name: message('look.run-out'),
    minutes: RUN_MIN.siphon,
    by: null,
    acts: [],
    byFault: true,
    outcomes: FLOWS.siphon.map(flowName),
    shares: flowShares('siphon', BELOW_MM),
  })
  /** The hose end raised until the stream stops: only the pump's head says anything. */
  const lifted = (): PossibleLook => {
    const check = 'drain.lift-stop'
    const whatIs = (value: number | string): Observation => ({ check, value })
    const shares = whenAsked(() => {
      // A bound that every head passes: what the runs say, with nothing of a lift yet.
      const base = mapDrains(machine, site, drains, [...weighed.observations, whatIs(aboveMm(0))])
      if (!base) return () => new Float64Array(LIFTS.length + 1)
      const width = LIFT_STEP_MM / 1000 / (liftSdM(machine, site) * Math.sqrt(2 * Math.PI))
      const { likelihoodWith } = headAndPathMasses(weighed.ways, base)
      const weighings = [...LIFTS, aboveMm(REACH_MM)].map((value) => {
        const [fits] = liftTests(machine, site, [whatIs(value)])
        return {
          likelihood: likelihoodWith((headM) => Math.exp(fits?.(headM) ?? 0)),
          width: typeof value === 'number' ? width : 1,
        }
      })
      const likelihoods = weighings.map(({ likelihood }) => likelihood)
      return onceForEachTwo(
        toldApartAs(likelihoods, (i, j) =>
          sharesOf(weighings.map(({ likelihood, width }) => width * likelihood(i, j))),
        ),
      )
    })
    return {
      id: check,
      what: { kind: 'check', check },
      name: message('check.drain.lift-stop'),
      minutes: minutesOf(check),
      by: null,
      acts: ['run-pump'],
      byFault: true,
      outcomes: [
        message('look.run-shows', { shows: 'none' }),
        ...LIFTS.map((mm) => message('look.figure', { figure: figureOf('height', mm) })),
        message('look.above', { figure: figureOf('height', REACH_MM) }),
      ],
      shares: (i, j) => {
        const none = shows.none(i, j)
        return [none, ...Array.from(shares(i, j), (p) => p * (1 - none))]
      },
    }
  }
  const lifts = weighed.observations.some(({ check }) => check === 'drain.lift-stop') ? [] : [lifted()]
  const gravity = drains.some(({ plan }) => plan.kind === 'siphon') ? [] : [byGravity()]
  if (pumped.length === 0) return [at(null, RUN_MIN.drain, 'run:drain'), ...gravity, ...lifts]
  const low = pumped.some((mm) => mm !== null && mm < LOW_MM + 150)
  return [...(low ? [] : [at(LOW_MM, RUN_MIN.drain + LOWERED_MIN, 'run:drain:low')]), ...gravity, ...lifts]
}
