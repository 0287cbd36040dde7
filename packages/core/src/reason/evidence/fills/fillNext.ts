import type { Tap } from '../../../machine/machineSpec.ts'
import { HEALTHY_SUPPLY } from '../../../machine/uncertainty.ts'
import { bucketFlowLMin } from '../../../physics/supply/supplyLine.ts'
import { minutesOf, RUN_MIN } from '../../checks/minutes.ts'
import type { FillData } from './fillData.ts'
import { type FillCause, type Inlet, sideFlow, throttledFlow } from './fillModel.ts'

/** Measurements that can separate the causes, with their minutes. */
const FILL_CHECKS = {
  'tap-bucket': { check: 'tap.bucket', minutes: minutesOf('tap.bucket') },
  'hose-end-bucket': { check: 'hose-end.bucket', minutes: minutesOf('hose-end.bucket') },
  'other-tap': { check: 'fill', minutes: RUN_MIN.fill },
  gauge: { check: 'supply.gauge', minutes: minutesOf('supply.gauge') },
  // The tap is set by a bucket first.
  'throttled-fill': { check: 'fill', minutes: RUN_MIN.fill + minutesOf('tap.bucket') },
  'screens-look': { check: 'screens.look', minutes: minutesOf('screens.look') },
} as const
export type FillCheck = keyof typeof FILL_CHECKS

/** The measurement that separates the causes best, per minute. */
export interface NextFillCheck {
  measure: FillCheck
  check: string
  minutes: number
  gainBits: number
}

/** One cause with the inlets drawn under it, each with its ln likelihood. */
export interface WeighedCause {
  cause: FillCause
  samples: { inlet: Inlet; ln: number }[]
}

/** Information gained about the cause by each measurement not made yet, per minute (mutual information over the weighed samples). */
export function nextFillCheck(
  draws: readonly WeighedCause[],
  most: number,
  tap: Tap,
  data: FillData,
): NextFillCheck | null {
  const other: Tap = tap === 'cold' ? 'hot' : 'cold'
  const predicted: Partial<Record<FillCheck, (m: Inlet, cause: FillCause) => number>> = {}
  const bin = (flow: number, se: number) => Math.round(Math.log(Math.max(0.05, flow)) / (2 * se))
  if (data.tapBucket[tap] === undefined)
    predicted['tap-bucket'] = (m) => bin(bucketFlowLMin(m[tap].staticKpa, m[tap].tapK), 0.05)
  if (data.hoseBucket[tap] === undefined)
    predicted['hose-end-bucket'] = (m) =>
      bin(bucketFlowLMin(m[tap].staticKpa, m[tap].tapK + m[tap].hoseK), 0.05)
  if (data.fill[other] === undefined) predicted['other-tap'] = (m) => bin(sideFlow(m[other]), 0.06)
  if (data.gauge[tap] === undefined) predicted.gauge = (m) => Math.round(m[tap].staticKpa / 30)
  const kpa = data.gauge[tap] ?? HEALTHY_SUPPLY.staticKpa.mid
  if (data.throttled[tap] === undefined && kpa >= LEAST_THROTTLE_KPA)
    predicted['throttled-fill'] = (m) => bin(throttledFlow(m, tap, data) / sideFlow(m[tap]), 0.06)
  if (data.screens[tap] === undefined && data.screens[''] === undefined)
    predicted['screens-look'] = (_m, cause) => (cause === 'inlet-screen.clogged' ? 1 : 0)
  const samples = weighed(draws, most)
  let best: NextFillCheck | null = null
  for (const [measure, outcome] of Object.entries(predicted) as [
    FillCheck,
    (m: Inlet, c: FillCause) => number,
  ][]) {
    const gainBits = mutualInformation(samples, draws.length, outcome)
    const { check, minutes } = FILL_CHECKS[measure]
    if (gainBits > 0.05 && (best === null || gainBits / minutes > best.gainBits / best.minutes))
      best = { measure, check, minutes, gainBits }
  }
  return best
}
/** Below this the throttled fill tells nothing: a common supply is then too weak to leave the valve its pressure, kPa. */
const LEAST_THROTTLE_KPA = 250

/** A drawn inlet with the index of its cause and its weight. */
interface Weighed {
  inlet: Inlet
  cause: FillCause
  index: number
  weight: number
}

/** Samples that count at all. */
function weighed(draws: readonly WeighedCause[], most: number): Weighed[] {
  return draws.flatMap(({ cause, samples }, index) =>
    samples.flatMap(({ inlet, ln }) => {
      const weight = ln - most < LEAST_LN ? 0 : Math.exp(ln - most)
      return weight === 0 ? [] : [{ inlet, cause, index, weight }]
    }),
  )
}
const LEAST_LN = Math.log(1e-4)

function mutualInformation(
  samples: readonly Weighed[],
  causeCount: number,
  outcome: (m: Inlet, cause: FillCause) => number,
): number {
  // Weight of each outcome by cause: one column for a cause, rows made as outcomes come up.
  const rows = new Map<number, Float64Array>()
  const causes = new Float64Array(causeCount)
  let total = 0
  for (const { inlet, cause, index, weight } of samples) {
    const bin = outcome(inlet, cause)
    let row = rows.get(bin)
    if (!row) {
      row = new Float64Array(causeCount)
      rows.set(bin, row)
    }
    row[index] = (row[index] ?? Number.NaN) + weight
    causes[index] = (causes[index] ?? Number.NaN) + weight
    total += weight
  }
  let information = entropyBits(causes, total)
  for (const row of rows.values()) {
    const sum = row.reduce((a, b) => a + b, 0)
    information -= (sum / total) * entropyBits(row, sum)
  }
  return information
}

/** Entropy of weights that add up to `total`, bits (Shannon 1948). */
function entropyBits(weights: Float64Array, total: number): number {
  let sum = 0
  for (const w of weights) if (w > 0) sum -= (w / total) * Math.log2(w / total)
  return sum
}
