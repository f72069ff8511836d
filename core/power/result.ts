import type { Energy } from './energy'
import type { GuardRow } from './guards'
import type { Wiring } from './network/types'
import type { FeedPlan, PlugPlace } from './types'
import type { AllStates, WireRow } from './wires'

/** Result of Power: the feed, the whole wiring in every state, its wires and guards, and the battery. */
export interface PowerResult {
  powered: boolean
  /** True if anything is wired. */
  isWired: boolean
  wiring: Wiring
  solved: AllStates
  rows: WireRow[]
  guards: GuardRow[]
  energy: Energy
  /** Parts outside the cab that wires end at. */
  plugs: readonly PlugPlace[]
  /** The planned feed; null with nothing to feed. */
  feed: FeedPlan | null
  continuous: number
  inrush: number
  /** Duration of the inrush, s. */
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
}
