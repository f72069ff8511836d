import { PLUS, SECOND } from '../network/draft'
import {
  isTaker,
  type PartOf,
  type SheetId,
  type Taker,
  type Wiring,
  type WiringPart,
} from '../network/types'
import type { WirePart } from '../wires'

/**
 * The wiring diagram: from the battery on the left to the earths on the right, one row for each consumer;
 * shared parts are drawn once. Rows and columns follow the order in which the wiring is built, so that an edit
 * moves nothing else.
 */

export const SHEETS = [
  { id: 'feed', title: 'Feed' },
  { id: 'control', title: 'Control' },
  { id: 'gauges', title: 'Gauges and lamps' },
] as const satisfies readonly { id: SheetId; title: string }[]

/** Room for the name that an end refers to, px. */
const BACK_NAME = 104
/** Size of one column and one row, and half the length of a symbol, px. */
export const COLUMN = 132
export const ROW = 88
export const HALF = 20
const MARGIN = { x: 52, y: 46 }

export interface DrawnPart {
  part: WiringPart
  x: number
  y: number
}
export interface DrawnWire {
  part: WirePart
  /** From symbol to symbol, corners included. */
  points: [number, number][]
  /** Position of its mark. */
  at: { x: number; y: number }
}
export interface WiringDrawing {
  width: number
  height: number
  parts: DrawnPart[]
  wires: DrawnWire[]
  /** Connections that are not wires of the list: parts on one stud, and branches. */
  joins: [number, number][][]
  dots: { x: number; y: number }[]
  /** Ends that refer to something drawn elsewhere, by name. */
  backs: { x: number; y: number; to: string }[]
}

/** The sheet on which a consumer is drawn. */
export function sheetOf(part: WiringPart): SheetId | null {
  if (part.role === 'motor' || part.id === 'battery-2') return 'feed'
  if (part.role === 'coil') return 'control'
  return part.role === 'user' ? part.sheet : null
}

/** Sheets that are not empty. */
export const sheetsOf = ({ parts }: Wiring): SheetId[] =>
  SHEETS.map(({ id }) => id).filter((id) => parts.some((part) => sheetOf(part) === id))

/** Draws one sheet. */
export function drawSheet(wiring: Wiring, sheet: SheetId): WiringDrawing {
  const pen = penOf(wiring, sheet)
  let row = 0
  for (const root of [PLUS, SECOND]) {
    const battery = wiring.parts.find((part) => part.role === 'battery' && part.a === root)
    if (!battery || (root === SECOND && !pen.feeds(SECOND))) continue
    const [x, y] = place(0, row)
    pen.drawing.parts.push({ part: battery, x, y })
    row = pen.draw(root, { x: x + HALF, y, column: 1, row, wire: null })
  }
  const { drawing } = pen
  const right = Math.max(...drawing.parts.map(({ x }) => x), ...drawing.backs.map(({ x }) => x + BACK_NAME))
  return { ...drawing, width: right + MARGIN.x + HALF, height: MARGIN.y * 2 + (Math.max(row, 1) - 1) * ROW }
}

const place = (column: number, row: number): [number, number] => [
  MARGIN.x + column * COLUMN,
  MARGIN.y + row * ROW,
]

/** Position of the pen: behind one symbol and before the next, with the wire being drawn. */
interface At {
  x: number
  y: number
  column: number
  row: number
  wire: WirePart | null
}

