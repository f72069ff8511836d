import type { Corners } from '../document/types'
import type { SpringClass } from '../catalog/springs'
import type { Quantity } from '../quantity/units'

/** What a haul puts on the axles, kg, whatever the pressure; `body` is the load this adds on the suspension. */
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

/** The target squat, and the pressure each side needs for it. */
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

/**
 * Squats at the wheel, m, down positive; `roll` rad, left down positive; the roll moment each axle takes, N·m.
 */
export interface Attitude {
  frontSquat: number
  rearLeft: number
  rearRight: number
  roll: number
  frontMoment: number
  rearMoment: number
}

/**
 * Steel of one corner: the pack's rate, its second stage, the bump stop and the damper's end; wheel travel from
 * unladen, m.
 */
export interface Steel {
  rate: number
  overload: { contact: number; rate: number } | null
  stop: { gap: number; rate: number }
  droop: number
}

/** One row of a pressure card: how much of the haul is aboard, and the pressures it needs. kg, Pa gauge. */
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

/** One fill, one known load, one tape: what to set, what to load, and how much doubt remains. */
export interface TenMinuteCheck {
  /** Over the rear axle, kg. */
  known: number
  /** In both springs with the known load aboard: first the minimum, then the higher pressure, Pa gauge. */
  pressure: { least: number; filled: number }
  /** Both rear lips at either pressure, as the plan has them, m. */
  lips: { least: number; filled: number }
  /** ± of the pressure of the less certain side, 19 times in 20, Pa: now, and after the check. */
  doubt: { now: number; then: number }
}

export interface Uncertainty {
  /** Pressure to set, Pa gauge; rear axle, kg. */
  left: Band
  right: Band
  /** Standard deviation of what each side needs, ignoring limits, Pa. */
  deviation: { left: number; right: number }
  rearAxle: Band
  frontAxle: Band
  /** Share of the variance of the less certain side, by cause, largest first. */
  shares: { id: UncertaintyId; label: string; share: number }[]
  /** True if straight lines describe it; otherwise it is sampled. */
  linear: boolean
}

/**
 * What levelling needs to know of a spring: effective area over height, and its limits. SI, gauge pressures.
 */
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
  /** What the target would need without limits, Pa gauge. */
  wanted: number
  /** Most pressure this spring may have there, by its pressure limit or its load limit, Pa gauge. */
  most: number
  within: boolean
  limitedBy: LimitedBy
}

/**
 * One side. `steelShare` is the share of the corner that the steel spring carries, including unsprung weight.
 */
export interface SideResult extends LevelResult {
  steelShare: number
}

export interface HaulResult extends HaulLoads {
  id: string
  label: string
  /** On each wheel (pair) with the truck as it then stands, kg. */
  laden: Corners
  /** Roll moment each axle takes of it, N·m, left down positive. */
  rollTaken: { front: number; rear: number }
  /** Sag at the wheel with steel alone, m, down positive. */
  sagNoAir: { front: number; rearLeft: number; rearRight: number }
  /** The same with the pressures set, and the lean of the body, rad, left down positive. */
  sagWithAir: { front: number; rearLeft: number; rearRight: number; roll: number }
  /** Target squat at the rear, m. */
  target: number
  left: SideResult
  right: SideResult
  /** Difference between left and right on separate lines, left minus right, Pa. */
  sideDifference: number
  /** Each rating that applies: the figure it limits, and what is left, kg. */
  ratings: { figure: string; value: number; limit: number; inHand: number }[]
  headlamp: { before: { rise: number; pitch: number }; after: { rise: number; pitch: number } }
}

export interface LoadResult {
  hauls: Record<string, HaulResult>
  uncertainties: Record<string, Uncertainty>
  spring: LevelSpring | null
  /** Pressure card of each haul, computed on first use. */
  cards: Record<string, () => CardRow[]>
  /** The ten-minute check of each haul; null if it would gain little. */
  checks: Record<string, TenMinuteCheck | null>
  /** Every class tried on every haul, computed on first use. */
  trials: () => SpringTrial[]
}

/**
 * A figure that a road trial corrected: a factor of the planned value, and the share it is still known within.
 */
export interface Corrected {
  factor: number
  tolerance: number
}

/** One lip of a road trial, m: as taped, and where the plan has it before and after the correction. */
export interface TrialLips {
  id: string
  side: 'left' | 'right'
  taped: number
  planned: number
  corrected: number
}

/** What a road trial tells about the plan's spring and steel. */
export interface RoadTrial {
  area: Corrected
  rate: Corrected
  lips: TrialLips[]
  /** Root mean square of the tape that no doubt explains, m, and what it should stay within. */
  leftOver: { value: number; limit: number }
  /**
   * The other figure that would have to be off furthest for the truck to stand like this, as a share of its ±;
   * null if there is none.
   */
  besides: { label: string; share: number } | null
  /** Why nothing is adopted; null if area and rate are. */
  refused: 'bound' | 'unexplained' | 'unlikely' | null
  /** The odd reading: without it the others are explained. Null if there is none. */
  odd: string | null
  /** Whichever of area and rate would have to be off by more than its own doubt. */
  atBound: ('area' | 'rate')[]
}

/** What a trailer puts on the coupling and on its own axle, and its whole weight. kg. */
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

/** How one class does on this truck with all hauls. */
export interface SpringTrial {
  id: string
  label: string
  maxLoad: number
  /** The figure that rules it out; null if it does everything. */
  ruledOut: { why: string; value: number | null; limit: number | null; quantity: Quantity } | null
  /** Highest pressure any haul needs, Pa gauge, and the share of the maximum that is left. */
  highest: number
  inHand: number
  /** Unladen height, and the range the class works in, m. */
  height: number
  range: { low: number; high: number }
  /** Least clearance over the whole travel, m, and to what; null if it was ruled out before. */
  clearance: ReturnType<LeastClearance>
  /** Pressures each haul needs, Pa gauge. */
  hauls: { label: string; left: number; right: number }[]
  /**
   * At the heaviest haul: ride rate per side, N/m, frequency, Hz, and the share that the steel still carries.
   */
  ride: { rate: number; frequency: number | null; steelShare: number } | null
  /** Needs a droop strap or a lift-off seat. */
  strap: boolean
  /** Does everything, but with less reserve than a gauge's own error. */
  littleInHand: boolean
  /**
   * The recommended one: the smallest that does everything with a gauge's error in reserve and room all round,
   * or the next best.
   */
  proposed: boolean
}

/**
 * Ride of the rear at its present height: rates per side, N/m, half of the rear axle's mass, kg, and its
 * frequency, Hz.
 */
export interface Ride {
  steel: number
  /** Air spring of each side with the air shut in. */
  left: number
  right: number
  /** Total rate with the air shut in, and with the pressure held from outside, as on teed lines in roll. */
  shut: number
  held: number
  mass: number
  frequency: number | null
}
