import type { BandShape } from '@brendik/core'
import type { Chart, Plugin } from 'chart.js'
import { t } from '../lib/words.ts'
import { colour, hatch, line } from './paint.ts'

const bands = new WeakMap<Chart, { band: BandShape; name: string }>()

/** The band that is drawn behind a chart's traces from now on, and the word for it; null = none. */
export function showBand(chart: Chart, band: BandShape | null, name = t('chart.expected')): void {
  if (band) bands.set(chart, { band, name })
  else bands.delete(chart)
}

/** Draws what Chart.js has no word for: the hatched band with its dashed middle. */
export const expectedBand: Plugin = {
  id: 'expectedBand',
  beforeDatasetsDraw(chart) {
    const { x, y } = chart.scales
    const { ctx, chartArea } = chart
    if (!x || !y) return
    const { band, name } = bands.get(chart) ?? { band: null, name: '' }
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
      ctx.fillStyle = hatch(ctx)
      ctx.fill()
      line(ctx, band.mid.map(px), colour('--water'), 2.5, [8, 5])
      labelBand(ctx, band, name, px, chartArea.left)
    }
    ctx.restore()
  },
}

/** Writes what the hatch means where a measured run seldom passes: above the end of a fill, left of a drain. */
function labelBand(
  ctx: CanvasRenderingContext2D,
  band: BandShape,
  name: string,
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
    ctx.fillText(name, cx - 4, cy - 7)
    ctx.textAlign = 'left'
    return
  }
  ctx.font = '500 14px "Archivo Variable", system-ui, sans-serif'
  // On a narrow chart the room left of a drain is only there further down.
  const room = leftPx + ctx.measureText(name).width + 16
  const point = falls
    ? band.lo.slice(Math.floor(band.lo.length * 0.62)).find((p) => px(p)[0] >= room)
    : band.mid.at(-1)
  if (!point) return
  const [cx, cy] = px(point)
  ctx.fillStyle = colour('--water')
  ctx.textAlign = falls ? 'right' : 'center'
  ctx.fillText(name, falls ? cx - 10 : cx, falls ? cy + 6 : cy - 8)
  ctx.textAlign = 'left'
}
