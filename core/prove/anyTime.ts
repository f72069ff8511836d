import { ANY_TIME } from './settings'
import { NORMAL_95, studentT95 } from './studentT'

/**
 * Width of an interval that is inspected after every reading and still misses only one time in twenty over the
 * whole test, whenever one stops.
 */

const { misses: MISSES, elsewhere: ELSEWHERE, aimed: AIMED } = ANY_TIME
/** ln terms where a mixture is narrowest: −ln α² + ln(−ln α²) + 1. */
const BEST = -2 * Math.log(MISSES.aimed) + Math.log(-2 * Math.log(MISSES.aimed)) + 1

/** Bound of one normal mixture, in standard deviations. */
const bound = (information: number, rho: number, misses: number): number =>
  Math.sqrt((1 + rho / information) * Math.log((information + rho) / (rho * misses ** 2)))

/**
 * Standard deviations to either side for an estimate whose information grows from look to look: the bound of a
 * normal mixture, √((1 + ρ/I)·ln((I + ρ)/(ρ·α²))), narrowest where a verdict falls. For a leak that shows at
 * once there are further mixtures, each with a share of the misses.
 * @param variance of the estimate now; `allowed` difference to detect, in its own unit
 * @param degrees of freedom; 0 if there are none, then the scatter counts as known
 * @source normal mixture martingale, Robbins 1970 (from memory); Student's t for few readings by its ratio at
 * 95 %
 */
export function anyTimeFactor(variance: number, allowed: number, degrees: number): number {
  const information = 1 / variance
  const rho = (AIMED / allowed) ** 2 / BEST
  const others = ELSEWHERE.map((less) => bound(information, rho * less, MISSES.elsewhere / ELSEWHERE.length))
  const factor = Math.min(bound(information, rho, MISSES.aimed), ...others)
  return degrees > 0 ? (factor * studentT95(degrees)) / NORMAL_95 : factor
}
