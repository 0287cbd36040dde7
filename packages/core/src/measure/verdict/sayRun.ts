import { assertNever } from '../../assertNever.ts'
import type { RunKind, StartFrom } from '../plan/runPlan.ts'

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
      /** Other runs and looks of the visit have told why. */
      settled?: boolean
    }
  | { code: 'no-flow'; kind: RunKind; mostLMin: number; midLMin: number }
  | {
      code: 'stalled'
      kind: RunKind
      flowLMin: number
      atS: number
      levelMm: number
      silent: boolean
      known?: boolean
    }
  | {
      code: 'weak-supply'
      kind: RunKind
      flowLMin: number
      /** At the gauged pressure, and in a house with a sound supply. */
      loLMin: number
      hiLMin: number
      soundLoLMin: number
      soundHiLMin: number
    }
  | {
      code: 'timed-undecided'
      kind: RunKind
      flowLMin: number
      loLMin: number
      hiLMin: number
      seconds: number
      leastLMin: number
      mostLMin: number
    }
  | { code: 'overfilled'; kind: RunKind; reachedMm: number; dueMm: number; flowLMin: number }
  | { code: 'one-instant'; kind: RunKind; got: number }
  | { code: 'not-analysable'; kind: RunKind; why: string }
  | { code: 'no-end'; kind: RunKind }
  | { code: 'empty-tub'; kind: RunKind }
  | { code: 'slip'; kind: RunKind; slip: SlipCode; written: number; meant: number }
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
      /** Only the display fell: it may be air leaking from the pressure hose. */
      display: boolean
      /** What is known of the other holds of the visit: none yet, or what they say together. */
      holds: 'first' | HoldsSay
    }
  | { code: 'in-motion'; kind: RunKind }
  | { code: 'tube-leak'; kind: RunKind; tauS: number }
  | { code: 'run-back'; kind: RunKind; litres: number; riseMm: number }
  | { code: 'no-run-back'; kind: RunKind; mostL: number }
  | { code: 'throttled' | 'end-too-high' | 'levels-too-close'; kind: RunKind; flowLMin: number }

export type SlipCode =
  | 'level-in-cm'
  | 'level-in-inches'
  | 'hose-end-in-cm'
  | 'radius-for-diameter'
  | 'head-in-feet'
  | 'meter-in-gallons'
  | 'drain-called-hold'
  | 'two-runs-in-one'
  | 'fill-level-in-cm'

