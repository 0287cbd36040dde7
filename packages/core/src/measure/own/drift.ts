import { robustLine } from '../../numeric/robustLine.ts'
import { studentT975 } from '../../numeric/studentT.ts'

/** One run of a machine, as far as it counts for how the machine changes. */
export interface DriftPoint {
  atMs: number
  /** Flow and expected flow over the same levels at the same place, L/min, with the standard error of the readings alone. */
  flowLMin: number
  expectedLMin: number
  readingsSe: number
}
/** How a machine's flow changes over the years, relative to what is expected at the same levels and place. */
export type Drift =
  | { says: 'too-few' }
  | {
      says: 'slower' | 'faster' | 'none'
      /** Change in a year, a share of its flow (−0.1 = a tenth less every year), with its 95 % interval. */
      perYear: { value: number; lo: number; hi: number }
      years: number
      runs: number
      /** Flow that the line has where a run was, L/min, oldest first. */
      line: { atMs: number; flowLMin: number }[]
    }

const YEAR_MS = 365.2425 * 86_400_000
/** Fewer runs, or runs within fewer years, are no trend. */
const FEWEST = 4
const SHORTEST_YEARS = 0.5
/** What differs from run to run beside the readings, relative. Estimate. */
const REPEAT = 0.02

/**
 * How a machine drifts: a robust straight line through ln(flow ÷ expected) over time, with a Student interval of its slope.
 * What nobody knows of the machine and its place is the same in all its runs and does not tilt the line.
 */
export function driftOf(points: readonly DriftPoint[]): Drift {
  const usable = points
    .filter(({ flowLMin, expectedLMin }) => flowLMin > 0 && expectedLMin > 0)
    .sort((a, b) => a.atMs - b.atMs)
  const times = usable.map(({ atMs }) => atMs / YEAR_MS)
  const years = usable.length > 0 ? Math.max(...times) - Math.min(...times) : 0
  if (usable.length < FEWEST || years < SHORTEST_YEARS) return { says: 'too-few' }
  const line = robustLine(
    times.map((t) => t - (times[0] ?? Number.NaN)),
    usable.map(({ flowLMin, expectedLMin }) => Math.log(flowLMin / expectedLMin)),
    usable.map(({ flowLMin, readingsSe }) => Math.hypot(readingsSe / flowLMin, REPEAT)),
    { scale: 1, worth: 6 },
  )
  if (line.outcome !== 'fitted') return { says: 'too-few' }
  const half = studentT975(line.degreesOfFreedom) * line.slopeSe
  const share = (slope: number) => Math.exp(slope) - 1
  const [lo, hi] = [share(line.slope - half), share(line.slope + half)]
  return {
    says: hi < 0 ? 'slower' : lo > 0 ? 'faster' : 'none',
    perYear: { value: share(line.slope), lo, hi },
    years,
    runs: usable.length,
    line: usable.map(({ atMs, expectedLMin }, i) => ({
      atMs,
      flowLMin: expectedLMin * Math.exp(line.intercept + line.slope * ((times[i] ?? 0) - (times[0] ?? 0))),
    })),
  }
}
