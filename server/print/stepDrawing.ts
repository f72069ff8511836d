import type PDFDocument from 'pdfkit'
import { fontOf, SIZE, type Look, type Shape, type StepPicture } from '#core/papers/pictures/canvas'

type Doc = InstanceType<typeof PDFDocument>

/** Paper has no theme: what is lit is the darkest fill, so that it also shows in a copy without colour. */
const FILL: Partial<Record<Look, string>> = {
  lit: '#e3b64f',
  near: '#d9d9d9',
  faint: '#f2f2f2',
  hot: '#f0d5cf',
  moving: '#f2f2f2',
  mark: '#0c5960',
}
const LINE: Record<Look, string> = {
  lit: 'black',
  near: 'black',
  faint: '#8a8a8a',
  hot: '#a53627',
  moving: '#8a8a8a',
  run: 'black',
  thin: '#666',
  mark: '#0c5960',
}
const WIDE: Partial<Record<Look, number>> = { lit: 2, near: 1.4, hot: 1.4, run: 2, thin: 0.8 }

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
  doc.lineWidth(WIDE[look] ?? 1).undash()
  const closed = () => {
    const fill = FILL[look]
    if (fill) doc.fillAndStroke(fill, LINE[look])
    else doc.strokeColor(LINE[look]).stroke()
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
        draw(LINE[look], WIDE[look] ?? 1)
        return
      }
      doc.lineCap('round')
      draw(LINE[look], shape.thick + 2)
      draw(FILL[look] ?? LINE[look], shape.thick)
      doc.lineCap('butt')
      return
    }
    case 'arrow': {
      const [[ax, ay], [bx, by]] = [shape.from, shape.to]
      const far = Math.hypot(bx - ax, by - ay) || 1
      const [ux, uy] = [(bx - ax) / far, (by - ay) / far]
      const [px, py] = [bx - ux * 9, by - uy * 9]
      doc.moveTo(ax, ay).lineTo(px, py).strokeColor(LINE[look]).stroke()
      doc.polygon([bx, by], [px - uy * 5, py + ux * 5], [px + uy * 5, py - ux * 5]).fill(LINE[look])
      return
    }
    default:
      shape satisfies never
  }
}
