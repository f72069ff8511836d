import PDFDocument from 'pdfkit'
import type { Paper } from '#core/document/paper'
import type { CheckRow, PackBlock, PackSheet } from '#core/papers/packBlocks'
import type { StepPicture } from '#core/papers/pictures/canvas'
import { niceTicks } from '#core/quantity/niceTicks'
import { setCircuit, type PrintedCircuit } from './circuitDrawing'
import { setStep, stepHeight } from './stepDrawing'
import { PAPER_SIZE, pdfFonts, wholePdf } from './pdf'

/** Head of every page: whose pack it is. */
export interface PackHead {
  job: string
  shop: string
  date: string
  revision: number
}

/** Content that the text of a sheet refers to. */
export interface PackPictures {
  circuit: PrintedCircuit
  photos: ReadonlyMap<string, Buffer>
}

const MARGIN = { left: 42, top: 64, bottom: 48 }
type Doc = InstanceType<typeof PDFDocument>

/** All sheets of a job as one PDF. Each starts a page; each page says whose it is, its number and the count. */
export function packPdf(
  sheets: readonly PackSheet[],
  pictures: PackPictures,
  head: PackHead,
  paper: Paper,
): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPER_SIZE[paper],
    margins: { top: MARGIN.top, bottom: MARGIN.bottom, left: MARGIN.left, right: MARGIN.left },
    bufferPages: true,
    autoFirstPage: false,
    info: { Title: `${head.job}: job pack`, Author: head.shop },
  })
  pdfFonts(doc)
  const titles: string[] = []
  for (const sheet of sheets) {
    doc.addPage()
    titles[doc.bufferedPageRange().count - 1] = sheet.title
    doc.font('bold').fontSize(17).text(sheet.title).moveDown(0.4)
    for (const block of sheet.blocks) setBlock(doc, block, pictures)
  }
  headPages(doc, head, titles)
  return wholePdf(doc)
}

const widthOf = (doc: Doc) => doc.page.width - 2 * MARGIN.left
/** A new page starts if less room than this is left, pt. */
function keepTogether(doc: Doc, height: number): void {
  if (doc.y + height > doc.page.height - MARGIN.bottom) doc.addPage()
}

function titled(doc: Doc, title: string): void {
  if (title === '') return
  keepTogether(doc, 48)
  doc.font('bold').fontSize(11.5).text(title, MARGIN.left).moveDown(0.2)
}

function setBlock(doc: Doc, block: PackBlock, pictures: PackPictures): void {
  switch (block.kind) {
    case 'text':
      doc
        .font('text')
        .fontSize(10)
        .text(block.text, MARGIN.left, doc.y, { width: widthOf(doc) })
        .moveDown(0.6)
      return
    case 'list':
      for (const line of block.lines)
        doc
          .font('text')
          .fontSize(10)
          .text(`•  ${line}`, MARGIN.left, doc.y, { width: widthOf(doc) })
      doc.moveDown(0.6)
      return
    case 'table':
      titled(doc, block.title)
      // Missing content is named, because an empty place on paper reads as all clear.
      if (block.rows.length > 0) setTable(doc, [block.head, ...block.rows])
      else setBlock(doc, { kind: 'text', text: 'None yet.' }, pictures)
      return
    case 'fields':
      titled(doc, block.title)
      setTable(doc, [
        ['', 'Known', 'Measured'],
        ...block.rows.map(({ label, value, guess }) => [
          label,
          guess ? `(${value})` : value,
          '______________',
        ]),
      ])
      return
    case 'checks':
      titled(doc, block.title)
      for (const row of block.rows) setCheck(doc, row)
      doc.moveDown(0.8)
      return
    case 'curve':
      setCurve(doc, block)
      return
    case 'circuit':
      setCircuit(doc, pictures.circuit, MARGIN.left, widthOf(doc))
      return
    case 'photos':
      setPhotos(doc, block.rows, pictures.photos)
      return
    default:
      block satisfies never
  }
}

/** Rows across the page, the head first. */
function setTable(doc: Doc, rows: readonly (readonly string[])[]): void {
  const columns = columnsOf(doc, rows)
  rows.forEach((row, i) => setRow(doc, row, columns, i === 0 ? 'bold' : 'text'))
  doc.moveDown(0.8)
}

