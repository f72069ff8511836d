import type { UnitChoice } from '../quantity/units'
import type { Kit, OwnClass, Target } from './types'

/** What a shop has set for itself; kept, merged and handed in like a plan. */
export interface ShopSettings {
  units: UnitChoice
  /** What a new haul is brought to. */
  target: Target
  /** Classes of parts of its own, by id. */
  parts: Record<string, OwnClass>
  /** Kits as they are sold, by id. */
  kits: Record<string, Kit>
  /** Colours by what a wire is for, which a new job's wiring begins with; none where it is as usual. */
  colours: Record<string, string>
}
