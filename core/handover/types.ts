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
 * What a gauge reads of a preset elsewhere, Pa gauge, and how far the truck sinks in the cold, m; null
 * without a spring.
 */
export interface RowElsewhere {
  cold: number
  hot: number
  pass: number
  sinks: number
  /** Standing there with the leak that counts as tight, s until the minimum. */
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
  /** Whether the maximum is read off the springs that are fitted, and no class's guess for one that was there already. */
  maximumKnown: boolean
  teed: boolean
  rows: SheetRow[]
  weather: SheetWeather
  rearRating: number
  handFill: string[]
  cautions: string[]
  open: StillOpen[]
}
