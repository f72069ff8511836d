import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import type { SpringClass } from '../catalog/springs'
import type { TubeClass } from '../catalog/tubes'
import type { AirPlan, Truck, ComponentKind } from '../document/types'

/** What one side needs: the pressure to set, Pa gauge, the pressure without limits, and its height there, m. */
export interface SideNeed {
  pressure: number
  wanted: number
  height: number
  limitedBy: string | null
}

/** What Air gets from Load for each haul. SI. */
export interface AirNeed {
  label: string
  left: SideNeed
  right: SideNeed
  sideDifference: number
  /** Height of each spring at a pressure, on its own corner. */
  heightAt: { left(p: number): number; right(p: number): number }
}

/** A fill to one haul: duration, s, and free air pumped, m³. */
export interface HaulFill {
  seconds: number
  freeAir: number
}

/** A wired part: its current, or the rating of its contacts, A. */
export interface ElectricPart {
  id: string
  kind: ComponentKind
  label: string
  current: number
}

/**
 * Pressure of the first fill, Pa gauge, and what keeps it below the spring's own sheet; null if nothing does.
 */
export interface FirstFill {
  pressure: number
  heldBy: string | null
}

export interface AirResult extends AirSet {
  /** Wired parts besides the compressor and the block. */
  electric: ElectricPart[]
  teed: boolean
  /** True if there is an electric compressor to wire. */
  powered: boolean
  /** True if anything but hands fills it. */
  supplied: boolean
  /** Highest pressure any haul needs, Pa gauge. */
  highest: number
  /** Current of one motor at that pressure, A, and the number of electric compressors. */
  current: number
  compressors: number
  /** Share of its full-voltage speed that the motor loses in its feed; null without a feed. */
  slowed: number | null
  /** Air volume of both springs at the highest haul, m³, left and right. */
  springVolume: { left: number; right: number }
  /** Volume of all tanks, m³. */
  tankVolume: number
  times: Record<string, number | null>
  site: Site
  /** Pressure of the first fill; null without springs. */
  firstFill: FirstFill | null
}

/**
 * The feed as seen at a motor's terminals: volts without its own current but with all other consumers, the ohms
 * behind them, and its rated volts.
 */
export interface MotorFeed {
  supply: number
  loop: number
  nominal: number
}

/**
 * Site of the set: the air around it, Pa absolute; the feed of its motor, null if none is planned, of two the
 * poorer one; and the delay between the starts of two compressors, s.
 */
export interface Site {
  atmosphere: number
  feed: MotorFeed | null
  staging: number
}

/** Classes that a plan's ids stand for; no compressor or block if the circuit has none. */
export interface AirSet {
  spring: SpringClass | null
  compressor: CompressorClass | null
  block: BlockClass | null
  tube: TubeClass | null
}

export interface RuleInput {
  /** The circuit as it runs when the job is done. */
  plan: AirPlan
  /** The same including what is left for later. */
  planned: AirPlan
  truck: TruckOfAir
  set: Pick<AirResult, 'spring' | 'compressor' | 'block' | 'tube'>
  needs: Record<string, AirNeed>
  times: Record<string, number | null>
  teed: boolean
  site: Site
  supply: SupplyFacts | null
  /**
   * How far a block fed from a tank passes its target before it shuts, Pa, and the bore that keeps it below the
   * limit.
   */
  overshoot: Overshoot | null
}

/** Highest pressure the supply ever gives, Pa gauge, and what limits it; null without a supply. */
export interface SupplyFacts {
  most: number
  by: string
  part: string
  /** What it would reach without its switch. */
  reach: number
  cutIn: number | null
  cutOut: number | null
}

/** How far a block passes its target, Pa, and how long it fills the pair, s: as it is, and with a bore, m. */
export interface Overshoot {
  value: number
  seconds: number
  bore: number
  withBore: { value: number; seconds: number }
}

/** What Air reads of the truck. */
export const TRUCK_OF_AIR = ['suspension', 'seatGap', 'existing'] as const satisfies readonly (keyof Truck)[]
export type TruckOfAir = Pick<Truck, (typeof TRUCK_OF_AIR)[number]>
