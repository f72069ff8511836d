import type { SpringClass } from '../catalog/springs'
import type { Truck } from '../document/types'
import { notesOf } from '../quantity/figure'
import type { SpringMounting, TruckResult } from './types'

/** What the rules of Truck look at. */
export interface TruckRuleInput {
  /** The truck as typed; `r.truck` includes the kit. */
  typed: Truck
  spring: SpringClass | null
  mounting: Pick<SpringMounting, 'spacer' | 'droop' | 'closing' | 'kit'>
  r: TruckResult
}
export type WithSpring = TruckRuleInput & { spring: SpringClass }

export const truckNote = notesOf('truck', 'length')
export const CLASS_HEIGHT = 'Height range of the spring class (common practice); its own sheet rules'
export const PLATE = 'The vehicle’s plate'
