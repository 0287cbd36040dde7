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

/** 62.4 → "1:02". */
export function clockText(seconds: number): string {
  return Number.isFinite(seconds) ? clockParts(Math.round(seconds)).main : 'never'
}
