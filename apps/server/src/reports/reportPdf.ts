import { createRequire } from 'node:module'
import { bandOf } from '@brendik/core'
import type { ReportText, Words } from '@brendik/words'
import PDFDocument from 'pdfkit'
import type { ReportChart } from './loadReport.ts'

const resolve = createRequire(import.meta.url).resolve
const FONTS = {
  text: resolve('@expo-google-fonts/archivo/400Regular/Archivo_400Regular.ttf'),
  bold: resolve('@expo-google-fonts/archivo/600SemiBold/Archivo_600SemiBold.ttf'),
  plate: resolve('@expo-google-fonts/archivo/800ExtraBold/Archivo_800ExtraBold.ttf'),
} as const
const INK = '#10201f'
const SOFT = '#52646a'
const LINE = '#c3cfd0'
const WATCH = '#a85b00'
const BAND = '#dfeef0'
const HATCH = '#a9ccd1'
const MARGIN = 56
const NAME_WIDTH = 112
const CHART_HEIGHT = 150

/** The customer's page as it goes on paper. */
export interface ReportPage {
  workshop: string
  dated: string
  siteName: string
  text: ReportText
  chart: ReportChart | null
}

type Doc = PDFKit.PDFDocument

/** The customer's page as a tagged PDF whose text is text: A4, or Letter where inches are used. */
export function reportPdf(words: Words, page: ReportPage): Promise<Buffer> {
  const { workshop, dated, siteName, text, chart } = page
  const doc = new PDFDocument({
    size: words.units === 'us' ? 'LETTER' : 'A4',
    margin: MARGIN,
    tagged: true,
    lang: words.language,
    pdfVersion: '1.7',
    displayTitle: true,
    info: { Title: `${workshop}, ${siteName}, ${dated}`, Author: workshop },
  })
  const done = new Promise<Buffer>((resolveDone, reject) => {
    const parts: Buffer[] = []
    doc.on('data', (part: Buffer) => parts.push(part))
    doc.on('end', () => resolveDone(Buffer.concat(parts)))
    doc.on('error', reject)
  })
  for (const [name, file] of Object.entries(FONTS)) doc.registerFont(name, file)
  const width = doc.page.width - 2 * MARGIN
  const root = doc.struct('Document')
  doc.addStructure(root)
  const add = (tag: string, draw: () => void, alt?: string) =>
    root.add(doc.struct(tag, alt ? { alt } : {}, [draw]))

  add('P', () => {
    doc.font('plate').fontSize(13).fillColor(INK).text(workshop, { continued: false })
    doc.font('text').fontSize(10).fillColor(SOFT).text(`${dated} · ${siteName}`)
  })
  rule(doc, width, INK, 1.5)
  add('H1', () => {
    doc.moveDown(0.8).font('plate').fontSize(25).fillColor(INK).text(text.headline, { lineGap: -2 })
  })
  if (text.lead)
    add('P', () => {
      doc.moveDown(0.35).font('text').fontSize(12).fillColor(INK).text(text.lead, { lineGap: 1.5 })
    })
  if (chart) {
    const top = doc.y + 14
    const chartWidth = width - (text.ratio ? 150 : 0)
    add(
      'Figure',
      () => drawChart(doc, words, chart, { x: MARGIN, y: top, w: chartWidth, h: CHART_HEIGHT }),
      words.t('prove.chart'),
    )
    if (text.ratio) {
      const { figure, says, range } = text.ratio
      add('P', () => {
        const at = MARGIN + chartWidth + 24
        doc
          .font('plate')
          .fontSize(44)
          .fillColor(INK)
          .text(figure, at, top + 24, { width: 130 })
        doc
          .font('bold')
          .fontSize(12)
          .text(says, at, doc.y - 4, { width: 130 })
        doc.font('text').fontSize(10).fillColor(SOFT).text(range, at, doc.y, { width: 130 })
      })
    }
    doc.x = MARGIN
    doc.y = top + CHART_HEIGHT + 18
    add('Caption', () => {
      doc.font('text').fontSize(8.5).fillColor(SOFT).text(words.t('report.legend'), { width: chartWidth })
    })
  }
  rule(doc, width, LINE, 0.8)
  for (const { name, text: says } of text.rows) row(doc, add, name, says, width)
  closing(doc, add, text, width)
  root.end()
  doc.end()
  return done
}

function rule(doc: Doc, width: number, colour: string, weight: number): void {
  doc.moveDown(0.3)
  doc.markContent('Artifact', { type: 'Layout' })
  doc
    .moveTo(MARGIN, doc.y)
    .lineTo(MARGIN + width, doc.y)
    .lineWidth(weight)
    .strokeColor(colour)
    .stroke()
  doc.endMarkedContent()
  doc.moveDown(0.3)
}

/** A name at the left, what it says beside it; both go to the next page together where they do not fit. */
function row(
  doc: Doc,
  add: (tag: string, draw: () => void) => void,
  name: string,
  says: string,
  width: number,
): void {
  const textWidth = width - NAME_WIDTH
  doc.font('text').fontSize(11)
  const height = doc.heightOfString(says, { width: textWidth, lineGap: 1 })
  if (doc.y + Math.min(height, 200) > doc.page.height - MARGIN) doc.addPage()
  const top = doc.y + 6
  add('H2', () => {
    doc
      .font('bold')
      .fontSize(11)
      .fillColor(INK)
      .text(name, MARGIN, top, { width: NAME_WIDTH - 12 })
  })
  const under = doc.y
  add('P', () => {
    doc
      .font('text')
      .fontSize(11)
      .fillColor(INK)
      .text(says, MARGIN + NAME_WIDTH, top, { width: textWidth, lineGap: 1 })
  })
  doc.x = MARGIN
  doc.y = Math.max(under, doc.y) + 2
}

/** What is in the record, and the line on which the customer signs. */
function closing(
  doc: Doc,
  add: (tag: string, draw: () => void) => void,
  { record, received }: ReportText,
  width: number,
): void {
  const signWidth = 190
  if (doc.y + 80 > doc.page.height - MARGIN) doc.addPage()
  const top = Math.max(doc.y + 44, doc.page.height - MARGIN - 34)
  add('P', () => {
    doc
      .font('text')
      .fontSize(9)
      .fillColor(SOFT)
      .text(record, MARGIN, top, { width: width - signWidth - 24 })
  })
  const at = MARGIN + width - signWidth
  doc.markContent('Artifact', { type: 'Layout' })
  doc
    .moveTo(at, top - 3)
    .lineTo(at + signWidth, top - 3)
    .lineWidth(0.8)
    .strokeColor(INK)
    .stroke()
  doc.endMarkedContent()
  add('P', () => {
    doc
      .font('text')
      .fontSize(9)
      .fillColor(SOFT)
      .text(received, at, top, { width: signWidth, align: 'center' })
  })
}

interface Box {
  x: number
  y: number
  w: number
  h: number
}

/** Both runs laid over what was expected: before dashed, after as a line, expected hatched. */
function drawChart(doc: Doc, words: Words, { before, after, expected }: ReportChart, box: Box): void {
  const { x: left, y: top, w, h } = box
  const band = expected && bandOf(expected)
  const endS = Math.max(20, ...before.tS, ...after.tS, ...(band?.hi.map(({ x }) => x) ?? []))
  const levels = [...before.mm, ...after.mm, ...(band?.mid.map(({ y }) => y) ?? [])]
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
  const trace = (run: ReportChart['before'], colour: string, dashed: boolean) => {
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
  if (before.tS.length > 1) trace(before, WATCH, true)
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
