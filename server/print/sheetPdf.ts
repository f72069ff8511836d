import PDFDocument from 'pdfkit'
import type { Paper } from '#core/document/paper'
import type { SheetBlocks } from '#core/handover/sheetText'
import { PAPER_SIZE, pdfFonts, wholePdf } from './pdf'

/** The driver's sheet as a PDF on A4 or Letter, one page, fonts embedded. */
export function sheetPdf(blocks: SheetBlocks, shop: string, paper: Paper): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPER_SIZE[paper],
    margin: 42,
    info: { Title: `${blocks.title}: air spring sheet`, Author: shop },
  })
  pdfFonts(doc)
  const width = doc.page.width - 84
  const left = 42
  if (blocks.across) {
    const [x, y] = [doc.page.width / 2, doc.page.height / 2]
    doc
      .save()
      .rotate(-30, { origin: [x, y] })
      .font('bold')
      .fontSize(84)
      .fillColor('#b5452c')
      .opacity(0.25)
    doc.text(blocks.across.toUpperCase(), left, y - 50, { width, align: 'center', lineBreak: false })
    doc.restore().opacity(1).fillColor('black')
  }
  doc
    .font('bold')
    .fontSize(20)
    .text(blocks.title, left, 42, { width: width * 0.65 })
  doc
    .font('text')
    .fontSize(10.5)
    .text(blocks.under, { width: width * 0.65 })
  const headEnd = doc.y
  doc
    .font('bold')
    .fontSize(11)
    .text(shop, left + width * 0.65, 46, { width: width * 0.35, align: 'right' })
  doc
    .font('text')
    .fontSize(9.5)
    .text('Air spring sheet for the driver', { width: width * 0.35, align: 'right' })
  let y = Math.max(headEnd, doc.y) + 8
  doc
    .moveTo(left, y)
    .lineTo(left + width, y)
    .lineWidth(1.5)
    .stroke()
  y += 12
  for (const [i, [label, value]] of [
    ['Never under', blocks.least],
    ['Never over', blocks.most],
  ].entries()) {
    const x = left + i * (width / 2 + 6)
    doc
      .roundedRect(x, y, width / 2 - 6, 56, 4)
      .lineWidth(1.2)
      .stroke()
    doc
      .font('text')
      .fontSize(10)
      .text(label!, x + 10, y + 7)
    doc
      .font('figure')
      .fontSize(22)
      .text(value!, x + 10, y + 22)
  }
  y += 72
  doc.font('bold').fontSize(13).text('Pressure for each haul, read cold', left, y)
  y = doc.y + 4
  const columnsFor = (count: number) => [0.32, ...Array.from({ length: count - 1 }, () => 0.68 / (count - 1))]
  const line = (cells: string[], fonts: [string, string], size: number) => {
    let x = left
    let bottom = y
    const columns = columnsFor(cells.length)
    cells.forEach((cell, i) => {
      const w = columns[i]! * width
      doc
        .font(i === 0 ? fonts[0] : fonts[1])
        .fontSize(size)
        .text(cell, x, y, { width: w - 4, align: i === 0 ? 'left' : 'right' })
      bottom = Math.max(bottom, doc.y)
      x += w
    })
    y = bottom + 3
    doc
      .moveTo(left, y)
      .lineTo(left + width, y)
      .lineWidth(0.5)
      .stroke()
    y += 4
  }
  line(blocks.head, ['bold', 'bold'], 10)
  for (const row of blocks.rows) line(row, ['text', 'figure'], 11.5)
  if (blocks.weather.rows.length > 0) {
    doc
      .font('bold')
      .fontSize(11)
      .text(blocks.weather.title, left, y + 4)
    y = doc.y + 3
    line(blocks.weather.head, ['bold', 'bold'], 9)
    for (const row of blocks.weather.rows) line(row, ['text', 'figure'], 10)
  }
  doc
    .font('text')
    .fontSize(10)
    .text(blocks.rating, left, y + 4, { width })
  const list = (title: string, lines: string[], mark: (i: number) => string) => {
    doc.moveDown(0.7).font('bold').fontSize(12).text(title, { width })
    lines.forEach((text, i) =>
      doc
        .font('text')
        .fontSize(10)
        .text(`${mark(i)}  ${text}`, { width, indent: 0 }),
    )
  }
  list('Filling by hand', blocks.handFill, (i) => `${i + 1}.`)
  list('Take care', blocks.cautions, () => '•')
  if (blocks.remarks) doc.moveDown(0.7).font('text').fontSize(10).text(blocks.remarks, { width })
  doc.moveDown(0.8)
  doc
    .moveTo(left, doc.y)
    .lineTo(left + width, doc.y)
    .lineWidth(0.5)
    .stroke()
  doc.moveDown(0.4).fontSize(10).text(blocks.foot, { width })
  return wholePdf(doc)
}
