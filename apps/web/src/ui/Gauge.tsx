/** A figure with its interval drawn on the scale of what is expected: hatch = expected, bar = 95 % interval, tick = value. */
export function Gauge({
  label,
  figure,
  unit,
  note,
  value,
  lo,
  hi,
  expectedLo,
  expectedHi,
  off,
}: {
  label: string
  figure: string
  unit: string
  note?: string | undefined
  value: number
  lo: number
  hi: number
  expectedLo: number
  expectedHi: number
  off: boolean
}) {
  const top = Math.max(hi, expectedHi) * 1.12
  const bottom = Math.max(0, Math.min(lo, expectedLo) * 0.55)
  const at = (x: number) => `${Math.min(100, Math.max(0, (100 * (x - bottom)) / (top - bottom)))}%`
  const across = (a: number, b: number) => ({ left: at(a), width: `calc(${at(b)} - ${at(a)})` })
  const ink = off ? 'bg-watch' : 'bg-ink'
  return (
    <div>
      <div className="flex items-baseline justify-between gap-3">
        <span className="text-base">{label}</span>
        <span className="text-right">
          <span className={`small-figure text-[1.7rem] leading-none ${off ? 'text-watch' : ''}`}>
            {figure}
          </span>{' '}
          <span className="text-sm text-soft">{[unit, note].filter(Boolean).join(', ')}</span>
        </span>
      </div>
      <div className="relative mt-1.5 h-5 border-b border-ink" aria-hidden="true">
        <div className="hatched absolute top-1 bottom-0" style={across(expectedLo, expectedHi)} />
        <div className={`absolute top-[11px] h-[3px] ${ink}`} style={across(lo, hi)} />
        <div
          className={`absolute top-0.5 bottom-0 w-[3px] -translate-x-1/2 ${ink}`}
          style={{ left: at(value) }}
        />
      </div>
    </div>
  )
}
