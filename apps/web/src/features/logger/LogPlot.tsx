import type { ReadLog } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { clockText } from '../../lib/time.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { numberText, t } from '../../lib/words.ts'

const [WIDTH, HEIGHT] = [1000, 150]
/** Points that are drawn across. */
const ACROSS = 500

/** What was read, drawn: level and flow one below the other, the run bright between its begin and its end. */
export function LogPlot({ log, beginS, endS }: { log: ReadLog; beginS: number; endS: number }) {
  const { units } = usePrefs()
  const first = log.atMs[0] ?? 0
  const spanS = ((log.atMs.at(-1) ?? first) - first) / 1000 || 1
  const x = (s: number) => (Math.min(Math.max(s, 0), spanS) / spanS) * WIDTH
  const panels = [
    { name: t('log.level'), kind: 'level' as const, column: log.levelMm },
    { name: t('log.ruler'), kind: 'level' as const, column: log.rulerMm },
    { name: t('log.flow'), kind: 'flow' as const, column: log.flowLMin },
    { name: t('log.current'), kind: null, column: log.currentA },
  ].filter(({ column }) => column.some((value) => !Number.isNaN(value)))
  return (
    <div className="grid gap-3">
      {panels.map(({ name, kind, column }) => {
        const { path, lo, hi } = drawn(log.atMs, column, first, spanS)
        const unit = kind ? unitOf(units, kind).unit : 'A'
        const text = (value: number) => (kind ? figure(units, kind, value) : numberText(value, 2))
        return (
          <figure key={name}>
            <figcaption className="flex justify-between text-sm text-soft">
              <span>
                {name}, {unit}
              </span>
              <span>
                {text(lo)} … {text(hi)}
              </span>
            </figcaption>
            <svg
              viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
              preserveAspectRatio="none"
              className="h-28 w-full border border-hair bg-face md:h-36"
              role="img"
              aria-label={`${name}: ${text(lo)} … ${text(hi)} ${unit}`}
            >
              <path
                d={path}
                fill="none"
                className="stroke-water"
                strokeWidth="2"
                vectorEffect="non-scaling-stroke"
              />
              <rect x="0" y="0" width={x(beginS)} height={HEIGHT} className="fill-ground opacity-80" />
              <rect
                x={x(endS)}
                y="0"
                width={WIDTH - x(endS)}
                height={HEIGHT}
                className="fill-ground opacity-80"
              />
            </svg>
          </figure>
        )
      })}
      <p className="flex justify-between text-sm text-soft">
        <span>{clockText(0)}</span>
        <span>{clockText(spanS)}</span>
      </p>
    </div>
  )
}

/** A line through the lowest and highest of each piece: a spike of a single reading is seen among a million. */
function drawn(
  atMs: Float64Array,
  column: Float64Array,
  first: number,
  spanS: number,
): { path: string; lo: number; hi: number } {
  let [lo, hi] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY]
  for (const value of column) {
    if (value < lo) lo = value
    if (value > hi) hi = value
  }
  const lowest = new Float64Array(ACROSS).fill(Number.NaN)
  const highest = new Float64Array(ACROSS).fill(Number.NaN)
  for (let n = 0; n < column.length; n++) {
    const value = column[n] ?? Number.NaN
    if (Number.isNaN(value)) continue
    const at = Math.min(ACROSS - 1, Math.floor(((((atMs[n] ?? 0) - first) / 1000) * ACROSS) / spanS))
    if (!((lowest[at] ?? Number.NaN) <= value)) lowest[at] = value
    if (!((highest[at] ?? Number.NaN) >= value)) highest[at] = value
  }
  const y = (value: number) =>
    hi === lo ? HEIGHT / 2 : HEIGHT - 8 - ((value - lo) / (hi - lo)) * (HEIGHT - 16)
  const points: string[] = []
  for (let at = 0; at < ACROSS; at++) {
    const [low, high] = [lowest[at] ?? Number.NaN, highest[at] ?? Number.NaN]
    if (Number.isNaN(low)) continue
    const x = ((at + 0.5) / ACROSS) * WIDTH
    points.push(`${x},${y(low)}`)
    if (high !== low) points.push(`${x},${y(high)}`)
  }
  return { path: points.length > 0 ? `M${points.join('L')}` : '', lo, hi }
}
