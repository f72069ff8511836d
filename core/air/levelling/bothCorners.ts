import { LOOP_SOLVER } from '../settings'
import { airAtRest, heightAt, LATE, openingOf, upward } from './closedLoop'
import { Bag, Source } from './loopAir'
import type { Corner, Leveller, Supply } from './types'

/**
 * Both rear corners at once, each half of the body, coupled by the roll resistance of the front and a bar. One
 * valve or sensor per side, exchanged wires or levers, or one in the middle that feeds both. SI, absolute
 * pressures.
 */

const { step: STEP, rowEvery: ROW_EVERY, rests: RESTS } = LOOP_SOLVER

export const ARRANGEMENTS = ['sides', 'swapped', 'middle'] as const
export type Arrangement = (typeof ARRANGEMENTS)[number]

interface Pair {
  left: number
  right: number
}
/** What happens to both corners over time: road under each wheel, m, and force down on the body, N. */
export interface PairDrive {
  seconds: number
  road: (t: number) => Pair
  force: (t: number) => Pair
  moving?: boolean
}

export interface PairRow {
  t: number
  /** Body above axle relative to ride height, m. */
  left: number
  right: number
}
export interface PairResult {
  rows: PairRow[]
  /** Free air let in and let out, m³. */
  filled: number
  vented: number
  /** When both finally come to rest, s; null if they never do. */
  restAt: number | null
  /** Final state: how far the middle is off level, and how much higher the left is, m. */
  off: number
  lean: number
}

/** Conductance of the line that joins two springs under one valve, m³/(s·Pa): a usual tube over the frame. */
const BETWEEN = 4e-9

/**
 * Runs both corners over a drive, from rest at ride height.
 * @param bar force against roll for each metre that one side of the body is higher than the other, N/m
 */
export function runBoth(
  corner: Corner,
  supply: Supply,
  leveller: Leveller,
  arrangement: Arrangement,
  drive: PairDrive,
  bar: number,
): PairResult {
  const { atmosphere } = supply
  const source = new Source(supply)
  const first = drive.force(0)
  const side = (name: keyof Pair) => ({
    name,
    bag: new Bag(source, leveller, airAtRest(corner, supply, first[name])),
    opening: openingOf(leveller, drive.moving ?? false),
    road: drive.road(0)[name],
    body: drive.road(0)[name],
    speed: 0,
    travel: 0,
    spring: 0,
  })
  const [left, right] = [side('left'), side('right')]
  const both = [left, right]
  const rows: PairRow[] = []
  const steps = Math.round(drive.seconds / STEP)
  const every = Math.round(ROW_EVERY / STEP)
  for (let i = 0; i <= steps; i++) {
    const t = i * STEP
    const next = drive.road(t + STEP)
    const force = drive.force(t)
    for (const one of both) {
      one.travel = one.body - one.road
      one.spring = one.bag.pressure(corner.volumeAt(heightAt(corner, one.travel)))
    }
    if (i % every === 0) rows.push({ t, left: left.travel, right: right.travel })
    const middle = (left.travel + right.travel) / 2
    for (const one of both) {
      const other = one === left ? right : left
      const sensed = arrangement === 'middle' ? middle : arrangement === 'swapped' ? other.travel : one.travel
      // One valve in the middle passes half to each side.
      const share = arrangement === 'middle' ? 0.5 : 1
      one.bag.step(one.opening(sensed) * share, one.spring)
    }
    if (arrangement === 'middle') left.bag.passTo(right.bag, left.spring, right.spring, BETWEEN)
    source.run()
    const roll = bar * (left.body - right.body)
    for (const one of both) {
      const height = heightAt(corner, one.travel)
      const closing = one.speed - (next[one.name] - one.road) / STEP
      const against = one === left ? -roll : roll
      const total =
        upward(corner, one.travel, closing, one.spring - atmosphere, height) + against - force[one.name]
      one.speed += (total / corner.mass) * STEP
    }
    for (const one of both) {
      one.body += one.speed * STEP
      one.road = next[one.name]
    }
  }
  return summed(rows, source)
}

function summed(rows: PairRow[], { filled, vented, rt, supply }: Source): PairResult {
  const late = rows.slice(Math.floor(rows.length * LATE))
  const mean = (of: keyof Pair) => late.reduce((sum, row) => sum + row[of], 0) / late.length
  const ends = { left: mean('left'), right: mean('right') }
  const outside = rows.findLastIndex(
    (row) => Math.abs(row.left - ends.left) > RESTS || Math.abs(row.right - ends.right) > RESTS,
  )
  const free = rt / supply.atmosphere
  return {
    rows,
    filled: filled * free,
    vented: vented * free,
    restAt: outside === rows.length - 1 ? null : (rows[outside + 1]?.t ?? 0),
    off: (ends.left + ends.right) / 2,
    lean: ends.left - ends.right,
  }
}
