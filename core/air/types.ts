import type { ComponentKind } from '../catalog/kinds'
import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import type { SpringClass } from '../catalog/springs'
import type { TubeClass } from '../catalog/tubes'
import type { AirPlan, Truck } from '../document/types'

/** What one side needs: the pressure to set, Pa gauge, what it would want with no limit, and its height there, m. */
export interface SideNeed {
  pressure: number
  wanted: number
  height: number
  limitedBy: string | null
}

/** What Air needs of Load, haul by haul. SI. */
export interface AirNeed {
  label: string
  left: SideNeed
  right: SideNeed
  sideDifference: number
  /** Height of each spring at a pressure, on its own corner. */
  heightAt: { left(p: number): number; right(p: number): number }
}

/** A fill to one haul: s it takes, and free air it pumps, m³. */
export interface HaulFill {
  seconds: number
  freeAir: number
}

/** A part on wires: what it takes, or what its contacts may carry, A. */
export interface ElectricPart {
  id: string
  kind: ComponentKind
  label: string
  current: number
}

/** What the first fill goes to, Pa gauge, and what keeps it under the spring's own sheet; null where nothing does. */
export interface FirstFill {
  pressure: number
  heldBy: string | null
}

export interface AirResult extends AirSet {
  /** Parts that are switched or fed over wires, beside the compressor and the block. */
  electric: ElectricPart[]
  teed: boolean
  /** Whether there is an electric compressor to wire. */
  powered: boolean
  /** Whether anything but hands fills it. */
  supplied: boolean
  /** Highest pressure any haul needs, Pa gauge. */
  highest: number
  /** Current of one motor at that pressure, A, and how many electric compressors there are. */
  current: number
  compressors: number
  /** Share of its speed at full voltage that the motor loses by its feed; null without a feed. */
  slowed: number | null
  /** Air volume of both springs at the highest haul, m³, left and right. */
  springVolume: { left: number; right: number }
  /** Volume of all tanks, m³. */
  tankVolume: number
  times: Record<string, number | null>
  site: Site
  /** What the springs are first filled to; null without springs. */
  firstFill: FirstFill | null
}

/**
 * What feeds a motor, as its terminals see it: volts with no current of its own, what else draws then
 * drawing, and the ohms behind them; the volts it is made for.
 */
export interface MotorFeed {
  supply: number
  loop: number
  nominal: number
}

/**
 * Where the set works: the air around it, Pa absolute; the feed of its motor, null where none is planned, of
 * two the poorer one; and the delay from the start of one compressor to that of the second, s.
 */
export interface Site {
  atmosphere: number
  feed: MotorFeed | null
  staging: number
}

/** Classes a plan's ids stand for, with no compressor or block where the circuit has none. */
export interface AirSet {
  spring: SpringClass | null
  compressor: CompressorClass | null
  block: BlockClass | null
  tube: TubeClass | null
}

export interface RuleInput {
  /** The circuit as it runs when the job is done. */
  plan: AirPlan
  /** The same with what is left for later. */
  planned: AirPlan
  truck: TruckOfAir
  set: Pick<AirResult, 'spring' | 'compressor' | 'block' | 'tube'>
  needs: Record<string, AirNeed>
  times: Record<string, number | null>
  teed: boolean
  site: Site
  supply: SupplyFacts | null
  /** Pa past its target that a block fed from a tank goes before it shuts, the bore that keeps it under the limit. */
  overshoot: Overshoot | null
}

/** Most that the supply ever gives, Pa gauge, and what sets it; null without one. */
export interface SupplyFacts {
  most: number
  by: string
  part: string
  /** What it would come to without its switch. */
  reach: number
  cutIn: number | null
  cutOut: number | null
}

/** How far past its target a block goes, Pa, and how long it fills the pair for, s: as it is and with a bore, m. */
export interface Overshoot {
  value: number
  seconds: number
  bore: number
  withBore: { value: number; seconds: number }
}

/** What Air reads of the truck. */
export const TRUCK_OF_AIR = ['suspension', 'seatGap', 'existing'] as const satisfies readonly (keyof Truck)[]
export type TruckOfAir = Pick<Truck, (typeof TRUCK_OF_AIR)[number]>
