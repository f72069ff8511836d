import type { CompressorClass } from '../catalog/compressors'
import type { ComponentKind } from '../catalog/kinds'
import type { Drop, FuseChoice, WireChoice } from './circuit'

/** A part on wires beside the compressor and the block: what it takes, or what its contacts may carry, A. */
export interface WiredPart {
  id: string
  kind: ComponentKind
  label: string
  current: number
}

/** The compressor's feed. SI. */
export interface FeedPlan {
  compressor: CompressorClass
  /** From battery to compressor as laid, and the kit's harness; the longer counts, `oneWay`. m. */
  run: number
  harness: number
  oneWay: number
  /** Motor at the highest pressure it works against, what else draws through the same wire, and both, A. */
  motor: number
  besides: number
  continuous: number
  inrush: number
  /** Volts at the battery, ohms of feed and return. */
  supply: number
  loop: number
  /** Resistance of the return, Ω; null for a wire like the feed. */
  returned: number | null
  proposed: { awg: WireChoice | null; metric: WireChoice | null }
  area: number
  drop: Drop
  ampacity: number
  fuse: FuseChoice
}

export interface PowerResult {
  powered: boolean
  /** The feed as it is planned; null with nothing to feed. */
  feed: FeedPlan | null
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
