import type { UnitChoice } from '../quantity/units'
import type { Kit, OwnClass, Target } from './types'

/** Settings of a shop; kept, merged and handed in like a plan. */
export interface ShopSettings {
  units: UnitChoice
  /** Target of a new haul. */
  target: Target
  /** Classes of parts of its own, by id. */
  parts: Record<string, OwnClass>
  /** Kits as they are sold, by id. */
  kits: Record<string, Kit>
  /** Colours by what a wire is for, with which a new job's wiring begins; empty for the usual ones. */
  colours: Record<string, string>
}
