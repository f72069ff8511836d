import type { Preset } from '../document/types'
import type { LeverTravel } from './lever'

/** Pressures a haul needs, Pa gauge, and how its corners respond. */
export interface HaulNeed {
  left: number
  right: number
  /** Height of each spring at a pressure, under the load of its own corner, m. */
  heightAt: { left(pressure: number): number; right(pressure: number): number }
}
/** What a preset is checked against besides the haul. SI. */
export interface TuneSite {
  /** Air in a spring at a height, m³. */
  volumeAt: (height: number) => number
  /** Motion ratio, and the truck's wheelbase, m. */
  motionRatio: number
  wheelbase: number
  /** Height above the sea where it is set, m. */
  altitude: number
  /** True if the control stores pressures. */
  hasMemories: boolean
  /**
   * What holds the truck up: a block that stops at a pressure, something that holds the height, or a person.
   */
  heldBy: HeldBy
  /** True if it fills up to the minimum by itself when the key comes on. */
  keepsUp: boolean
  /** The block's signal at a trailer's far end; null without a block, or without a trailer. */
  trailerSignal: { far: number; between: string[]; margin: number } | null
}
/**
 * A figure that the road trial corrected: a factor of the plan's value, and the share it is still known within.
 */
export interface Corrected {
  factor: number
  tolerance: number
}
/** What the road trial found, passed on by Load. */
export interface TrialSaid {
  area: Corrected
  rate: Corrected
  /** Each lip as taped, as the plan had it, and as it has it now, m. */
  lips: { id: string; side: 'left' | 'right'; taped: number; planned: number; corrected: number }[]
  leftOver: { value: number; limit: number }
  besides: { label: string; share: number } | null
  /** The odd reading: without it the others are explained. Null if there is none. */
  odd: string | null
  /** Why nothing is adopted; null if area and rate are. */
  refused: 'bound' | 'unexplained' | 'unlikely' | null
  /** Whichever of area and rate would have to be off by more than its own doubt. */
  atBound: ('area' | 'rate')[]
}

/**
 * A haul on a shared memory: what it lacks, m at the wheel, rear up positive, and the angle of the headlamps,
 * rad.
 */
export interface Shared {
  memory: number
  preset: Preset
  rise: { left: number; right: number }
  lamp: number
}
/** Hauls on the control's memories. */
export interface SharedMemories {
  /** Fewest memories with which every haul stands within the tolerance. */
  needed: number
  memories: Preset[]
  byHaul: Record<string, Shared>
}
/**
 * A preset in other weather: reading of the lower side (in the heat, of the higher side), and how far the truck
 * has risen.
 */
export interface Elsewhere {
  cold: { reads: number; rise: number }
  hot: { reads: number; rise: number }
  /** Over the pass, as warm as in the shop. */
  pass: { reads: number; rise: number }
  /**
   * Standing at the coldest with a leak that still counts as tight: how far it sinks in a week, m, and seconds
   * until the minimum.
   */
  leak: { sinks: number; holds: number }
  /** Effect of the block's and the gauge's own error: at the wheel, m each way, and on the headlamps, rad. */
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
