import { leverAngle } from './lever'
import { TUNE_SOLVER } from './settings'

/**
 * A height sensor on its arm and rod: what it reads over the axle's travel. SI; travel of the body over the
 * axle, up positive.
 */

/** Arms of sensors as they are sold, m (from memory). */
export const SENSOR_ARMS: readonly number[] = [0.05, 0.075, 0.1, 0.15, 0.2]

export interface SensorGeometry {
  arm: number
  rod: number
}

/**
 * Angle of its arm at a travel, rad, with level arm and upright rod at ride height; null if they do not reach.
 */
export const sensorAngle = ({ arm, rod }: SensorGeometry, travel: number): number | null =>
  leverAngle({ arm, link: rod, ahead: arm, below: rod }, -travel)

/** A sensor over the whole travel: its angles at the ends, and how far its reading is from the truth. */
export interface SensorTravel {
  droop: number | null
  bump: number | null
  /** Largest error between the heights it was taught at, m; null if it does not reach. */
  error: number | null
  /** Its reading at a travel; null beyond its reach. */
  reads: (travel: number) => number | null
}

const STEPS = TUNE_SOLVER.armSteps

/**
 * A sensor taught low at full bump, high at full droop and zero at ride height. In between it assumes a
 * straight line, but its arm moves in an arc.
 * @param droop how far the axle falls below ride height, `bump` how far it rises, m, both positive
 * @source two circles, as for a height valve's lever
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
