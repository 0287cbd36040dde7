import type {
  Figure,
  FigureKind,
  FigureRange,
  Language,
  Message,
  MessageValue,
  PlainNumber,
} from '@brendik/core'
import { IntlMessageFormat } from 'intl-messageformat'
import { FIRST } from './messages/en/first.ts'
import type { JOBS } from './messages/en/jobs.ts'
import type { PAGES } from './messages/en/pages.ts'
import type { SERVED } from './messages/en/served.ts'
import { choicesOf, pseudo } from './pattern.ts'
import { durationText, estimateText } from './time.ts'
import { digitsOf, type Unit, type UnitSystem, unitOf } from './units.ts'

export type MessageId = keyof typeof FIRST | keyof typeof PAGES | keyof typeof JOBS | keyof typeof SERVED
/** The pseudo-locale marks everything that comes from the table of messages, so that what does not stands out. */
export type AnyLanguage = Language | 'pseudo'
export type Values = Record<string, MessageValue>

/** Messages in a language and a system of units. */
export interface Words {
  readonly language: AnyLanguage
  /** For dates and numbers, as a BCP 47 tag. */
  readonly locale: string
  readonly units: UnitSystem
  /** A message by its id. @throws {Error} If a value that it needs is missing. */
  t: (id: MessageId, values?: Values) => string
  /** A message of core. @throws {RangeError} If the table has none under its id. */
  say: (message: Message) => string
  /** Whether the table has a message under an id. */
  has: (id: string) => id is MessageId
  /** A list kept one entry a line. */
  lines: (id: MessageId, values?: Values) => string[]
  number: (value: number, digits: number) => string
  /** A figure without its unit; a dash for what is not known. */
  figure: (kind: FigureKind, base: number | null | undefined) => string
  withUnit: (kind: FigureKind, base: number | null | undefined) => string
  /** As many digits as the unit takes, none lost on the way into a field and back. */
  typed: (kind: FigureKind, base: number) => string
  range: (kind: FigureKind, lo: number, hi: number) => string
  unit: (kind: FigureKind) => Unit
  duration: (seconds: number) => string
  estimate: (seconds: number) => string
  /** An amount in whole units, unless every cent is wanted. @param currency - ISO 4217. */
  money: (amount: number, currency: string, exact?: boolean) => string
  /** A probability. Nothing is certain: the ends of the scale are said as bounds. */
  percent: (probability: number) => string
}

type Table = Partial<Record<MessageId, string>>
/** What the first page says in English is always there; the rest is added by who needs it, so that nobody waits for what they do not read. */
const TABLES: Partial<Record<Language, Table>> = { en: { ...FIRST } }

/** Makes more messages of a language known: another language, or those that only some pages read. */
export function addTable(language: Language, table: Table): void {
  TABLES[language] = Object.assign(TABLES[language] ?? {}, table)
}

/** Where the device says nothing of its region. Spanish is read with a comma, as most of its countries write. */
const USUAL_LOCALE: Record<AnyLanguage, string> = { en: 'en-US', es: 'es', pseudo: 'en-US' }

/** The first of a device's locales that speaks the language, so that its decimal mark and clock are kept. */
export function localeFor(language: AnyLanguage, deviceLocales: readonly string[]): string {
  return deviceLocales.find((tag) => tag.split('-')[0] === language) ?? USUAL_LOCALE[language]
}

