import { REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../quantity/constants'
import { findRoot } from '../quantity/root'
import { WAIT_MORE } from './settings'
import { NORMAL_95, studentT95 } from './studentT'
import type { HoldReading, Verdict, LeakResult } from './types'

/**
 * How finely a test is read: the gauge's step, Pa, the thermometer's tolerance, K, and further doubt of each
 * reading, Pa.
 */
export interface ReadingDoubt {
  resolution: number
  thermometer: number
  more?: readonly number[]
}

/** A leak, Pa·m³/s at 20 °C, in standard cm³ per minute at 0 °C and 101 325 Pa. */
export const sccmOf = (leak: number): number =>
  ((leak * (273.15 / REFERENCE_TEMPERATURE)) / STANDARD_ATMOSPHERE) * 1e6 * 60

/** Absolute pressure of a reading, Pa. */
export const absolute = (r: HoldReading) => r.pressure + (r.barometer ?? STANDARD_ATMOSPHERE)

/**
 * Least standard deviation of a reading, Pa: √(resolution²/12 + (p_abs·thermometer/T)² + more²), over all
 * readings.
 */
export function leastDoubt(
  readings: readonly HoldReading[],
  { resolution, thermometer, more }: ReadingDoubt,
): number {
  const squares = readings.map(
    (r, i) =>
      resolution ** 2 / 12 + ((absolute(r) * thermometer) / r.temperature) ** 2 + (more?.[i] ?? 0) ** 2,
  )
  return Math.sqrt(squares.reduce((sum, s) => sum + s, 0) / readings.length)
}

/**
 * Leak from pressure decay, corrected for temperature: q = −V·d(p_abs·T_ref/T)/dt by least squares over the
 * readings. The interval is Student's, from the residuals; a reading is never better than {@link leastDoubt}.
 * Source: pressure-change method, EN 1779 and EN 13184 (memory). Only at constant height.
 * @param volume m³; `allowed` loss that still counts as tight, Pa/s
 * @throws with fewer than two readings, or readings all at one time
 */
export function leakRate(
  volume: number,
  readings: readonly HoldReading[],
  doubt: ReadingDoubt,
  allowed: number,
): LeakResult {
  const n = readings.length
  if (n < 2) throw new Error('A hold test needs at least two readings.')
  const corrected = readings.map((r) => (absolute(r) * REFERENCE_TEMPERATURE) / r.temperature)
  const meanT = readings.reduce((s, r) => s + r.t, 0) / n
  const meanP = corrected.reduce((s, p) => s + p, 0) / n
  let stt = 0
  let stp = 0
  readings.forEach((r, i) => {
    stt += (r.t - meanT) ** 2
    stp += (r.t - meanT) * (corrected[i]! - meanP)
  })
  if (!(stt > 0)) throw new Error('All readings carry the same time: type when each was taken.')
  const slope = stp / stt
  const residual = readings.reduce((s, r, i) => s + (corrected[i]! - meanP - slope * (r.t - meanT)) ** 2, 0)
  const floor = leastDoubt(readings, doubt)
  // Two readings leave no residual. Then the reading's own step is all that is known of its scatter.
  const degrees = n - 2
  const sigma = Math.max(degrees > 0 ? Math.sqrt(residual / degrees) : 0, floor)
  const factor = degrees > 0 ? studentT95(degrees) : NORMAL_95
  const half = (factor * sigma) / Math.sqrt(stt)
  const leak = -slope * volume
  const halfLeak = half * volume
  const low = leak - halfLeak
  const high = leak + halfLeak
  const limit = allowed * volume
  const verdict = verdictOf(low, high, limit)
  return {
    leak,
    sccm: sccmOf(leak),
    lossRate: -slope,
    low,
    high,
    verdict,
    waitMore: verdict === 'cannot tell' ? waitMore(readings, sigma, allowed) : 0,
    corrected,
  }
}

/**
 * Verdict of an interval: tight if its upper end is within the allowed loss, leaking if its lower end is above
 * it.
 * @param allowed in the unit of both ends
 */
export function verdictOf(low: number, high: number, allowed: number): Verdict {
  if (low > allowed) return 'leaking'
  return high <= allowed ? 'tight' : 'cannot tell'
}

/**
 * Further time until the half-width of the slope equals `allowed`, at the same scatter and pace. n readings
 * evenly over a span D give Σ(t − t̄)² = D²·n(n + 1)/(12(n − 1)); D grows with n at a fixed interval.
 */
function waitMore(readings: readonly HoldReading[], sigma: number, allowed: number): number {
  const times = readings.map((r) => r.t)
  const span = Math.max(...times) - Math.min(...times)
  const interval = span / (readings.length - 1)
  const halfAt = (n: number) => {
    const degrees = n - 2
    const t = degrees > 0 ? studentT95(degrees) : NORMAL_95
    const duration = (n - 1) * interval
    return (t * sigma) / Math.sqrt((duration ** 2 * n * (n + 1)) / (12 * (n - 1)))
  }
  const now = readings.length
  if (halfAt(now) <= allowed) return 0
  let high = now * 2
  while (halfAt(high) > allowed && high < WAIT_MORE.mostReadings) high *= 2
  return (findRoot((n) => halfAt(n) - allowed, now, high, WAIT_MORE.close) - now) * interval
}

/** Smallest leak that a hold of `duration` s can show, Pa·m³/s: V·δ/Δt. */
export function smallestLeak(volume: number, uncertainty: number, duration: number): number {
  return (volume * uncertainty) / duration
}
