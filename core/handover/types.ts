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
}
export interface DriverSheet {
  job: JobCard
  handover: HandoverPlan
  springLabel: string
  minimum: number | null
  maximum: number | null
  teed: boolean
  rows: SheetRow[]
  rearRating: number
  handFill: string[]
  cautions: string[]
  open: StillOpen[]
}
