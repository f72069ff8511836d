import { DIRECT, type AirPlan, type ComponentKind } from '../../document/types'
import { looseLines } from '../circuit/connections'
import { portsOf } from '../parts/parts'
import { symbolBox, type SymbolBox } from './symbols'

/** Positions of the parts and lines on the circuit diagram. The caller provides the layout engine. */

export interface PlacedSymbol {
  id: string
  x: number
  y: number
  box: SymbolBox
  /** Side of the neighbour it is screwed into and drawn on. */
  on?: 'NORTH' | 'SOUTH' | 'EAST'
}
export interface PlacedLine {
  id: string
  points: { x: number; y: number }[]
}
export interface CircuitDrawing {
  width: number
  height: number
  symbols: PlacedSymbol[]
  lines: PlacedLine[]
}

/** A box of the layout engine, which returns its position in it. */
interface LayoutBox {
  id: string
  x?: number
  y?: number
  width?: number
  height?: number
  layoutOptions?: Record<string, string>
}

/** A graph for the layout engine, which returns positions in it. */
export interface LayoutGraph extends LayoutBox {
  labels?: { text?: string; width?: number; height?: number }[]
  ports?: LayoutBox[]
  children?: LayoutGraph[]
  edges?: {
    id: string
    sources: string[]
    targets: string[]
    sections?: {
      id: string
      startPoint: { x: number; y: number }
      bendPoints?: { x: number; y: number }[]
      endPoint: { x: number; y: number }
    }[]
  }[]
}
/** The layout engine: takes a layered graph with fixed ports and returns it with positions. */
export type LayOut = (graph: LayoutGraph) => Promise<LayoutGraph>

const OPTIONS = {
  'elk.algorithm': 'layered',
  'elk.direction': 'RIGHT',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.spacing.nodeNode': '24',
  'elk.spacing.labelNode': '3',
  'elk.layered.spacing.nodeNodeBetweenLayers': '28',
  'elk.spacing.edgeLabel': '4',
  'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
  'elk.padding': '[top=26,left=16,bottom=50,right=16]',
  'elk.aspectRatio': '2.2',
  // A new circuit keeps the order in which its parts were added.
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
}
/** An edited one keeps the order of parts above each other. */
const KEEP = { ...OPTIONS, 'elk.layered.crossingMinimization.semiInteractive': 'true' }

interface Attached {
  id: string
  line: string
  host: string
  hostPort: string
  side: 'NORTH' | 'SOUTH' | 'EAST'
}
/** Room above and below a part for what is screwed into it. */
const ROOM = 66
const STUB = 8
/** Most letters of a name that the drawing shows. */
const MOST_LETTERS = 24
/** A part's name as shown in the drawing. A very long one would push its neighbours out of sight. */
export const shownName = (label: string): string =>
  label.length > MOST_LETTERS ? `${label.slice(0, MOST_LETTERS - 1).trimEnd()}…` : label
/** Width of a letter of a part's name, px. */
const LETTER = 6.6
const nameBox = (text: string) => ({ text, width: text.length * LETTER, height: 36 })

/** Parts screwed into a port that faces theirs: drawn on their neighbour, not laid out separately. */
function attachedParts(air: AirPlan, boxes: Record<string, SymbolBox>): Attached[] {
  return Object.entries(air.lines).flatMap(([line, l]): Attached[] => {
    if (l.tube !== DIRECT || boxes[l.from]?.ports.length !== 1) return []
    const own = boxes[l.from]!.ports[0]!.side
    const side = boxes[l.to]?.ports.find((p) => p.id === l.toPort)?.side
    return (side === 'NORTH' && own === 'SOUTH') ||
      (side === 'SOUTH' && own === 'NORTH') ||
      (side === 'EAST' && own === 'WEST')
      ? [{ id: l.from, line, host: l.to, hostPort: l.toPort, side }]
      : []
  })
}

/**
 * Layered layout with fixed ports, left to right. After an edit the previous drawing decides which part is
 * above which, so that a small edit moves little. Drawn units; x to the right, y down.
 */
