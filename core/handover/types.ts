import type { StillOpen } from './rules'
import type { HandoverPlan, JobCard } from '../document/types'

export interface SheetRow {
  id: string
  label: string
  /** Pa gauge; null without a spring. */
  left: number | null
  right: number | null
  ballLoad: number
  rearAxle: number
  elsewhere: RowElsewhere | null
}
/**
 * Readings of a preset in other weather, Pa gauge, and how far the truck sinks in the cold, m; null without a
 * spring.
 */
export interface RowElsewhere {
  cold: number
  hot: number
  pass: number
  sinks: number
  /** Seconds until the minimum with a leak that counts as tight. */
  holds: number
}
/** Where it is set and where it is read: K, and m above the sea. */
export interface SheetWeather {
  shop: number
  cold: number
  hot: number
  pass: number
}
export interface DriverSheet {
  job: JobCard
  handover: HandoverPlan
  springLabel: string
  minimum: number | null
  maximum: number | null
  /** True if the maximum was read off the fitted springs and is not a class's guess for an existing one. */
  maximumKnown: boolean
  teed: boolean
  rows: SheetRow[]
  weather: SheetWeather
  rearRating: number
  handFill: string[]
  cautions: string[]
  open: StillOpen[]
}
