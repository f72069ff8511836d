/**
 * The plan document: everything a person decided or measured about one job. SI throughout (m, kg, N/m, Pa gauge, K).
 * Collections are records keyed by id, so that an edit names what it touches and two people's edits can merge.
 * Axes: x ahead of the rear axle, y left of the centre line, z above the ground.
 */

export const PLAN_FORMAT = 'nimble-piston-plan'
export const PLAN_VERSION = 1

export interface Point { x: number, y: number, z: number }
export interface Corners { frontLeft: number, frontRight: number, rearLeft: number, rearRight: number }
export type Side = 'left' | 'right'
export type TruckKind = 'light-leaf-pickup' | 'heavy-leaf-long-bed' | 'dual-rear-wheels' | 'leaf-flatbed' | 'coil-wagon' | 'coil-van'

export interface Truck {
  kind: TruckKind
  wheelbase: number
  frontTrack: number
  rearTrack: number
  /** Front bumper ahead of the front axle. */
  frontOverhang: number
  /** Hitch ball behind the rear axle. */
  axleToBall: number
  /** Back of the cab, ahead of the rear axle. */
  cabRear: number
  bed: { front: number, rear: number, floor: number, sides: number, width: number, material: 'steel' | 'aluminium' | 'wood' }
  frame: { spacing: number, railWidth: number, depth: number, top: number, front: number, rear: number, crossMembers: number[] }
  tyre: { radius: number, width: number, dual: boolean }
  /** Fender lip above ground at each corner, unladen. */
  heights: Corners
  /** Axle-to-frame gap at the spring seat. */
  seatGap: { unladen: number, droop: number, bump: number }
  /** Weight on each wheel (pair), unladen, kg. */
  unladen: Corners
  ratings: { frontAxle: number, rearAxle: number, gross: number, combination: number | null, ball: number }
  suspension: {
    kind: 'leaf' | 'coil'
    /** Rate at the wheel, one side, N/m. */
    frontRate: number
    rearRate: number
    /** Lateral distance between left and right springs. */
    frontSpringBase: number
    rearSpringBase: number
    /** Anti-roll bar at the front, N·m/rad. */
    frontAntiRoll: number
    /** Helper-spring travel per wheel travel. */
    motionRatio: number
    /** Height of a lift kit at the rear, 0 when stock. */
    lift: number
  }
  exhaust: { radius: number, points: Point[] }
  battery: Point
  fuelTank: { centre: Point, length: number, width: number, height: number }
}

export interface LoadItem { label: string, mass: number, x: number, y: number, length: number, width: number, height: number, order: number }
export type School = 'level' | 'share' | 'rake'
export interface Haul {
  label: string
  order: number
  items: Record<string, LoadItem>
  ballLoad: number
  /** Mass of the trailer towed, for the combination rating. */
  trailerMass: number
  /** Where the rear is brought to, and for `share` how much of the sag is left in (0–1). */
  target: { school: School, share: number }
}

export type ComponentKind = 'spring' | 'handFill' | 'tee' | 'compressor' | 'filter' | 'dryer' | 'block'
export interface Component { kind: ComponentKind, label: string, side: Side | null }
export type AirPath = 'left' | 'right' | 'both' | 'supply'
export interface AirLine { from: string, fromPort: string, to: string, toPort: string, path: AirPath }
export type Archetype = 'hand-teed' | 'hand-two' | 'wireless-single' | 'wireless-dual'
export interface AirPlan {
  archetype: Archetype
  springClass: string
  compressorClass: string
  blockClass: string
  tubeClass: string
  components: Record<string, Component>
  lines: Record<string, AirLine>
}

export interface LayPlan {
  /** Where a part was put by hand; a part without an entry stands at its proposed place. */
  places: Record<string, Point>
  /** Parts and lines with a heat shield between them and the exhaust. */
  shields: Record<string, boolean>
  /** Length of the kit's power harness, as bought; null takes the class's own. */
  harnessLength: number | null
  /** Extension spliced into the harness. */
  harnessExtension: number
  slackAtSpring: number
}

export interface PowerPlan {
  systemVoltage: number
  batteryCapacity: number
  /** Supply wire: cross-section in m², or null to follow the proposal. */
  wireArea: number | null
  /** Blade fuse in A, or null to follow the proposal. */
  fuse: number | null
  maxDrop: number
  conductorTemperature: number
  engineSpace: boolean
  bundle: number
  earth: 'battery' | 'frame' | 'body'
}

export interface Preset { left: number, right: number }
export interface TunePlan {
  /** Stored pressures per haul, Pa gauge; a haul without an entry follows Load. */
  presets: Record<string, Preset>
  /** Keep-up pressure, Pa gauge; null takes the spring's own minimum. */
  minimum: number | null
}

export interface Tick { who: string, at: string }
export interface BuildPlan { ticks: Record<string, Tick> }

export interface Reading { /** s from the first reading */ t: number, /** Pa gauge */ pressure: number, /** K */ temperature: number, /** Pa, or null for the standard atmosphere */ barometer: number | null }
export interface HoldTest {
  label: string
  order: number
  side: AirPath
  /** m³ under test; null takes the springs' and lines' computed volume. */
  volume: number | null
  /** Smallest step the gauge shows, Pa. */
  resolution: number
  /** Loss that still counts as tight, Pa per day. */
  allowed: number
  heightHeld: boolean
  startedAt: string
  readings: Reading[]
}
export type Soap = 'dry' | 'foam' | 'bubble'
export interface ProvePlan {
  holds: Record<string, HoldTest>
  /** Keyed by `line:end`, e.g. `line-left:from`. */
  soap: Record<string, { finding: Soap, who: string, at: string }>
}

export interface HandoverPlan { driver: string, contact: string, nextCheck: string, remarks: string }

export interface JobCard { name: string, number: string, customer: string, vehicle: string, drivingSide: Side }

export interface Plan {
  format: typeof PLAN_FORMAT
  version: typeof PLAN_VERSION
  job: JobCard
  truck: Truck
  hauls: Record<string, Haul>
  air: AirPlan
  lay: LayPlan
  power: PowerPlan
  tune: TunePlan
  build: BuildPlan
  prove: ProvePlan
  handover: HandoverPlan
}

/** Entries of a record in the order a person put them in. */
export function ordered<T extends { order: number }>(record: Record<string, T>): [string, T][] {
  return Object.entries(record).sort((a, b) => a[1].order - b[1].order || (a[0] < b[0] ? -1 : 1))
}
