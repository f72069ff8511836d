import type { ComponentKind } from '../../catalog/kinds'
import type { SpringClass } from '../../catalog/springs'
import type { AirPlan, Scenario, Side } from '../../document/types'
import type { Network, SpringState } from '../dynamics/network'
import type { Site } from '../types'
import type { Quantity } from '../../quantity/units'

/** A plan's circuit as vessels and links, with the names of what may be commanded. SI, gauge at its edges. */

/** What the truck and the places of the parts give. */
export interface RunFacts {
  /** Length of each line, m. */
  lengths: Record<string, number>
  /** Volumes and heights of the springs under a haul (null: the empty truck) at their gauge pressures. */
  springs(haul: string | null): (left: number, right: number) => SpringState
  /**
   * Heights of the springs where a height valve or a controller holds them, and wheel travel per travel of
   * the spring.
   */
  levelAt: { left: number; right: number; perHeight: number }
  /** Where it works: the air around it, and what feeds its motors, each as if it had such a feed to itself. */
  site: Site
}

/** What fills and lets down springs when told a pressure. */
export interface Outlet {
  part: string
  /** Vessel whose pressure it goes by. */
  vessel: string
  sides: Side[]
  fill: string[]
  vent: string[]
  /** Whether it calls the compressor while it fills. */
  calls: boolean
}
export interface Supply {
  id: string
  kind: ComponentKind
  command: string
  vessel: string
  cutOut: number | null
}
export interface Switch {
  id: string
  vessel: string
  cutIn: number
  cutOut: number
}

export interface CircuitModel {
  network: Network
  /** Vessel of a component, or of one of its ports as `component.port`. */
  where: Map<string, string>
  outlets: Outlet[]
  supplies: Supply[]
  switches: Switch[]
  /** Commands of what may be pressed by hand. */
  hands: Record<string, { up: string[]; down: string[] }>
  /** Absolute pressures to begin with, by vessel. */
  start: Record<string, number>
  hasTank: boolean
  /** Whether the cab switch is in series with the tank's pressure switch; else it is an up switch. */
  cabSwitchInSeries: boolean
  /** Height-control valves. */
  levers: string[]
}

export interface Happening {
  t: number
  text: string
  part?: string
}

export interface StepResult {
  step: number
  /** s it took; null when it did not get there. */
  seconds: number | null
  /** Furthest a spring stood past what it was told, Pa; only of a `bring`. */
  overshoot?: number
  /** Tyres filled; seconds of full tool. */
  count?: number
}

/**
 * How long a supply ran, s, the charge it took, A·s, how hot its motor came to be and the air that left it, K, and how
 * often it started.
 */
export interface MotorUse {
  on: number
  charge: number
  hottest: number
  discharge: number
  starts: number
}

/** Highest pressure, Pa gauge, and least and greatest height, m, of a spring so far. */
export interface Extremes {
  pressure: number
  low: number
  high: number
}

export type NamedScenario = Scenario & { id: string }

/** Pressures a haul is brought to, Pa gauge. */
export interface HaulSet {
  id: string
  label: string
  left: number
  right: number
}

export interface RunColumn {
  id: string
  label: string
  quantity: Quantity
}

/** A scenario from its start to its end, as rows over time and what it came to. */
export interface RunResult {
  columns: RunColumn[]
  rows: number[][]
  /** Column of a component's pressure, or of one of its ports as `component.port`. */
  where: Record<string, string>
  events: Happening[]
  results: StepResult[]
  /** s of each `bring`, null when it did not get there. */
  brought: (number | null)[]
  /** Gas not conserved over the whole run, as a share of what the circuit held at first and took in since. */
  massError: number
  /** Gas taken in from around, kg. */
  taken: number
  /** A. */
  highestCurrent: number
  used: Record<string, MotorUse>
  /** What each spring came to at most and at least, over every step and not only the rows kept. */
  extremes: { left: Extremes; right: Extremes }
  /** Highest pressure that each part came to at any of its ports, and each line at either end, Pa gauge. */
  highest: Record<string, number>
  /** s the whole run lasted. */
  lasted: number
  steps: number
}

/** Why a run did not come to its end. */
export type RunFailure = 'stuck' | 'work' | 'balance'

/** What the answers are drawn from. */
export interface AnswerInput {
  air: AirPlan
  spring: SpringClass
  sets: readonly HaulSet[]
  /** Scenarios that were run and their results by id; one that could not be run has a failure instead. */
  scenarios: readonly NamedScenario[]
  runs: Record<string, RunResult>
  failures: Record<string, RunFailure>
  /** m³ of both springs at the highest haul. */
  springVolume: { left: number; right: number }
  /** Motor current that Power counts with, A. */
  plannedCurrent: number
}
