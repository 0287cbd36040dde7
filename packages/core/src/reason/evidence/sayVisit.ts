import { assertNever } from '../../assertNever.ts'
import { PART_NAME } from '../../machine/parts.ts'
import { type LevelText, saySlip, type VolumeText } from '../../measure/verdict/sayRun.ts'
import type { VisitSays } from './combineVisit.ts'
import type { DrainWeighing } from './drains/weighDrains.ts'
import type { FillCause } from './fills/fillModel.ts'
import type { FillWeighing } from './fills/weighFills.ts'
import type { HoldWeighing } from './holds/weighHolds.ts'
import type { VisitAct } from './seen/acts.ts'

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
  'standpipe.siphon': 'water leaving by the drain hose while it fills',
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
  const siphons = says.fill?.verdict === 'standpipe.siphon' || says.hold?.verdict === 'siphon'
  return [
    ...says.changes.map((change) => sayChange(change)),
    ...sayFirst(says),
    says.fill ? sayFill(says.fill) : null,
    says.meter && says.meter.verdict !== 'agrees'
      ? sayMeter(says.meter.verdict, says.meter.gain.value, siphons)
      : null,
    says.hold ? sayHold(says.hold, text, says.quantities.leakLH?.value) : null,
    says.leakHeight ? sayLeakHeight(says.leakHeight, text) : null,
    says.drain && !says.pump ? sayDrain(says.drain, text) : null,
    says.hold === null && says.quantities.riseLH
      ? `Water comes in with the valve closed: ${text.volume(says.quantities.riseLH.value)}/h. Close the tap: if it stops, the inlet valve seeps.`
      : null,
    says.standpipe?.tooHigh
      ? `The hose end at ${text.height(says.standpipe.heightMm)} leaves a sound pump only ${Math.round(100 * says.standpipe.flowShare)} % of its flow at the usual height: the standpipe is too high.`
      : null,
    ...sayLast(says, text),
  ].filter((line): line is string => line !== null)
}

/** What comes before any weighing: questions about slips and contradictions, and a pump or drain that is told by itself. */
export function sayFirst(says: VisitSays): string[] {
  return [
    ...says.slips.map(({ code, written, meant }) => saySlip(code, written, meant)),
    ...says.disagree.map((pair) => sayDisagreement(pair)),
    ...says.oddFills.map(
      ({ tap, shareOfOthers }) =>
        `One ${tap} fill, at ${Math.round(100 * shareOfOthers)} % of what the rest shows, does not fit it and is left out. ${DONE_BEFORE}`,
    ),
    ...(says.pump ? [sayPump(says.pump)] : []),
    ...(says.drainTrouble && !says.pump ? [TROUBLE[says.drainTrouble]] : []),
  ]
}

/** What stands after it: water running back, and what has to be timed again since something was done. */
export function sayLast(says: VisitSays, text: VisitText = METRIC_VISIT): string[] {
  return [
    says.runBack ? sayRunBack(says.runBack, text) : null,
    ...(['fill', 'hold', 'drain'] as const).map((path) => {
      const act = says.since[path]
      return act
        ? `That was before ${actWords(act)}: ${path === 'hold' ? 'hold again' : `time the ${path} again`}.`
        : null
    }),
  ].filter((line): line is string => line !== null)
}

const DONE: Record<VisitAct['what'], string> = {
  cleaned: 'was cleaned',
  cleared: 'was cleared',
  adjusted: 'was adjusted',
  replaced: 'was replaced',
  trial: 'was tried new',
  opened: 'was opened',
}

/** An act in words: "the coin trap was cleared". */
export function actWords({ what, part, tap }: VisitAct): string {
  return `the ${tap ? `${tap} ` : ''}${PART_NAME[part].toLowerCase()} ${DONE[what]}`
}

/** What an act changed, by a run before and one after it. */
export function sayChange({ kind, tap, act, before, after }: VisitSays['changes'][number]): string {
  const name = kind === 'fill' ? `${tap ? `${tap} ` : ''}fill` : 'drain'
  return `Since ${actWords(act)}, the ${name} runs at ${Math.round((100 * after.value) / before.value)} % of its flow before.`
}

function sayDisagreement({ kind, tap, beforeLMin, afterLMin }: VisitSays['disagree'][number]): string {
  const runs = kind === 'fill' ? `Two ${tap} fills` : 'Two drains at one height'
  const share = Math.round((100 * afterLMin) / beforeLMin)
  return `${runs} differ: the second runs at ${share} % of the first. Was something cleaned, cleared or changed in between? Enter it, and they are weighed apart; else time a third.`
}

const DONE_BEFORE = 'Was something done before it? Then enter that.'

const TROUBLE: Record<NonNullable<VisitSays['drainTrouble']>, string> = {
  foam: 'Foam in the water: rinse it out and drain again before pump or path is judged.',
  'backs-up': 'The standpipe backs up: the house drain comes first, no part of the machine mends that.',
  unsteady: 'The drain was not steady: look for foam or air before pump or path is judged.',
  slowing:
    'The drain slowed as it went on: watch the standpipe for water backing up before pump or path is judged.',
  stops: 'The drain stopped with water left: what stopped it comes before pump or path is judged.',
}

