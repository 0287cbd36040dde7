import { format, isSameDay } from 'date-fns'

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
  return Number.isFinite(seconds) ? clockParts(Math.round(seconds)).main : 'never'
}

/** How long something took: "51 s", "1 min 31 s", "1 h 15 min". Never like a time of day. */
export function durationText(seconds: number): string {
  if (!Number.isFinite(seconds)) return 'never'
  const whole = Math.max(0, Math.round(seconds))
  if (whole < 60) return `${whole} s`
  const parts =
    whole < 3600
      ? [`${Math.floor(whole / 60)} min`, whole % 60 === 0 ? '' : `${whole % 60} s`]
      : [`${Math.floor(Math.round(whole / 60) / 60)} h`, minutesBeyondHours(whole)]
  return parts.filter((part) => part !== '').join(' ')
}

const minutesBeyondHours = (seconds: number) => {
  const minutes = Math.round(seconds / 60) % 60
  return minutes === 0 ? '' : `${minutes} min`
}

/** Steps that an estimate of a duration is rounded to, s: no finer than it is known. */
const ESTIMATE_STEPS = [
  { below: 60, step: 1 },
  { below: 600, step: 5 },
  { below: 3600, step: 60 },
  { below: Number.POSITIVE_INFINITY, step: 300 },
] as const

/** A duration that is only expected: "1 min 35 s", "1 h 10 min". */
export function estimateText(seconds: number): string {
  const step = ESTIMATE_STEPS.find(({ below }) => seconds < below)?.step ?? 1
  return durationText(Number.isFinite(seconds) ? Math.round(seconds / step) * step : seconds)
}
