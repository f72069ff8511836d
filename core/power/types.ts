import type { ComponentKind } from '../catalog/kinds'

/** A part on wires beside the compressor and the block: what it takes, or what its contacts may carry, A. */
export interface WiredPart {
  id: string
  kind: ComponentKind
  label: string
  current: number
}

export interface PowerResult {
  powered: boolean
  continuous: number
  inrush: number
  /** How long the inrush lasts, s. */
  inrushTime: number
  /** Motor current, A. */
  motor: number
  oneWay: number
  area: number
  proposedArea: number | null
  drop: number
  dropRatio: number
  ampacity: number
  fuse: number | null
  proposedFuse: number | null
  fuseWhy: string
  standby: number | null
}
