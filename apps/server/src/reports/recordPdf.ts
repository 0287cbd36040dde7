import type { RecordText, Words } from '@brendik/words'
import { drawChart, type Traces } from './drawChart.ts'
import { INK, LINE, MARGIN, openPaper, type Paper, SOFT } from './paper.ts'

const CHART_HEIGHT = 96
const PHOTO_WIDTH = 232
const PHOTO_HEIGHT = 174
const GAP = 18

/** The full record of a visit as it goes on paper. */
export interface RecordPage {
  workshop: string
  dated: string
  siteName: string
  text: RecordText
  /** By run. */
  charts: ReadonlyMap<string, Traces>
  /** JPEGs with when and at which stage they were taken. */
  photos: { jpeg: Buffer; caption: string }[]
  /** Photos beyond those; empty = none. */
  morePhotos: string
}

/** The full record as a tagged PDF whose text is text. */
export async function recordPdf(words: Words, page: RecordPage): Promise<Buffer> {
  const { text, charts, photos, morePhotos } = page
  const paper = await openPaper(words, page)
  const { doc, add, row, rule, room, width } = paper
  const heading = (title: string) => {
    room(60)
    doc.moveDown(0.6)
    add('H2', () => doc.font('plate').fontSize(14).fillColor(INK).text(title, MARGIN))
    rule(LINE, 0.8)
  }
  const parts = (some: RecordText['parts']) => {
    for (const { title, lines } of some) {
      heading(title)
      for (const { name, text: says } of lines) row(name, says)
    }
  }
  add('H1', () => doc.moveDown(0.6).font('plate').fontSize(22).fillColor(INK).text(text.title))
  parts(text.parts)
  if (text.runs.length > 0) heading(text.runsTitle)
  for (const { id, name, says, read } of text.runs) {
    const traces = charts.get(id)
    const drawn = traces && traces.after.tS.length > 1
    // A run and its picture stay together.
    room(drawn ? CHART_HEIGHT + 100 : 40)
    row(name, says)
    if (drawn) {
      const top = doc.y + 8
      add(
        'Figure',
        () => drawChart(doc, words, traces, { x: MARGIN, y: top, w: width, h: CHART_HEIGHT }),
        name,
      )
      doc.x = MARGIN
      doc.y = top + CHART_HEIGHT + 18
    }
    if (read !== '')
      add('P', () => doc.font('text').fontSize(8.5).fillColor(SOFT).text(read, MARGIN, doc.y, { width }))
  }
  parts(text.after)
  if (photos.length > 0) {
    heading(text.photosTitle)
    drawPhotos(paper, photos)
    if (morePhotos !== '')
      add('P', () => doc.font('text').fontSize(9).fillColor(SOFT).text(morePhotos, MARGIN, doc.y, { width }))
  }
  return paper.end()
}

/** Photos two abreast, each over its caption. */
function drawPhotos({ doc, add, room }: Paper, photos: RecordPage['photos']): void {
  for (let n = 0; n < photos.length; n += 2) {
    room(PHOTO_HEIGHT + 30)
    const top = doc.y + 4
    photos.slice(n, n + 2).forEach(({ jpeg, caption }, k) => {
      const left = MARGIN + k * (PHOTO_WIDTH + GAP)
      add('Figure', () => doc.image(jpeg, left, top, { fit: [PHOTO_WIDTH, PHOTO_HEIGHT] }), caption)
      add('Caption', () =>
        doc
          .font('text')
          .fontSize(8.5)
          .fillColor(SOFT)
          .text(caption, left, top + PHOTO_HEIGHT + 4, { width: PHOTO_WIDTH }),
      )
    })
    doc.x = MARGIN
    doc.y = top + PHOTO_HEIGHT + 20
  }
}
