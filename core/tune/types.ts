import type { Preset } from '../document/types'
import type { LeverTravel } from './lever'

/** What a haul asks, Pa gauge, and how its corners answer. */
export interface HaulNeed {
  left: number
  right: number
  /** Height of each spring at a pressure, on its own corner, m. */
  heightAt: { left(pressure: number): number; right(pressure: number): number }
}
/** What a preset is held against beside the haul. SI. */
export interface TuneSite {
  /** Air in a spring at a height, m³. */
  volumeAt: (height: number) => number
  /** Wheel travel a spring's travel stands for, and the truck's wheelbase, m. */
  motionRatio: number
  wheelbase: number
  /** Where it is set, m above the sea. */
  altitude: number
  /** Whether the control stores pressures. */
  hasMemories: boolean
  /** What holds the truck up: a block that stops at a pressure, something that holds its height, or a person. */
  heldBy: HeldBy
  /** Whether it fills up to the minimum by itself when the key comes on. */
  keepsUp: boolean
  /** The block's signal at a trailer's far end; null without a block, or without a trailer. */
  trailerSignal: { far: number; between: string[]; margin: number } | null
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
  /** The odd reading: without it the others are explained. Null if there is none. */
  odd: string | null
  /** Why nothing of it is taken over; null where area and rate are. */
  refused: 'bound' | 'unexplained' | 'unlikely' | null
  /** Of area and rate, what would have to be off by more than its own doubt. */
  atBound: ('area' | 'rate')[]
}

/** A haul on the memory it shares: what it then lacks, m at the wheel, rear up positive, and the lamps' angle, rad. */
export interface Shared {
  memory: number
  preset: Preset
  rise: { left: number; right: number }
  lamp: number
}
/** Hauls on the control's memories. */
export interface SharedMemories {
  /** Fewest with which every haul stands within the tolerance. */
  needed: number
  memories: Preset[]
  byHaul: Record<string, Shared>
}
/**
 * A preset in other weather: the gauge of the lower (of the higher, when hot) side, and how far the truck has
 * come up.
 */
export interface Elsewhere {
  cold: { reads: number; rise: number }
  hot: { reads: number; rise: number }
  /** Over the pass, as warm as in the shop. */
  pass: { reads: number; rise: number }
  /**
   * Standing at the coldest with the loss that still counts as tight: how far it has sunk in a week, m, and s
   * until the minimum.
   */
  leak: { sinks: number; holds: number }
  /** What the block's and the gauge's own error does at the wheel, m each way, and to the lamps, rad. */
  error: { rise: number; lamp: number }
}

export type HeldBy = 'block' | 'height' | 'hand'

export interface TuneResult {
  heldBy: HeldBy

  presets: Record<string, Preset & { followsLoad: boolean }>
  minimum: number
  trial: TrialSaid | null
  shared: SharedMemories | null
  elsewhere: Record<string, Elsewhere>
  lever: LeverTravel | null
}
