import {
  assertNever,
  type FillCause,
  figureOf,
  type Message,
  message,
  type Tap,
  type VisitAct,
  type VisitSays,
} from '@brendik/core'
import type { MessageId, Words } from '../words.ts'
import { saySlip } from './sayRun.ts'

type Of<Key extends keyof VisitSays> = NonNullable<VisitSays[Key]>

const percentOf = (share: number) => Math.round(100 * share)

/** What runs and looks say together, one sentence for each part that says something. */
export function sayVisit(words: Words, says: VisitSays): string[] {
  const siphons = says.fill?.verdict === 'standpipe.siphon' || says.hold?.verdict === 'siphon'
  return [
    ...says.changes.map((change) => sayChange(words, change)),
    ...sayFirst(words, says),
    says.fill ? sayFill(words, says.fill) : null,
    says.meter && says.meter.verdict !== 'agrees'
      ? sayMeter(words, says.meter.verdict, says.meter.gain.value, siphons)
      : null,
    says.hold ? sayHold(words, says.hold, says.quantities.leakLH?.value) : null,
    says.leakHeight ? sayLeakHeight(words, says.leakHeight) : null,
    says.drain && !says.pump ? sayDrain(words, says.drain) : null,
    says.hold === null && says.quantities.riseLH
      ? words.t('visit.hold.seep-in', { loss: figureOf('hourly', says.quantities.riseLH.value) })
      : null,
    says.standpipe?.tooHigh
      ? words.t('visit.standpipe', {
          height: figureOf('height', says.standpipe.heightMm),
          percent: percentOf(says.standpipe.flowShare),
        })
      : null,
    ...sayLast(words, says),
  ].filter((line): line is string => line !== null)
}

/** What comes before any weighing: questions about slips and contradictions, and a pump or drain that is told by itself. */
export function sayFirst(words: Words, says: VisitSays): string[] {
  return [
    ...says.slips.map(({ code, written, meant }) => saySlip(words, { slip: code, written, meant })),
    ...says.disagree.map(({ kind, tap, beforeLMin, afterLMin }) =>
      words.t('visit.differ', {
        kind: kind === 'fill' ? (tap ?? 'fill') : 'drain',
        percent: percentOf(afterLMin / beforeLMin),
      }),
    ),
    ...says.oddFills.map(({ tap, shareOfOthers }) =>
      words.t('visit.odd-fill', { tap: tap ?? 'cold', percent: percentOf(shareOfOthers) }),
    ),
    ...(says.pump ? [sayPump(words, says.pump)] : []),
    ...(says.drainTrouble && !says.pump ? [words.t(`visit.trouble.${says.drainTrouble}`)] : []),
  ]
}

/** What stands after it: water running back, and what has to be timed again since something was done. */
export function sayLast(words: Words, says: VisitSays): string[] {
  return [
    says.runBack ? sayRunBack(words, says.runBack) : null,
    ...(['fill', 'hold', 'drain'] as const).map((path) => {
      const act = says.since[path]
      return act ? words.t('visit.before-act', { act: actMessage(act), path }) : null
    }),
  ].filter((line): line is string => line !== null)
}

function actMessage({ what, part, tap }: VisitAct): Message {
  const name = message(`part.${part}`)
  return message(`act.${what}`, { part: tap ? message('act.part-of-tap', { tap, part: name }) : name })
}

/** An act in words: "the coin trap was cleared". */
export function actWords(words: Words, act: VisitAct): string {
  return words.say(actMessage(act))
}

/** A flow that changed by less than this share is told as unchanged. */
const AS_BEFORE = 0.05
/** A flow of less than this share of the other is none: there is no telling how many times as fast it is. */
const NEXT_TO_NOTHING = 0.02
/** Less than this is no flow at all, L/min. */
const NONE_L_MIN = 0.1

/** What an act changed, by a run before and one after it. */
export function sayChange(
  words: Words,
  { kind, tap, act, before, after }: VisitSays['changes'][number],
): string {
  const next = NEXT_TO_NOTHING * Math.max(before.value, after.value)
  const ratio = after.value / before.value
  const change =
    Math.max(before.value, after.value) < NONE_L_MIN
      ? 'as-before'
      : before.value <= next
        ? 'from-nothing'
        : after.value <= next
          ? 'to-nothing'
          : ratio > 1 + AS_BEFORE
            ? 'faster'
            : ratio < 1 - AS_BEFORE
              ? 'slower'
              : 'as-before'
  return words.t('visit.changed', {
    act: actMessage(act),
    kind: kind === 'fill' ? (tap ?? 'fill') : 'drain',
    change,
    times: words.number(change === 'faster' ? ratio : 1, 1),
    percent: percentOf(change === 'slower' ? ratio : 1),
  })
}

function sayPump(words: Words, { verdict, afterS }: Of<'pump'>): string {
  const when = { timed: afterS === null ? 'no' : 'yes', after: figureOf('time', afterS ?? 0) }
  switch (verdict) {
    case 'fails-under-load':
    case 'stops-unfed':
    case 'stops':
      return words.t(`visit.pump.${verdict}`, when)
    case 'jammed':
    case 'likely-jammed':
      return words.t(`visit.pump.${verdict}`)
    default:
      return assertNever(verdict)
  }
}