/** What all holds of a visit say, as far as one of them has to know it. */
export type HoldsSay = 'tight' | 'leak' | 'soaking' | 'siphon' | 'seep-in' | 'tube-leak' | 'undecided'

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
      return `${word} at ${flow(saying.flowLMin)}, ${beside(saying, flow)}.${meter(saying, flow)}`
    case 'fast':
      return `${word} at ${flow(saying.flowLMin)}, more than the expected ${band(saying, flow)}: check the tub size and the units.${meter(saying, flow)}`
    case 'slow': {
      const next =
        saying.kind === 'fill'
          ? 'a bucket at the tap and at the hose end tells where it is lost'
          : saying.kind === 'siphon'
            ? 'with no pump running, it is the path that is tight'
            : 'pump and path both fit: a second hose height or the lift test tells which'
      return `${word} at ${flow(saying.flowLMin)} where ${band(saying, flow)} is expected (${lowPercent(saying.longerPercent)} % low), so it takes ${timesAsLong(saying.longerPercent)} × as long${saying.settled ? '' : `; ${next}`}.${meter(saying, flow)}`
    }
    case 'no-flow':
      return `No flow to speak of: at most ${flow(saying.mostLMin)} where ${flow(saying.midLMin)} is expected.`
    case 'stalled':
      return `${word} at ${flow(saying.flowLMin)} for ${saying.atS.toFixed(0)} s, then the level stood still at ${height(saying.levelMm)}${
        saying.known
          ? '.'
          : saying.silent
            ? ' and the pump was silent: measure the voltage at the pump while it is told to drain.'
            : ': listen whether the pump still runs, then look at the stream.'
      }`
    case 'weak-supply':
      return `${word} at ${flow(saying.flowLMin)}: what this pressure gives (${band(saying, flow)}), but a sound house gives ${flow(saying.soundLoLMin).replace(/ .*$/, '')} to ${flow(saying.soundHiLMin)}. The supply is too weak, not the machine.`
    case 'timed-undecided':
      return `${saying.seconds.toFixed(0)} s with no level read: by what this family usually holds that is anything from ${flow(saying.leastLMin)} to ${flow(saying.mostLMin)}, where ${band(saying, flow)} is expected. One level read at the start tells.`
    case 'overfilled':
      return `It went on to ${height(saying.reachedMm)}, ${height(saying.reachedMm - saying.dueMm)} above where it should close: it overfills. Pull the plug in a fill: if water stops, it is told to stay open; if not, the valve sticks.`
    case 'one-instant':
      return `All ${saying.got} readings carry the same time: give each its own, at least 10 s apart.`
    case 'not-analysable':
      return `All entries are kept, but these readings could not be analysed (${saying.why}). Look for one that cannot be, and take it back.`
    case 'empty-tub':
      return 'No water stands above the port, so nothing can be seen to be lost. If it was filled before, it has run out.'
    case 'slip':
      return saySlip(saying.slip, saying.written, saying.meant)
    case 'no-end':
      return saying.kind === 'fill'
        ? 'No end to time: press when the machine closes its valve, or read levels on the way.'
        : 'No end to time: press when air is first drawn, or read levels on the way.'
    case 'not-yet':
      return `After ${saying.seconds.toFixed(0)} s the readings still allow ${flow(saying.loLMin)} to ${flow(saying.hiLMin)}: take more levels, over a longer time.`
    case 'too-few':
      return `${saying.got} usable reading${saying.got === 1 ? '' : 's'}: at least ${saying.needed} levels are needed, 10 s apart or more.`
    case 'steady':
      return `The level stays. A loss under ${perHour(saying.seenLH)} would not have been seen; wait longer to see less.`
    case 'rising':
      return `The level rises with the valve closed: ${perHour(saying.riseLH)} (${perHour(saying.loLH)} to ${perHour(saying.hiLH)}) come in. Close the tap: if it stops, the inlet valve seeps.`
    case 'falling':
      return sayFalling(saying, perHour, height)
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

/** How many times as long as expected, from how much longer in percent: 44 → "1.4". */
export function timesAsLong(longerPercent: number): string {
  const times = 1 + longerPercent / 100
  return times < 9.95 ? times.toFixed(1) : times.toFixed(0)
}

/** How far the flow lies below the expected one, percent. */
const lowPercent = (longerPercent: number) => Math.round((100 * longerPercent) / (100 + longerPercent))

/** A probable slip as a question; figures as they were written. */
export function saySlip(slip: SlipCode, written: number, meant: number): string {
  const mm = (value: number) => `${Math.round(value)} mm`
  switch (slip) {
    case 'level-in-cm':
      return `Were these levels centimetres? The highest is ${mm(written)}; this machine fills to about ${mm(meant)}. Nothing is concluded until that is settled.`
    case 'level-in-inches':
      return `Were these levels inches? The highest is ${mm(written)}; this machine fills to about ${mm(meant)}. Nothing is concluded until that is settled.`
    case 'hose-end-in-cm':
      return `Is the hose end really ${mm(written)} above the floor? Was that centimetres, ${mm(meant)}? Nothing is concluded until that is settled.`
    case 'radius-for-diameter':
      return `Is the tub really ${mm(written)} across? Was that its radius? Nothing is concluded from levels until that is settled.`
    case 'head-in-feet':
      return `Does this pump really lift ${written.toFixed(1)} m? Was that feet, ${meant.toFixed(1)} m? Nothing is concluded from drains until that is settled.`
    case 'meter-in-gallons':
      return `The meter shows ${Math.round(100 * written)} % of the level: does it count US gallons? Then they agree.`
    case 'drain-called-hold':
      return `${written.toFixed(0)} L/min left in this hold: was it a drain? Nothing is concluded until that is settled.`
    case 'two-runs-in-one':
      return `The level turned back by ${mm(written)}: are these two runs in one? Nothing is concluded until that is settled.`
    case 'fill-level-in-cm':
      return `Does this machine really close at ${mm(written)}? Was that centimetres, ${mm(meant)}?`
    default:
      return assertNever(slip)
  }
}

