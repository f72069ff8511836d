import { springVolume } from '../catalog/springVolume'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { AREA_NUDGE } from './settings'

/**
 * What the rate of an air spring depends on: effective area over height, and the air volume at one height. SI.
 */
export interface RateSpring {
  areaByHeight: readonly (readonly [number, number])[]
  volumeAt: { height: number; volume: number }
}

export interface AirRate {
  /** N/m with the air shut in. */
  shut: number
  /** N/m with the pressure held from outside, as in roll with two teed springs: only the area changes. */
  held: number
  /** m³ at this height. */
  volume: number
}

/** Polytropic exponent of fast movement, in which the air exchanges no heat with the wall. */
export const FAST_EXPONENT = 1.4

/**
 * Rate of an air spring at a height and gauge pressure: k = p_gauge·dA/dh (compressing) + n·p_abs·A²/V. Source:
 * textbook air spring.
 */
export function airRate(
  spring: RateSpring,
  height: number,
  pressure: number,
  exponent: number,
  atmosphere = STANDARD_ATMOSPHERE,
): AirRate {
  const area = interpolate(spring.areaByHeight, height)
  const step = AREA_NUDGE
  const growth =
    (interpolate(spring.areaByHeight, height - step) - interpolate(spring.areaByHeight, height + step)) /
    (2 * step)
  const volume = springVolume(spring.areaByHeight, spring.volumeAt, height)
  const held = pressure * growth
  return { held, shut: held + (exponent * (pressure + atmosphere) * area ** 2) / volume, volume }
}

/** Roll stiffness in N·m/rad of two springs of rate k, each at half the base from the middle: k·b²/2. */
export function rollStiffness(rate: number, base: number): number {
  return (rate * base ** 2) / 2
}

/** Natural frequency in Hz of a mass on a rate: √(k/m)/2π. */
export function rideFrequency(rate: number, mass: number): number {
  return Math.sqrt(rate / mass) / (2 * Math.PI)
}
