import { assertNever } from '../assertNever.ts'
import type { LevelText, VolumeText } from '../runs/sayRun.ts'
import type { VisitSays } from './combineVisit.ts'
import type { DrainWeighing } from './weighDrains.ts'
import type { FillCause, FillWeighing } from './weighFills.ts'
import type { HoldWeighing } from './weighHolds.ts'

/** How quantities are written, unit and all. */
export interface VisitText {
  height: LevelText
  volume: VolumeText
  head: (m: number) => string
}
export const METRIC_VISIT: VisitText = {
  height: (mm) => `${mm.toFixed(0)} mm`,
  volume: (litres) => `${litres.toFixed(litres < 1 ? 2 : 1)} L`,
  head: (m) => `${m.toFixed(2)} m`,
}

/** More than this running back means that nothing holds the water in the hose, L. Settled on the study of run-back. */
const RUN_BACK_L = 0.07

export const CAUSE_WORDS: Record<FillCause, string> = {
  none: 'nothing wrong with the inlet',
  'supply.low-pressure': 'low supply pressure',
  'tap.part-shut': 'the tap partly shut',
  'fill-hose.kinked': 'the fill hose kinked',
  'inlet-screen.clogged': 'the inlet screen clogged',
  'inlet-valve.restricted': 'the inlet valve restricted',
}

const FILL_NEXT: Record<NonNullable<FillWeighing['next']>['measure'], string> = {
  'tap-bucket': 'a timed bucket at the tap, hose off',
  'hose-end-bucket': 'a timed bucket at the hose end',
  'other-tap': 'a fill through the other tap alone',
  gauge: 'a gauge on the tap',
  'throttled-fill': 'a fill with the tap throttled to 1.4 times the machine’s flow into a bucket',
  'screens-look': 'a look at the screen: taps off first',
}

/** What runs and looks say together, one sentence for each part that says something. */
export function sayVisit(says: VisitSays, text: VisitText = METRIC_VISIT): string[] {
  return [
    says.fill ? sayFill(says.fill) : null,
    says.meter && says.meter.verdict !== 'agrees'
      ? sayMeter(says.meter.verdict, says.meter.gain.value)
      : null,
    says.hold ? sayHold(says.hold, text) : null,
    says.leakHeight ? sayLeakHeight(says.leakHeight, text) : null,
    says.drain ? sayDrain(says.drain, text) : null,
    says.hold === null && says.quantities.riseLH
      ? `Water comes in with the valve closed: ${text.volume(says.quantities.riseLH.value)}/h. Close the tap: if it stops, the inlet valve seeps.`
      : null,
    (says.quantities.runBackL?.lo ?? 0) > RUN_BACK_L
      ? `${text.volume(says.quantities.runBackL?.value ?? 0)} run back from the hose when the pump stops: the check flap does not hold, if one is fitted.`
      : null,
    says.standpipe?.tooHigh
      ? `The hose end at ${text.height(says.standpipe.heightMm)} leaves a sound pump only ${Math.round(100 * says.standpipe.flowShare)} % of its flow at the usual height: the standpipe is too high.`
      : null,
  ].filter((line): line is string => line !== null)
}

export function sayFill(fill: FillWeighing): string {
  const next = fill.next ? ` Next: ${FILL_NEXT[fill.next.measure]} (${fill.next.minutes} min).` : ''
  if (fill.verdict === 'none') return `The ${fill.tap} inlet gives what it should.`
  if (fill.verdict === 'screen-or-valve')
    return `The ${fill.tap} inlet loses its flow in the machine: screen or valve, which flow alone cannot tell apart.${next}`
  if (fill.verdict === 'undecided')
    return `The ${fill.tap} inlet still allows ${list(fill.allowed.map((c) => CAUSE_WORDS[c]))}${
      fill.ruledOut.length > 0 ? `; ruled out: ${list(fill.ruledOut.map((c) => CAUSE_WORDS[c]))}` : ''
    }.${next}`
  return `On the ${fill.tap} side it is ${CAUSE_WORDS[fill.verdict]} (${Math.round(100 * fill.probability[fill.verdict])} %).${next}`
}

