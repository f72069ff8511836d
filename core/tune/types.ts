import type { Preset } from '../document/types'

export interface HaulNeed {
  left: number
  right: number
}
/** A figure as the road trial has it: a factor of what the plan says, and the share it is still known within. */
export interface Corrected {
  factor: number
  tolerance: number
}
/** What the road trial said, as Load found it. */
export interface TrialSaid {
  area: Corrected
  rate: Corrected
  /** Each lip as taped, as the plan had it, and as it has it now, m. */
  lips: { id: string; side: 'left' | 'right'; taped: number; planned: number; corrected: number }[]
  leftOver: { value: number; limit: number }
  besides: { label: string; share: number } | null
}
export interface TuneResult {
  presets: Record<string, Preset & { followsLoad: boolean }>
  minimum: number
  trial: TrialSaid | null
}
