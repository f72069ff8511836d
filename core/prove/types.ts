import type { RoadCheck } from './road'
import type { AirPath, AirPlan, JointKind, LeakPlaceKind, Opening, Soap } from '../document/types'

/** One reading of a hold test. t in s, gauge pressure and barometer in Pa, temperature in K. */
export interface HoldReading {
  t: number
  pressure: number
  temperature: number
  barometer: number | null
  /** K that its temperature may be off besides what the thermometer is sure to. */
  unsure?: number
  /** Where it stands in its test. */
  index?: number
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
  /**
   * Further time at the same rate of reading until the half-width equals the allowed loss, s; 0 when known or
   * never useful.
   */
  waitMore: number
  /** Each reading's absolute pressure brought to 293.15 K, Pa. */
  corrected: number[]
}

/** Why nothing can be told yet. */
export type WhyNot = 'settling' | 'bends' | 'gains' | 'temperature' | 'short' | 'gauge'

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
  /** What of it was opened after it began; such a test has no verdict. */
  opened: Opening | null
  /** Nothing was plugged off: it stands for its side as it is driven. */
  isWhole: boolean
  volume: number
  leak: LeakResult | null
  verdict: Verdict | null
  why: WhyNot | null
  problem: string | null
  /** As they are judged: in order of time, those left out not among them; `leak.corrected` goes by them. */
  readings: HoldReading[]
  /** Where in the test stands the reading that is farthest off the others, and by how much, Pa; null where none is. */
  astray: { index: number; by: number } | null
  /** Begun with too little in it to show a leak: what the first reading shows and what it should, Pa gauge; who says so. */
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
  /** The line in words, as it is kept with what soap shows. */
  of: string
}
export interface LeakPlace {
  id: string
  label: string
  kind: LeakPlaceKind
  side: AirPath
  /** The part it is at: what is soaped in one go. */
  at: string
  /** In the dash, or inside a coil: soaped before that is closed. */
  isHidden: boolean
  /** At a valve: not in a test with the valves plugged off. */
  atValve: boolean
}

export const HELD_SIDES = ['left', 'right', 'supply'] as const
export type HeldSide = (typeof HELD_SIDES)[number]

/** Whether a test that stands says that a side is tight, and whether such a test was read again the next day. */
export interface SideProved {
  side: HeldSide
  held: boolean
  nextDay: boolean
}

/** A place that was soaped, and opened after it. */
export interface OpenedPlace {
  id: string
  label: string
  opening: Opening
}
/** A function reading that says nothing any more: which part was opened after it, and how. */
export interface OpenedTest extends OpenedPlace {
  part: string
}
/** Something that was looked at after the road, and opened after that. */
export interface OpenedCheck {
  check: RoadCheck
  opening: Opening
}

export type SidesHeld = Readonly<
  Record<'left' | 'right' | 'supply', { verdict: Verdict; freeAir: number } | null>
>

export interface LeakEvidence {
  soap: Readonly<Record<string, Soap>>
  /** What hold tests said of a side, and what it loses as free air, m³/s; null where none stands. */
  sides: SidesHeld
  /** The same of tests with the valves plugged off. */
  plugged: SidesHeld
  /** Leaks that this shop found before, by kind of place. */
  history?: Readonly<Partial<Record<LeakPlaceKind, number>>>
}

export interface RankedPlace extends LeakPlace {
  /** How likely it is that this is where most of it goes, of 1 over all. */
  share: number
  soap: Soap | null
}

/** What may be done next, with the minutes of hands it takes and what it tells, bits. */
export interface NextThing {
  do: 'soap' | 'hold' | 'repair' | 'plug' | 'swap'
  /** The part to soap at, the side to hold or to plug off, the valve to swap lines at, or the place to repair. */
  of: string
  label: string
  minutes: number
  bits: number
  /** The likelihood that it shows the leak. */
  share: number
}

export interface ProveResult {
  /** What is looked at after the first drive, and what of it nobody has looked at. */
  roadChecks: RoadCheck[]
  roadLeft: RoadCheck[]
  /** What was proved and was opened after that: it is to be proved again. */
  opened: { places: OpenedPlace[]; tests: OpenedTest[]; road: OpenedCheck[] }
  /** Function readings that still stand. */
  functionsStand: number
  /** Every side that is to be held, and what the tests that stand say of it. */
  sides: SideProved[]
  holds: Record<string, HoldResult>
  joints: Joint[]
  /** What soap showed at joints as they are; findings of an earlier circuit are not among them. */
  soap: Record<string, Soap>
  /** Every place that may leak, likeliest first, and what to do next for its minutes. */
  places: RankedPlace[]
  next: NextThing[]
  /** What both go by. */
  evidence: LeakEvidence
  volumes: TestVolumes
  /** Pa. */
  atmosphere: number
}
