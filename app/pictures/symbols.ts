import type { ComponentKind } from '#core/plan/types'

/**
 * Fluid-power graphic symbols after ISO 1219-1, each in its own box with the places of its ports (in px of the box).
 */
export interface PortPlace { id: string, x: number, y: number, side: 'WEST' | 'EAST' | 'NORTH' | 'SOUTH' }
export interface SymbolBox { width: number, height: number, ports: PortPlace[] }

export function symbolBox(kind: ComponentKind, outlets: number): SymbolBox {
  switch (kind) {
    case 'compressor': return { width: 52, height: 52, ports: [{ id: 'in', x: 0, y: 26, side: 'WEST' }, { id: 'out', x: 52, y: 26, side: 'EAST' }] }
    case 'filter': return { width: 44, height: 44, ports: [{ id: 'out', x: 44, y: 22, side: 'EAST' }] }
    case 'dryer': return { width: 44, height: 44, ports: [{ id: 'in', x: 0, y: 22, side: 'WEST' }, { id: 'out', x: 44, y: 22, side: 'EAST' }] }
    case 'handFill': return { width: 50, height: 30, ports: [{ id: 'out', x: 50, y: 15, side: 'EAST' }] }
    case 'tee': return { width: 12, height: 12, ports: [{ id: 'a', x: 0, y: 6, side: 'WEST' }, { id: 'b', x: 12, y: 6, side: 'EAST' }, { id: 'c', x: 6, y: 12, side: 'SOUTH' }] }
    case 'spring': return { width: 56, height: 44, ports: [{ id: 'port', x: 0, y: 22, side: 'WEST' }] }
    case 'block': return { width: 136, height: outlets === 1 ? 82 : 158, ports: [{ id: 'in', x: 0, y: outlets === 1 ? 66 : 76, side: 'WEST' }, { id: 'out1', x: 136, y: 14, side: 'EAST' }, ...(outlets === 2 ? [{ id: 'out2', x: 136, y: 90, side: 'EAST' as const }] : [])] }
  }
}
