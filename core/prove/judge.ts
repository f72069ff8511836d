import { PRACTICE } from '../catalog/practice'
import type { HoldTest } from '../document/types'
import { absolute, leakRate, leastDoubt } from './leak'
import { studentT95 } from './studentT'
import type { HoldReading, Judged, LeakResult, WhyNot } from './types'

/**
 * What a hold test's readings say, with everything that may deceive them: the gauge's step, the thermometer, air inside
 * that follows the air around it later, warmth left from filling, and a bend that no steady leak makes. Bench:
 * `bench/holdTests.mjs` counts how often it errs.
 */

/** After so many lags the warmth from filling is gone but for a fiftieth. */
const SETTLED_LAGS = 4
/** Readings farther apart than this do not show how temperature went between them, s. */
const UNSEEN = 3 * 3600
/** Fewer readings than this show no bend. */
const LEAST_FOR_BEND = 4

/** The same readings with the temperature the air inside has when it follows `lag` seconds late. First order, K. */
function lagged(readings: readonly HoldReading[], lag: number): HoldReading[] {
  if (lag <= 0) return [...readings]
  let inside = readings[0]!.temperature
  return readings.map((r, i) => {
    const before = readings[i - 1]
    if (before && r.t > before.t) {
      // Around it goes straight from one reading to the next.
      const slope = (r.temperature - before.temperature) / (r.t - before.t)
      const behind = (inside - before.temperature + slope * lag) * Math.exp(-(r.t - before.t) / lag)
      inside = r.temperature - slope * lag + behind
    }
    return { ...r, temperature: inside }
  })
}

/** Doubt of each reading, Pa, from swings nobody saw: readings far apart. */
function unseenSwing(readings: readonly HoldReading[], lag: number): number[] {
  const most = PRACTICE.nightRate.value * lag
  return readings.map((r, i) => {
    const gaps = [readings[i - 1], readings[i + 1]].map((n) => (n ? Math.abs(n.t - r.t) : Infinity))
    return Math.min(...gaps) > UNSEEN ? (absolute(r) * most) / Math.sqrt(3) / r.temperature : 0
  })
}

/** Loss, Pa/s, that warmth left from filling looks like at the most. */
function warmthLooksLike(readings: readonly HoldReading[], rested: number, lag: number): number {
  const meanT = readings.reduce((sum, r) => sum + r.t, 0) / readings.length
  let across = 0
  let spread = 0
  for (const r of readings) {
    const warm = PRACTICE.fillWarmth.value * (lag > 0 ? Math.exp(-(rested + r.t) / lag) : 0)
    across += (r.t - meanT) * ((absolute(r) * warm) / r.temperature)
    spread += (r.t - meanT) ** 2
  }
  return Math.max(-across / spread, 0)
}

/** Whether corrected pressures bend more than their doubt allows: quadratic in time, its last term against Student's t. */
export function bends(
  readings: readonly HoldReading[],
  corrected: readonly number[],
  doubt: number,
): boolean {
  const n = readings.length
  if (n < LEAST_FOR_BEND) return false
  const span = Math.max(...readings.map((r) => r.t)) - Math.min(...readings.map((r) => r.t))
  const x = readings.map((r) => (r.t - readings[0]!.t) / span)
  const [mx, my] = [mean(x), mean(corrected)]
  const sxx = sum(x, (v) => (v - mx) ** 2)
  const xx = x.map((v) => v * v)
  const mxx = mean(xx)
  // What of x² no straight line has, and what of the pressures no straight line has.
  const tilt = sum(x, (v, i) => (v - mx) * (xx[i]! - mxx)) / sxx
  const slope = sum(x, (v, i) => (v - mx) * (corrected[i]! - my)) / sxx
  const bend = xx.map((v, i) => v - mxx - tilt * (x[i]! - mx))
  const rest = corrected.map((v, i) => v - my - slope * (x[i]! - mx))
  const size = sum(bend, (v) => v * v)
  if (size < 1e-9) return false
  const c = sum(bend, (v, i) => v * rest[i]!) / size
  const left = sum(rest, (v, i) => (v - c * bend[i]!) ** 2)
  const sigma = Math.max(Math.sqrt(left / (n - 3)), doubt)
  return Math.abs(c) > (studentT95(n - 3) * sigma) / Math.sqrt(size)
}
const sum = (list: readonly number[], of: (v: number, i: number) => number) =>
  list.reduce((total, v, i) => total + of(v, i), 0)
const mean = (list: readonly number[]) => sum(list, (v) => v) / list.length

/**
 * @param volume m³; `allowed` Pa/s of loss that still counts as tight.
 * @throws with fewer than two readings, or readings all at one time.
 */
export function judgeHold(
  test: Pick<HoldTest, 'readings' | 'resolution' | 'thermometer' | 'rested' | 'lag'>,
  volume: number,
  allowed: number,
): Judged {
  const readings = [...test.readings].sort((a, b) => a.t - b.t)
  const { resolution, thermometer, lag } = test
  const rested = test.rested ?? 0
  const first = readings[0]?.t ?? 0
  const settled = readings.filter((r) => rested + r.t - first >= SETTLED_LAGS * lag)
  const used = settled.length >= 2 && settled.some((r) => r.t !== settled[0]!.t) ? settled : readings
  const warm = used === settled ? 0 : volume * warmthLooksLike(shift(used, first), rested, lag)
  const doubt = { resolution, thermometer, more: unseenSwing(used, lag) }
  // The air inside is somewhere between following at once and following a whole lag late.
  const atOnce = leakRate(volume, used, doubt, allowed)
  const late = leakRate(volume, lagged(used, lag), doubt, allowed)
  const low = Math.min(atOnce.low, late.low) - warm
  const high = Math.max(atOnce.high, late.high)
  const limit = allowed * volume
  const sure = high <= limit ? 'tight' : low > limit ? 'leaking' : 'cannot tell'
  // A bend may be warmth that goes: then the later half alone must lose as much.
  const bent = sure === 'leaking' && bends(used, atOnce.corrected, leastDoubt(used, doubt)) && !losesLater()
  const verdict = bent ? 'cannot tell' : sure
  const leak: LeakResult = {
    ...atOnce,
    low,
    high,
    verdict,
    corrected: leakRate(volume, readings, doubt, allowed).corrected,
    waitMore: verdict === 'cannot tell' ? Math.max(atOnce.waitMore, late.waitMore) : 0,
  }
  return { leak, why: verdict === 'cannot tell' ? whyNot() : null }

  function losesLater(): boolean {
    const later = used.slice(Math.floor(used.length / 2))
    const more = doubt.more.slice(-later.length)
    return leakRate(volume, later, { ...doubt, more }, allowed).low > limit
  }

  function whyNot(): WhyNot {
    if (bent) return 'bends'
    if (warm > limit / 2) return 'settling'
    const span = used.at(-1)!.t - used[0]!.t
    const typical = used[Math.floor(used.length / 2)]!
    const ofGauge = resolution / Math.sqrt(12)
    const ofHeat = (absolute(typical) * thermometer) / typical.temperature
    if (span < SETTLED_LAGS * lag) return 'short'
    return ofGauge > Math.hypot(ofHeat, ...doubt.more) ? 'gauge' : 'temperature'
  }
}

/** The same readings with their time counted from `from`. */
const shift = (readings: readonly HoldReading[], from: number): HoldReading[] =>
  readings.map((r) => ({ ...r, t: r.t - from }))
