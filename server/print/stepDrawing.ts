import type PDFDocument from 'pdfkit'
import {
  arrowHead,
  fontOf,
  SIZE,
  type Look,
  type Shape,
  type StepPicture,
} from '#core/papers/pictures/canvas'
import { FILL, LINE, onPaper, WIDE } from '#core/papers/pictures/svg'

type Doc = InstanceType<typeof PDFDocument>

const fillOf = (look: Look): string | null => (FILL[look] === 'none' ? null : onPaper(FILL[look]))
const lineOf = (look: Look): string => onPaper(LINE[look])

/** Height of a step's picture drawn `width` wide, pt. */
export const stepHeight = (picture: StepPicture, width: number): number =>
  (picture.height * width) / SIZE.width

/** Draws a step's picture `width` wide with its corner at a place; the text goes on where it was. */
export function setStep(doc: Doc, picture: StepPicture, left: number, top: number, width: number): void {
  const [x, y] = [doc.x, doc.y]
  doc
    .save()
    .translate(left, top)
    .scale(width / SIZE.width)
    .lineJoin('round')
    .rect(0, 0, SIZE.width, picture.height)
    .clip()
  for (const shape of picture.shapes) setShape(doc, shape)
  for (const { x: at, y: base, text, anchor, look } of picture.words) {
    doc.font(look === 'figure' ? 'figure' : 'text').fontSize(fontOf(look))
    const wide = doc.widthOfString(text)
    const from = anchor === 'start' ? at : anchor === 'end' ? at - wide : at - wide / 2
    const high = base - fontOf(look) * 0.85
    // Words stand on a white ground, so that lines do not strike them through.
    if (look !== 'mark') doc.rect(from - 1, high, wide + 2, fontOf(look)).fill('white')
    doc.fillColor(look === 'mark' ? 'white' : 'black').text(text, from, high - 1, { lineBreak: false })
  }
  doc.restore()
  doc.fillColor('black').strokeColor('black').undash()
  doc.x = x
  doc.y = y
}

function setShape(doc: Doc, shape: Shape): void {
  const { look } = shape
  doc.lineWidth(WIDE[look]).undash()
  const closed = () => {
    const fill = fillOf(look)
    if (fill) doc.fillAndStroke(fill, lineOf(look))
    else doc.strokeColor(lineOf(look)).stroke()
  }
  switch (shape.kind) {
    case 'rect':
      doc.roundedRect(shape.x, shape.y, shape.width, shape.height, Math.min(shape.round, shape.height / 2))
      closed()
      return
    case 'circle':
      doc.circle(shape.x, shape.y, shape.radius)
      closed()
      return
    case 'path':
      doc.path(shape.d)
      closed()
      return
    case 'line': {
      const draw = (colour: string, wide: number) => {
        shape.points.forEach(([x, y], i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)))
        doc.lineWidth(wide).strokeColor(colour).stroke()
      }
      if (shape.thick === null) {
        if (look === 'thin') doc.dash(3, { space: 3 })
        draw(lineOf(look), WIDE[look])
        return
      }
      doc.lineCap('round')
      draw(lineOf(look), shape.thick + 2)
      draw(fillOf(look) ?? lineOf(look), shape.thick)
      doc.lineCap('butt')
      return
    }
    case 'arrow': {
      const [base, ...head] = arrowHead(shape)
      doc
        .moveTo(...shape.from)
        .lineTo(...base)
        .strokeColor(lineOf(look))
        .stroke()
      doc.polygon(...head.map(([x, y]) => [x, y])).fill(lineOf(look))
      return
    }
    default:
      shape satisfies never
  }
}
