import PDFDocument from 'pdfkit'
import type { Paper } from '#core/document/paper'
import type { SheetBlocks } from '#core/handover/sheetText'
import { PAPER_SIZE, pdfFonts, wholePdf } from './pdf'

type Doc = InstanceType<typeof PDFDocument>
const LEFT = 42
const widthOf = (doc: Doc) => doc.page.width - 2 * LEFT

/** The driver's sheet as a PDF on A4 or Letter, one page, fonts embedded. */
export function sheetPdf(blocks: SheetBlocks, shop: string, paper: Paper): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPER_SIZE[paper],
    margin: LEFT,
    info: { Title: `${blocks.title}: air spring sheet`, Author: shop },
  })
  pdfFonts(doc)
  if (blocks.across) across(doc, blocks.across)
  const y = tables(doc, blocks, limits(doc, blocks, head(doc, blocks, shop)))
  doc
    .font('text')
    .fontSize(10)
    .text(blocks.rating, LEFT, y + 4, { width: widthOf(doc) })
  lists(doc, blocks)
  return wholePdf(doc)
}

/** A word across the whole page. */
function across(doc: Doc, word: string): void {
  const [x, y] = [doc.page.width / 2, doc.page.height / 2]
  doc
    .save()
    .rotate(-30, { origin: [x, y] })
    .font('bold')
    .fontSize(84)
    .fillColor('#b5452c')
    .opacity(0.25)
  doc.text(word.toUpperCase(), LEFT, y - 50, { width: widthOf(doc), align: 'center', lineBreak: false })
  doc.restore().opacity(1).fillColor('black')
}

function rule(doc: Doc, y: number, thick: number): void {
  doc
    .moveTo(LEFT, y)
    .lineTo(LEFT + widthOf(doc), y)
    .lineWidth(thick)
    .stroke()
}

/** Truck on the left, shop on the right. @returns where the page goes on, pt */
function head(doc: Doc, { title, under }: SheetBlocks, shop: string): number {
  const width = widthOf(doc)
  doc
    .font('bold')
    .fontSize(20)
    .text(title, LEFT, LEFT, { width: width * 0.65 })
  doc
    .font('text')
    .fontSize(10.5)
    .text(under, { width: width * 0.65 })
  const headEnd = doc.y
  doc
    .font('bold')
    .fontSize(11)
    .text(shop, LEFT + width * 0.65, 46, { width: width * 0.35, align: 'right' })
  doc
    .font('text')
    .fontSize(9.5)
    .text('Air spring sheet for the driver', { width: width * 0.35, align: 'right' })
  const y = Math.max(headEnd, doc.y) + 8
  rule(doc, y, 1.5)
  return y + 12
}

/** The least and the highest pressure, large. @returns where the page goes on, pt */
function limits(doc: Doc, { least, most }: SheetBlocks, y: number): number {
  const half = widthOf(doc) / 2
  const boxes: [string, string][] = [
    ['Never under', least],
    ['Never over', most],
  ]
  for (const [i, [label, value]] of boxes.entries()) {
    const x = LEFT + i * (half + 6)
    doc
      .roundedRect(x, y, half - 6, 56, 4)
      .lineWidth(1.2)
      .stroke()
    doc
      .font('text')
      .fontSize(10)
      .text(label, x + 10, y + 7)
    doc
      .font('figure')
      .fontSize(22)
      .text(value, x + 10, y + 22)
  }
  return y + 72
}

/** One line of a table with a rule under it. @returns where the next begins, pt */
function tableLine(doc: Doc, y: number, cells: string[], fonts: [string, string], size: number): number {
  let x = LEFT
  let bottom = y
  cells.forEach((cell, i) => {
    const width = (i === 0 ? 0.32 : 0.68 / (cells.length - 1)) * widthOf(doc)
    doc
      .font(i === 0 ? fonts[0] : fonts[1])
      .fontSize(size)
      .text(cell, x, y, { width: width - 4, align: i === 0 ? 'left' : 'right' })
    bottom = Math.max(bottom, doc.y)
    x += width
  })
  rule(doc, bottom + 3, 0.5)
  return bottom + 7
}

/** Pressures for each haul, and what the weather adds. @returns where the page goes on, pt */
function tables(doc: Doc, { head: titles, rows, weather }: SheetBlocks, from: number): number {
  doc.font('bold').fontSize(13).text('Pressure for each haul, read cold', LEFT, from)
  let y = tableLine(doc, doc.y + 4, titles, ['bold', 'bold'], 10)
  for (const row of rows) y = tableLine(doc, y, row, ['text', 'figure'], 11.5)
  if (weather.rows.length === 0) return y
  doc
    .font('bold')
    .fontSize(11)
    .text(weather.title, LEFT, y + 4)
  y = tableLine(doc, doc.y + 3, weather.head, ['bold', 'bold'], 9)
  for (const row of weather.rows) y = tableLine(doc, y, row, ['text', 'figure'], 10)
  return y
}

/** Filling by hand, cautions, remarks and the foot. */
function lists(doc: Doc, { handFill, cautions, remarks, foot }: SheetBlocks): void {
  const width = widthOf(doc)
  const list = (title: string, lines: string[], mark: (i: number) => string) => {
    doc.moveDown(0.7).font('bold').fontSize(12).text(title, { width })
    lines.forEach((text, i) =>
      doc
        .font('text')
        .fontSize(10)
        .text(`${mark(i)}  ${text}`, { width, indent: 0 }),
    )
  }
  list('Filling by hand', handFill, (i) => `${i + 1}.`)
  list('Take care', cautions, () => '•')
  if (remarks) doc.moveDown(0.7).font('text').fontSize(10).text(remarks, { width })
  doc.moveDown(0.8)
  rule(doc, doc.y, 0.5)
  doc.moveDown(0.4).fontSize(10).text(foot, { width })
}
