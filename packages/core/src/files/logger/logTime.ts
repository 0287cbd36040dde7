/** How instants of a log are written. */
export type TimeForm =
  /** Digits decide: seconds or milliseconds since 1970. */
  | 'epoch'
  /** 2026-03-02 09:14:05, with or without a T and a zone. */
  | 'iso'
  /** 2.3.2026 or 2/3/2026: the day first. */
  | 'day-first'
  /** 3/2/2026: the month first. */
  | 'month-first'
  /** A time of day alone; after midnight it goes on with the next day. */
  | 'clock'
export const TIME_FORMS = [
  'iso',
  'day-first',
  'month-first',
  'clock',
  'epoch',
] as const satisfies readonly TimeForm[]

/** Parts of a local time; month 1 to 12. */
export interface ClockParts {
  year: number
  month: number
  day: number
  hour: number
  minute: number
  second: number
}
/** What a cell says of a time, its first three figures in the order in which they stand; null = it is no time. */
interface Clock {
  form: 'iso' | 'dated' | 'clock'
  figures: readonly [number, number, number] | null
  hour: number
  minute: number
  second: number
  /** Minutes east of Greenwich; null = the place's own time. */
  zoneMin: number | null
}

const TIME = String.raw`(\d{1,2})[:.](\d{2})(?:[:.](\d{2}(?:[.,]\d+)?))?\s*([ap]\.?\s?m\.?)?`
const ISO = new RegExp(
  String.raw`^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ]\s*${TIME})?\s*(Z|[+-]\d{2}:?\d{2})?$`,
  'i',
)
const DATED = new RegExp(String.raw`^(\d{1,2})[-/.](\d{1,2})[-/.](\d{4}|\d{2})(?:,?\s+|T)${TIME}$`, 'i')
const CLOCK = new RegExp(`^${TIME.replace('(\\d{1,2})[:.]', '(\\d{1,3}):').replace('(?:[:.]', '(?::')}$`, 'i')

/** A cell as a time. @returns Null where it is none. */
export function readClock(text: string): Clock | null {
  const iso = ISO.exec(text)
  if (iso) {
    const time = timeOf(iso.slice(4, 8))
    return (
      time && {
        form: 'iso',
        figures: [Number(iso[1]), Number(iso[2]), Number(iso[3])],
        ...time,
        zoneMin: zoneOf(iso[8]),
      }
    )
  }
  const dated = DATED.exec(text)
  if (dated) {
    const time = timeOf(dated.slice(4, 8))
    const year = Number(dated[3])
    return (
      time && {
        form: 'dated',
        figures: [Number(dated[1]), Number(dated[2]), year < 100 ? 2000 + year : year],
        ...time,
        zoneMin: null,
      }
    )
  }
  const clock = CLOCK.exec(text)
  const time = clock && timeOf(clock.slice(1, 5))
  return time ? { form: 'clock', figures: null, ...time, zoneMin: null } : null
}

function timeOf([h, m, s, half]: readonly (string | undefined)[]): Pick<
  Clock,
  'hour' | 'minute' | 'second'
> | null {
  const [hour, minute, second] = [Number(h ?? 0), Number(m ?? 0), Number((s ?? '0').replace(',', '.'))]
  if (minute > 59 || second >= 61) return null
  if (!half) return { hour, minute, second }
  if (hour < 1 || hour > 12) return null
  return { hour: (hour % 12) + (/^p/i.test(half) ? 12 : 0), minute, second }
}

function zoneOf(text: string | undefined): number | null {
  if (!text) return null
  if (/^z$/i.test(text)) return 0
  const sign = text.startsWith('-') ? -1 : 1
  return sign * (Number(text.slice(1, 3)) * 60 + Number(text.slice(-2)))
}

/** How a column of instants is written; where nothing decides between the day and the month first, the day is taken. */
export function timeFormOf(cells: readonly string[]): TimeForm {
  const clocks = cells.flatMap((cell) => readClock(cell) ?? [])
  if (clocks.length === 0) return 'epoch'
  if (clocks.some(({ form }) => form === 'iso')) return 'iso'
  if (clocks.every(({ form }) => form === 'clock')) return 'clock'
  return clocks.some(({ figures }) => (figures?.[1] ?? 0) > 12) &&
    !clocks.some(({ figures }) => (figures?.[0] ?? 0) > 12)
    ? 'month-first'
    : 'day-first'
}
/** Whether a column of dates can be read both ways. */
export function dayOrMonth(cells: readonly string[]): boolean {
  const dated = cells.flatMap((cell) => {
    const clock = readClock(cell)
    return clock?.form === 'dated' && clock.figures ? [clock.figures] : []
  })
  return dated.length > 0 && dated.every(([a, b]) => a <= 12 && b <= 12) && dated.some(([a, b]) => a !== b)
}

/**
 * Instants of a column, one after the other.
 * @param instantAt - Milliseconds since 1970 of a local time; the place's own clock is not the core's to know.
 * @param day - The day that a time of day alone is of.
 */
export function instantReader(
  form: TimeForm,
  instantAt: (parts: ClockParts) => number,
  day: Pick<ClockParts, 'year' | 'month' | 'day'>,
): (cell: string) => number {
  let [days, last] = [0, Number.NEGATIVE_INFINITY]
  return (cell) => {
    if (form === 'epoch') {
      const n = Number(cell.replace(',', '.'))
      return cell === '' || !Number.isFinite(n) ? Number.NaN : n < 1e11 ? n * 1000 : n
    }
    const clock = readClock(cell)
    if (!clock) return Number.NaN
    const { hour, minute, second, figures, zoneMin } = clock
    if (form === 'clock') {
      const ofDay = hour * 3600 + minute * 60 + second
      // Later by half a day than it was before: midnight lies between.
      if (ofDay < last - 43_200) days++
      last = ofDay
      return instantAt({ ...day, hour: 0, minute: 0, second: 0 }) + (days * 86_400 + ofDay) * 1000
    }
    if (!figures) return Number.NaN
    const [a, b, c] = figures
    const date =
      clock.form === 'iso'
        ? { year: a, month: b, day: c }
        : form === 'month-first'
          ? { year: c, month: a, day: b }
          : { year: c, month: b, day: a }
    if (date.month < 1 || date.month > 12 || date.day < 1 || date.day > 31) return Number.NaN
    if (zoneMin === null) return instantAt({ ...date, hour, minute, second })
    return utcMs(date) + ((hour * 60 + minute - zoneMin) * 60 + second) * 1000
  }
}

/** Milliseconds since 1970 of a day's beginning in Greenwich. Source: days from civil, H. Hinnant, from memory. */
function utcMs({ year, month, day }: Pick<ClockParts, 'year' | 'month' | 'day'>): number {
  const y = month <= 2 ? year - 1 : year
  const era = Math.floor(y / 400)
  const ofEra = y - era * 400
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1
  const days =
    era * 146_097 + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - 719_468
  return days * 86_400_000
}
