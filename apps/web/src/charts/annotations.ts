import { Chart } from 'chart.js'
import annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation'
import { t } from '../lib/words.ts'
import type { ChartMark } from './chartModel.ts'
import { expectedBand } from './expectedBand.ts'
import { colour, hatch } from './paint.ts'

// In this order: what is written on a chart stands on its band.
Chart.register(expectedBand, annotation)

const FACE = 'Archivo Variable, system-ui, sans-serif'
const DRAWN = { drawTime: 'beforeDatasetsDraw' } as const

/** A line from the top of the chart to its foot. */
const upright = (x: number, stroke: string, width: number): AnnotationOptions => ({
  ...DRAWN,
  type: 'line',
  xMin: x,
  xMax: x,
  borderColor: stroke,
  borderWidth: width,
})
const level = (y: number, stroke: string): AnnotationOptions => ({
  ...DRAWN,
  type: 'line',
  yMin: y,
  yMax: y,
  borderColor: stroke,
  borderWidth: 1.5,
})

/** The line of now, thin. */
export const nowLine = (x: number): AnnotationOptions => upright(x, colour('--line'), 1)

/** Marks of a run: a line each, with its name beside it where there is room; names that follow each other stand on steps. */
export function markLines(marks: readonly ChartMark[]): AnnotationOptions[] {
  const stroke = colour('--watch')
  return marks.flatMap((mark, i) => [
    upright(mark.x, stroke, 1.5),
    {
      ...DRAWN,
      type: 'label',
      xValue: mark.x,
      yValue: ({ chart }) => chart.scales.y?.max ?? 0,
      content: mark.text,
      color: stroke,
      font: { family: FACE, size: 13, weight: 500 },
      padding: 0,
      position: ({ chart }) => ({ x: fitsRight(chart, mark) ? 'start' : 'end', y: 'start' }),
      xAdjust: ({ chart }) => (fitsRight(chart, mark) ? 5 : -5),
      yAdjust: 3 + 17 * (i % 3),
    },
  ])
}

function fitsRight(chart: Chart, mark: ChartMark): boolean {
  const at = chart.scales.x?.getPixelForValue(mark.x) ?? 0
  chart.ctx.save()
  chart.ctx.font = `500 13px ${FACE}`
  const { width } = chart.ctx.measureText(mark.text)
  chart.ctx.restore()
  return at + width + 10 <= chart.chartArea.right
}

/** What the thin edges are, beside the later one of them. */
export function usualName(edge: readonly { x: number; y: number }[]): AnnotationOptions[] {
  const at = edge[Math.floor(0.55 * edge.length)]
  const rises = (edge.at(-1)?.y ?? 0) > (edge[0]?.y ?? 0)
  return at
    ? [
        {
          ...DRAWN,
          type: 'label',
          xValue: at.x,
          yValue: at.y,
          content: t('chart.usual'),
          color: colour('--soft'),
          font: { family: FACE, size: 13, weight: 500 },
          padding: 0,
          // Under what rises, above what falls: there the edge leaves room.
          position: { x: 'start', y: rises ? 'start' : 'end' },
          xAdjust: 6,
        },
      ]
    : []
}

/** The height of the leak as an amber hatched band with its name. */
export function leakBand({ lo, hi, text }: { lo: number; hi: number; text: string }): AnnotationOptions[] {
  const stroke = colour('--watch')
  return [
    {
      ...DRAWN,
      type: 'box',
      yMin: lo,
      yMax: hi,
      borderWidth: 0,
      backgroundColor: ({ chart }) => hatch(chart.ctx, stroke),
    },
    level(lo, stroke),
    level(hi, stroke),
    {
      ...DRAWN,
      type: 'label',
      xValue: ({ chart }) => chart.scales.x?.min ?? 0,
      yValue: hi,
      content: text,
      color: stroke,
      font: { family: FACE, size: 14, weight: 600 },
      padding: 0,
      position: { x: 'start', y: 'end' },
      xAdjust: 10,
      yAdjust: -4,
    },
  ]
}

/** Half the width of what was expected at one instant of the past, px. */
const HALF_PX = 13

/** What was expected at an instant, hatched. */
export const expectedBox = (x: number, { lo, hi }: { lo: number; hi: number }): AnnotationOptions => {
  const beside = (by: number) => (context: { chart: Chart }) => {
    const scale = context.chart.scales.x
    return scale ? (scale.getValueForPixel(scale.getPixelForValue(x) + by) ?? x) : x
  }
  return {
    ...DRAWN,
    type: 'box',
    xMin: beside(-HALF_PX),
    xMax: beside(HALF_PX),
    yMin: lo,
    yMax: hi,
    borderWidth: 0,
    backgroundColor: ({ chart }) => hatch(chart.ctx),
  }
}

/** The interval of a measured figure. */
export const intervalLine = (
  x: number,
  { lo, hi }: { lo: number; hi: number },
  off: boolean,
): AnnotationOptions => ({
  ...DRAWN,
  type: 'line',
  xMin: x,
  xMax: x,
  yMin: lo,
  yMax: hi,
  borderColor: colour(off ? '--watch' : '--ink'),
  borderWidth: 3,
})
