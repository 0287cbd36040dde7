import { format, isSameDay } from 'date-fns'
import { t, words } from './words.ts'

/** Where a day's visits are; today is the front page. */
export const dayAddress = (day: Date, today: Date): string =>
  isSameDay(day, today) ? '/' : `/?day=${format(day, 'yyyy-MM-dd')}`

/** How a date is written, day first or month first; hours in the device's clock of 12 or 24. */
const DAY_FIRST = {
  time: 'TIME',
  timeS: 'TIMES',
  day: 'd MMM',
  dayTime: 'd MMM, TIME',
  date: 'd MMM yyyy',
  dateTime: 'd MMM yyyy, TIME',
  longDate: 'd MMMM yyyy',
  longDateTime: 'd MMMM yyyy, TIME',
  month: 'MMMM yyyy',
  shortMonth: 'MMM yyyy',
  weekday: 'EEE',
  weekdayLong: 'EEEE, d MMMM',
  year: 'yyyy',
} as const
export type DateKind = keyof typeof DAY_FIRST
const MONTH_FIRST: Partial<Record<DateKind, string>> = {
  day: 'MMM d',
  dayTime: 'MMM d, TIME',
  date: 'MMM d, yyyy',
  dateTime: 'MMM d, yyyy, TIME',
  longDate: 'MMMM d, yyyy',
  longDateTime: 'MMMM d, yyyy, TIME',
  weekdayLong: 'EEEE, MMMM d',
}
/** Spanish writes the long ones with "de". */
const WITH_DE: Partial<Record<DateKind, string>> = {
  longDate: "d 'de' MMMM 'de' yyyy",
  longDateTime: "d 'de' MMMM 'de' yyyy, TIME",
  month: "MMMM 'de' yyyy",
  weekdayLong: "EEEE, d 'de' MMMM",
}

const regions = new Map<string, { hour12: boolean; monthFirst: boolean }>()
/** What a region does with dates and hours; asked of the device once, since the answer takes long. */
function regionOf(locale: string): { hour12: boolean; monthFirst: boolean } {
  let region = regions.get(locale)
  if (!region) {
    const { hour12 = false } = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions()
    const [first] = new Intl.DateTimeFormat(locale, { month: 'numeric', day: 'numeric' }).formatToParts(0)
    region = { hour12, monthFirst: first?.type === 'month' }
    regions.set(locale, region)
  }
  return region
}

/** A date or time of day in the user's language, as the device's region writes it; names of months and days are the language's that the page was opened in. */
export function dateText(at: Date | number, kind: DateKind): string {
  const { language, locale } = words()
  const { hour12, monthFirst } = regionOf(locale)
  const pattern =
    (language === 'es' ? WITH_DE[kind] : monthFirst ? MONTH_FIRST[kind] : undefined) ?? DAY_FIRST[kind]
  const clock = pattern
    .replace('TIMES', hour12 ? 'h:mm:ss aaa' : 'H:mm:ss')
    .replace('TIME', hour12 ? 'h:mm aaa' : 'H:mm')
  return format(at, clock)
}

/** 62.4 → { main: "1:02", tenth: "4" }; beyond an hour 1:00:02. */
export function clockParts(seconds: number): { main: string; tenth: string } {
  const tenths = Math.max(0, Math.floor(seconds * 10 + 1e-6))
  const whole = Math.floor(tenths / 10)
  const s = String(whole % 60).padStart(2, '0')
  const minutes = Math.floor(whole / 60)
  const main =
    minutes >= 60
      ? `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}:${s}`
      : `${minutes}:${s}`
  return { main, tenth: String(tenths % 10) }
}

/** 62.4 → "1:02", for a clock that runs and for the scale under a chart. */
export function clockText(seconds: number): string {
  return Number.isFinite(seconds) ? clockParts(Math.round(seconds)).main : t('common.never')
}

/** How long something took: "51 s", "1 min 31 s", "1 h 15 min". Never like a time of day. */
export const durationText = (seconds: number): string => words().duration(seconds)

/** A duration that is only expected: "1 min 35 s", "1 h 10 min". */
export const estimateText = (seconds: number): string => words().estimate(seconds)
