import { familyDefaults, type MachineSpec, type SiteSpec, TAPS, type Tap } from '../../machine/machineSpec.ts'
import { AIR_LEVEL_MM, type RunKind, type RunPlan } from '../../measure/plan/runPlan.ts'
import { blankAnalysis } from '../../measure/verdict/runAnalysis.ts'
import { figureOf, type Message, message } from '../../message.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../checks/minutes.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { weighDrains } from '../evidence/drains/weighDrains.ts'
import { inletScores } from '../evidence/fills/weighFills.ts'
import { runOutdatedBy } from '../evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import type { FaultWay } from './faultWays.ts'
import { onItsSide } from './piece.ts'
import { type PossibleLook, sharesOf } from './possibleLook.ts'
import { DRAIN_SHOWS, drainShows, fillShows, headAndPath, lossOf } from './weighRuns.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** Flows that a run could give, evenly spread in the logarithm, L/min. */
const FLOWS = { fill: spread(1.2, 17, 7), drain: spread(2, 38, 7), siphon: spread(0.4, 20, 8) } as const
/** What a bucket or a gauge could read, L/min and kPa. */
const READS = { bucket: spread(3, 42, 6), gauge: spread(40, 640, 6) } as const
/** Houses and machines tried for what could come. */
const DRAWS = 60
/** How well a flow by hand is known, as a share, of its own and of the tub. Estimates. */
const SE = { own: 0.05, tub: 0.03 } as const
/** A hose end lowered to here tells pump from path. */
const LOW_MM = 400
const LOWERED_MIN = 2
/** A hose end laid down here lets the water run out by itself. */
const BELOW_MM = 100

function spread(lo: number, hi: number, count: number): number[] {
  return Array.from({ length: count }, (_, k) => lo * (hi / lo) ** (k / (count - 1)))
}

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

/** Foretelling takes long: it is done when the first share is asked for, since often one look of them all is wanted. */
function whenAsked<T>(foretell: () => (i: number, j: number) => T): (i: number, j: number) => T {
  let shares: ((i: number, j: number) => T) | null = null
  return (i, j) => {
    shares ??= foretell()
    return shares(i, j)
  }
}

/** How likely it is that a fault of some kind is there. */
const massOf = ({ ways, belief }: Weighed, which: (way: FaultWay) => boolean): number =>
  belief.hypotheses.reduce(
    (sum, { first, second, p }) =>
      sum + ([first, second].some((n) => n !== NO_FAULT && which(ways[n] as FaultWay)) ? p : 0),
    0,
  )

/** A run as if it had been timed. */
function timed(
  kind: RunKind,
  { machine, site }: { machine: MachineSpec; site: SiteSpec },
  flowLMin: number,
  more: Partial<RunPlan>,
): JudgedRun {
  const fullMm = machine.fillLevelMm ?? familyDefaults(machine.family).fillLevelMm ?? 110
  const [startMm, endMm] = kind === 'fill' ? [0, fullMm] : [fullMm, AIR_LEVEL_MM]
  return {
    plan: {
      kind,
      machine,
      site,
      taps: [],
      throttled: false,
      hoseEndMm: null,
      startLevelMm: startMm,
      endLevelMm: null,
      laundry: 'none',
      laundryKg: 0,
      ...more,
    },
    analysis: {
      ...blankAnalysis({ code: 'no-end', kind }),
      verdict: 'within',
      basis: {
        of: 'flow',
        flowLMin,
        readingsSe: SE.own * flowLMin,
        geometrySe: SE.tub * flowLMin,
        ofThisAir: null,
        startMm,
        endMm,
        disturbed: null,
      },
    },
  }
}

const flowName = (flowLMin: number): Message => message('look.figure', { figure: figureOf('flow', flowLMin) })

