import {
  type CustomerReport,
  type FaultId,
  type PartId,
  PRIMED_L,
  type ProofPoint,
  type ReportChange,
  type Signature,
} from '@brendik/core'
import type { MessageId, Words } from '../words.ts'
import { sayAny } from './say.ts'
import { actWords } from './sayVisit.ts'

/** The customer's page in words, in its order. */
export interface ReportText {
  headline: string
  /** What the customer had and has, and what stayed dry; may be empty. */
  lead: string
  /** How many times as fast, where that is known. */
  ratio: { figure: string; says: string; range: string } | null
  rows: { name: string; text: string }[]
  record: string
  received: string
  /** Pen strokes over the line. */
  signed: Signature['strokes'] | null
}

/** From here on a fault is named without a figure. */
const AS_GOOD_AS_SURE = 0.9
/** What is less likely is no answer to what was wrong. */
const NAMED = 0.5
const REASONS = 4
/** How often a fault turns out in other people's machines is no reason to give a customer. */
const OF_THE_WORKSHOP = 'found.own-chances'

/** What the page for the customer says: the screen, the paper and the link say the same. @param date - A day as it is written where the page is read. */
export function sayReport(words: Words, report: CustomerReport, date: (atMs: number) => string): ReportText {
  const { change, wrong, agreed, signed } = report
  const row = (id: MessageId, text: string) =>
    text.trim() === '' ? [] : [{ name: words.t(id), text: text.trim() }]
  const points = (some: readonly ProofPoint[]) => some.map((point) => sayPoint(words, point)).join('; ')
  return {
    headline: words.t('report.headline', {
      outcome: report.outcome,
      kind: change?.cured ? change.kind : 'none',
    }),
    lead: [
      change ? changeText(words, change) : '',
      report.dry.length > 0
        ? words.t('report.watchedDry', {
            phases: report.dry.map((phase) => words.t('report.phase', { phase })).join(', '),
          })
        : '',
      report.failed.length > 0 ? words.t('report.didNotPass', { points: points(report.failed) }) : '',
    ]
      .filter((text) => text !== '')
      .join(' '),
    ratio: change?.ratio
      ? {
          figure: `${sayTimes(words, change.ratio.value)}×`,
          says: words.t('report.asFast'),
          range: words.t('report.range', {
            lo: sayTimes(words, change.ratio.lo),
            hi: sayTimes(words, change.ratio.hi),
          }),
        }
      : null,
    rows: [
      ...row('report.whatWasWrong', wrong ? wrongText(words, wrong, report.acts.length > 0) : ''),
      ...row(
        'report.howWeKnow',
        wrong?.fault
          ? [
              wrong.byOldPart ? words.t('report.oldPartShowed') : '',
              wrong.byCure ? words.t('report.endedByIt') : '',
              ...wrong.speaksFor
                .filter(({ says }) => says.id !== OF_THE_WORKSHOP)
                .slice(0, REASONS)
                .map(({ says }) => sayAny(words, says)),
            ].join(' ')
          : '',
      ),
      ...row(
        'report.whatWasDone',
        report.acts.length === 0
          ? words.t('report.nothingDone')
          : report.acts.map((act) => upperFirst(`${actWords(words, act)}.`)).join(' '),
      ),
      ...row(
        'report.cost',
        agreed
          ? words.t('decide.line', {
              price: words.money(agreed.amount, agreed.currency, true),
              option: sayOptionOf(words, agreed.option),
              name: agreed.name,
            })
          : '',
      ),
      ...row(
        'report.leftOut',
        [
          ...report.waived.map((point) =>
            words.t('report.leftOutPoint', {
              point: sayPoint(words, point),
              reason: point.waived?.reason ?? '',
              name: point.waived?.by ?? '',
            }),
          ),
          ...(report.open.length > 0 ? [words.t('report.notYet', { points: points(report.open) })] : []),
        ].join(' '),
      ),
      ...row(
        'report.pleaseWatch',
        [
          report.outcome === 'nothing-done' ? '' : words.t('report.watchFloor'),
          words.t('report.watchHoses'),
        ].join(' '),
      ),
    ],
    record: words.t('report.record', { runs: report.runs, looks: report.looks }),
    received: signed
      ? words.t('sign.received', { name: signed.name, date: date(signed.atMs) })
      : words.t('report.received'),
    signed: signed?.strokes ?? null,
  }
}

