import type { Corners } from '../document/types'
import type { SpringClass } from '../catalog/springs'
import type { Quantity } from '../quantity/units'

/** What a haul puts on the axles, kg, whatever the air pressure; `body` is what that adds on the suspension. */
export interface HaulLoads {
  frontAxle: number
  rearAxle: number
  gross: number
  combination: number
  frontChange: number
  rearChange: number
  towed: TowedLoad
  bars: BarShift
  body: BodyLoad
}

/** The squat aimed for and the pressure each side wants for it. */
export interface TargetPressures {
  target: number
  left: LevelResult
  right: LevelResult
}

/** Vertical and roll load added on the suspension, N and N·m (roll positive when the left goes down). */
export interface BodyLoad {
  front: number
  rear: number
  roll: number
}

/** Squats at the wheel, m down positive; `roll` rad, left down positive; the roll moment each axle takes, N·m. */
export interface Attitude {
  frontSquat: number
  rearLeft: number
  rearRight: number
  roll: number
  frontMoment: number
  rearMoment: number
}

/**
 * Steel of one corner: the pack's rate, its second stage, the bump stop and the damper's end; wheel travel
 * from unladen, m.
 */
export interface Steel {
  rate: number
  overload: { contact: number; rate: number } | null
  stop: { gap: number; rate: number }
  droop: number
}

/** One row of a pressure card: how much of the haul is aboard, and what it wants. kg, Pa gauge. */
export interface CardRow {
  share: number
  added: number
  rearAxle: number
  left: number
  right: number
  limitedBy: LimitedBy
  overRating: boolean
}

export type UncertaintyId =
  'ball' | 'places' | 'sides' | 'gap' | 'area' | 'rate' | 'motion' | 'seat' | `item:${string}`
export interface Band {
  low: number
  high: number
}

/** One fill, one known load, one tape: what to set, what to put on, and how much doubt that would leave. */
export interface TenMinuteCheck {
  /** Over the rear axle, kg. */
  known: number
  /** In both springs with the known load aboard: first their minimum, then this, Pa gauge. */
  pressure: { least: number; filled: number }
  /** Both rear lips as the plan has them at either, m. */
  lips: { least: number; filled: number }
  /** ± of the pressure of the less sure side, 19 times in 20, Pa: now, and after the check. */
  doubt: { now: number; then: number }
}

export interface Uncertainty {
  /** Pressure to set, Pa gauge; rear axle, kg. */
  left: Band
  right: Band
  /** Standard deviation of what each side wants, limits or not, Pa. */
  deviation: { left: number; right: number }
  rearAxle: Band
  frontAxle: Band
  /** Part of the variance of the side that is less sure, by what causes it, largest first. */
  shares: { id: UncertaintyId; label: string; share: number }[]
  /** Whether straight lines describe it; otherwise it is sampled. */
  linear: boolean
}

/** What levelling needs of a spring: effective area over height, and its limits. SI, pressures gauge. */
export interface LevelSpring {
  areaByHeight: readonly (readonly [number, number])[]
  designHeight: number
  minPressure: number
  maxPressure: number
  maxLoad: number
}

export type LimitedBy = 'minPressure' | 'maxPressure' | 'maxLoad' | 'height' | null

export interface LevelResult {
  /** Force the air spring needs at the target, N. */
  springForce: number
  /** Height of the air spring at the target, m. */
  height: number
  /** Pressure to set, Pa gauge, kept within the limits. */
  pressure: number
  /** What the target would need with no limit, Pa gauge. */
  wanted: number
  /** Most this spring may have there, by its pressure or by its load, Pa gauge. */
  most: number
  within: boolean
  limitedBy: LimitedBy
}

/** One side; `steelShare` is the steel spring's part of what the corner carries, unsprung weight counted with it. */
export interface SideResult extends LevelResult {
  steelShare: number
}

