import { PRACTICE } from '../../catalog/practice'
import { GAS_CONSTANT_AIR, GRAVITY } from '../../quantity/constants'
import { LOOP_SOLVER } from '../settings'
import { Bag, Source } from './loopAir'
import { Swings } from './swings'
import type { Corner, Supply, Electronic, Leveller, Drive, LoopRow, LoopResult } from './types'

/**
 * One corner that levels itself: body on steel, damper and air spring, over a road. A height valve on its
 * lever, or a controller with solenoids, lets air in and out. Steps of two milliseconds, air at one
 * temperature. SI, absolute pressures.
 */

const { step: STEP, rowEvery: ROW_EVERY, rests: RESTS } = LOOP_SOLVER
const STOP_RATE = PRACTICE.travelEnd.value

/** Air in the spring that holds the body at ride height, kg; the steel is measured from there. */
export function airAtRest(corner: Corner, { atmosphere, temperature }: Supply, force: number): number {
  const wanted = corner.mass * GRAVITY + force - corner.steelAtRide
  const area = corner.areaAt(corner.rideHeight)
  const pressure = Math.max(wanted / (area * corner.motionRatio), 0) + atmosphere
  return (pressure * corner.volumeAt(corner.rideHeight)) / (GAS_CONSTANT_AIR * temperature)
}

/**
 * What a controller does: out of its band for its waiting time, it acts until it is back or its time is over.
 */
class Control {
  private seen: number
  private out = 0
  private working = 0
  private since = 0
  constructor(
    private readonly c: Electronic,
    travel: number,
    private readonly wait: number,
  ) {
    this.seen = c.senses(travel) ?? 0
  }
  opening(travel: number, dt: number): number {
    const { band, filter, timeOut, senses } = this.c
    const sensed = senses(travel)
    if (sensed === null) {
      this.working = this.out = 0
      return 0
    }
    this.seen += (sensed - this.seen) * (filter > 0 ? Math.min(dt / filter, 1) : 1)
    if (this.working !== 0) {
      this.since += dt
      const done = this.seen * this.working >= -band / 4
      if (done || this.since > timeOut) [this.working, this.out] = [0, 0]
      return this.working
    }
    this.out = Math.abs(this.seen) > band ? this.out + dt : 0
    if (this.out >= this.wait && Math.abs(this.seen) > band) {
      this.working = this.seen < 0 ? 1 : -1
      this.since = 0
    }
    return this.working
  }
}

/** How far a leveller's valve is open at a travel, step by step. */
export function openingOf(leveller: Leveller, moving: boolean): (travel: number) => number {
  if (leveller.kind === 'controller') {
    const control = new Control(leveller, 0, moving ? leveller.driving : leveller.wait)
    return (travel) => control.opening(travel, STEP)
  }
  const { openingAt, delay } = leveller
  let lagged = 0
  return (travel) => {
    lagged += (openingAt(travel) - lagged) * (delay > 0 ? Math.min(STEP / delay, 1) : 1)
    return lagged
  }
}

/** Force of the stops if the wheel reaches them, N. */
const stopForce = ({ droop, bump }: Corner, travel: number): number =>
  travel > droop ? -STOP_RATE * (travel - droop) : travel < -bump ? -STOP_RATE * (travel + bump) : 0

/**
 * Upward force on the body of a corner without added load, N: bag, steel, damper and stops, less its weight.
 */
export function upward(
  corner: Corner,
  travel: number,
  closing: number,
  gauge: number,
  height: number,
): number {
  const push = gauge * corner.areaAt(height) * corner.motionRatio
  const steel = corner.steelAtRide - corner.steelRate * travel - corner.damping * closing
  return push + steel + stopForce(corner, travel) - corner.mass * GRAVITY
}

/** Height of the spring at a travel of the wheel, m: never below a share of its own. */
export const heightAt = ({ rideHeight, motionRatio }: Corner, travel: number): number =>
  Math.max(rideHeight + travel * motionRatio, rideHeight * LOOP_SOLVER.lowest)

