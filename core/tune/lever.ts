import { TUNE_SOLVER } from './settings'

/**
 * The lever of a height valve: an arm on the valve, and a link from its end to the axle. In the plane of the
 * arm; x away from the valve, z up, m; angles in rad, up positive.
 */
export interface LeverGeometry {
  /** From the valve's shaft to the hole that the link hangs in. */
  arm: number
  /** Length of the link between its ends. */
  link: number
  /**
   * Position of the link's lower end on the axle at ride height, relative to the valve's shaft: ahead and
   * below.
   */
  ahead: number
  below: number
}

/** Angle of an arm whose end is `deflection` above its shaft. @throws if the arm is shorter */
export function armAngle(arm: number, deflection: number): number {
  if (Math.abs(deflection) > arm) throw new RangeError('The deflection is longer than the arm.')
  return Math.asin(deflection / arm)
}

/**
 * Angle of the arm with the axle this far above ride height, m. The circle of the arm about the shaft and that
 * of the link about the axle's bracket meet twice; the lever is at the meeting above the bracket.
 * @returns null if arm and link do not reach: the lever is over centre, or torn off
 */
export function leverAngle({ arm, link, ahead, below }: LeverGeometry, rise: number): number | null {
  const [x, z] = [ahead, rise - below]
  const far = Math.hypot(x, z)
  if (far > arm + link || far < Math.abs(arm - link) || far === 0) return null
  const along = (arm ** 2 - link ** 2 + far ** 2) / (2 * far)
  const off = Math.sqrt(Math.max(arm ** 2 - along ** 2, 0))
  const ends = [1, -1].map((side) => ({
    x: (along * x - side * off * z) / far,
    z: (along * z + side * off * x) / far,
  }))
  // The arm points ahead. The link hangs from the end above the bracket.
  const end = ends.reduce((a, b) => (b.z > a.z ? b : a))
  return Math.atan2(end.z, end.x)
}

/**
 * How far the axle may move before arm and link are in one line, m, and before the valve reaches its own stops.
 */
export interface LeverTravel {
  /** Angle at droop and at bump; null if the lever does not reach that far. */
  droop: number | null
  bump: number | null
  /** True if arm and link never come within `STRAIGHT` of one line. */
  overCentre: boolean
  /** True if the valve's own stops are reached. */
  atStops: boolean
  /** Movement at the wheel per radian of the arm, at ride height, m/rad. */
  perRadian: number
}

/** Closer to one line than this, a lever may go over centre, rad (from memory). */
const STRAIGHT = (10 * Math.PI) / 180
const STEPS = TUNE_SOLVER.armSteps

/**
 * A lever over its whole travel.
 * @param droop how far the axle falls below ride height, `bump` how far it rises, m, both positive
 * @param stops angle either way at which the valve's own stops are reached, rad
 */
export function leverTravel(of: LeverGeometry, droop: number, bump: number, stops: number): LeverTravel {
  const rises = Array.from({ length: STEPS + 1 }, (_, i) => -droop + ((droop + bump) * i) / STEPS)
  const angles = rises.map((rise) => leverAngle(of, rise))
  const near = rises.some((rise) => {
    const far = Math.hypot(of.ahead, rise - of.below)
    // Angle between arm and link, by the law of cosines: straight at 0 or 180°.
    const cosine = (of.arm ** 2 + of.link ** 2 - far ** 2) / (2 * of.arm * of.link)
    return Math.abs(cosine) > Math.cos(STRAIGHT)
  })
  const { leverStep } = TUNE_SOLVER
  const [before, after] = [leverAngle(of, -leverStep), leverAngle(of, leverStep)]
  return {
    droop: angles[0] ?? null,
    bump: angles.at(-1) ?? null,
    overCentre: near || angles.includes(null),
    atStops: angles.some((angle) => angle !== null && Math.abs(angle) > stops),
    perRadian: before === null || after === null ? 0 : (2 * leverStep) / (after - before),
  }
}

/** Holes of a lever's arm as they are sold, m (from memory). */
export const ARM_HOLES: readonly number[] = [0.08, 0.1, 0.125, 0.15, 0.18, 0.22]
