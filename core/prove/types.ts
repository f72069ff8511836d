import type { RoadCheck } from './road'
import type { AirPath, AirPlan, JointKind, LeakPlaceKind, Opening, Soap } from '../document/types'

/** One reading of a hold test. t in s, gauge pressure and barometer in Pa, temperature in K. */
export interface HoldReading {
  t: number
  pressure: number
  temperature: number
  barometer: number | null
  /** Doubt of its temperature, K, besides the thermometer's tolerance. */
  unsure?: number
  /** Its place in the test. */
  index?: number
}

export type Verdict = 'tight' | 'leaking' | 'cannot tell'

export interface LeakResult {
  /** Pa·m³/s at 293.15 K, positive is loss. */
  leak: number
  /** Standard cm³ per minute at 0 °C, 101 325 Pa. */
  sccm: number
  /** Gauge pressure lost per s at 293.15 K. */
  lossRate: number
  /** 95 % interval of `leak`. */
  low: number
  high: number
  verdict: Verdict
  /**
   * Further time at the same pace until the half-width equals the allowed loss, s; 0 if there is a verdict or
   * waiting is useless.
   */
  waitMore: number
  /** Absolute pressure of each reading, corrected to 293.15 K, Pa. */
  corrected: number[]
}

/** Why there is no verdict yet. */
export type WhyNot = 'settling' | 'bends' | 'gains' | 'temperature' | 'short' | 'gauge'

export interface Judged {
  leak: LeakResult
  why: WhyNot | null
}

/** Volume under test on each side of a circuit, m³. */
export interface TestVolumes {
  left: number
  right: number
  supply: number
}

export interface HoldResult {
  id: string
  /** True if it was made on the circuit as it is. A test of an earlier circuit has no verdict. */
  ofThisCircuit: boolean
  /** What was opened of it after it began; such a test has no verdict. */
  opened: Opening | null
  /** Nothing was plugged off: it counts for its side as driven. */
  isWhole: boolean
  volume: number
  leak: LeakResult | null
  verdict: Verdict | null
  why: WhyNot | null
  problem: string | null
  /** As judged: in order of time, without those left out; `leak.corrected` has the same order. */
  readings: HoldReading[]
  /**
   * The reading that is furthest from the others: its place in the test, and by how much, Pa; null if none is.
   */
  astray: { index: number; by: number } | null
  /**
   * Begun with too little pressure to show a leak: the first reading and the least needed, Pa gauge, with the
   * source.
   */
  tooLow: { filled: number; least: number; source: string } | null
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
  /** The line in words, as kept with soap findings. */
  of: string
}
export interface LeakPlace {
  id: string
  label: string
  kind: LeakPlaceKind
  side: AirPath
  /** The part it is at; all its joints are soaped together. */
  at: string
  /** Inside the dash or a coil: soaped before that is closed. */
  isHidden: boolean
  /** At a valve: not part of a test with the valves plugged off. */
  atValve: boolean
}

export const HELD_SIDES = ['left', 'right', 'supply'] as const
export type HeldSide = (typeof HELD_SIDES)[number]

/** Whether a test that counts says that a side is tight, and whether it was read again the next day. */
export interface SideProved {
  side: HeldSide
  held: boolean
  nextDay: boolean
}

/** A place that was soaped and then opened. */
export interface OpenedPlace {
  id: string
  label: string
  opening: Opening
}
/** A function reading that no longer counts: which part was opened afterwards, and how. */
export interface OpenedTest extends OpenedPlace {
  part: string
}
/** A check after the road whose part was opened afterwards. */
export interface OpenedCheck {
  check: RoadCheck
  opening: Opening
}

export type SidesHeld = Readonly<
  Record<'left' | 'right' | 'supply', { verdict: Verdict; freeAir: number } | null>
>

export interface LeakEvidence {
  soap: Readonly<Record<string, Soap>>
  /** What hold tests say of each side, and its loss as free air, m³/s; null if none counts. */
  sides: SidesHeld
  /** The same for tests with the valves plugged off. */
  plugged: SidesHeld
  /** Leaks that this shop found before, by kind of place. */
  history?: Readonly<Partial<Record<LeakPlaceKind, number>>>
}

export interface RankedPlace extends LeakPlace {
  /** Probability that most of the air goes here, 0–1. */
  share: number
  soap: Soap | null
}

/** A possible next action, with the minutes it takes and the information it gives, bits. */
export interface NextThing {
  do: 'soap' | 'hold' | 'repair' | 'plug' | 'swap'
  /** The part to soap, the side to hold or to plug off, the valve to swap lines at, or the place to repair. */
  of: string
  label: string
  minutes: number
  bits: number
  /** Probability that it shows the leak. */
  share: number
}

export interface ProveResult {
  /** What is inspected after the first drive, and what of it is left. */
  roadChecks: RoadCheck[]
  roadLeft: RoadCheck[]
  /** What was proved and then opened: it must be proved again. */
  opened: { places: OpenedPlace[]; tests: OpenedTest[]; road: OpenedCheck[] }
  /** Function readings that still count. */
  functionsStand: number
  /** Every side to be held, and what the tests that count say of it. */
  sides: SideProved[]
  holds: Record<string, HoldResult>
  joints: Joint[]
  /** Soap findings at joints as they are; those of an earlier circuit are not included. */
  soap: Record<string, Soap>
  /** Every place that may leak, likeliest first, and what to do next. */
  places: RankedPlace[]
  next: NextThing[]
  /** The evidence for both. */
  evidence: LeakEvidence
  volumes: TestVolumes
  /** Pa. */
  atmosphere: number
}
