import type { AirPath, JointKind } from './air'

/** Tests and what they found. */

export interface Reading {
  /** s from the first reading */ t: number
  /** Pa gauge */ pressure: number
  /** K, and at a second place; null if it was not read. */
  temperature: number | null
  second: number | null
  /** Pa, or null for the standard atmosphere */ barometer: number | null
  /** Left out, because somebody thinks it was misread. */
  out: boolean
}

/** Defaults of a reading: one thermometer, no barometer. */
export const READING_UNSAID: Pick<Reading, 'second' | 'barometer' | 'out'> = {
  second: null,
  barometer: null,
  out: false,
}

export interface HoldTest {
  label: string
  order: number
  side: AirPath
  /** m³ under test; null takes the springs' and lines' computed volume. */
  volume: number | null
  /** Smallest step the gauge shows, Pa. */
  resolution: number
  /** Loss that still counts as tight, Pa per day. */
  allowed: number
  heightHeld: boolean
  /** Valves were taken off and the lines plugged, so their seats are not part of it. */
  plugged: boolean
  /** Tolerance of the thermometer, K. */
  thermometer: number
  /** Rest between filling and the first reading, s; null if nobody was asked. */
  rested: number | null
  /** Lag of the air inside behind the air around it, s. */
  lag: number
  startedAt: string
  /** Who made it, with which gauge, and when that was last checked against another. */
  who: string
  gauge: string
  gaugeChecked: string
  /** What it covers, in words; empty if nobody recorded it. */
  covers: string
  readings: Reading[]
}

/** Places other than joints where air is lost: the spring itself, a fill valve's core, a valve's seat. */
export const OTHER_PLACES = ['spring', 'core', 'seat'] as const
export type LeakPlaceKind = JointKind | (typeof OTHER_PLACES)[number]
export const SOAPS = ['dry', 'foam', 'bubble'] as const
export type Soap = (typeof SOAPS)[number]
export interface ProvePlan {
  holds: Record<string, HoldTest>
  /**
   * Keyed by `line:end`, e.g. `line-left:from`; `of` describes the line when it was soaped, empty if nobody
   * recorded it.
   */
  soap: Record<string, { finding: Soap; who: string; at: string; of: string }>
  /** What gauge and meter showed when a function was tried, by test and sight; `of` says what was pressed. */
  functions: Record<string, { value: number; who: string; at: string; of: string }>
  /** Places that leaked and were repaired; their kind is kept for the shop's own ranking. */
  repairs: Record<string, LeakRepair>
  /** Findings after the first drive, by what was inspected. */
  road: Record<string, RoadFinding>
}
export const ROAD_FINDS = ['fine', 'not'] as const
/** `found` null: measured, but nobody judged it. `value`: a clearance in m, or a pressure in Pa gauge. */
export interface RoadFinding {
  found: (typeof ROAD_FINDS)[number] | null
  value: number | null
  who: string
  at: string
}

export interface LeakRepair {
  order: number
  /** The hold test made after it, by its id; null until one is begun. */
  retest: string | null
  /** Id of the place, and what kind of place it was. */
  place: string
  kind: LeakPlaceKind
  who: string
  at: string
}