function sayFalling(
  saying: Extract<Saying, { code: 'falling' }>,
  perHour: (litres: number) => string,
  height: LevelText,
): string {
  const amount = `${perHour(saying.leakLH)} (${perHour(saying.loLH)} to ${perHour(saying.hiLH)})`
  if (saying.display && (saying.holds === 'first' || saying.holds === 'undecided'))
    return `The display falls as if ${amount} were lost: a leak, or air leaking from the pressure hose. Read the ruler at the start and at the end.`
  const where = saying.height
    ? `the leak lies between ${height(saying.height.lo)} and ${height(saying.height.hi)}`
    : `the leak lies below ${height(saying.lowestMm)}`
  switch (saying.holds) {
    case 'first':
      return `${amount} are lost at the start level; ${saying.height ? where : `if it is a leak, ${where}`}. A leak, soaking laundry and a siphon look alike until the hold is repeated.`
    case 'undecided':
      return `${amount} are lost at the start level.`
    case 'leak':
      return `${amount} are lost at the start level; ${where}.`
    case 'siphon':
      return `${amount} run out by the hose at the start level: with its end lifted the loss stops.`
    case 'soaking':
      return `${amount} are taken up at the start: the laundry was soaking.`
    case 'tube-leak':
      return `The display fell as if ${amount} were lost, and the water did not.`
    case 'tight':
    case 'seep-in':
      return `${amount} were lost in this hold, and not in the others.`
    default:
      return assertNever(saying.holds)
  }
}

/** What a flow by time alone rests on, and what would narrow it; nothing where levels were read. */
export function sayRests(
  kind: RunKind,
  rests: { level: StartFrom; levelMm: number; readings: number; range: readonly [number, number] | null },
  height: LevelText = METRIC_LEVEL,
): string {
  const from = kind === 'fill' ? 'to' : 'from'
  const level =
    rests.level === 'read'
      ? `${from} the level that was read`
      : rests.level === 'machine'
        ? `${from} ${height(rests.levelMm)}, where this machine closes its valve`
        : `${from} what this family usually holds${rests.range ? `, ${height(rests.range[0])} to ${height(rests.range[1])}` : ''}`
  const narrow = rests.level === 'read' && rests.readings > 1 ? '' : ' One level typed in narrows it.'
  return `Taken from the time, ${level}.${narrow}`
}

/** Within: inside the band, or outside it by less than the readings can tell. */
function beside(saying: { flowLMin: number; loLMin: number; hiLMin: number }, flow: FlowText): string {
  if (saying.flowLMin < saying.loLMin) return `too near the expected ${band(saying, flow)} to be called slow`
  if (saying.flowLMin > saying.hiLMin) return `too near the expected ${band(saying, flow)} to be called fast`
  return `inside the expected ${band(saying, flow)}`
}

function band(saying: { loLMin: number; hiLMin: number }, flow: FlowText): string {
  return `${flow(saying.loLMin).replace(/ .*$/, '')} to ${flow(saying.hiLMin)}`
}

function meter(saying: { meterLMin: number | null }, flow: FlowText): string {
  return saying.meterLMin === null ? '' : ` The meter says ${flow(saying.meterLMin)}; the level decides.`
}
