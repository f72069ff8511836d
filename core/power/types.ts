import type { Truck } from '../document/types'
import type { CompressorClass } from '../catalog/compressors'
import type { Drop, FuseChoice, WireChoice } from './circuit'

/** The compressor's feed. SI. */
export interface FeedPlan {
  compressor: CompressorClass
  /** From battery to compressor as laid, and the kit's harness; the longer counts, `oneWay`. m. */
  run: number
  harness: number
  oneWay: number
  /** How many motors it feeds; one of them at the highest pressure it works against, A. */
  motors: number
  motor: number
  /** All of them with what else draws through the same wire, and the most while one or all of them start, A. */
  continuous: number
  inrush: number
  /** Resistance of the return, Ω; null for a wire like the feed. */
  returned: number | null
  proposed: { awg: WireChoice | null; metric: WireChoice | null }
  area: number
  drop: Drop
  ampacity: number
  fuse: FuseChoice
}

/** A part outside the cab that wires end at, and whether a wheel throws water at it. */
export interface PlugPlace {
  id: string
  label: string
  isSprayed: boolean
}

/** What Power reads of the truck. */
export const TRUCK_OF_POWER = ['bed'] as const satisfies readonly (keyof Truck)[]
export type TruckOfPower = Pick<Truck, (typeof TRUCK_OF_POWER)[number]>
