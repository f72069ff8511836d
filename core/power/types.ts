import type { PowerPlan, Truck, WireSaid } from '../document/types'
import type { CompressorClass } from '../catalog/compressors'
import type { Drop, FuseChoice, WireChoice } from './circuit'

/** The compressor's feed. SI. */
export interface FeedPlan {
  compressor: CompressorClass
  /** Run from battery to compressor as laid, and the kit's harness; `oneWay` is the longer. m. */
  run: number
  harness: number
  oneWay: number
  /** Number of motors it feeds, and the current of one at the highest pressure it works against, A. */
  motors: number
  motor: number
  /** Current of all of them with everything else on the same wire, and the most while one or all start, A. */
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

/** A part outside the cab where wires end, and whether a wheel throws water at it. */
export interface PlugPlace {
  id: string
  label: string
  isSprayed: boolean
}

/** What Power reads of the truck. */
export const TRUCK_OF_POWER = ['bed'] as const satisfies readonly (keyof Truck)[]
export type TruckOfPower = Pick<Truck, (typeof TRUCK_OF_POWER)[number]>

/** What the network and the feed read of the choices at Power; colours, marks and meter readings change neither. */
export const POWER_OF_WIRING = [
  'systemVoltage',
  'batteryCapacity',
  'wireArea',
  'fuse',
  'maxDrop',
  'conductorTemperature',
  'engineSpace',
  'bundle',
  'earth',
  'charge',
  'relay',
  'relayRating',
  'suppression',
  'wake',
  'lamps',
  'tap',
  'joint',
  'fuseReach',
  'bar',
  'secondBattery',
  'feeds',
  'earths',
  'inWire',
  'staging',
] as const satisfies readonly (keyof PowerPlan)[]
export type PowerOfFeed = Pick<PowerPlan, (typeof POWER_OF_WIRING)[number]>
export interface PowerOfWiring extends PowerOfFeed {
  wires: Record<string, Pick<WireSaid, 'area' | 'joint'>>
}
