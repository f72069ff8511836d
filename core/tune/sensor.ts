import { leverAngle } from './lever'
import { TUNE_SOLVER } from './settings'

/**
 * A height sensor on its arm and rod: what it says over the axle's travel. SI; travel of the body over the
 * axle, up positive.
 */

/** Arms of sensors as they are sold, m (from memory). */
export const SENSOR_ARMS: readonly number[] = [0.05, 0.075, 0.1, 0.15, 0.2]

export interface SensorGeometry {
  arm: number
  rod: number
}

/** Angle of its arm at a travel, rad: level arm and upright rod at ride height; null where they do not reach. */
export const sensorAngle = ({ arm, rod }: SensorGeometry, travel: number): number | null =>
  leverAngle({ arm, link: rod, ahead: arm, below: rod }, -travel)

/** A sensor over the whole travel: its angles at the ends, and how far what it says is from what is. */
export interface SensorTravel {
  droop: number | null
  bump: number | null
  /** Most it is off by between the places it was taught at, m; null where it does not reach. */
  error: number | null
  /** What it says of a travel; past its reach null. */
  reads: (travel: number) => number | null
}

const STEPS = TUNE_SOLVER.armSteps

/**
 * A sensor taught low at full bump, high at full droop and zero at ride height, in between taken as straight:
 * the arc of its arm is not.
 * @param droop how far the axle falls below ride height, `bump` how far it comes up, m, both positive
 * @source two circles, as of a height valve's lever
 */
export function sensorTravel(of: SensorGeometry, droop: number, bump: number): SensorTravel {
  const low = sensorAngle(of, -bump)
  const high = sensorAngle(of, droop)
  const ride = sensorAngle(of, 0)
  if (low === null || high === null || ride === null || low === high)
    return { droop: high, bump: low, error: null, reads: () => null }
  const slope = (droop + bump) / (high - low)
  const reads = (travel: number) => {
    const angle = sensorAngle(of, travel)
    return angle === null ? null : (angle - ride) * slope
  }
  const travels = Array.from({ length: STEPS + 1 }, (_, i) => -bump + ((droop + bump) * i) / STEPS)
  const error = Math.max(...travels.map((travel) => Math.abs((reads(travel) ?? travel) - travel)))
  return { droop: high, bump: low, error, reads }
}
