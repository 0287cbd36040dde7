const minutesBeyondHours = (seconds: number) => {
  const minutes = Math.round(seconds / 60) % 60
  return minutes === 0 ? '' : `${minutes} min`
}

/** How long something took: "51 s", "1 min 31 s", "1 h 15 min", never like a time of day; null for a time without end. */
export function durationText(seconds: number): string | null {
  if (!Number.isFinite(seconds)) return null
  const whole = Math.max(0, Math.round(seconds))
  if (whole < 60) return `${whole} s`
  const parts =
    whole < 3600
      ? [`${Math.floor(whole / 60)} min`, whole % 60 === 0 ? '' : `${whole % 60} s`]
      : [`${Math.floor(Math.round(whole / 60) / 60)} h`, minutesBeyondHours(whole)]
  return parts.filter((part) => part !== '').join(' ')
}

/** Steps that an estimate of a duration is rounded to, s: no finer than it is known. */
const ESTIMATE_STEPS = [
  { below: 60, step: 1 },
  { below: 600, step: 5 },
  { below: 3600, step: 60 },
  { below: Number.POSITIVE_INFINITY, step: 300 },
] as const

/** A duration that is only expected, rounded to what is known of it: "1 min 35 s", "1 h 10 min". */
export function estimateText(seconds: number): string | null {
  const step = ESTIMATE_STEPS.find(({ below }) => seconds < below)?.step ?? 1
  return durationText(Number.isFinite(seconds) ? Math.round(seconds / step) * step : seconds)
}
