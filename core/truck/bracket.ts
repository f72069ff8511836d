import { PRACTICE } from '../catalog/practice'
import type { BracketHold, Truck } from '../document/types'

interface Bolt {
  thread: 'M8' | 'M10'
  nut: number
  washer: number
  past: number
}
/** Height of the nut (ISO 4032), thickness of a washer (ISO 7089), three threads past the nut; m. */
const M8: Bolt = { thread: 'M8', nut: 0.0068, washer: 0.0016, past: 0.00375 }
const M10: Bolt = { thread: 'M10', nut: 0.0084, washer: 0.002, past: 0.0045 }
/** How upper brackets are usually held (common practice). */
const BOLTS: Record<Exclude<BracketHold, 'clamp'>, Bolt> = {
  'u-bolts': M8,
  drilled: M10,
  'speed-nuts': M10,
  'stop-bolts': M10,
  flange: M10,
}
/** Lengths in which such bolts are sold, m (ISO 4014 and 4017). */
const LENGTHS = [25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200]

/**
 * Bolts that hold an upper bracket: thickness they go through, and the next standard length, m; null if no
 * standard length is long enough.
 */
export interface BracketBolts {
  hold: Exclude<BracketHold, 'clamp'>
  thread: Bolt['thread']
  grip: number
  length: number | null
  /** Inside width of U-bolts round the rail, m. */
  inside: number | null
}

/** Bolts of the upper bracket, from the rail's section; null if the kit clamps it. */
export function bracketBolts({ frame, bracket }: Pick<Truck, 'frame' | 'bracket'>): BracketBolts | null {
  const { hold } = bracket
  if (hold === 'clamp') return null
  const plate = PRACTICE.bracketPlate.value
  const through = {
    // Round the whole depth of the rail, with the bracket's plate across the ends.
    'u-bolts': frame.depth,
    drilled: frame.section === 'boxed' ? frame.railWidth : PRACTICE.railWeb.value,
    'speed-nuts': PRACTICE.railWeb.value,
    'stop-bolts': PRACTICE.railWeb.value,
    flange: PRACTICE.railWeb.value,
  }[hold]
  const grip = through + plate
  // A through bolt has a washer at each end; the others have one under the nut or head that is turned.
  const washers = hold === 'drilled' || hold === 'flange' ? 2 : 1
  const { thread, nut, washer, past } = BOLTS[hold]
  const least = grip + washers * washer + nut + past
  const mm = LENGTHS.find((length) => length >= least * 1000 - 1e-9)
  return {
    hold,
    thread,
    grip,
    length: mm === undefined ? null : mm / 1000,
    inside: hold === 'u-bolts' ? frame.railWidth : null,
  }
}

/** Position of the upper bracket relative to a notch in the rail: inside it, clear of it, or across its end. */
export function bracketInNotch({ frame, seats }: Pick<Truck, 'frame' | 'seats'>): 'in' | 'beside' | 'over' {
  if (!frame.notch) return 'beside'
  const [half, reach] = [frame.notch.length / 2, PRACTICE.bracketLength.value / 2]
  const from = Math.abs(seats.upper.x)
  if (from + reach <= half) return 'in'
  return from - reach >= half ? 'beside' : 'over'
}