function list(words: string[]): string {
  return words.length < 2 ? (words[0] ?? 'nothing') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`
}

function sayMeter(verdict: 'low' | 'high', gain: number): string {
  return verdict === 'low'
    ? `The meter shows ${Math.round(100 * gain)} % of what the level shows: clean the flow meter, then fill again.`
    : `The meter shows ${Math.round(100 * gain)} % of what stays in the tub: water goes elsewhere (leak, siphon, laundry) or the tub size is wrong; not the meter first.`
}

export function sayHold(hold: HoldWeighing, text: VisitText = METRIC_VISIT): string {
  const perHour = `${text.volume(Math.abs(hold.lossLMin) * 60)}/h`
  switch (hold.verdict) {
    case 'tight':
      return `The tub holds: ${hold.holds} hold${hold.holds === 1 ? '' : 's'} without a loss.`
    case 'leak':
      return `It leaks: every hold lost about ${perHour}, also with the hose end lifted.`
    case 'soaking':
      return `The laundry was soaking: the second hold lost much less than the first. No leak seen.`
    case 'siphon':
      return `It siphons: the loss of ${perHour} stops when the hose end is lifted. Give the hose its high loop, and air where it enters the standpipe.`
    case 'seep-in':
      return `Water comes in with the valve closed: ${perHour}. Close the tap: if it stops, the inlet valve seeps.`
    case 'tube-leak':
      return 'The indicated level fell and the water did not: the pressure hose or its dome leaks air. The tub is tight.'
    case 'undecided': {
      const likely = (Object.entries(hold.probability) as [string, number][])
        .filter(([, p]) => p > 0.08)
        .sort((a, b) => b[1] - a[1])
        .map(([cause, p]) => `${CAUSE[cause]} ${Math.round(100 * p)} %`)
      return `Not told apart yet: ${list(likely)}. ${
        hold.holds === 1
          ? 'Hold again from the same level.'
          : hold.liftedMade
            ? 'Repeat for longer, with cold water.'
            : 'Hold once more with the hose end lifted high.'
      }`
    }
    default:
      return assertNever(hold.verdict)
  }
}
const CAUSE: Record<string, string> = {
  tight: 'tight',
  leak: 'a leak',
  soaking: 'soaking laundry',
  siphon: 'a siphon',
  'seep-in': 'a seeping valve',
}

function sayLeakHeight(height: NonNullable<VisitSays['leakHeight']>, text: VisitText): string {
  const from = {
    'stop-level': 'the level at which the drip stopped',
    catches: 'the catches at several levels',
    curve: 'the curve of the hold',
  }[height.from]
  const laws =
    height.laws.length > 1
      ? ` (as a hole ${text.height(height.laws.find((l) => l.law === 'orifice')?.mm ?? height.value)}, as a seep ${text.height(height.laws.find((l) => l.law === 'seepage')?.mm ?? height.value)})`
      : ''
  return `The leak lies between ${text.height(height.lo)} and ${text.height(height.hi)} by ${from}${laws}.`
}

export function sayDrain(drain: DrainWeighing, text: VisitText = METRIC_VISIT): string {
  const head = `${text.head(drain.head.withPrior.value)} (${text.head(drain.head.withPrior.lo)} to ${text.head(drain.head.withPrior.hi)}) of ${text.head(drain.nominalHeadM)}`
  const times = drain.path.withPrior.value.toFixed(1)
  switch (drain.verdict) {
    case 'pump-weak':
      return `The pump is weak: it lifts ${head}; the path is as it should be.`
    case 'path-restricted':
      return `The path is restricted, ${times} times its clean resistance; the pump lifts what it should.`
    case 'both':
      return `Pump and path are both off: the pump lifts ${head}, the path has ${times} times its clean resistance.`
    case 'nominal':
      return drain.used.pumpRuns + drain.used.liftTests + drain.used.gravityRuns > 1
        ? 'Pump and path are within what cannot be told from sound.'
        : 'The last drain is within what cannot be told from a sound pump on a clean path.'
    case 'undecided':
      return `Pump weak or path restricted: undecided. ${
        drain.used.liftTests === 0
          ? 'The lift test tells (2 min): raise the running hose end until the stream just stops.'
          : 'Drain again with the hose end at a second height.'
      }`
    default:
      return assertNever(drain.verdict)
  }
}
