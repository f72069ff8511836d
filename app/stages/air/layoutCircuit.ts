import ELK, { type ElkNode } from 'elkjs/lib/elk-api.js'
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker'
import type { AirPlan } from '#core/plan/types'
import { looseLines } from '#core/air/circuit'
import { symbolBox, type SymbolBox } from '~/pictures/symbols'

export interface PlacedSymbol { id: string, x: number, y: number, box: SymbolBox }
export interface PlacedLine { id: string, points: { x: number, y: number }[] }
export interface CircuitDrawing { width: number, height: number, symbols: PlacedSymbol[], lines: PlacedLine[] }

let elk: InstanceType<typeof ELK> | null = null

/** Layered layout with fixed ports, left to right, computed in the layout engine's own worker. */
export async function layoutCircuit(air: Pick<AirPlan, 'components' | 'lines'>, outlets: number): Promise<CircuitDrawing> {
  elk ??= new ELK({ workerFactory: () => new ElkWorker() })
  const boxes = Object.fromEntries(Object.entries(air.components).map(([id, c]) => [id, symbolBox(c.kind, outlets)]))
  const loose = new Set(looseLines(air, outlets))
  const graph: ElkNode = {
    id: 'circuit',
    layoutOptions: { 'elk.algorithm': 'layered', 'elk.direction': 'RIGHT', 'elk.edgeRouting': 'ORTHOGONAL', 'elk.spacing.nodeNode': '46', 'elk.layered.spacing.nodeNodeBetweenLayers': '44', 'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX', 'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES', 'elk.padding': '[top=26,left=16,bottom=30,right=16]' },
    children: Object.keys(air.components).map(id => ({ id, width: boxes[id]!.width, height: boxes[id]!.height, layoutOptions: { 'elk.portConstraints': 'FIXED_POS' }, ports: boxes[id]!.ports.map(p => ({ id: `${id}.${p.id}`, x: p.x, y: p.y, width: 0, height: 0, layoutOptions: { 'elk.port.side': p.side } })) })),
    edges: Object.entries(air.lines).filter(([id]) => !loose.has(id)).map(([id, l]) => ({ id, sources: [`${l.from}.${l.fromPort}`], targets: [`${l.to}.${l.toPort}`] })),
  }
  const placed = await elk.layout(graph)
  return {
    width: placed.width ?? 0, height: placed.height ?? 0,
    symbols: (placed.children ?? []).map(c => ({ id: c.id, x: c.x ?? 0, y: c.y ?? 0, box: boxes[c.id]! })),
    lines: (placed.edges ?? []).map(e => ({ id: e.id, points: (e.sections ?? []).flatMap(s => [s.startPoint, ...(s.bendPoints ?? []), s.endPoint]) })),
  }
}
