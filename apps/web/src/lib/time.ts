import { format, isSameDay } from 'date-fns'
import { t, words } from './words.ts'

/** Where a day's visits are; today is the front page. */
export const dayAddress = (day: Date, today: Date): string =>
  isSameDay(day, today) ? '/' : `/?day=${format(day, 'yyyy-MM-dd')}`

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
