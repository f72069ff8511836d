import type { Corners, Known, Point } from './common'

/** The truck as measured. */

export const EXISTING_KINDS = ['air', 'switch', 'other'] as const
export const BED_MATERIALS = ['steel', 'aluminium', 'wood'] as const
export const COIL_HOLES = ['upper', 'lower', 'none'] as const
export const SUSPENSIONS = ['leaf', 'coil'] as const
/**
 * Where the helper springs of a coil-sprung rear go: inside the coils, or as bellows beside them at the bump
 * stops.
 */
export const HELPER_PLACES = ['inside', 'beside'] as const
export type HelperPlace = (typeof HELPER_PLACES)[number]
/** What a thing beside the springs moves with. */
export const OBSTACLE_RIDES = ['body', 'axle'] as const

/**
 * What the rear is raised by during the work: its frame, its axle, a hoist under the frame, nothing, or the body
 * lifted an inch or two at the hitch with the wheels on the ground.
 */
export const RAISED_BY = ['frame', 'axle', 'hoist', 'not', 'body'] as const
export type RaisedBy = (typeof RAISED_BY)[number]
/** A frame rail that is open on its inner side, or a closed box. */
export const RAIL_SECTIONS = ['open', 'boxed'] as const

/** What is where the upper bracket of a helper spring should go on its rail. */
export const IN_THE_WAY = ['nothing', 'bed-hitch', 'rail-shape'] as const

/**
 * How the upper bracket is held: clamped by the kit, by the bump stop's own bolts, by bolts round the rail,
 * through its side, by nuts clipped into its own holes, or through its bottom flange, as beside a bed hitch.
 */
export const BRACKET_HOLDS = ['clamp', 'stop-bolts', 'u-bolts', 'drilled', 'speed-nuts', 'flange'] as const
export type BracketHold = (typeof BRACKET_HOLDS)[number]
/** How the lower bracket is held: a strap round the axle with U-bolts, U-bolts alone, or clamps front and rear. */
export const LOWER_HOLDS = ['strap', 'u-bolts', 'clamps'] as const
export type LowerHold = (typeof LOWER_HOLDS)[number]
export const TRUCK_KIND_IDS = [
  'light-leaf-pickup',
  'heavy-leaf-long-bed',
  'dual-rear-wheels',
  'leaf-flatbed',
  'coil-wagon',
  'coil-van',
  'coil-pickup',
] as const
export type TruckKind = (typeof TRUCK_KIND_IDS)[number]
/**
 * How a figure of the survey is known; each has a usual tolerance (core/truck/survey.ts). A guess is an unknown
 * that somebody took over on purpose.
 */
export const WEIGHT_HOWS = ['scale', 'wheel-scales', 'guess', 'unknown'] as const
export type WeightHow = (typeof WEIGHT_HOWS)[number]
export const GAP_HOWS = ['tape', 'guess', 'unknown'] as const
export type GapHow = (typeof GAP_HOWS)[number]
export const RATE_HOWS = ['two-heights', 'sheet', 'guess', 'unknown'] as const
export type RateHow = (typeof RATE_HOWS)[number]
/** How the motion ratio is known: both travels taped, or the kind's example. */
export const MOTION_HOWS = ['tape', 'guess', 'unknown'] as const
export type MotionHow = (typeof MOTION_HOWS)[number]
export const RATING_HOWS = ['plate', 'guess', 'unknown'] as const
export type RatingHow = (typeof RATING_HOWS)[number]
/**
 * ± of the survey's figures. Axles in kg, the gap in m, the others as a share of the figure. `seat` is a second
 * share of the motion ratio, which changes with the place of the spring's seat.
 */
export type SurveyTolerances = Record<
  'frontAxle' | 'rearAxle' | 'gap' | 'rearRate' | 'area' | 'motion' | 'seat',
  number
>

/**
 * A scale ticket: axles, or wheels if the scale gives them. kg. `haul` is what was aboard, null for nothing.
 */
export interface Ticket {
  label: string
  order: number
  at: string
  haul: string | null
  front: number
  rear: number
  corners: Corners | null
  step: number
  simulated: boolean
}

/** Air parts, switches and other things found under the truck. */
export interface ExistingPart {
  label: string
  kind: (typeof EXISTING_KINDS)[number]
  at: Point
  order: number
}

/**
 * Offset of a spring's end from the middle of its seat, m: ahead, and outwards from the centre line; the same
 * on both sides.
 */
export interface SeatShift {
  x: number
  y: number
}

/**
 * A bracket, bolt head or clip beside the springs: a ball of this radius around its place at unladen height, m.
 */
export interface BesideSpring {
  label: string
  order: number
  at: Point
  radius: number
  rides: (typeof OBSTACLE_RIDES)[number]
  /** It has nothing that cuts: a round head toward the bag, or a folded edge. */
  smooth: boolean
}

/** Ratings raised by a certified upgrade, kg, and its paper. Without the paper it counts for nothing. */
export interface CertifiedRatings {
  frontAxle: number
  rearAxle: number
  gross: number
  paper: string
}

