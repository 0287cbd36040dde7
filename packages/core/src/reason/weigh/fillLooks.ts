import { TAPS, type Tap } from '../../machine/machineSpec.ts'
import { figureOf, message } from '../../message.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../checks/minutes.ts'
import { onceForEachTwo, toldApartAs } from '../diagnosis/likelihood.ts'
import { inletScores } from '../evidence/fills/weighFills.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import { flowName, spread, timed, whenAsked } from './foretoldRun.ts'
import { onItsSide } from './piece.ts'
import { type PossibleLook, sharesOf } from './possibleLook.ts'
import { fillShows, lossOf } from './weighRuns.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** Flows that a fill could give, L/min. */
const FLOWS = spread(1.2, 17, 7)
/** What a bucket or a gauge could read, L/min and kPa. */
const READS = { bucket: spread(3, 42, 6), gauge: spread(40, 640, 6) } as const
/** Houses and machines tried for what could come. */
const DRAWS = 60

/** A fill by each tap, and the buckets and the gauge beside the slowest. */
export function fillLooks(visit: WeighedCase, weighed: Weighed, runs: readonly JudgedRun[]): PossibleLook[] {
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
      return onceForEachTwo(
        toldApartAs(losses, (i, j) =>
          losses.map((of, k) => Math.exp((scores[k]?.lnSound ?? -60) - most) * of(i, j)),
        ),
      )
    })
  const looks = TAPS.filter((tap) => machine.valve.taps.includes(tap) && !isTimed(tap)).map(
    (tap): PossibleLook => {
      const flows = sideShares(
        tap,
        (k) => [
          machine,
          site,
          [...fills, timed('fill', visit, FLOWS[k] ?? Number.NaN, { taps: [tap] })],
          weighed.observations,
          DRAWS,
        ],
        FLOWS.length,
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
          ...FLOWS.map(flowName),
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
