import type { StillOpen } from './rules'
import type { HandoverPlan, JobCard } from '../document/types'

export interface SheetRow {
  id: string
  label: string
  left: number
  right: number
  ballLoad: number
  rearAxle: number
}
export interface DriverSheet {
  job: JobCard
  handover: HandoverPlan
  springLabel: string
  minimum: number
  maximum: number | null
  teed: boolean
  rows: SheetRow[]
  rearRating: number
  handFill: string[]
  cautions: string[]
  open: StillOpen[]
}
