import type { Side } from './common'

/** The job itself. */

export interface JobCard {
  name: string
  number: string
  customer: string
  vehicle: string
  drivingSide: Side
  /** Height above the sea where the truck works, m; the surrounding air follows from it. */
  altitude: number
  /** How often per week the load changes; null if nobody was asked. */
  changes: number | null
}