function penOf(wiring: Wiring, sheet: SheetId) {
  const drawing: Omit<WiringDrawing, 'width' | 'height'> = {
    parts: [],
    wires: [],
    joins: [],
    dots: [],
    backs: [],
  }
  const after = new Map<string, WiringPart[]>()
  for (const part of wiring.parts) {
    if (part.role === 'battery' || part.role === 'earth' || part.id === 'tie-fuse-2') continue
    after.set(part.a, [...(after.get(part.a) ?? []), part])
  }
  const known = new Map<string, boolean>()
  /** True if anything of this sheet hangs behind a node. */
  function leads(node: string): boolean {
    const seen = known.get(node)
    if (seen !== undefined) return seen
    known.set(node, false)
    const found = isSecond(node) ? sheet === 'feed' : feeds(node)
    known.set(node, found)
    return found
  }
  /** What continues from a node on this sheet. */
  const wantedBehind = (node: string) =>
    (after.get(node) ?? []).filter((part) => (isTaker(part) && sheetOf(part) === sheet) || leads(part.b))
  const feeds = (node: string): boolean => wantedBehind(node).length > 0
  /** Terminal of the second battery, reached over the wire between the two. */
  const isSecond = (node: string) => node === 'tie-ends' || node === SECOND

  const join = (from: At, to: { x: number; y: number }): [number, number][] => {
    const points: [number, number][] =
      from.y === to.y
        ? [
            [from.x, from.y],
            [to.x, to.y],
          ]
        : [
            [from.x, from.y],
            [from.x + BRANCH, from.y],
            [from.x + BRANCH, to.y],
            [to.x, to.y],
          ]
    if (from.wire) drawing.wires.push({ part: from.wire, points, at: { x: to.x - 46, y: to.y } })
    else drawing.joins.push(points)
    return points
  }

  /** Draws everything behind a node. @returns the next free row */
  function draw(node: string, from: At): number {
    if (isSecond(node) && from.column > 1) return drawSecond(from)
    const wanted = wantedBehind(node)
    if (wanted.length === 0) return from.row + 1
    if (wanted.length > 1 && from.wire) {
      // The wire ends where it branches.
      const [x, y] = place(from.column, from.row)
      join(from, { x: x - HALF, y })
      from = { x: x - HALF, y, column: from.column + 1, row: from.row, wire: null }
    }
    if (wanted.length > 1) drawing.dots.push({ x: from.x + BRANCH, y: from.y })
    let row = from.row
    wanted.forEach((part, i) => {
      // A branch starts on its parent's line and runs down to a row of its own.
      row = drawPart(part, { ...from, row: i === 0 ? from.row : row, wire: from.wire })
    })
    return row
  }

  function drawPart(part: WiringPart, from: At): number {
    if (part.role === 'wire') {
      if (from.wire === null) return draw(part.b, { ...from, wire: part })
      // Two wires in a row: they meet at a stud of the part between them.
      const [x, y] = place(from.column, from.row)
      join(from, { x: x - HALF, y })
      drawing.dots.push({ x: x - HALF, y })
      return draw(part.b, { x: x - HALF, y, column: from.column + 1, row: from.row, wire: part })
    }
    const [x, y] = place(from.column, from.row)
    join(from, { x: x - HALF, y })
    drawing.parts.push({ part, x, y })
    const next: At = { x: x + HALF, y, column: from.column + 1, row: from.row, wire: null }
    if (!isTaker(part)) return draw(part.b, next)
    return drawEarth(part, next)
  }

  function drawEarth(part: Taker, from: At): number {
    const earth = wiring.parts.find((p): p is PartOf<'earth'> => p.role === 'earth' && p.a === part.b)
    const [x, y] = place(from.column, from.row)
    if (earth && earth.of === part.id) {
      join({ ...from, wire: earth }, { x: x - HALF, y })
      drawing.parts.push({ part: earth, x, y })
    } else {
      const owner = wiring.parts.find((p) => p.id !== part.id && isTaker(p) && p.b === part.b)
      join(from, { x: x - HALF, y })
      drawing.backs.push({ x: x - HALF, y, to: owner?.label ?? '' })
    }
    return from.row + 1
  }

  function drawSecond(from: At): number {
    let at = from
    for (const id of ['tie-fuse-2', 'battery-2']) {
      const part = wiring.parts.find((p) => p.id === id)
      if (!part) continue
      const [x, y] = place(at.column, at.row)
      join(at, { x: x - HALF, y })
      drawing.parts.push({ part, x, y })
      at = { x: x + HALF, y, column: at.column + 1, row: at.row, wire: null }
    }
    return from.row + 1
  }
  return { drawing, draw, feeds }
}
/** A branch leaves its parent's line this far behind the symbol. */
const BRANCH = 12