export async function layoutCircuit(
  air: AirPlan,
  before: CircuitDrawing | null,
  layOut: LayOut,
): Promise<CircuitDrawing> {
  const boxes = Object.fromEntries(
    Object.entries(air.components).map(([id, c]) => [id, symbolBox(c.kind, portsOf(air, id))]),
  )
  const loose = new Set(looseLines(air))
  const attached = attachedParts(air, boxes)
  const carried = new Set(attached.map((a) => a.id))
  const rooms = (id: string, side: 'NORTH' | 'SOUTH') =>
    attached.some((a) => a.host === id && a.side === side) ? ROOM : 0
  const stood = new Map(before?.symbols.map((s) => [s.id, s]) ?? [])
  const known = Object.keys(air.components).filter((id) => stood.has(id)).length
  const keeping = known > Object.keys(air.components).length / 2
  const neighbour = (id: string) =>
    Object.values(air.lines)
      .flatMap((l) => (l.from === id ? [l.to] : l.to === id ? [l.from] : []))
      .map((other) => stood.get(other))
      .find(Boolean)
  const position = (id: string): Record<string, string> => {
    const at = stood.get(id) ?? neighbour(id)
    return keeping && at ? { 'elk.position': `(${at.x},${at.y + (stood.has(id) ? 0 : 1)})` } : {}
  }
  /** Room for a part's name and, during a run, its pressure. Tees have no name; tanks have theirs inside. */
  const labelOf = (id: string) =>
    isNamed(air.components[id]!.kind) && air.components[id]!.kind !== 'tank'
      ? [nameBox(shownName(air.components[id]!.label))]
      : []
  const graph: LayoutGraph = {
    id: 'circuit',
    layoutOptions: keeping ? KEEP : OPTIONS,
    children: Object.keys(air.components)
      .filter((id) => !carried.has(id))
      .map((id) => ({
        id,
        width: boxes[id]!.width,
        height: boxes[id]!.height + rooms(id, 'NORTH') + rooms(id, 'SOUTH'),
        layoutOptions: {
          'elk.portConstraints': 'FIXED_POS',
          'elk.nodeLabels.placement':
            air.components[id]!.kind === 'manifold' ? 'OUTSIDE V_TOP H_CENTER' : 'OUTSIDE V_BOTTOM H_CENTER',
          ...position(id),
        },
        labels: labelOf(id),
        ports: boxes[id]!.ports.map((p) => ({
          id: `${id}.${p.id}`,
          x: p.x,
          y: p.y + rooms(id, 'NORTH'),
          width: 0,
          height: 0,
          layoutOptions: { 'elk.port.side': p.side },
        })),
      })),
    edges: Object.entries(air.lines)
      .filter(([id]) => !loose.has(id) && !attached.some((a) => a.line === id))
      .map(([id, l]) => ({ id, sources: [`${l.from}.${l.fromPort}`], targets: [`${l.to}.${l.toPort}`] })),
  }
  const placed = await layOut(graph)
  const symbols = (placed.children ?? []).map((c): PlacedSymbol => ({
    id: c.id,
    x: c.x ?? 0,
    y: (c.y ?? 0) + rooms(c.id, 'NORTH'),
    box: boxes[c.id]!,
  }))
  const lines = (placed.edges ?? []).map((e) => ({
    id: e.id,
    points: (e.sections ?? []).flatMap((s) => [s.startPoint, ...(s.bendPoints ?? []), s.endPoint]),
  }))
  for (const a of attached) {
    const host = symbols.find((s) => s.id === a.host)
    const port = host?.box.ports.find((p) => p.id === a.hostPort)
    if (!host || !port) continue
    const box = boxes[a.id]!
    const own = box.ports[0]!
    const [x, y] = [host.x + port.x, host.y + port.y]
    const [dx, dy] = a.side === 'NORTH' ? [0, -STUB] : a.side === 'SOUTH' ? [0, STUB] : [STUB, 0]
    symbols.push({ id: a.id, x: x + dx - own.x, y: y + dy - own.y, box, on: a.side })
    lines.push({
      id: a.line,
      points: [
        { x, y },
        { x: x + dx, y: y + dy },
      ],
    })
  }
  return { width: placed.width ?? 0, height: placed.height ?? 0, symbols, lines }
}

/** The middle of a line's longest straight piece, where its letter is. */
export function letterAt({ points }: Pick<PlacedLine, 'points'>): { x: number; y: number; room: number } {
  let best = { x: 0, y: 0, room: -1 }
  points.slice(1).forEach((b, i) => {
    const a = points[i]!
    const room = Math.hypot(b.x - a.x, b.y - a.y)
    const upright = Math.abs(b.x - a.x) < 1
    if (room > best.room)
      best = { x: (a.x + b.x) / 2 + (upright ? 11 : 0), y: (a.y + b.y) / 2 + (upright ? 4 : -5), room }
  })
  return best
}

/**
 * Position of a part's name relative to its box: in a tank, above what is screwed in from above, beside what
 * hangs below, otherwise under it.
 */
export function nameAt(
  kind: ComponentKind,
  { box, on }: PlacedSymbol,
  size: number,
): { x: number; y: number; anchor: 'start' | 'middle' } {
  if (kind === 'tank') return { x: box.width / 2, y: box.height / 2 - 2, anchor: 'middle' }
  if (kind === 'manifold') return { x: box.width / 2, y: -size - 10, anchor: 'middle' }
  if (on === 'NORTH') return { x: box.width / 2, y: -14, anchor: 'middle' }
  if (on === 'SOUTH') return { x: box.width - 4, y: box.height / 2 + 9, anchor: 'start' }
  return { x: box.width / 2, y: box.height + size + 3, anchor: 'middle' }
}

/** Height of letters if a drawn unit comes out at `scale` px or pt: about 11 of them, if there is room. */
export const nameSize = (scale: number): number => Math.min(Math.max(11 / scale, 12), 17)

/** True if a part shows its name. */
export const isNamed = (kind: ComponentKind): boolean => kind !== 'tee' && kind !== 'plug'
