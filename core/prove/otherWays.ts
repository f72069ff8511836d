import { REFERENCE_TEMPERATURE } from '../quantity/constants'

/**
 * Leaks measured by other means than a falling pressure at constant height. SI, leaks in Pa·m³/s at 20 °C, loss
 * positive.
 */

/**
 * A spring that carries the truck and sinks: its pressure stays and its volume shrinks. q =
 * p_abs·A·Δh/t·(293.15 K/T).
 * @param pressure absolute, Pa; `area` m²; `sink` m over `seconds`; `temperature` K, the same at both ends
 * @source ideal gas at constant pressure
 * @example sinkLeak(501_325, 0.016, 0.004, 43_200, 293.15) // 7.4e-4
 */
export const sinkLeak = (
  pressure: number,
  area: number,
  sink: number,
  seconds: number,
  temperature: number,
): number => (pressure * area * sink * REFERENCE_TEMPERATURE) / (seconds * temperature)

/**
 * A tank whose switch cuts in again and again with nothing in use: q = V·(cut-out − cut-in)/interval·(293.15
 * K/T).
 * @param volume m³; `cutIn`, `cutOut` Pa; `interval` s from the compressor's stop to its next start;
 * `temperature` K
 * @source ideal gas in a rigid volume
 * @example cutInLeak(0.019, 758_000, 1_034_000, 7200, 293.15).leak // 0.728
 */
export function cutInLeak(
  volume: number,
  cutIn: number,
  cutOut: number,
  interval: number,
  temperature: number,
): { leak: number; lossRate: number } {
  const lossRate = ((cutOut - cutIn) * REFERENCE_TEMPERATURE) / (interval * temperature)
  return { leak: volume * lossRate, lossRate }
}
