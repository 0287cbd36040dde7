import { assertNever } from '../assertNever.ts'
import type { RunKind } from './runPlan.ts'

/** What a run says, as figures: the sentence is made where the units are known. Flows in L/min. */
export type Saying =
  | {
      code: 'within' | 'slow' | 'fast'
      kind: RunKind
      flowLMin: number
      loLMin: number
      hiLMin: number
      /** How much longer than expected, percent; negative = shorter. */
      longerPercent: number
      /** The meter's flow when it is well below what the level shows. */
      meterLMin: number | null
    }
  | { code: 'no-flow'; kind: RunKind; mostLMin: number; midLMin: number }
  | { code: 'stalled'; kind: RunKind; flowLMin: number; atS: number; levelMm: number }
  | { code: 'not-yet'; kind: RunKind; seconds: number; loLMin: number; hiLMin: number }
  | { code: 'too-few'; kind: RunKind; got: number; needed: number }
  | { code: 'steady'; kind: RunKind; seenLH: number }
  | { code: 'rising'; kind: RunKind; riseLH: number; loLH: number; hiLH: number }
  | {
      code: 'falling'
      kind: RunKind
      leakLH: number
      loLH: number
      hiLH: number
      /** Heights of the leak, mm, when they can be told; else it lies below the lowest level. */
      height: { lo: number; hi: number } | null
      lowestMm: number
    }
  | { code: 'in-motion'; kind: RunKind }
  | { code: 'tube-leak'; kind: RunKind; tauS: number }
  | { code: 'run-back'; kind: RunKind; litres: number; riseMm: number }
  | { code: 'no-run-back'; kind: RunKind; mostL: number }
  | { code: 'throttled' | 'end-too-high' | 'levels-too-close'; kind: RunKind; flowLMin: number }

/** How a flow in L/min is written, unit and all. */
export type FlowText = (lMin: number) => string
/** How a level in mm is written, unit and all. */
export type LevelText = (mm: number) => string
const METRIC_LEVEL: LevelText = (mm) => `${mm.toFixed(0)} mm`
/** How litres, also per hour, are written, unit and all. */
export type VolumeText = (litres: number) => string
const METRIC_VOLUME: VolumeText = (litres) => `${litres.toFixed(litres < 1 ? 2 : 1)} L`
const METRIC_FLOW: FlowText = (lMin) => `${lMin.toFixed(1)} L/min`

/** One sentence, with the figures behind it and, where something is off or open, the measurement that tells more. */
export function sayRun(
  saying: Saying,
  flow: FlowText = METRIC_FLOW,
  height: LevelText = METRIC_LEVEL,
  volume: VolumeText = METRIC_VOLUME,
): string {
  const perHour = (litres: number) => `${volume(litres)}/h`
  const word = saying.kind === 'fill' ? 'Fills' : saying.kind === 'siphon' ? 'Runs out' : 'Drains'
  switch (saying.code) {
    case 'within':
      return `${word} at ${flow(saying.flowLMin)}, inside the expected ${band(saying, flow)}.${meter(saying, flow)}`
    case 'fast':
      return `${word} at ${flow(saying.flowLMin)}, more than the expected ${band(saying, flow)}: check the tub size and the units.${meter(saying, flow)}`
    case 'slow': {
      const next =
        saying.kind === 'fill'
          ? 'a bucket at the tap and at the hose end tells where it is lost'
          : saying.kind === 'siphon'
            ? 'with no pump running, it is the path that is tight'
            : 'pump and path both fit: a second hose height or the lift test tells which'
      return `${word} at ${flow(saying.flowLMin)} where ${band(saying, flow)} is expected, so it takes ${saying.longerPercent} % longer; ${next}.${meter(saying, flow)}`
    }
    case 'no-flow':
      return `No flow to speak of: at most ${flow(saying.mostLMin)} where ${flow(saying.midLMin)} is expected.`
    case 'stalled':
      return `${word} at ${flow(saying.flowLMin)} for ${saying.atS.toFixed(0)} s, then the level stood still at ${height(saying.levelMm)}: listen whether the pump still runs, then look at the stream.`
    case 'not-yet':
      return `After ${saying.seconds.toFixed(0)} s the readings still allow ${flow(saying.loLMin)} to ${flow(saying.hiLMin)}: take more levels, over a longer time.`
    case 'too-few':
      return `${saying.got} usable reading${saying.got === 1 ? '' : 's'}: at least ${saying.needed} levels are needed, 10 s apart or more.`
    case 'steady':
      return `The level stays. A loss under ${perHour(saying.seenLH)} would not have been seen; wait longer to see less.`
    case 'rising':
      return `The level rises with the valve closed: ${perHour(saying.riseLH)} (${perHour(saying.loLH)} to ${perHour(saying.hiLH)}) come in. Close the tap: if it stops, the inlet valve seeps.`
    case 'falling':
      return `${perHour(saying.leakLH)} are lost at the start level (${perHour(saying.loLH)} to ${perHour(saying.hiLH)}); ${
        saying.height
          ? `the leak lies between ${height(saying.height.lo)} and ${height(saying.height.hi)}`
          : `the leak lies below ${height(saying.lowestMm)}`
      }. A leak, soaking laundry and a siphon look alike until the hold is repeated.`
    case 'in-motion':
      return 'The turning drum lifts the water by itself: watch for water outside, and hold again once it is still.'
    case 'tube-leak':
      return `The indicated level decays (time constant ${saying.tauS.toFixed(0)} s) while the water stays: the pressure hose or its dome leaks air, not the tub.`
    case 'run-back':
      return `${volume(saying.litres)} ran back into the tub after the pump stopped (${height(saying.riseMm)}): nothing holds the water in the hose.`
    case 'no-run-back':
      return `No water seen running back: at most ${volume(saying.mostL)}.`
    case 'throttled':
      return `${word} at ${flow(saying.flowLMin)} with the tap throttled on purpose: compare it with the fill at full tap.`
    case 'end-too-high':
      return 'The hose end is higher than this pump should lift: measure the height, or lower the end.'
    case 'levels-too-close':
      return 'Start and end level are too close together to compare: let it run further.'
    default:
      return assertNever(saying)
  }
}

function band(saying: { loLMin: number; hiLMin: number }, flow: FlowText): string {
  return `${flow(saying.loLMin).replace(/ .*$/, '')} to ${flow(saying.hiLMin)}`
}

function meter(saying: { meterLMin: number | null }, flow: FlowText): string {
  return saying.meterLMin === null ? '' : ` The meter says ${flow(saying.meterLMin)}; the level decides.`
}
