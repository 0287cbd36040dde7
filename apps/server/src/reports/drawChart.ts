import { bandOf, type DrawnLevels, type ExpectedRun } from '@brendik/core'
import type { Words } from '@brendik/words'
import { type Doc, INK, SOFT } from './paper.ts'

const WATCH = '#a85b00'
const BAND = '#dfeef0'
const HATCH = '#a9ccd1'

/** Where on the page, pt. */
export interface Box {
  x: number
  y: number
  w: number
  h: number
}

/** A run, or one before and one after a repair, and what was expected. */
export interface Traces {
  before: DrawnLevels | null
  after: DrawnLevels
  expected: ExpectedRun | null
}

/** Runs laid over what was expected: before dashed, after as a line, expected hatched. */
export function drawChart(doc: Doc, words: Words, { before, after, expected }: Traces, box: Box): void {
  const { x: left, y: top, w, h } = box
  const band = expected && bandOf(expected)
  const endS = Math.max(20, ...(before?.tS ?? []), ...after.tS, ...(band?.hi.map(({ x }) => x) ?? []))
  const levels = [...(before?.mm ?? []), ...after.mm, ...(band?.mid.map(({ y }) => y) ?? [])]
  const most = Math.max(40, ...levels) * 1.05
  const least = band ? 0 : Math.max(0, Math.min(...levels) - 0.2 * (most - Math.min(...levels)))
  const at = (s: number, mm: number): [number, number] => [
    left + (s / endS) * w,
    top + h - ((mm - least) / (most - least)) * h,
  ]
  doc.save()
  doc.rect(left, top, w, h).clip()
  if (band) {
    const outline = () => {
      for (const [n, point] of [...band.lo, ...band.hi.toReversed()].entries()) {
        const [x, y] = at(point.x, point.y)
        if (n === 0) doc.moveTo(x, y)
        else doc.lineTo(x, y)
      }
      doc.closePath()
    }
    outline()
    doc.fillColor(BAND).fill()
    doc.save()
    outline()
    doc.clip()
    for (let x = left - h; x < left + w; x += 6)
      doc
        .moveTo(x, top + h)
        .lineTo(x + h, top)
        .lineWidth(0.7)
        .strokeColor(HATCH)
        .stroke()
    doc.restore()
  }
  const trace = (run: DrawnLevels, colour: string, dashed: boolean) => {
    run.tS.forEach((s, n) => {
      const [x, y] = at(s, run.mm[n] ?? 0)
      if (n === 0) doc.moveTo(x, y)
      else doc.lineTo(x, y)
    })
    if (dashed) doc.dash(5, { space: 3 })
    doc
      .lineWidth(dashed ? 1.6 : 2)
      .strokeColor(colour)
      .stroke()
    doc.undash()
  }
  if (before && before.tS.length > 1) trace(before, WATCH, true)
  if (after.tS.length > 1) trace(after, INK, false)
  doc.restore()
  doc
    .moveTo(left, top)
    .lineTo(left, top + h)
    .lineTo(left + w, top + h)
    .lineWidth(0.8)
    .strokeColor(SOFT)
    .stroke()
  doc.font('text').fontSize(8).fillColor(SOFT)
  doc.text(words.duration(endS), left, top + h + 3, { width: w, align: 'right', lineBreak: false })
  doc.text(words.withUnit('level', most), left + 4, top, { lineBreak: false })
}
