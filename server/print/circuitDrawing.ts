import ELK from 'elkjs/lib/elk.bundled.js'
import type PDFDocument from 'pdfkit'
import {
  isNamed,
  layoutCircuit,
  letterAt,
  nameAt,
  nameSize,
  shownName,
  type CircuitDrawing,
} from '#core/air/drawing/layout'
import { LINE_CODES } from '#core/air/drawing/lineCodes'
import { symbolShapes } from '#core/air/drawing/symbols'
import { DIRECT, type AirPlan } from '#core/document/types'

type Doc = InstanceType<typeof PDFDocument>
const elk = new ELK()

/** A circuit for printing: its parts and lines, and their positions. */
export interface PrintedCircuit {
  air: AirPlan
  drawing: CircuitDrawing
}
export const drawCircuit = async (air: AirPlan): Promise<PrintedCircuit> => ({
  air,
  drawing: await layoutCircuit(air, null, (graph) => elk.layout(graph)),
})

const FILLS = { card: 'white', ink: 'black' }
/** Greatest height of the drawing on paper, pt. */
const MOST_HEIGHT = 300

/** Draws a circuit at most `width` wide at the current position; the text continues below it. */
export function setCircuit(doc: Doc, { air, drawing }: PrintedCircuit, left: number, width: number): void {
  const scale = Math.min(width / (drawing.width + 32), MOST_HEIGHT / drawing.height, 1)
  const size = nameSize(scale)
  const top = doc.y
  doc
    .save()
    .translate(left + 16 * scale, top)
    .scale(scale)
  for (const line of drawing.lines) {
    const { path, tube } = air.lines[line.id]!
    const { dash, letter } = LINE_CODES[path]
    line.points.forEach(({ x, y }, i) => (i === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)))
    dashed(doc, dash)
      .lineWidth(tube === DIRECT ? 4.5 : 2.2)
      .strokeColor('black')
      .stroke()
    if (tube === DIRECT) continue
    const at = letterAt(line)
    written(doc.font('figure'), letter, at, size - 1, 'middle')
  }
  for (const symbol of drawing.symbols) {
    const { kind, label } = air.components[symbol.id]!
    doc.save().translate(symbol.x, symbol.y).lineJoin('round').lineCap('round')
    for (const shape of symbolShapes(kind, symbol.box)) {
      dashed(doc.path(shape.d), shape.dash?.split(' ').map(Number) ?? []).lineWidth(shape.width ?? 1.6)
      if (shape.fill) doc.fillAndStroke(FILLS[shape.fill], 'black')
      else doc.strokeColor('black').stroke()
    }
    if (isNamed(kind)) {
      const { anchor, ...at } = nameAt(kind, symbol, size)
      written(doc.font('text'), shownName(label), at, size, anchor)
    }
    doc.restore()
  }
  doc.restore()
  doc.x = left
  doc.y = top + drawing.height * scale + 6
}

/** The whole pattern; the library's types only know a dash and a gap. */
const dashed = (doc: Doc, dash: readonly number[]): Doc =>
  dash.length ? doc.dash(dash as unknown as number, {}) : doc.undash()

/** A word with its base line at a position. */
function written(
  doc: Doc,
  text: string,
  at: { x: number; y: number },
  size: number,
  anchor: 'start' | 'middle',
): void {
  doc.fontSize(size).fillColor('black')
  const x = anchor === 'middle' ? at.x - doc.widthOfString(text) / 2 : at.x
  doc.text(text, x, at.y - size, { lineBreak: false })
}