interface Column {
  width: number
  align: 'left' | 'right'
}
/** Letters that count when columns share the page: a short column still fits its head, a long one wraps. */
const LETTERS = { least: 7, most: 34 }
/** Columns of a table by their content: words to the left, figures to the right, each as wide as it needs. */
function columnsOf(doc: Doc, rows: readonly (readonly string[])[]): Column[] {
  const [first = []] = rows
  const letters = first.map((_, i) =>
    Math.min(Math.max(...rows.map((row) => row[i]!.length), LETTERS.least), LETTERS.most),
  )
  const all = letters.reduce((sum, n) => sum + n, 0)
  return letters.map((n, i) => ({
    width: (widthOf(doc) * n) / all,
    align: i === 0 || rows.slice(1).some((row) => /^[^\d−—(]/.test(row[i]!)) ? 'left' : 'right',
  }))
}

const GAP = 6
function setRow(doc: Doc, cells: readonly string[], columns: readonly Column[], font: 'bold' | 'text'): void {
  doc.font(font).fontSize(9.5)
  const widths = columns.map(({ width }) => width - GAP)
  const height = Math.max(...cells.map((cell, i) => doc.heightOfString(cell || ' ', { width: widths[i] })))
  keepTogether(doc, height + 4)
  const top = doc.y
  let x = MARGIN.left
  cells.forEach((cell, i) => {
    const { width, align } = columns[i]!
    doc.text(cell, x, top, { width: widths[i], align })
    x += width
  })
  const line = top + height + 1.5
  const right = MARGIN.left + widthOf(doc)
  doc.moveTo(MARGIN.left, line).lineTo(right, line).lineWidth(0.4).strokeColor('#999').stroke()
  doc.x = MARGIN.left
  doc.y = line + 2.5
}

/** Height of the plot, and the part kept for figures, pt. */
const PLOT = { height: 150, left: 46 }
/** Curves in one plot: round figures at its edges, a line style for each, its name below. */
function setCurve(doc: Doc, { across, up, courses }: Extract<PackBlock, { kind: 'curve' }>): void {
  const points = courses.flatMap((course) => course.points)
  const ends = (axis: 0 | 1) => {
    const values = points.map((point) => point[axis])
    const [low, high] = [Math.min(...values), Math.max(...values)]
    const room = high - low > 1e-9 ? 0 : 0.5
    return niceTicks(low - room, high + room, 5)
  }
  const [ticksAcross, ticksUp] = [ends(0), ends(1)]
  keepTogether(doc, PLOT.height + 52)
  const box = { x: MARGIN.left + PLOT.left, y: doc.y + 12, width: widthOf(doc) - PLOT.left - 8 }
  const share = (value: number, ticks: readonly number[]) => (value - ticks[0]!) / (ticks.at(-1)! - ticks[0]!)
  const x = (value: number) => box.x + share(value, ticksAcross) * box.width
  const y = (value: number) => box.y + (1 - share(value, ticksUp)) * PLOT.height
  doc.font('text').fontSize(8).fillColor('black').lineWidth(0.4).strokeColor('#999').undash()
  for (const tick of ticksUp) {
    doc
      .moveTo(box.x, y(tick))
      .lineTo(box.x + box.width, y(tick))
      .stroke()
    doc.text(String(tick), MARGIN.left, y(tick) - 4, {
      width: PLOT.left - 6,
      align: 'right',
      lineBreak: false,
    })
  }
  for (const tick of ticksAcross)
    doc.text(String(tick), x(tick) - 20, box.y + PLOT.height + 4, {
      width: 40,
      align: 'center',
      lineBreak: false,
    })
  doc.text(up, MARGIN.left, box.y - 14, { width: PLOT.left - 6, align: 'right', lineBreak: false })
  doc.strokeColor('black').lineWidth(1.1)
  let legend = box.x
  const foot = box.y + PLOT.height + 18
  for (const { name, dash, points: course } of courses.filter((c) => c.points.length > 0)) {
    if (dash) doc.dash(dash[0]!, { space: dash[1] })
    else doc.undash()
    course.forEach((point, i) =>
      i ? doc.lineTo(x(point[0]), y(point[1])) : doc.moveTo(x(point[0]), y(point[1])),
    )
    doc.stroke()
    doc
      .moveTo(legend, foot + 4)
      .lineTo(legend + 22, foot + 4)
      .stroke()
    doc.text(name, legend + 27, foot, { lineBreak: false })
    legend += 27 + doc.widthOfString(name) + 18
  }
  doc.undash().text(across, box.x, foot, { width: box.width, align: 'right', lineBreak: false })
  doc.x = MARGIN.left
  doc.y = foot + 20
}

/** Most height of a photo, pt: two fit on a page. */
const PHOTO_HEIGHT = 290
function setPhotos(
  doc: Doc,
  rows: readonly { id: string; text: string; under: string }[],
  photos: PackPictures['photos'],
): void {
  for (const { id, text, under } of rows) {
    const bytes = photos.get(id)
    keepTogether(doc, bytes ? PHOTO_HEIGHT + 40 : 40)
    doc
      .font('bold')
      .fontSize(10)
      .text(text, MARGIN.left, doc.y, { width: widthOf(doc) })
    doc.font('text').fontSize(8.5).text(under).moveDown(0.3)
    if (bytes) {
      const top = doc.y
      doc.image(bytes, MARGIN.left, top, { fit: [widthOf(doc), PHOTO_HEIGHT] })
      doc.y = top + PHOTO_HEIGHT + 10
    } else doc.text('Taken away meanwhile.').moveDown(1)
  }
}

const BOX = 10
/** Width of a step's picture, pt, and the room between it and the words. */
const PICTURE = { width: 190, gap: 12 }
/** A box to tick with its words; the picture stands to their right. */
function setCheck(doc: Doc, { done, text, under, picture }: CheckRow): void {
  const left = MARGIN.left + 18
  const beside = picture ? PICTURE.width + PICTURE.gap : 0
  const width = widthOf(doc) - 18 - beside
  const words =
    doc.font('bold').fontSize(10).heightOfString(text, { width }) +
    (under ? doc.font('text').fontSize(8.5).heightOfString(under, { width }) : 0)
  const height = Math.max(
    words,
    picture ? stepHeight(picture, PICTURE.width) + legendHeight(doc, picture) : 0,
  )
  keepTogether(doc, height + 6)
  const top = doc.y
  doc
    .rect(MARGIN.left, top + 1, BOX, BOX)
    .lineWidth(0.9)
    .strokeColor('black')
    .stroke()
  if (done)
    doc
      .moveTo(MARGIN.left + 2, top + 6)
      .lineTo(MARGIN.left + 4.5, top + 9)
      .lineTo(MARGIN.left + 9, top + 2.5)
      .stroke()
  if (picture) {
    const at = left + width + PICTURE.gap
    setStep(doc, picture, at, top, PICTURE.width)
    doc
      .font('text')
      .fontSize(7)
      .text(legendText(picture), at, top + stepHeight(picture, PICTURE.width), { width: PICTURE.width })
  }
  doc.font('bold').fontSize(10).text(text, left, top, { width })
  if (under) doc.font('text').fontSize(8.5).text(under, left, doc.y, { width })
  doc.x = MARGIN.left
  doc.y = top + height + 6
}
const legendText = ({ legend }: StepPicture): string =>
  legend.map((name, i) => `${i + 1} ${name}`).join(' · ')
const legendHeight = (doc: Doc, picture: StepPicture): number =>
  picture.legend.length
    ? doc.font('text').fontSize(7).heightOfString(legendText(picture), { width: PICTURE.width })
    : 0

function headPages(doc: Doc, { job, shop, date, revision }: PackHead, titles: readonly string[]): void {
  const { start, count } = doc.bufferedPageRange()
  let title = ''
  for (let i = start; i < start + count; i++) {
    doc.switchToPage(i)
    title = titles[i] ?? title
    const width = widthOf(doc)
    // Text in the margin would otherwise start a page of its own.
    doc.page.margins.top = 0
    doc.page.margins.bottom = 0
    doc
      .font('bold')
      .fontSize(9.5)
      .text(job, MARGIN.left, 28, { width: width * 0.55, height: 12, ellipsis: true })
    doc.font('text').fontSize(8.5)
    doc.text(`${shop} · ${date} · Revision ${revision}`, MARGIN.left, 28, { width, align: 'right' })
    doc
      .moveTo(MARGIN.left, 44)
      .lineTo(MARGIN.left + width, 44)
      .lineWidth(0.6)
      .strokeColor('black')
      .stroke()
    const foot = doc.page.height - 34
    doc.text(title, MARGIN.left, foot, { width: width * 0.6, lineBreak: false })
    doc.text(`Page ${i + 1} of ${count}`, MARGIN.left, foot, { width, align: 'right' })
  }
}
