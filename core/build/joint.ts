import type { FasteningId, Pass } from '../catalog/fastenings'
import type { Side } from '../document/types'

/** Something held to something else by fasteners of one kind. */
export interface Joint {
  id: string
  label: string
  /** What is held, and what it is held to. */
  holds: string
  to: string
  fastening: FasteningId
  /** Number of bolts, screws or nuts of this joint. */
  count: number
  /** Length of its bolts, m; null if the kit brings them or no length is known. */
  length: number | null
  side: Side | null
  /** The part of the plan that it holds; null for a thing of the truck. */
  part: string | null
  passes: readonly Pass[]
}
