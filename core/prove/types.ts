import type { AirPlan, JointKind, Soap } from '../document/types'
import type { NextThing, RankedPlace } from './ranking'

/** One reading of a hold test. t in s, gauge pressure and barometer in Pa, temperature in K. */
export interface HoldReading {
  t: number
  pressure: number
  temperature: number
  barometer: number | null
}

export type Verdict = 'tight' | 'leaking' | 'cannot tell'

export interface LeakResult {
  /** Pa·m³/s at 293.15 K, positive is loss. */
  leak: number
  /** Standard cm³ a minute at 0 °C, 101 325 Pa. */
  sccm: number
  /** Gauge pressure lost per s at 293.15 K. */
  lossRate: number
  /** 95 % interval of `leak`. */
  low: number
  high: number
  verdict: Verdict
  /** Further time at the same rate of reading until the half-width equals the allowed loss, s; 0 when known or never useful. */
  waitMore: number
  /** Each reading's absolute pressure brought to 293.15 K, Pa. */
  corrected: number[]
}

/** Why nothing can be told yet. */
export type WhyNot = 'settling' | 'bends' | 'temperature' | 'short' | 'gauge'

export interface Judged {
  leak: LeakResult
  why: WhyNot | null
}

/** m³ that each side of a circuit holds under test. */
export interface TestVolumes {
  left: number
  right: number
  supply: number
}

export interface HoldResult {
  id: string
  /** Whether it was made on the circuit as it is; one of an earlier circuit has no verdict. */
  ofThisCircuit: boolean
  volume: number
  leak: LeakResult | null
  verdict: Verdict | null
  why: WhyNot | null
  problem: string | null
  duration: number
}
export interface Joint {
  id: string
  line: string
  end: 'from' | 'to'
  label: string
  side: AirPlan['lines'][string]['path']
  /** How it is joined. */
  kind: JointKind
  /** The line in words, as it is kept with what soap shows. */
  of: string
}
export interface ProveResult {
  holds: Record<string, HoldResult>
  joints: Joint[]
  /** What soap showed at joints as they are; findings of an earlier circuit are not among them. */
  soap: Record<string, Soap>
  /** Every place that may leak, likeliest first, and what to do next for its minutes. */
  places: RankedPlace[]
  next: NextThing[]
  volumes: TestVolumes
  /** Pa. */
  atmosphere: number
}
