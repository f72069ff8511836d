import { PRACTICE } from '../catalog/practice'
import type { HoldTest } from '../document/types'
import { REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../quantity/constants'
import { anyTimeFactor } from './anyTime'
import { absolute, sccmOf, verdictOf } from './leak'
import { HOLD_JUDGE } from './settings'
import { slopeOf, type Point, type Slope } from './slope'
import { studentT95 } from './studentT'
import type { HoldReading, Judged, Verdict, WhyNot } from './types'

/**
 * Judges a hold test's readings with everything that may deceive: the gauge's step, the thermometer, gas that
 * lags behind the air around it, warmth from filling, a bend that no steady leak makes, and that one looks
 * after every reading. `bench/holdTests.mjs` counts how often it errs.
 */

/** The same readings with the temperature of the air inside, if it lags by `lag` seconds. First order, K. */
function lagged(readings: readonly HoldReading[], lag: number): HoldReading[] {
  if (lag <= 0) return [...readings]
  let inside = readings[0]!.temperature
  return readings.map((r, i) => {
    const before = readings[i - 1]
    if (before && r.t > before.t) {
      // The outside temperature goes in a straight line from one reading to the next.
      const slope = (r.temperature - before.temperature) / (r.t - before.t)
      const behind = (inside - before.temperature + slope * lag) * Math.exp(-(r.t - before.t) / lag)
      inside = r.temperature - slope * lag + behind
    }
    return { ...r, temperature: inside }
  })
}

/** Doubt of each reading, Pa, from swings that nobody saw because readings are far apart. */
function unseenSwing(readings: readonly HoldReading[], lag: number): number[] {
  const most = PRACTICE.nightRate.value * lag
  return readings.map((r, i) => {
    const gaps = [readings[i - 1], readings[i + 1]].map((n) => (n ? Math.abs(n.t - r.t) : Infinity))
    return Math.min(...gaps) > HOLD_JUDGE.unseen ? (absolute(r) * most) / Math.sqrt(3) / r.temperature : 0
  })
}

/**
 * True if corrected pressures bend more than their doubt allows: quadratic in time, with its last term tested
 * by Student's t.
 */
export function bends(
  readings: readonly HoldReading[],
  corrected: readonly number[],
  doubt: number,
): boolean {
  const n = readings.length
  if (n < HOLD_JUDGE.leastForBend) return false
  const span = Math.max(...readings.map((r) => r.t)) - Math.min(...readings.map((r) => r.t))
  const x = readings.map((r) => (r.t - readings[0]!.t) / span)
  const [mx, my] = [mean(x), mean(corrected)]
  const sxx = sum(x, (v) => (v - mx) ** 2)
  const xx = x.map((v) => v * v)
  const mxx = mean(xx)
  // Parts of x² and of the pressures that no straight line explains.
  const tilt = sum(x, (v, i) => (v - mx) * (xx[i]! - mxx)) / sxx
  const slope = sum(x, (v, i) => (v - mx) * (corrected[i]! - my)) / sxx
  const bend = xx.map((v, i) => v - mxx - tilt * (x[i]! - mx))
  const rest = corrected.map((v, i) => v - my - slope * (x[i]! - mx))
  const size = sum(bend, (v) => v * v)
  if (size < HOLD_JUDGE.noBend) return false
  const c = sum(bend, (v, i) => v * rest[i]!) / size
  const left = sum(rest, (v, i) => (v - c * bend[i]!) ** 2)
  const sigma = Math.max(Math.sqrt(left / (n - 3)), doubt)
  return Math.abs(c) > (studentT95(n - 3) * sigma) / Math.sqrt(size)
}
const sum = (list: readonly number[], of: (v: number, i: number) => number) =>
  list.reduce((total, v, i) => total + of(v, i), 0)
const mean = (list: readonly number[]) => sum(list, (v) => v) / list.length

/** How a test is read, and its readings as judged. */
type HowRead = Pick<HoldTest, 'resolution' | 'thermometer' | 'rested' | 'lag'>
type Judge = HowRead & { readings: readonly HoldReading[] }

interface Looked {
  verdict: Verdict
  /** Pa/s: the loss and its interval. */
  loss: number
  low: number
  high: number
  why: WhyNot | null
}

/** Readings as points of a straight loss: each corrected to 20 °C, with its doubt. */
function pointsOf(
  { resolution, thermometer, rested, lag }: HowRead,
  readings: readonly HoldReading[],
  follows: number,
  fades: number,
): Point[] {
  const first = readings[0]!.t
  const unseen = unseenSwing(readings, lag)
  const inside = lagged(readings, follows)
  return readings.map((r, i) => {
    const p = absolute(r)
    const gone = fades > 0 ? Math.exp(-((rested ?? 0) + r.t - first) / fades) : 0
    return {
      t: r.t,
      corrected: (p * REFERENCE_TEMPERATURE) / inside[i]!.temperature,
      perKelvin: (p / r.temperature) * gone,
      sd: Math.hypot((p * Math.hypot(thermometer, r.unsure ?? 0)) / r.temperature, unseen[i]!),
      shown: Math.round(r.pressure / resolution),
    }
  })
}

/**
 * One look at the readings so far. However often one looks, the verdict is wrong in at most one test in forty,
 * either way.
 * @param readings in order of time, at least two at different times; `allowed` Pa/s
 */
export function look(test: HowRead, readings: readonly HoldReading[], allowed: number): Looked {
  const { resolution, lag } = test
  const degrees = readings.length - 2
  // The air inside follows at once, or with a lag up to the longest possible.
  const { lagFrom, lagTo } = HOLD_JUDGE
  const slopes = [0, 1, lagTo].flatMap((late) =>
    [lagFrom, lagTo].map((share) => slopeOf(pointsOf(test, readings, lag * late, lag * share), resolution)),
  )
  const half = ({ variance, hidden }: Slope) =>
    anyTimeFactor(variance, allowed, degrees) * Math.sqrt(variance) + hidden
  const low = Math.min(...slopes.map((slope) => slope.loss - half(slope)))
  const high = Math.max(...slopes.map((slope) => slope.loss + half(slope)))
  const plain = plainLoss(test, readings)
  if (plain && plain.low > allowed) {
    const upper = Math.max(high, plain.loss)
    return { verdict: 'leaking', loss: plain.loss, low: plain.low, high: upper, why: null }
  }
  // The loss shown is the one that fits best; the interval covers all of them.
  const { loss } = slopes.reduce((best, slope) => (slope.misfit < best.misfit ? slope : best))
  const sure = verdictOf(low, high, allowed)
  const bent = sure === 'leaking' && bendsAt(test, readings) && !losesLater(test, readings, allowed)
  const untold = (why: WhyNot): Looked => ({ verdict: 'cannot tell', loss, low, high, why })
  if (bent) return untold('bends')
  // A plain gain as large as the allowed loss means air is being fed in, and may hide a leak.
  if (high < -allowed) return untold('gains')
  // No side gains by itself. If the best fit is a gain, it is not what happened, and nothing is cleared by it.
  if (sure === 'tight' && loss < -allowed)
    return untold(bendsAt(test, readings) ? 'bends' : whyNot(test, readings, slopes))
  return sure === 'cannot tell'
    ? untold(whyNot(test, readings, slopes))
    : { verdict: sure, loss, low, high, why: null }
}

/**
 * Loss between the first reading and a later one, Pa/s, if it is too large to be explained by either doubt or
 * by warmth from filling. A side that empties at once and then stays empty follows no straight line, and still
 * leaks. Every later reading must show the same loss, so that one misread figure makes no leak.
 * @returns the fastest such loss, and its lower bound; null with too few readings
 */
function plainLoss(test: HowRead, readings: readonly HoldReading[]): { loss: number; low: number } | null {
  const each = [0, test.lag * HOLD_JUDGE.lagTo].map((follows) => pointsOf(test, readings, follows, test.lag))
  const dropTo = (i: number) => Math.min(...each.map((points) => points[0]!.corrected - points[i]!.corrected))
  const doubtAt = (i: number) => {
    const [first, later] = [each[0]![0]!, each[0]![i]!]
    const warmth = (PRACTICE.fillWarmth.value * first.corrected) / REFERENCE_TEMPERATURE
    return warmth + HOLD_JUDGE.neverOff * Math.hypot(first.sd, later.sd) + test.resolution
  }
  let found: { loss: number; low: number } | null = null
  // From the end, so that the least of all later readings is known. The last one alone proves nothing.
  let since = Infinity
  for (let i = readings.length - 1; i > 0; i--) {
    since = Math.min(since, dropTo(i) - doubtAt(i))
    const seconds = readings[i]!.t - readings[0]!.t
    if (i === readings.length - 1 || seconds <= 0) continue
    const low = since / seconds
    if (!found || low > found.low) found = { loss: dropTo(i) / seconds, low }
  }
  return found
}

/** True if the later half, read by itself, loses more than is allowed and does not bend. */
function losesLater(test: HowRead, readings: readonly HoldReading[], allowed: number): boolean {
  const later = readings.slice(Math.floor(readings.length / 2))
  if (later.length < HOLD_JUDGE.leastLater || later.at(-1)!.t === later[0]!.t) return false
  return !bendsAt(test, later) && look(test, later, allowed).low > allowed
}

/** True if the readings bend as no steady leak does, with the fitted warmth removed. */
function bendsAt(test: HowRead, readings: readonly HoldReading[]): boolean {
  const points = pointsOf(test, readings, 0, test.lag)
  const { warmth } = slopeOf(points, test.resolution)
  const straight = points.map(({ corrected, perKelvin }) => corrected - warmth * perKelvin)
  const squares = points.reduce((total, { sd }) => total + sd ** 2 + test.resolution ** 2 / 12, 0)
  return bends(readings, straight, Math.sqrt(squares / points.length))
}

/** Why there is no verdict yet: the largest part of the doubt. */
function whyNot(
  { resolution, thermometer, lag }: HowRead,
  readings: readonly HoldReading[],
  slopes: readonly Slope[],
): WhyNot {
  const worst = (of: (slope: Slope) => number) => Math.max(...slopes.map(of))
  const warm = Math.sqrt(worst(({ byWarmth }) => byWarmth))
  const gauge = worst(({ byStep, hidden }) => Math.sqrt(byStep) + hidden)
  const all = Math.sqrt(worst(({ variance }) => variance))
  if (warm > 0.5 * all && warm > gauge) return 'settling'
  const middle = readings[Math.floor(readings.length / 2)]!
  const heat = (absolute(middle) * thermometer) / middle.temperature
  if (gauge > all / 2 && resolution > heat) return 'gauge'
  return readings.at(-1)!.t - readings[0]!.t < HOLD_JUDGE.settledLags * lag ? 'short' : 'temperature'
}

/** Readings that would follow at the same pace: the loss goes on, the temperature stays, the gauge rounds. */
function goingOn(test: HowRead, readings: readonly HoldReading[], loss: number, more: number): HoldReading[] {
  const last = readings.at(-1)!
  const every = (last.t - readings[0]!.t) / (readings.length - 1)
  return Array.from({ length: more }, (_, i) => {
    const t = last.t + (i + 1) * every
    const absoluteThen = absolute(last) - (loss * (t - last.t) * last.temperature) / REFERENCE_TEMPERATURE
    const gauge = absoluteThen - (last.barometer ?? STANDARD_ATMOSPHERE)
    return { ...last, t, pressure: Math.round(gauge / test.resolution) * test.resolution }
  })
}

const LONGEST = PRACTICE.longestHold.value

/**
 * Further time at the same pace until there is a verdict, s, if it goes on as it looks now; 0 if none is in
 * sight.
 */
function waitMore(
  test: HowRead,
  readings: readonly HoldReading[],
  { loss, why }: Looked,
  allowed: number,
): number {
  const every = (readings.at(-1)!.t - readings[0]!.t) / (readings.length - 1)
  const most = Math.min(HOLD_JUDGE.mostMore, Math.floor(LONGEST / every))
  // A bend is warmth that leaves, a gain is air that comes in: the final loss cannot be known from either.
  if (why === 'bends' || why === 'gains' || most < 1) return 0
  const { aside } = HOLD_JUDGE
  // An apparent gain counts as standing still, because no side gains by itself.
  const still = Math.max(loss, 0)
  const likely =
    loss > allowed ? Math.max(loss, (1 + aside) * allowed) : Math.min(still, (1 - aside) * allowed)
  const isDecided = (more: number) =>
    look(test, [...readings, ...goingOn(test, readings, likely, more)], allowed).verdict !== 'cannot tell'
  let enough = 1
  while (enough < most && !isDecided(enough)) enough = Math.min(enough * 2, most)
  if (!isDecided(enough)) return 0
  let short = Math.floor(enough / 2)
  while (enough - short > 1) {
    const middle = Math.floor((enough + short) / 2)
    if (isDecided(middle)) enough = middle
    else short = middle
  }
  return enough * every
}

/**
 * @param volume m³; `allowed` loss that still counts as tight, Pa/s
 * @throws with fewer than two readings, or readings all at one time
 */
export function judgeHold(test: Judge, volume: number, allowed: number): Judged {
  const readings = [...test.readings].sort((a, b) => a.t - b.t)
  if (readings.length < 2) throw new Error('A hold test needs at least two readings.')
  if (readings.at(-1)!.t === readings[0]!.t)
    throw new Error('All readings carry the same time: type when each was taken.')
  const looked = look(test, readings, allowed)
  const { verdict, loss, low, high, why } = looked
  const leak = loss * volume
  return {
    leak: {
      leak,
      sccm: sccmOf(leak),
      lossRate: loss,
      low: low * volume,
      high: high * volume,
      verdict,
      waitMore: verdict === 'cannot tell' ? waitMore(test, readings, looked, allowed) : 0,
      corrected: pointsOf(test, readings, 0, test.lag).map(({ corrected }) => corrected),
    },
    why,
  }
}

/** The reading that is furthest from its neighbours, and by how much, Pa; null if all agree. */
export function farthestOff(
  test: HowRead,
  readings: readonly HoldReading[],
): { index: number; by: number } | null {
  const { beside: reach, leastBeside, astray } = HOLD_JUDGE
  if (readings.length <= leastBeside) return null
  const points = pointsOf(test, readings, test.lag, test.lag)
  let found: { index: number; by: number } | null = null
  let most: number = astray
  readings.forEach((reading, i) => {
    const beside = points.filter((_, k) => k !== i && Math.abs(k - i) <= reach)
    if (beside.length < leastBeside || beside[0]!.t === beside.at(-1)!.t) return
    const { loss, warmth, level, at, misfit } = slopeOf(beside, test.resolution)
    const own = points[i]!
    const by = own.corrected - (level - loss * (own.t - at) + warmth * own.perKelvin)
    const scatter = misfit / Math.max(beside.length - 2, 1)
    const doubt = Math.sqrt(own.sd ** 2 + test.resolution ** 2 / 12 + scatter)
    const off = (Math.abs(by) - test.resolution) / doubt
    if (off > most) {
      most = off
      found = { index: reading.index ?? i, by }
    }
  })
  return found
}
