import { SIGN_BOX } from '@brendik/core'
import type { ReportText, Words } from '@brendik/words'
import { drawChart } from './drawChart.ts'
import type { ReportChart } from './loadReport.ts'
import { type Doc, INK, LINE, MARGIN, openPaper, type Paper, SOFT } from './paper.ts'

const CHART_HEIGHT = 150

/** The customer's page as it goes on paper. */
export interface ReportPage {
  workshop: string
  dated: string
  siteName: string
  text: ReportText
  chart: ReportChart | null
}

/** The customer's page as a tagged PDF whose text is text: A4, or Letter where inches are used. */
export async function reportPdf(words: Words, page: ReportPage): Promise<Buffer> {
  const { text, chart } = page
  const paper = await openPaper(words, page)
  const { doc, width, add, rule, row } = paper
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
  rule(LINE, 0.8)
  for (const { name, text: says } of text.rows) row(name, says)
  closing(paper, text)
  return paper.end()
}

/** Pen strokes with their foot on a line. */
function drawSignature(
  doc: Doc,
  strokes: NonNullable<ReportText['signed']>,
  left: number,
  foot: number,
  width: number,
): void {
  const scale = width / SIGN_BOX.w
  for (const stroke of strokes) {
    stroke.forEach(([x, y], n) => {
      const [px, py] = [left + x * scale, foot - (SIGN_BOX.h - y) * scale]
      if (n === 0) doc.moveTo(px, py)
      else doc.lineTo(px, py)
    })
    doc.lineWidth(1.2).lineCap('round').lineJoin('round').strokeColor(INK).stroke()
  }
}

/** What is in the record, and the line on which the customer signs. */
function closing({ doc, width, add, room }: Paper, { record, received, signed }: ReportText): void {
  const signWidth = 190
  room(80)
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
  if (signed) add('Figure', () => drawSignature(doc, signed, at, top - 6, signWidth), received)
  add('P', () => {
    doc
      .font('text')
      .fontSize(9)
      .fillColor(SOFT)
      .text(received, at, top, { width: signWidth, align: 'center' })
  })
}