export interface Truck {
  kind: TruckKind
  raisedBy: RaisedBy
  wheelbase: number
  frontTrack: number
  rearTrack: number
  /** Front bumper ahead of the front axle. */
  frontOverhang: number
  /** Hitch ball behind the rear axle, and its height above the ground. */
  axleToBall: number
  ballHeight: number
  /** Gooseneck ball or fifth wheel in the bed, ahead of the rear axle; null if there is none. */
  bedHitch: number | null
  /** Back of the cab, ahead of the rear axle. */
  cabRear: number
  bed: {
    front: number
    rear: number
    floor: number
    sides: number
    width: number
    material: (typeof BED_MATERIALS)[number]
  }
  /**
   * `kickUp` is how far the rails rise over the rear axle. `notch` is cut out of their lower edge there,
   * centred over the axle; gaps are measured to its upper edge.
   */
  frame: {
    section: (typeof RAIL_SECTIONS)[number]
    notch: { length: number; depth: number } | null
    spacing: number
    railWidth: number
    depth: number
    top: number
    front: number
    rear: number
    crossMembers: number[]
    kickUp: number
  }
  tyre: { radius: number; width: number; dual: boolean }
  /** Axle tube and differential, radii; the differential's middle left of centre. */
  axle: { tube: number; differential: number; offset: number }
  /** Radius of the drive shaft; 0 if there is none. */
  driveShaft: number
  spare: { centre: Point; radius: number; width: number } | null
  /** Distance of the helper spring's middle from the centre line. */
  seat: number
  /** Where its upper and lower end really are: wedges and brackets move them, and the bag leans between. */
  seats: { upper: SeatShift; lower: SeatShift }
  /** The upper bracket on its rail, a brace from it to the rail, and how the lower bracket is held. */
  bracket: { inWay: (typeof IN_THE_WAY)[number]; hold: BracketHold; brace: boolean; lower: LowerHold }
  /** Brackets and bolt heads the bag could meet. */
  beside: Record<string, BesideSpring>
  /** Wheel-house wall beside the spring: distance from the centre line, and its lower edge above the ground. */
  innerFender: { y: number; bottom: number } | null
  /**
   * Where the brake or sensor line is nearest to the left spring; it moves with the axle. The right mirrors it.
   */
  brakeLine: Point | null
  /**
   * Steel coil: inner diameter, free height between its seats, and the end whose seat has a hole for the stem.
   */
  coil: { inner: number; gap: number; hole: (typeof COIL_HOLES)[number] }
  existing: Record<string, ExistingPart>
  /** Fender lip above ground at each corner, unladen. */
  heights: Corners
  /** Axle-to-frame gap at the spring seat. */
  seatGap: { unladen: number; droop: number; bump: number }
  /** Weight on each wheel (pair), unladen, kg. */
  unladen: Corners
  /** From the plate, kg; `tyre` is what one tyre may carry. Null if it is not known. */
  ratings: {
    frontAxle: number
    rearAxle: number
    gross: number
    combination: number | null
    ball: number
    bedHitch: number | null
    tyre: number | null
    certified: CertifiedRatings | null
  }
  suspension: {
    kind: (typeof SUSPENSIONS)[number]
    /** For a coil-sprung rear. */
    helper: HelperPlace
    /** What is cut off the rear bump stops, m: the axle rises that much further. */
    stopCut: number
    /** Rate at the wheel, one side, N/m. */
    frontRate: number
    rearRate: number
    /**
     * Second stage of the leaf pack: wheel travel from unladen to its contact, and its added rate, N/m; null
     * for a single-rate pack.
     */
    overload: { contact: number; rate: number } | null
    /**
     * Rate of a bump stop once touched, N/m, and the front's gap at the wheel. The rear's gap is in `seatGap`.
     */
    stopRate: number
    frontStopGap: number
    /** Lateral distance between left and right springs. */
    frontSpringBase: number
    rearSpringBase: number
    /** Anti-roll bars, N·m/rad. */
    frontAntiRoll: number
    rearAntiRoll: number
    /** Helper-spring travel per wheel travel. */
    motionRatio: number
    /**
     * Lift (drop negative) at the rear and at the front; `liftMeasured` says whether the heights and gaps were
     * measured with it fitted.
     */
    lift: number
    frontLift: number
    liftMeasured: boolean
    /** Hydraulic anti-roll interlinking: its shutter valves are opened before the axle drops. */
    interlinked: boolean
    /** Axle wedge, rad: tilts the lower seat. */
    wedge: number
  }
  /**
   * How the figures were obtained. `squat` is the two-heights test: a known load on the rear axle, lips before
   * and after.
   */
  survey: {
    frontAxle: Known<WeightHow>
    rearAxle: Known<WeightHow>
    gap: Known<GapHow>
    rearRate: Known<RateHow>
    motion: Known<MotionHow>
    ratings: Known<RatingHow>
    squat: { load: number; beforeLeft: number; beforeRight: number; afterLeft: number; afterRight: number }
  }
  tickets: Record<string, Ticket>
  exhaust: { radius: number; points: Point[] }
  battery: Point
  secondBattery: Point | null
  fuelTank: { centre: Point; length: number; width: number; height: number }
}

/**
 * What loads, levelling and the road trial read of a truck. They get nothing else of it, and stay while it
 * stays.
 */
export const LOADED_PARTS = [
  'wheelbase',
  'frontTrack',
  'rearTrack',
  'axleToBall',
  'bedHitch',
  'bed',
  'tyre',
  'unladen',
  'ratings',
  'suspension',
  'seatGap',
  'heights',
] as const satisfies readonly (keyof Truck)[]
export type LoadedTruck = Pick<Truck, (typeof LOADED_PARTS)[number]>
/** What later stages need of the survey; the same object while nothing they use has changed. */
export interface SurveyFacts {
  /** The truck with its kit and its two-heights rate included. */
  truck: LoadedTruck
  tolerances: SurveyTolerances
  /** Height of the helper spring as installed, unladen, m. */
  springHeight: number
  spacer: number
}
