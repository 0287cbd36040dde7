import { Chart, LinearScale, LineElement, type Plugin, PointElement, ScatterController } from 'chart.js'
import { useEffect, useRef } from 'react'
import { usePrefs } from '../lib/prefs.ts'
import { clockText } from '../lib/time.ts'
import { unitOf } from '../lib/units.ts'
import { numberText, t } from '../lib/words.ts'
import { type BandShape, type ChartMark, extent, niceStep, type Trace } from './chartModel.ts'
import { colour, hatch, line } from './paint.ts'

Chart.register(ScatterController, PointElement, LineElement, LinearScale)

export interface LevelChartProps {
  band: BandShape | null
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
  const latest = useRef(props)
  latest.current = props
  const { theme, units } = usePrefs()

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
      plugins: [bandPlugin(latest)],
    })
    chart.current = created
    document.fonts.load('500 14px "Archivo Variable"').then(
      () => created.update(),
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
  const { endS, topMm } = extent(band, traces, nowS ?? 0, carriedOn?.at(-1)?.x ?? 0)
  const { show, read, unit } = unitOf(units, 'level')
  const ink = colour('--ink')
  const font = { family: 'Archivo Variable, system-ui, sans-serif', size: 14 }
  const steps = units === 'us' ? LEVEL_STEPS_IN : LEVEL_STEPS_MM
  const { zoom } = props
  const levelStep = niceStep(zoom ? show(zoom.hiMm) - show(zoom.loMm) : show(topMm), 7, steps)
  const topShown = Math.ceil(show(zoom?.hiMm ?? topMm) / levelStep) * levelStep
  const bottomShown = zoom ? Math.floor(show(zoom.loMm) / levelStep) * levelStep : 0
  const timeStep = niceStep(endS, chart.width < 500 ? 5 : 9, TIME_STEPS)
  chart.data.datasets = [
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
      borderColor: trace.under ? colour('--soft') : ink,
      borderWidth: trace.under ? 2 : 3,
      borderDash: trace.under ? [7, 4] : [],
      borderJoinStyle: 'round' as const,
      pointRadius: trace.rings ? (trace.under ? 3.5 : 5) : 0,
      pointBackgroundColor: colour('--face'),
      pointBorderColor: trace.under ? colour('--soft') : ink,
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
  chart.update()
}

/** Draws what Chart.js has no word for: the hatched band with its dashed middle, the marks, and the line of now. */
function bandPlugin(latest: { current: LevelChartProps }): Plugin<'scatter'> {
  return {
    id: 'expectedBand',
    beforeDatasetsDraw(chart) {
      const { x, y } = chart.scales
      const { ctx, chartArea } = chart
      if (!x || !y) return
      const { band, marks, nowS } = latest.current
      const px = (p: { x: number; y: number }): [number, number] => [
        x.getPixelForValue(p.x),
        y.getPixelForValue(p.y),
      ]
      ctx.save()
      ctx.beginPath()
      ctx.rect(chartArea.left, chartArea.top, chartArea.width, chartArea.height)
      ctx.clip()
      if (band && band.lo.length > 1) {
        const edge = [...band.lo, ...band.hi.toReversed()]
        // Healthy machines that never arrive leave the band open to the right.
        const open = band.hi.length < band.lo.length
        ctx.beginPath()
        edge.forEach((point, i) => {
          if (open && i === band.lo.length) {
            ctx.lineTo(chartArea.right + 50, px(band.lo[band.lo.length - 1] as { x: number; y: number })[1])
            ctx.lineTo(chartArea.right + 50, px(point)[1])
          }
          const [cx, cy] = px(point)
          if (i === 0) ctx.moveTo(cx, cy)
          else ctx.lineTo(cx, cy)
        })
        ctx.closePath()
        ctx.fillStyle = colour('--band')
        ctx.fill()
        ctx.fillStyle = hatch(ctx)
        ctx.fill()
        line(ctx, band.mid.map(px), colour('--water'), 2.5, [8, 5])
        labelBand(ctx, band, px, chartArea.left)
      }
      if (latest.current.height)
        leakBand(ctx, chartArea, latest.current.height, (mm) => y.getPixelForValue(mm))
      ctx.font = '500 13px "Archivo Variable", system-ui, sans-serif'
      marks.forEach((mark, i) => {
        const cx = x.getPixelForValue(mark.x)
        line(
          ctx,
          [
            [cx, chartArea.top],
            [cx, chartArea.bottom],
          ],
          colour('--watch'),
          1.5,
          [],
        )
        ctx.fillStyle = colour('--watch')
        const width = ctx.measureText(mark.text).width
        ctx.fillText(
          mark.text,
          cx + width + 10 > chartArea.right ? cx - width - 5 : cx + 5,
          chartArea.top + 13 + 17 * (i % 3),
        )
      })
      if (nowS !== null) {
        const cx = x.getPixelForValue(nowS)
        line(
          ctx,
          [
            [cx, chartArea.top],
            [cx, chartArea.bottom],
          ],
          colour('--line'),
          1,
          [],
        )
      }
      ctx.restore()
    },
  }
}

/** The height of the leak as an amber hatched band with its name. */
function leakBand(
  ctx: CanvasRenderingContext2D,
  area: { left: number; right: number },
  height: { lo: number; hi: number; text: string },
  at: (mm: number) => number,
): void {
  const [top, bottom] = [at(height.hi), at(height.lo)]
  ctx.save()
  ctx.beginPath()
  ctx.rect(area.left, top, area.right - area.left, Math.max(3, bottom - top))
  ctx.clip()
  ctx.strokeStyle = colour('--watch')
  ctx.lineWidth = 1
  ctx.globalAlpha = 0.55
  for (let cx = area.left - (bottom - top); cx < area.right; cx += 9) {
    ctx.beginPath()
    ctx.moveTo(cx, bottom)
    ctx.lineTo(cx + (bottom - top), top)
    ctx.stroke()
  }
  ctx.restore()
  for (const cy of [top, bottom])
    line(
      ctx,
      [
        [area.left, cy],
        [area.right, cy],
      ],
      colour('--watch'),
      1.5,
      [],
    )
  ctx.font = '600 14px "Archivo Variable", system-ui, sans-serif'
  ctx.fillStyle = colour('--watch')
  ctx.fillText(height.text, area.left + 10, top - 7)
}

/** Writes what the hatch means where a measured run seldom passes: above the end of a fill, left of a drain. */
function labelBand(
  ctx: CanvasRenderingContext2D,
  band: BandShape,
  px: (p: { x: number; y: number }) => [number, number],
  leftPx: number,
): void {
  const falls = (band.lo[0]?.y ?? 0) > (band.lo.at(-1)?.y ?? 0)
  if (band.lo[0]?.y === band.lo.at(-1)?.y) {
    const end = band.hi.at(-1)
    if (!end) return
    const [cx, cy] = px(end)
    ctx.font = '500 14px "Archivo Variable", system-ui, sans-serif'
    ctx.fillStyle = colour('--water')
    ctx.textAlign = 'right'
    ctx.fillText(t('chart.expected'), cx - 4, cy - 7)
    ctx.textAlign = 'left'
    return
  }
  ctx.font = '500 14px "Archivo Variable", system-ui, sans-serif'
  // On a narrow chart the room left of a drain is only there further down.
  const room = leftPx + ctx.measureText(t('chart.expected')).width + 16
  const point = falls
    ? band.lo.slice(Math.floor(band.lo.length * 0.62)).find((p) => px(p)[0] >= room)
    : band.mid.at(-1)
  if (!point) return
  const [cx, cy] = px(point)
  ctx.fillStyle = colour('--water')
  ctx.textAlign = falls ? 'right' : 'center'
  ctx.fillText(t('chart.expected'), falls ? cx - 10 : cx, falls ? cy + 6 : cy - 8)
  ctx.textAlign = 'left'
}
