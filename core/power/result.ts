import type { Energy } from './energy'
import type { GuardRow } from './guards'
import type { Wiring } from './network/types'
import type { FeedPlan, PlugPlace } from './types'
import type { AllStates, WireRow } from './wires'

/** What Power gives: the feed, the whole wiring in every state, its wires and guards, and what the battery gives. */
export interface PowerResult {
  powered: boolean
  /** Whether anything at all is on wires. */
  isWired: boolean
  wiring: Wiring
  solved: AllStates
  rows: WireRow[]
  guards: GuardRow[]
  energy: Energy
  /** Parts outside the cab that wires end at. */
  plugs: readonly PlugPlace[]
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
}
