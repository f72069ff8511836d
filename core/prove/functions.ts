import type { Quantity } from '../quantity/units'

/** Function tests and what they show. SI, gauge. */

/** What is read after something was pressed. */
export interface Sight {
  /** `test:what`. */
  id: string
  label: string
  quantity: Quantity
  value: number
  /** For something seen or heard, not measured: words for 0 and 1. */
  words?: readonly [string, string]
}
/**
 * Readings by where they are seen: `left`, `right`, `tank`, `amps`, `drain`, `volts` and `earth` are read from
 * the devices.
 */
export type Sights = Record<string, Omit<Sight, 'id'>>
export interface FunctionTest {
  id: string
  label: string
  /** What to press. */
  press: string
  sights: Sight[]
}

/** Tests in which nothing is pressed and no air moves: a meter on the battery, a gauge that is read. */
const ONLY_READ = /^(stand-by$|gauge-)/

/**
 * What hands are to be clear of before a function is tried; empty only where it is just read. A test is not asked
 * what it moves: a key may move either spring, letting air out starts the compressor, and a full tank feeds both.
 */
export const clearOf = ({ id }: Pick<FunctionTest, 'id'>): string =>
  ONLY_READ.test(id)
    ? ''
    : 'Hands clear of both springs and of everything that turns, nobody under the truck.'

/** Changes from the plan before anything is pressed. */
export interface TriedWith {
  /** A device fault, by its key. */
  fault?: string
  /** Left and right swapped, at the valves' plugs or at the lines. */
  swapped?: boolean
  /** Offset of the pressure switch from its sheet, Pa. */
  switchOff?: number
}

/** A fault with its reading in every test. */
export interface FaultRun {
  /** What was changed; empty for a sound system. */
  tried: TriedWith
  label: string
  sights: Record<string, number>
}
/** Everything that can be wrong with a plan, and the expected readings. */
export interface FaultRuns {
  tests: FunctionTest[]
  runs: FaultRun[]
}