/** Decimal mark of a locale: "." or ",". */
export function decimalMark(locale: string): string {
  return (
    new Intl.NumberFormat(locale, { useGrouping: false })
      .formatToParts(1.5)
      .find((part) => part.type === 'decimal')?.value ?? '.'
  )
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A message ready to be filled, with the names of the values that choose between wordings. */
interface Pattern {
  format: IntlMessageFormat
  chooses: ReadonlySet<string>
}

/**
 * Words in one language and one system of units. A message within a message is put in with a small first letter; where a message
 * begins with one, its own first letter is made large.
 * @param locale - For numbers and dates; the usual one of the language if not given.
 * @throws {RangeError} If the language's messages were not added.
 */
export function makeWords(language: AnyLanguage, units: UnitSystem, locale?: string): Words {
  const table = TABLES[language === 'pseudo' ? 'en' : language]
  if (!table) throw new RangeError(`language: expected one whose messages were added, got ${language}`)
  const tag = locale ?? USUAL_LOCALE[language]
  const formats = new Map<string, Pattern>()
  const numbers = new Map<number, Intl.NumberFormat>()

  const formatOf = (id: string): Pattern => {
    const kept = formats.get(id)
    if (kept) return kept
    const text = (table as Record<string, string | undefined>)[id]
    if (text === undefined) throw new RangeError(`message: expected an id of the table, got ${id}`)
    const plain = new IntlMessageFormat(text, tag, undefined, { ignoreTag: true })
    const made = language === 'pseudo' ? new IntlMessageFormat(pseudo(plain.getAst()), tag) : plain
    const pattern = { format: made, chooses: choicesOf(made.getAst()) }
    formats.set(id, pattern)
    return pattern
  }
  const number = (value: number, digits: number): string => {
    if (!Number.isFinite(value)) return '–'
    let format = numbers.get(digits)
    if (!format) {
      format = new Intl.NumberFormat(tag, {
        minimumFractionDigits: digits,
        maximumFractionDigits: digits,
        useGrouping: false,
        // What rounds to nothing has no sign.
        signDisplay: 'negative',
      })
      numbers.set(digits, format)
    }
    return format.format(value)
  }
  const figure = (kind: FigureKind, base: number | null | undefined): string => {
    if (base === null || base === undefined || !Number.isFinite(base)) return '–'
    const shown = unitOf(units, kind).show(base)
    return number(shown, digitsOf(units, kind, shown))
  }
  const inUnit = (kind: FigureKind, base: number | null | undefined) =>
    `${figure(kind, base)} ${unitOf(units, kind).unit}`
  /** A gauge of the supply is marked in kPa or in bar: both are said. */
  const withUnit = (kind: FigureKind, base: number | null | undefined) =>
    kind === 'pressure' && units === 'metric' && Number.isFinite(base)
      ? `${inUnit(kind, base)} (${number(Number(base) / KPA_PER_BAR, 1)} bar)`
      : inUnit(kind, base)
  const range = (kind: FigureKind | undefined, lo: number, hi: number) =>
    format(
      'common.range',
      kind === undefined
        ? { from: String(lo), to: String(hi) }
        : { from: figure(kind, lo), to: inUnit(kind, hi) },
    )

  const written = (value: MessageValue): string | number => {
    if (typeof value === 'string') return value
    if (typeof value === 'number') return Number.isInteger(value) ? value : number(value, 1)
    if ('anyOf' in value) return anyOf(value.anyOf.map((each) => lowerFirst(say(each))))
    if ('id' in value) return lowerFirst(say(value))
    return figureValue(value)
  }
  const figureValue = (value: Figure | FigureRange | PlainNumber): string => {
    if ('number' in value) return number(value.number, value.digits)
    return 'base' in value ? withUnit(value.kind, value.base) : range(value.kind, value.lo, value.hi)
  }
  const anyOf = (words: string[]): string =>
    words.length < 2
      ? (words[0] ?? format('common.nothing'))
      : format('common.or', { first: words.slice(0, -1).join(', '), last: words.at(-1) as string })

  const format = (id: string, values: Values = {}): string => {
    // Most messages have no place in them; to read those as patterns took a tenth of the time in which a page opens.
    const text = language === 'pseudo' ? undefined : (table as Record<string, string | undefined>)[id]
    if (text !== undefined && !/[{}'#]/.test(text)) return text
    return filled(id, values)
  }
  const filled = (id: string, values: Values): string => {
    const pattern = formatOf(id)
    const places: Record<string, string | number> = { units }
    // Codes have dashes, the names of choices in a pattern cannot.
    for (const [name, value] of Object.entries(values))
      places[name] =
        typeof value === 'string' && pattern.chooses.has(name) ? value.replaceAll('-', '_') : written(value)
    const text = pattern.format.format(places) as string
    const [first] = pattern.format.getAst()
    return first?.type === ARGUMENT && isMessage(values[first.value]) ? upperFirst(text) : text
  }
  const say = ({ id, values }: Message): string => format(id, values)
  const t = (id: MessageId, values?: Values) => format(id, values)

  return {
    language,
    locale: tag,
    units,
    t,
    say,
    has: (id): id is MessageId => Object.hasOwn(table, id),
    lines: (id, values) => format(id, values).split('\n'),
    number,
    figure,
    withUnit,
    typed: (kind, base) => {
      const { show, digits } = unitOf(units, kind)
      return number(show(base), digits)
    },
    range,
    unit: (kind) => unitOf(units, kind),
    duration: (seconds) => durationText(seconds) ?? t('common.never'),
    estimate: (seconds) => estimateText(seconds) ?? t('common.never'),
    money: (amount, currency, exact = false) =>
      new Intl.NumberFormat(tag, {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
        ...(exact ? {} : { maximumFractionDigits: 0, minimumFractionDigits: 0 }),
      }).format(amount),
    percent: (p) => (p > 0.99 ? '> 99 %' : p < 0.01 ? '< 1 %' : `${Math.round(100 * p)} %`),
  }
}

const KPA_PER_BAR = 100
/** A simple place in a pattern, as the parser of messages calls it. */
const ARGUMENT = 1
const isMessage = (value: MessageValue | undefined): boolean => typeof value === 'object' && 'id' in value
