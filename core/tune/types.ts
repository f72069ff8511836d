import type { Preset } from '../document/types'

export interface HaulNeed {
  left: number
  right: number
}
export interface TuneResult {
  presets: Record<string, Preset & { followsLoad: boolean }>
  minimum: number
}
