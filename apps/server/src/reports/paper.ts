import { createRequire } from 'node:module'
import type { Words } from '@brendik/words'

const resolve = createRequire(import.meta.url).resolve
const FONTS = {
  text: resolve('@expo-google-fonts/archivo/400Regular/Archivo_400Regular.ttf'),
  bold: resolve('@expo-google-fonts/archivo/600SemiBold/Archivo_600SemiBold.ttf'),
  plate: resolve('@expo-google-fonts/archivo/800ExtraBold/Archivo_800ExtraBold.ttf'),
} as const
export const INK = '#10201f'
export const SOFT = '#52646a'
export const LINE = '#c3cfd0'
export const MARGIN = 56
const NAME_WIDTH = 112

export type Doc = PDFKit.PDFDocument
/** A tagged sheet whose text is text: A4, or Letter where inches are used. */
export interface Paper {
  doc: Doc
  width: number
  /** Draws something as one element of the document. */
  add: (tag: string, draw: () => void, alt?: string) => void
  rule: (colour: string, weight: number) => void
  /** A name at the left, what it says beside it; both go to the next page together where they do not fit. */
  row: (name: string, says: string) => void
  /** To a new page where less than so much is left, pt. */
  room: (height: number) => void
  /** Ends it. @returns The whole file. */
  end: () => Promise<Buffer>
}

/** Begins a sheet with the head that every one of ours has. */
export async function openPaper(
  words: Words,
  { workshop, dated, siteName }: { workshop: string; dated: string; siteName: string },
): Promise<Paper> {
  // Loaded when it is first wanted, as everything heavy that few requests need: the server is back sooner after a power cut.
  const { default: PDFDocument } = await import('pdfkit')
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
  const root = doc.struct('Document')
  doc.addStructure(root)
  const width = doc.page.width - 2 * MARGIN
  const room = (height: number) => {
    if (doc.y + height > doc.page.height - MARGIN) doc.addPage()
  }
  const paper: Paper = {
    doc,
    width,
    room,
    add: (tag, draw, alt) => root.add(doc.struct(tag, alt ? { alt } : {}, [draw])),
    rule: (colour, weight) => {
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
    },
    row: (name, says) => {
      const textWidth = width - NAME_WIDTH
      doc.font('text').fontSize(11)
      room(Math.min(doc.heightOfString(says, { width: textWidth, lineGap: 1 }), 200))
      const top = doc.y + 6
      paper.add('H2', () => {
        doc
          .font('bold')
          .fontSize(11)
          .fillColor(INK)
          .text(name, MARGIN, top, { width: NAME_WIDTH - 12 })
      })
      const under = doc.y
      paper.add('P', () => {
        doc
          .font('text')
          .fontSize(11)
          .fillColor(INK)
          .text(says, MARGIN + NAME_WIDTH, top, { width: textWidth, lineGap: 1 })
      })
      doc.x = MARGIN
      doc.y = Math.max(under, doc.y) + 2
    },
    end: () => {
      root.end()
      doc.end()
      return done
    },
  }
  paper.add('P', () => {
    doc.font('plate').fontSize(13).fillColor(INK).text(workshop, { continued: false })
    doc.font('text').fontSize(10).fillColor(SOFT).text(`${dated} · ${siteName}`)
  })
  paper.rule(INK, 1.5)
  return paper
}