function sayPump({ verdict, afterS }: NonNullable<VisitSays['pump']>): string {
  const after = afterS === null ? '' : ` after ${afterS.toFixed(0)} s`
  switch (verdict) {
    case 'fails-under-load':
      return `The pump fails under load: it stops${after} with its voltage still there, whatever its ohms say. Replace it, and time the drain again.`
    case 'stops-unfed':
      return `The pump stops${after} and is no longer fed: lid or door switch, wiring, board, in this order.`
    case 'stops':
      return `The pump stops${after}: measure the voltage at the pump while it is told to drain. There, it fails under load; gone, something switches it off.`
    case 'jammed':
      return 'The pump is jammed, not bad: clear what holds the impeller, then time the drain again.'
    case 'likely-jammed':
      return 'The pump buzzes and does not turn: most likely an object holds it. Feel the impeller, clear it, time the drain again.'
    default:
      return assertNever(verdict)
  }
}

function sayRunBack(back: NonNullable<VisitSays['runBack']>, text: VisitText): string | null {
  if (!back.agree)
    return `${text.volume(back.jugL ?? 0)} were caught running back, the level shows ${text.volume(back.levelL ?? 0)}: they disagree. The jug sees all of it; read the level as the pump stops and 10 s later.`
  return back.litres.lo > RUN_BACK_L
    ? `${text.volume(back.litres.value)} run back from the hose when the pump stops: the check flap does not hold, if one is fitted.`
    : null
}

/** Where the inlet loses its flow, in a sentence, and what to do next. */
export function sayFill(fill: FillWeighing): string {
  if (fill.cleanFirst && fill.verdict !== 'none')
    return `The ${fill.tap} screen is dirty: clean it, then time the ${fill.tap} fill again.`
  const next = fill.next ? ` Next: ${FILL_NEXT[fill.next.measure]} (${fill.next.minutes} min).` : ''
  if (fill.verdict === 'none') return `The ${fill.tap} inlet gives what it should.`
  if (fill.verdict === 'screen-or-valve')
    return `The ${fill.tap} inlet loses its flow in the machine: screen or valve, which flow alone cannot tell apart.${next}`
  if (fill.verdict === 'undecided')
    return `The ${fill.tap} inlet still allows ${list(fill.allowed.map((c) => CAUSE_WORDS[c]))}${
      fill.ruledOut.length > 0 ? `; ruled out: ${list(fill.ruledOut.map((c) => CAUSE_WORDS[c]))}` : ''
    }.${next}`
  if (fill.verdict === 'standpipe.siphon')
    return `Water leaves while it fills on the ${fill.tap} side (${Math.round(100 * fill.probability[fill.verdict])} %): lift the drain hose end above the rim and fill again.${next}`
  return `On the ${fill.tap} side it is ${CAUSE_WORDS[fill.verdict]} (${Math.round(100 * fill.probability[fill.verdict])} %).${next}`
}

function list(words: string[]): string {
  return words.length < 2 ? (words[0] ?? 'nothing') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`
}

function sayMeter(verdict: 'low' | 'high', gain: number, siphons: boolean): string {
  if (verdict === 'high' && siphons)
    return `The meter shows ${Math.round(100 * gain)} % of what stays in the tub: the rest leaves by the hose.`
  return verdict === 'low'
    ? `The meter shows ${Math.round(100 * gain)} % of what the level shows: clean the flow meter, then fill again.`
    : `The meter shows ${Math.round(100 * gain)} % of what stays in the tub: water goes elsewhere (leak, siphon, laundry) or the tub size is wrong; not the meter first.`
}

/** @param lossLH - Loss at the start level as the runs give it, L/h, so that both say the same. */
export function sayHold(hold: HoldWeighing, text: VisitText = METRIC_VISIT, lossLH?: number): string {
  const perHour = `${text.volume(Math.abs(lossLH ?? hold.lossLMin * 60))}/h`
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

/** Weak pump or restricted path, in a sentence. */
export function sayDrain(drain: DrainWeighing, text: VisitText = METRIC_VISIT): string {
  const head = `${text.head(drain.head.withPrior.value)} (${text.head(drain.head.withPrior.lo)} to ${text.head(drain.head.withPrior.hi)}) of ${text.head(drain.nominalHeadM)}`
  const times = drain.path.withPrior.value.toFixed(1)
  const left =
    drain.outliers.length > 0
      ? ` One drain (${drain.outliers[0]?.toFixed(1)} L/min) does not fit the others and is left out. ${DONE_BEFORE}`
      : ''
  return `${sayDrainVerdict(drain, head, times)}${left}`
}

function sayDrainVerdict(drain: DrainWeighing, head: string, times: string): string {
  switch (drain.verdict) {
    case 'pump-weak':
      return `The pump is weak: it lifts ${head}; the path is as it should be.`
    case 'path-restricted':
      return `The path is restricted, ${times} times its clean resistance; the pump lifts what it should.`
    case 'both':
      return `Pump and path are both off: the pump lifts ${head}, the path has ${times} times its clean resistance.`
    case 'nominal':
      return drain.used.pumpRuns + drain.used.liftTests + drain.used.gravityRuns > 1
        ? 'Pump and path cannot be told from healthy ones.'
        : 'The last drain is what a healthy pump on a clear path gives.'
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