function fillLooks(visit: WeighedCase, weighed: Weighed, runs: readonly JudgedRun[]): PossibleLook[] {
  const { machine, site } = visit
  const fills = runs.filter(({ plan }) => plan.kind === 'fill')
  const isTimed = (tap: Tap) => fills.some(({ plan }) => plan.taps.length === 1 && plan.taps[0] === tap)
  const several = machine.valve.taps.length > 1
  /** Shares of what could be measured on a tap's side, given that water comes. */
  const sideShares = (tap: Tap, measured: (k: number) => Parameters<typeof inletScores>, count: number) =>
    whenAsked(() => {
      const scores = Array.from({ length: count }, (_, k) => inletScores(...measured(k))[tap])
      const most = Math.max(...scores.map((one) => one?.lnSound ?? Number.NEGATIVE_INFINITY))
      const losses = scores.map((one) =>
        lossOf(weighed.ways, (way) => (onItsSide(way, tap) ? one?.against : undefined)),
      )
      return (i: number, j: number) =>
        losses.map((of, k) => Math.exp((scores[k]?.lnSound ?? -60) - most) * of(i, j))
    })
  const looks = TAPS.filter((tap) => machine.valve.taps.includes(tap) && !isTimed(tap)).map(
    (tap): PossibleLook => {
      const flows = sideShares(
        tap,
        (k) => [
          machine,
          site,
          [...fills, timed('fill', visit, FLOWS.fill[k] ?? Number.NaN, { taps: [tap] })],
          weighed.observations,
          DRAWS,
        ],
        FLOWS.fill.length,
      )
      const shows = fillShows(weighed.ways, tap)
      const name = message('look.time-a', { run: 'fill' })
      return {
        id: `run:fill:${tap}`,
        what: { kind: 'run', run: 'fill', tap },
        name: several ? message('look.on-tap', { check: name, tap }) : name,
        minutes: RUN_MIN.fill,
        by: null,
        acts: ['let-water-in'],
        byFault: true,
        outcomes: [
          message('look.run-shows', { shows: 'none' }),
          message('look.run-shows', { shows: 'over' }),
          ...FLOWS.fill.map(flowName),
        ],
        shares: (i, j) => {
          const of = sharesOf(flows(i, j))
          const even = shows.flows(i, j)
          return [shows.none(i, j), shows.over(i, j), ...Array.from(of, (p) => p * even)]
        },
      }
    },
  )
  const slowest = (Object.keys(inletScores(machine, site, fills, weighed.observations)) as Tap[])[0]
  if (!slowest) return looks
  const made = new Set(weighed.observations.filter(({ tap }) => tap === slowest).map(({ check }) => check))
  const beside = (
    [
      ['tap.bucket', READS.bucket],
      ['hose-end.bucket', READS.bucket],
      ['supply.gauge', READS.gauge],
    ] as const satisfies readonly (readonly [CheckId, readonly number[]])[]
  )
    .filter(([check]) => !made.has(check))
    .map(([check, values]): PossibleLook => {
      const shares = sideShares(
        slowest,
        (k) => {
          const read: Observation = { check, value: values[k] ?? Number.NaN, tap: slowest }
          return [machine, site, fills, [...weighed.observations, read], DRAWS]
        },
        values.length,
      )
      const name = message(`check.${check}`)
      return {
        id: several ? `${check}:${slowest}` : check,
        what: { kind: 'check', check, tap: slowest },
        name: several ? message('look.on-tap', { check: name, tap: slowest }) : name,
        minutes: minutesOf(check),
        by: null,
        acts: ['unscrew-fill-hose'],
        byFault: true,
        outcomes: values.map((value) =>
          message('look.figure', { figure: figureOf(check === 'supply.gauge' ? 'pressure' : 'flow', value) }),
        ),
        shares: (i, j) => sharesOf(shares(i, j)),
      }
    })
  return [...looks, ...beside]
}

function drainLooks(visit: WeighedCase, weighed: Weighed, runs: readonly JudgedRun[]): PossibleLook[] {
  const { machine, site } = visit
  const drains = runs.filter(({ plan }) => plan.kind === 'drain' || plan.kind === 'siphon')
  const pumped = drains.filter(({ plan }) => plan.kind === 'drain').map(({ plan }) => plan.hoseEndMm)
  const shows = drainShows(weighed.ways)
  /** Chances of the flows that a drain could give, as each would be weighed. */
  const flowShares = (kind: 'drain' | 'siphon', hoseEndMm: number | null) =>
    whenAsked(() => {
      const weighings = FLOWS[kind].flatMap((flow) => {
        const drain = weighDrains(
          machine,
          site,
          [...drains, timed(kind, visit, flow, { hoseEndMm })],
          weighed.observations,
        )
        return drain ? [headAndPath(weighed.ways, drain)] : []
      })
      const most = Math.max(...weighings.map(({ lnScale }) => lnScale))
      return (i: number, j: number) =>
        sharesOf(weighings.map((one) => Math.exp(one.lnScale - most) * one.likelihood(i, j)))
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
  const gravity = drains.some(({ plan }) => plan.kind === 'siphon') ? [] : [byGravity()]
  if (pumped.length === 0) return [at(null, RUN_MIN.drain, 'run:drain'), ...gravity]
  const low = pumped.some((mm) => mm !== null && mm < LOW_MM + 150)
  return [...(low ? [] : [at(LOW_MM, RUN_MIN.drain + LOWERED_MIN, 'run:drain:low')]), ...gravity]
}
