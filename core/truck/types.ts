import type { AirPlan, Point, Side, SurveyFacts, SurveyTolerances, Truck } from '../document/types'
import type { SpringClass } from '../catalog/springs'
import type { BracketBolts } from './bracket'

/** What the spring's sweep depends on: its room, what is near it, and how the axle moves. */
export const FITTED_PARTS = [
  'frame',
  'tyre',
  'rearTrack',
  'seat',
  'seats',
  'beside',
  'innerFender',
  'brakeLine',
  'coil',
  'exhaust',
  'seatGap',
  'suspension',
] as const satisfies readonly (keyof Truck)[]
export type FittedTruck = Pick<Truck, (typeof FITTED_PARTS)[number]>

export type Obstacle =
  'frame' | 'inner fender' | 'tyre' | 'brake line' | 'exhaust' | 'coil' | 'steel coil' | `beside:${string}`
export interface Bag {
  /** Middle of the lower end and of the upper end. */
  lower: Point
  upper: Point
  height: number
  diameter: number
}
export interface Pose {
  /** Wheel travel from unladen, m, up positive. */
  left: number
  right: number
  /** Axle middle's rise from unladen, m, and its roll against the body, rad, left up positive. */
  rise: number
  roll: number
  bags: { left: Bag; right: Bag }
  /** Obstacle nearest to either bag at this pose. */
  nearest: { on: Obstacle; side: 'left' | 'right'; value: number } | null
}
export interface Clearance {
  on: Obstacle
  value: number
  side: 'left' | 'right'
  left: number
  right: number
}
export interface Fit {
  together: Pose[]
  crossed: Pose[]
  clearances: Clearance[]
  worst: Clearance | null
  fullDiameter: number
}

/**
 * Rate of one side, from a known load on the rear axle and the lips before and after; null if the rear did not
 * squat.
 */
export interface TwoHeights {
  /** N/m */
  rate: number
  /** ± as a share of the rate. */
  tolerance: number
  /** m */
  squat: number
}

/** The parts of a truck that a kit or a two-heights test changes, with the ± of its figures. */
export type SurveyedPart = Pick<Truck, 'suspension' | 'survey' | 'seatGap' | 'heights' | 'unladen'>
export type RateFrom = 'two-heights' | 'sheet' | 'kind' | 'trial'
export interface SurveyChanges {
  changes: Pick<Truck, 'suspension' | 'seatGap' | 'heights'> | null
  tolerances: Omit<SurveyTolerances, 'area'>
  rateFrom: RateFrom
}

/** Room beside a spring that is measured at the test fit. */
export interface MeasuredRoom {
  on: Obstacle
  label: string
  /** Least room over the travel as the truck is planned, m. */
  room: number
  side: Side | null
  /** True if it is outside of the spring, towards the wheel. */
  isOutside: boolean
  /** What a reading corrects: fields of the plan that change by `by` m for each metre of more room. */
  moves: readonly { path: readonly (string | number)[]; value: number; by: number }[]
}

/** A spacer, and which end of the spring it stands at. */
export type Spaced = Pick<AirPlan, 'spacer' | 'spacerAt'>
/** What Air says about how the spring is fitted. */
export type SpringMounting = Spaced & Pick<AirPlan, 'droop' | 'closing' | 'kit'>

/** What a road trial found of suspension rate and spring area: a factor, and the share it is known within. */
export interface TriedSteel {
  area: { tolerance: number }
  rate: { factor: number; tolerance: number }
}

export interface TruckResult {
  kindLabel: string
  facts: SurveyFacts
  /** The truck as drawn: complete, with the kit included. */
  truck: Truck
  frontAxle: number
  rearAxle: number
  gross: number
  springHeight: number
  /** Height of the spring at full droop if nothing else stops the axle, and on the bump stop, m. */
  droopHeight: number
  bumpHeight: number
  /**
   * Spacer that would bring the spring to its design height unladen, m; negative if there is too little room.
   */
  spacerWanted: number
  /**
   * The smallest standard spacer that keeps the spring in its range, m; null if none does or there is no
   * spring.
   */
  standardSpacer: number | null
  /**
   * Load on the rear axle that brings the spring, at design height, to its seat, kg; 0 if it reaches it by
   * itself.
   */
  closingLoad: number
  /** What holds the upper bracket; null if the kit clamps it. */
  bolts: BracketBolts | null
  fit: Fit | null
  /** What the test fit measures the room to, nearest first. */
  rooms: readonly MeasuredRoom[]
  leastClearance: LeastClearance
}

/**
 * Least clearance of a spring class in this truck at a quick look, m, to which obstacle, and whether it is less
 * than wanted; null if the class does not suit the suspension.
 */
export type LeastClearance = (spring: SpringClass) => { value: number; on: string; near: boolean } | null
