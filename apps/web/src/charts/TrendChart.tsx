import { Chart, LinearScale, LineElement, PointElement, ScatterController } from 'chart.js'
import { useEffect, useRef } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { dateText } from '../lib/time.ts'
import { unitOf } from '../lib/units.ts'
import { numberText } from '../lib/words.ts'
import { expectedBox, intervalLine } from './annotations.ts'
import { colour } from './paint.ts'

Chart.register(ScatterController, PointElement, LineElement, LinearScale)

/** One run of the past: its flow with its interval, and what was expected then. */
export interface TrendPoint {
  atMs: number
  value: number
  lo: number
  hi: number
  expected: { lo: number; hi: number } | null
  off: boolean
}

/** Flow over the years, L/min in the user's units: measured in ink with its interval, expected hatched behind, how it drifts as a line. */
export function TrendChart({
  points,
  drift = [],
  label,
}: {
  points: readonly TrendPoint[]
  drift?: readonly { atMs: number; flowLMin: number }[]
  label: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { theme, units } = usePrefs()
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the colours that are read from the page
  useEffect(() => {
    const element = canvas.current
    if (!element) return
    const { show, unit } = unitOf(units, 'flow')
    const at = points.map((point) => point.atMs)
    const span = Math.max(86_400_000, Math.max(...at) - Math.min(...at))
    const top = Math.max(...points.map((p) => show(Math.max(p.hi, p.expected?.hi ?? 0)))) * 1.1
    const long = span > 400 * 86_400_000
    const font = { family: 'Archivo Variable, system-ui, sans-serif', size: 13 }
    const chart = new Chart(element, {
      type: 'scatter',
      data: {
        datasets: [
          {
            data: points.map((p) => ({ x: p.atMs, y: show(p.value) })),
            pointRadius: 5,
            pointBackgroundColor: points.map((p) => colour(p.off ? '--watch' : '--ink')),
            pointBorderColor: points.map((p) => colour(p.off ? '--watch' : '--ink')),
          },
          {
            data: drift.map((p) => ({ x: p.atMs, y: show(p.flowLMin) })),
            showLine: true,
            pointRadius: 0,
            borderColor: colour('--water'),
            borderWidth: 2,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        events: [],
        layout: { padding: { top: 6, right: 16 } },
        scales: {
          x: {
            type: 'linear',
            min: Math.min(...at) - 0.06 * span,
            max: Math.max(...at) + 0.06 * span,
            border: { color: colour('--ink'), width: 2 },
            grid: { display: false },
            afterBuildTicks: (axis) => {
              axis.ticks = yearTicks(axis.min, axis.max, long)
            },
            ticks: {
              color: colour('--soft'),
              font,
              callback: (value) => dateText(Number(value), long ? 'year' : 'day'),
            },
          },
          y: {
            type: 'linear',
            min: 0,
            suggestedMax: top,
            border: { display: false },
            grid: { color: colour('--hair') },
            ticks: {
              color: colour('--soft'),
              font,
              maxTicksLimit: 5,
              callback: (value) => numberText(Number(value), Number.isInteger(Number(value)) ? 0 : 1),
            },
            title: { display: true, text: unit, color: colour('--soft'), font },
          },
        },
        plugins: {
          annotation: {
            annotations: points.flatMap(({ atMs, lo, hi, expected, off }) => [
              ...(expected ? [expectedBox(atMs, { lo: show(expected.lo), hi: show(expected.hi) })] : []),
              intervalLine(atMs, { lo: show(lo), hi: show(hi) }, off),
            ]),
          },
        },
      },
    })
    let shown = true
    document.fonts.load('500 13px "Archivo Variable"').then(
      // The page may have been left before its letters were there.
      () => shown && chart.update(),
      () => {},
    )
    return () => {
      shown = false
      chart.destroy()
    }
  }, [points, drift, units, theme])
  return (
    <div className="relative h-48">
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  )
}

/** A tick at each new year, or at the ends where the span is short. */
function yearTicks(min: number, max: number, long: boolean): { value: number }[] {
  if (!long) return [{ value: min + 0.05 * (max - min) }, { value: max - 0.05 * (max - min) }]
  const ticks: { value: number }[] = []
  for (let year = new Date(min).getFullYear(); year <= new Date(max).getFullYear(); year++) {
    const value = new Date(year, 0, 1).getTime()
    if (value >= min && value <= max) ticks.push({ value })
  }
  return ticks
}