function sayRunBack(words: Words, back: Of<'runBack'>): string | null {
  if (!back.agree)
    return words.t('visit.run-back.disagree', {
      jug: figureOf('volume', back.jugL ?? 0),
      level: figureOf('volume', back.levelL ?? 0),
    })
  return back.flapFails
    ? words.t('visit.run-back.flap', { litres: figureOf('volume', back.litres.value) })
    : null
}

/** Where the inlet loses its flow, and what to do next. */
export function sayFill(words: Words, fill: Of<'fill'>): string {
  const { verdict, tap, probability, next } = fill
  if (fill.cleanFirst && verdict !== 'none') return words.t('visit.fill.clean-first', { tap })
  if (verdict === 'none') return words.t('visit.fill.none', { tap })
  const said = sayFillVerdict(words, fill, verdict, tap, probability)
  return next ? `${said} ${words.t('visit.next', { measure: next.measure, minutes: next.minutes })}` : said
}

const causes = (of: readonly FillCause[]) => ({ anyOf: of.map((cause) => message(`cause.${cause}`)) })

function sayFillVerdict(
  words: Words,
  fill: Of<'fill'>,
  verdict: Exclude<Of<'fill'>['verdict'], 'none'>,
  tap: Tap,
  probability: Of<'fill'>['probability'],
): string {
  if (verdict === 'screen-or-valve') return words.t('visit.fill.screen-or-valve', { tap })
  if (verdict === 'undecided')
    return fill.ruledOut.length > 0
      ? words.t('visit.fill.undecided-ruled-out', {
          tap,
          allowed: causes(fill.allowed),
          ruledOut: causes(fill.ruledOut),
        })
      : words.t('visit.fill.undecided', { tap, allowed: causes(fill.allowed) })
  const percent = percentOf(probability[verdict])
  return verdict === 'standpipe.siphon'
    ? words.t('visit.fill.siphon', { tap, percent })
    : words.t('visit.fill.cause', { tap, cause: message(`cause.${verdict}`), percent })
}

function sayMeter(words: Words, verdict: 'low' | 'high', gain: number, siphons: boolean): string {
  const percent = percentOf(gain)
  return words.t(verdict === 'high' && siphons ? 'visit.meter.siphons' : `visit.meter.${verdict}`, {
    percent,
  })
}

/** Causes of a loss less likely than this are not named. */
const HOLD_CAUSE_NAMED = 0.08

/** @param lossLH - Loss at the start level as the runs give it, L/h, so that both say the same. */
export function sayHold(words: Words, hold: Of<'hold'>, lossLH?: number): string {
  const loss = figureOf('hourly', Math.abs(lossLH ?? hold.lossLMin * 60))
  switch (hold.verdict) {
    case 'tight':
      return words.t('visit.hold.tight', { holds: hold.holds })
    case 'leak':
    case 'siphon':
    case 'seep-in':
      return words.t(`visit.hold.${hold.verdict}`, { loss })
    case 'soaking':
    case 'tube-leak':
      return words.t(`visit.hold.${hold.verdict}`)
    case 'undecided': {
      const likely = (Object.entries(hold.probability) as [string, number][])
        .filter(([, p]) => p > HOLD_CAUSE_NAMED)
        .sort((a, b) => b[1] - a[1])
        .map(([cause, p]) => message('visit.hold.likely', { cause, percent: percentOf(p) }))
      return words.t('visit.hold.undecided', {
        likely: { anyOf: likely },
        next: hold.holds === 1 ? 'again' : hold.liftedMade ? 'longer' : 'lifted',
      })
    }
    default:
      return assertNever(hold.verdict)
  }
}

function sayLeakHeight(words: Words, height: Of<'leakHeight'>): string {
  const between = {
    from: figureOf('level', height.lo),
    to: figureOf('level', height.hi),
    by: height.from,
  }
  if (height.laws.length < 2) return words.t('visit.leak-height', between)
  const byLaw = (law: 'orifice' | 'seepage') =>
    figureOf('level', height.laws.find((each) => each.law === law)?.mm ?? height.value)
  return words.t('visit.leak-height-laws', {
    ...between,
    orifice: byLaw('orifice'),
    seepage: byLaw('seepage'),
  })
}

/** Weak pump or restricted path, in a sentence. */
export function sayDrain(words: Words, drain: Of<'drain'>): string {
  const said = words.t(drainMessage(drain), {
    head: message('visit.drain.head', {
      value: figureOf('head', drain.head.withPrior.value),
      lo: figureOf('head', drain.head.withPrior.lo),
      hi: figureOf('head', drain.head.withPrior.hi),
      nominal: figureOf('head', drain.nominalHeadM),
    }),
    times: words.number(drain.path.withPrior.value, 1),
    next: drain.used.liftTests === 0 ? 'lift' : 'second-height',
  })
  const [outlier] = drain.outliers
  return outlier === undefined
    ? said
    : `${said} ${words.t('visit.drain.left-out', { flow: figureOf('flow', outlier) })}`
}

function drainMessage({ verdict, used }: Of<'drain'>): MessageId {
  if (verdict !== 'nominal') return `visit.drain.${verdict}`
  return used.pumpRuns + used.liftTests + used.gravityRuns > 1
    ? 'visit.drain.nominal'
    : 'visit.drain.nominal-one'
}
