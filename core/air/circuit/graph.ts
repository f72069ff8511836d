import type { AirPlan } from '../../document/types'

/** The circuit as nodes and edges, for other programs. */
export function circuitGraph(air: AirPlan): {
  nodes: { id: string; kind: string; label: string; side: string | null }[]
  edges: { id: string; from: string; to: string; path: string; tube: string | null }[]
} {
  return {
    nodes: Object.entries(air.components).map(([id, c]) => ({
      id,
      kind: c.kind,
      label: c.label,
      side: c.side,
    })),
    edges: Object.entries(air.lines).map(([id, l]) => ({
      id,
      from: `${l.from}.${l.fromPort}`,
      to: `${l.to}.${l.toPort}`,
      path: l.path,
      tube: l.tube ?? air.tubeClass,
    })),
  }
}