/** A point of the proof. */
export function sayPoint(words: Words, { id, tripS }: ProofPoint): string {
  switch (id) {
    case 'insulation':
      return words.t('prove.point.insulation')
    case 'earth':
      return words.t('prove.point.earth')
    case 'prime':
      return words.t('prove.point.prime', { litres: words.withUnit('volume', PRIMED_L) })
    case 'run:fill':
      return words.t('prove.point.run-fill')
    case 'run:hold':
      return words.t('prove.point.run-hold')
    case 'run:drain':
      return words.t('prove.point.run-drain')
    case 'past-trip':
      return words.t('prove.point.past-trip', { time: words.duration(tripS ?? 0) })
    case 'cycle':
      return words.t('prove.point.cycle')
    default:
      return words.t('prove.point.dry', { phase: id.slice('dry:'.length) })
  }
}

/** A fault by itself, where a part alone would not say what is wrong with it: on the ladder a leak goes by its part. */
export function sayFault(words: Words, id: FaultId): string {
  const name = words.t(`fault.${id}` as MessageId)
  return LEAK_BY_PART.test(id) ? words.t('weigh.leakAt', { part: lowerFirst(name) }) : name
}
const LEAK_BY_PART = /^(?!gearcase).*leak$(?<!leak-to-frame)/

/** What is done to which part, as it can be decided for. */
export function sayOption(
  words: Words,
  { act, part, variant }: { act: string; part: PartId | null; variant: string | null },
): string {
  return upperFirst(
    words.t('decide.option', {
      act,
      part: part === null ? '' : words.t(`part.${part}` as MessageId),
      variant: variant ?? 'none',
    }),
  )
}

/** An option by its id, as it is kept with a yes. */
export function sayOptionOf(words: Words, id: string): string {
  const [act = '', part, variant] = id.split(':')
  return sayOption(words, { act, part: (part as PartId | undefined) ?? null, variant: variant ?? null })
}

/** Two figures are as many as a ratio deserves. */
export const sayTimes = (words: Words, ratio: number): string => words.number(ratio, ratio < 9.95 ? 1 : 0)

function wrongText(
  words: Words,
  { fault, present, byCure, byOldPart }: NonNullable<CustomerReport['wrong']>,
  worked: boolean,
): string {
  // Something was done to it, and nobody wrote down why: that is no sound machine.
  if (!fault) return worked ? '' : words.t('weigh.nothingWrong')
  const name = sayFault(words, fault)
  if (byCure || byOldPart || present >= AS_GOOD_AS_SURE) return `${name}.`
  return words.t(present < NAMED ? 'report.notToldApart' : 'report.likely', {
    fault: name,
    percent: words.percent(present),
  })
}

/** What the customer had and has, in times; where the water stands, in what was lost. */
function changeText(words: Words, { kind, ratio, beforeS, afterS, soundS, lostLH }: ReportChange): string {
  if (lostLH !== null) return words.t('report.holds', { before: words.withUnit('volume', lostLH) })
  if (afterS === null) return ''
  const said = {
    kind,
    after: words.duration(afterS),
    sound: soundS ? 'some' : 'none',
    lo: words.duration(soundS?.lo ?? 0),
    hi: words.duration(soundS?.hi ?? 0),
  }
  return ratio && beforeS !== null
    ? words.t('report.took', { ...said, before: words.duration(beforeS) })
    : words.t('report.nothingCame', said)
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
