import { STANDARD_ATMOSPHERE } from '../../quantity/constants'

/** Gauge pressure at which a flow curve first reaches zero, Pa; Infinity if its last value is above zero. */
export function stallPressure(curve: readonly (readonly [number, number])[]): number {
  for (let i = 0; i < curve.length; i++) {
    const [p1, q1] = curve[i]!
    if (q1 <= 0) {
      if (i === 0) return -Infinity
      return p1
    }
  }
  return Infinity
}

/** Isothermal two-vessel balance, Pa absolute: (p1·V1 + p2·V2)/(V1 + V2). */
export function twoVessels(p1Abs: number, v1: number, p2Abs: number, v2: number): number {
  return (p1Abs * v1 + p2Abs * v2) / (v1 + v2)
}

/** Gauge pressure after a temperature change at constant volume, Pa. Absolute pressure ∝ absolute temperature. */
export function pressureAtTemperature(
  gauge: number,
  from: number,
  to: number,
  atmosphere = STANDARD_ATMOSPHERE,
): number {
  return ((gauge + atmosphere) * to) / from - atmosphere
}