export interface HaulResult extends HaulLoads {
  id: string
  label: string
  /** On each wheel (pair) as the truck then stands, kg. */
  laden: Corners
  /** Roll moment each axle takes of it, N·m, left down positive. */
  rollTaken: { front: number; rear: number }
  /** Sag at the wheel with steel alone, m, down positive. */
  sagNoAir: { front: number; rearLeft: number; rearRight: number }
  /** The same with the pressures set, and the body's lean, rad, left down positive. */
  sagWithAir: { front: number; rearLeft: number; rearRight: number; roll: number }
  /** Rear squat aimed for, m. */
  target: number
  left: SideResult
  right: SideResult
  /** Pressure by which left and right would differ on separate lines, Pa, left positive. */
  sideDifference: number
  /** Each rating that applies: the figure it limits, and what is left, kg. */
  ratings: { figure: string; value: number; limit: number; inHand: number }[]
  headlamp: { before: { rise: number; pitch: number }; after: { rise: number; pitch: number } }
}

export interface LoadResult {
  hauls: Record<string, HaulResult>
  uncertainties: Record<string, Uncertainty>
  spring: LevelSpring | null
  /** Pressure card of each haul, worked out when it is first asked for. */
  cards: Record<string, () => CardRow[]>
  /** The ten-minute check of each haul; null where it would gain little. */
  checks: Record<string, TenMinuteCheck | null>
  /** Every class tried on every haul, worked out when it is first asked for. */
  trials: () => SpringTrial[]
}

/**
 * What is still not quite known after a road trial, next to what the plan says: a factor, and the share it is
 * known within.
 */
export interface Corrected {
  factor: number
  tolerance: number
}

/** One lip of a road trial, m: as taped, and as the plan has it there before and after area and rate are corrected. */
export interface TrialLips {
  id: string
  side: 'left' | 'right'
  taped: number
  planned: number
  corrected: number
}

/** What a road trial says of the plan's spring and steel. */
export interface RoadTrial {
  area: Corrected
  rate: Corrected
  lips: TrialLips[]
  /** Root of the mean square of what no doubt of the plan explains of the tape, m, and what it should stay within. */
  leftOver: { value: number; limit: number }
  /**
   * What besides would have to be off furthest for the truck to stand so, in parts of its own ±; null where
   * nothing is.
   */
  besides: { label: string; share: number } | null
  /** Why nothing of it is taken over; null where area and rate are. */
  refused: 'bound' | 'unexplained' | 'unlikely' | null
  /** The odd reading: without it the others are explained. Null if there is none. */
  odd: string | null
  /** Of area and rate, what would have to be off by more than its own doubt. */
  atBound: ('area' | 'rate')[]
}

/** What a trailer puts where: on the coupling, on its own axle, and whole. kg. */
export interface TowedLoad {
  ball: number
  whole: number
}

export interface BarShift {
  /** N·m of both bars. */
  moment: number
  /** kg that come on (or go off) each axle. */
  front: number
  rear: number
  trailer: number
}

/** Least clearance of a class in this truck, to what, and whether that is less than wanted. */
export type LeastClearance = (spring: SpringClass) => { value: number; on: string; near: boolean } | null

/** How one class does on this truck with all its hauls. */
export interface SpringTrial {
  id: string
  label: string
  maxLoad: number
  /** The one figure that rules it out, or null when it does everything. */
  ruledOut: { why: string; value: number | null; limit: number | null; quantity: Quantity } | null
  /** Highest pressure any haul needs, Pa gauge, and what part of the maximum is left. */
  highest: number
  inHand: number
  /** Height unladen, and the range the class works in, m. */
  height: number
  range: { low: number; high: number }
  /** Least clearance over the whole travel, m, and to what; null where it was ruled out before. */
  clearance: ReturnType<LeastClearance>
  /** Each haul: pressures wanted, Pa gauge. */
  hauls: { label: string; left: number; right: number }[]
  /** At the heaviest haul: ride rate a side, N/m, frequency, Hz, and what part the steel still carries. */
  ride: { rate: number; frequency: number | null; steelShare: number } | null
  /** Wants a droop strap or a lift-off seat. */
  strap: boolean
  /** Does everything, but with less in hand than a gauge's own error. */
  littleInHand: boolean
  /**
   * The one to take: the smallest that does everything with a gauge's error in hand and room all round, or
   * the next best.
   */
  proposed: boolean
}

/** How the rear rides where it stands: rates a side, N/m, half the rear axle's mass, kg, and its frequency, Hz. */
export interface Ride {
  steel: number
  /** Air spring of each side with the air shut in. */
  left: number
  right: number
  /** Whole rate with the air shut in, and with the pressure held from outside as on teed lines in roll. */
  shut: number
  held: number
  mass: number
  frequency: number | null
}