/**
 * Runs a corner over a drive, from rest at ride height.
 * @param tolerance stands within this of ride height: level, m
 */
export function runLoop(
  corner: Corner,
  supply: Supply,
  leveller: Leveller,
  drive: Drive,
  tolerance: number = LOOP_SOLVER.level,
): LoopResult {
  const { atmosphere } = supply
  const source = new Source(supply)
  const bag = new Bag(source, leveller, airAtRest(corner, supply, drive.force(0)))
  const opening = openingOf(leveller, drive.moving ?? false)
  let road = drive.road(0)
  let [body, speed] = [road, 0]
  const rows: LoopRow[] = []
  const steps = Math.round(drive.seconds / STEP)
  const every = Math.round(ROW_EVERY / STEP)
  const swings = new Swings()
  const most = drive.calm === false ? steps : Math.round(LOOP_SOLVER.longest / STEP)
  // It runs until it is clear whether the motion ends.
  const restsFor = longestRest(leveller, drive.moving ?? false)
  for (let i = 0; i <= steps || (i <= most && !isDecided(swings, i * STEP, restsFor)); i++) {
    const t = i * STEP
    const travel = body - road
    const height = heightAt(corner, travel)
    const spring = bag.pressure(corner.volumeAt(height))
    if (i % every === 0) {
      rows.push({ t, travel, spring: spring - atmosphere, tank: source.pressure() - atmosphere })
      swings.at(t, travel)
    }
    bag.step(opening(travel), spring)
    if (corner.leak) bag.leak(corner.leak, spring)
    source.run()
    // Velocity first, then position: this keeps the step stable. The axle follows the road.
    const next = drive.road(t + STEP)
    const closing = speed - (next - road) / STEP
    const total = upward(corner, travel, closing, spring - atmosphere, height) - drive.force(t)
    speed += (total / corner.mass) * STEP
    body += speed * STEP
    road = next
  }
  return summed(rows, source, drive.calm === false ? null : { swings, restsFor }, tolerance)
}

/** How long the body must stand still before it counts as at rest, s. A controller that waits before it acts needs longer. */
function longestRest(leveller: Leveller, moving: boolean): number {
  if (leveller.kind === 'valve') return LOOP_SOLVER.restsFor
  const wait = moving ? leveller.driving : leveller.wait
  return Math.max(LOOP_SOLVER.restsFor, 2 * (wait + leveller.filter))
}

const isDecided = (swings: Swings, t: number, restsFor: number): boolean =>
  swings.rests(t, restsFor) || (swings.last(t)?.lasts ?? false)

function summed(
  rows: LoopRow[],
  { filled, vented, ran, supply: { atmosphere, temperature } }: Source,
  calm: { swings: Swings; restsFor: number } | null,
  tolerance: number,
): LoopResult {
  const free = (GAS_CONSTANT_AIR * temperature) / atmosphere
  const seconds = rows.at(-1)!.t
  const late = rows.slice(Math.floor(rows.length * LATE))
  const swing = calm && !calm.swings.rests(seconds, calm.restsFor) ? calm.swings.last(seconds) : null
  const hunting = swing && { amplitude: swing.amplitude, period: swing.period }
  const mean = swing?.middle ?? late.reduce((sum, { travel }) => sum + travel, 0) / late.length
  const from = (within: (travel: number) => boolean) => {
    const outside = rows.findLastIndex(({ travel }) => !within(travel))
    return outside === rows.length - 1 ? null : (rows[outside + 1]?.t ?? 0)
  }
  return {
    rows,
    filled: filled * free,
    vented: vented * free,
    duty: ran / seconds,
    // A corner that keeps swinging is never level, wherever it is at the end.
    levelAt:
      hunting && hunting.amplitude > tolerance ? null : from((travel) => Math.abs(travel) <= tolerance),
    restAt: hunting ? null : from((travel) => Math.abs(travel - mean) <= RESTS),
    off: mean,
    hunting,
  }
}
/** From this share of the run on, its movement counts as permanent. */
export const LATE = 0.6
