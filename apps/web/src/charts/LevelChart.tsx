import type { BandShape } from '@brendik/core'
import { Chart, LinearScale, LineElement, PointElement, ScatterController } from 'chart.js'
import { useEffect, useRef } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { clockText } from '../lib/time.ts'
import { unitOf } from '../lib/units.ts'
import { numberText } from '../lib/words.ts'
import { leakBand, markLines, nowLine, usualName } from './annotations.ts'
import { type ChartMark, extent, niceStep, type Trace } from './chartModel.ts'
import { showBand } from './expectedBand.ts'
import { colour } from './paint.ts'

Chart.register(ScatterController, PointElement, LineElement, LinearScale)

export interface LevelChartProps {
  /** Where they are not the device's: a page that was made in others. */
  units?: 'metric' | 'us'
  band: BandShape | null
  /** Likewise. */
  bandName?: string
  /** The band there would be without own records: its edges, thin. */
  usual?: BandShape | null
  traces: readonly Trace[]
  marks: readonly ChartMark[]
  /** The fitted run carried on, dotted. */
  carriedOn: { x: number; y: number }[] | null
  nowS: number | null
  label: string
  /** Levels shown, for runs that hardly move; the whole tub from the port up when left out. */
  zoom?: { loMm: number; hiMm: number } | null
  /** Where the leak lies, hatched across the chart. */
  height?: { lo: number; hi: number; text: string } | null
}

const TIME_STEPS = [2, 5, 10, 15, 30, 60, 120, 300, 600, 1800, 3600]
const LEVEL_STEPS_MM = [2, 5, 10, 20, 50, 100, 200]
const LEVEL_STEPS_IN = [0.1, 0.25, 0.5, 1, 2, 5]

/** Level against time, the expected band behind it. Colours come from the theme; the hatch makes the band readable without them. */
export function LevelChart(props: LevelChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const chart = useRef<Chart | null>(null)
  const prefs = usePrefs()
  const { theme } = prefs
  const units = props.units ?? prefs.units

  useEffect(() => {
    const element = canvas.current
    if (!element) return
    const created = new Chart(element, {
      type: 'scatter',
      data: { datasets: [] },
      options: {
        animation: false,
        maintainAspectRatio: false,
        events: [],
        layout: { padding: { top: 8, right: 14 } },
      },
    })
    chart.current = created
    document.fonts.load('500 14px "Archivo Variable"').then(
      // The page may have been left before its letters were there.
      () => chart.current === created && created.update(),
      () => {},
    )
    return () => {
      created.destroy()
      chart.current = null
    }
  }, [])

  useEffect(() => {
    if (chart.current) draw(chart.current, props, theme, units)
  }, [props, theme, units])

  return (
    <div className="absolute inset-0">
      <canvas ref={canvas} role="img" aria-label={props.label} />
    </div>
  )
}

function draw(chart: Chart, props: LevelChartProps, _theme: string, units: 'metric' | 'us'): void {
  const { band, traces, nowS, carriedOn } = props
  const { endS, topMm } = extent(
    band,
    traces,
    nowS ?? 0,
    Math.max(carriedOn?.at(-1)?.x ?? 0, props.usual?.hi.at(-1)?.x ?? 0),
  )
  const { show, read, unit } = unitOf(units, 'level')
  const ink = colour('--ink')
  const font = { family: 'Archivo Variable, system-ui, sans-serif', size: 14 }
  const steps = units === 'us' ? LEVEL_STEPS_IN : LEVEL_STEPS_MM
  const { zoom } = props
  const levelStep = niceStep(zoom ? show(zoom.hiMm) - show(zoom.loMm) : show(topMm), 7, steps)
  const topShown = Math.ceil(show(zoom?.hiMm ?? topMm) / levelStep) * levelStep
  const bottomShown = zoom ? Math.floor(show(zoom.loMm) / levelStep) * levelStep : 0
  const timeStep = niceStep(endS, chart.width < 500 ? 5 : 9, TIME_STEPS)
  showBand(chart, band, props.bandName)
  chart.data.datasets = [
    ...(props.usual ? [props.usual.lo, props.usual.hi] : []).map((data) => ({
      data,
      showLine: true,
      pointRadius: 0,
      borderColor: colour('--soft'),
      borderWidth: 1.5,
      borderDash: [3, 4],
    })),
    ...(carriedOn
      ? [
          {
            data: carriedOn,
            showLine: true,
            pointRadius: 0,
            borderColor: ink,
            borderWidth: 2,
            borderDash: [2, 5],
          },
        ]
      : []),
    ...traces.map((trace) => ({
      data: trace.points,
      showLine: true,
      borderColor: trace.under ? colour('--watch') : ink,
      borderWidth: trace.under ? 2 : 3,
      borderDash: trace.under ? [7, 4] : [],
      borderJoinStyle: 'round' as const,
      pointRadius: trace.rings ? (trace.under ? 3.5 : 5) : 0,
      pointBackgroundColor: colour('--face'),
      pointBorderColor: trace.under ? colour('--watch') : ink,
      pointBorderWidth: 2.5,
    })),
  ]
  chart.options.scales = {
    x: {
      type: 'linear',
      min: 0,
      max: Math.ceil(endS / timeStep) * timeStep,
      border: { color: ink, width: 2 },
      grid: { display: false },
      ticks: {
        stepSize: timeStep,
        color: colour('--soft'),
        font,
        callback: (value) => clockText(Number(value)),
        maxRotation: 0,
      },
    },
    y: {
      type: 'linear',
      min: read(bottomShown),
      max: read(topShown),
      border: { display: false },
      grid: { color: colour('--hair') },
      afterBuildTicks: (axis) => {
        const count = Math.round((topShown - bottomShown) / levelStep) + 1
        axis.ticks = Array.from({ length: count }, (_, i) => ({ value: read(bottomShown + i * levelStep) }))
      },
      ticks: {
        autoSkip: false,
        color: colour('--soft'),
        font,
        callback: (value) => {
          const shown = show(Number(value))
          const text = levelStep < 1 ? numberText(shown, 2).replace(/0$/, '') : numberText(shown, 0)
          return Math.abs(shown - topShown) < 1e-6 ? `${text} ${unit}` : text
        },
      },
    },
  }
  chart.options.plugins = {
    annotation: {
      annotations: [
        ...(props.height ? leakBand(props.height) : []),
        ...(props.usual ? usualName(props.usual.hi) : []),
        ...markLines(props.marks),
        ...(nowS === null ? [] : [nowLine(nowS)]),
      ],
    },
  }
  chart.update()
}
