import type { CompressorClass } from '../catalog/compressors'
import type { Drop, FuseChoice, WireChoice } from './circuit'

/** The compressor's feed. SI. */
export interface FeedPlan {
  compressor: CompressorClass
  /** From battery to compressor as laid, and the kit's harness; the longer counts, `oneWay`. m. */
  run: number
  harness: number
  oneWay: number
  /** Motor at the highest pressure it works against, and with what else draws through the same wire, A. */
  motor: number
  continuous: number
  inrush: number
  /** Resistance of the return, Ω; null for a wire like the feed. */
  returned: number | null
  proposed: { awg: WireChoice | null; metric: WireChoice | null }
  area: number
  drop: Drop
  ampacity: number
  fuse: FuseChoice
}
