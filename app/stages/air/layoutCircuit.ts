import ELK, { type ElkNode } from 'elkjs/lib/elk-api.js'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import { DIRECT, type AirPlan } from '#core/document/types'
import { looseLines } from '#core/air/circuit/connections'
import { portsOf } from '#core/air/parts/parts'
import { symbolBox, type SymbolBox } from '~/pictures/symbols'

export interface PlacedSymbol {
  id: string
  x: number
  y: number
  box: SymbolBox
  /** screwed to a neighbour, and drawn on it */ on?: 'NORTH' | 'SOUTH' | 'EAST'
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

let elk: InstanceType<typeof ELK> | null = null
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
  // A circuit begun anew follows the order its parts were put in.
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
}
/** An edited one keeps the order of parts above one another. */
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
/** Width of a letter of a part's name, px. */
const LETTER = 6.6

/** Parts screwed into a port that faces theirs: drawn on their neighbour, not laid out by themselves. */
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
 * Layered layout with fixed ports, left to right, computed in the layout engine's own worker. After an edit the drawing
 * before it says which part stands above which, so that a small edit moves little.
 */
export async function layoutCircuit(air: AirPlan, before: CircuitDrawing | null): Promise<CircuitDrawing> {
  elk ??= new ELK({ workerFactory: () => new ElkWorker() })
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
  /** Room for a part's name and, while it runs, its pressure. Tees have no name, tanks carry theirs inside. */
  const labelOf = (id: string) =>
    ['tee', 'plug', 'tank'].includes(air.components[id]!.kind)
      ? []
      : [{ text: air.components[id]!.label, width: air.components[id]!.label.length * LETTER, height: 36 }]
  const graph: ElkNode = {
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
  const placed = await elk.layout(graph)
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
