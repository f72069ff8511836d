import type { JobCard } from './types/job'
import type { Truck } from './types/truck'
import type { Haul } from './types/load'
import type { AirPlan } from './types/air'
import type { LayPlan } from './types/lay'
import type { PowerPlan } from './types/power'
import type { TunePlan } from './types/tune'
import type { BuildPlan } from './types/build'
import type { ProvePlan } from './types/prove'
import type { HandoverPlan } from './types/handover'

/**
 * The plan document: everything a person decided or measured about one job, one file for each stage. SI
 * throughout (m, kg, N/m, Pa gauge, K). Collections are records keyed by id, so that an edit names what it
 * touches and two people's edits can merge. Axes: x ahead of the rear axle, y left of the centre line, z above
 * the ground. Choices stand beside the types that use them; types and schema are built from them.
 */
export * from './types/common'
export * from './types/job'
export * from './types/truck'
export * from './types/load'
export * from './types/air'
export * from './types/lay'
export * from './types/power'
export * from './types/tune'
export * from './types/build'
export * from './types/prove'
export * from './types/handover'

export const PLAN_FORMAT = 'nimble-piston-plan'
export const PLAN_VERSION = 18

export interface Plan {
  format: typeof PLAN_FORMAT
  version: typeof PLAN_VERSION
  job: JobCard
  truck: Truck
  hauls: Record<string, Haul>
  air: AirPlan
  lay: LayPlan
  power: PowerPlan
  tune: TunePlan
  build: BuildPlan
  prove: ProvePlan
  handover: HandoverPlan
}
