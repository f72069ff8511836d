import type { SpringClass } from '../../catalog/springs'
import type { AirPlan, Scenario, Side, ComponentKind } from '../../document/types'
import type { Network, SpringState } from '../dynamics/network'
import type { Site } from '../types'
import type { Quantity } from '../../quantity/units'

/** A plan's circuit as vessels and links, with the names of the possible commands. SI, gauge at its edges. */

/** What a run needs to know of the truck and of the places of the parts. */
export interface RunFacts {
  /** Length of each line, m. */
  lengths: Record<string, number>
  /** Volumes and heights of the springs under a haul (null: the empty truck) at their gauge pressures. */
  springs(haul: string | null): (left: number, right: number) => SpringState
  /** Heights at which a height valve or a controller holds the springs, and wheel travel per spring travel. */
  levelAt: { left: number; right: number; perHeight: number }
  /** Site: the air around it, and the feed of its motors, each as if it had the feed to itself. */
  site: Site
}

/** What fills and lets down springs to a target pressure. */
export interface Outlet {
  part: string
  /** Vessel whose pressure it reads. */
  vessel: string
  sides: Side[]
  fill: string[]
  vent: string[]
  /** True if it calls the compressor while it fills. */
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
  /** Commands for what can be pressed by hand. */
  hands: Record<string, { up: string[]; down: string[] }>
  /** Absolute initial pressures, by vessel. */
  start: Record<string, number>
  hasTank: boolean
  /** True if the cab switch is in series with the tank's pressure switch; otherwise it is an up switch. */
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
  /** Duration, s; null if it did not arrive. */
  seconds: number | null
  /** How far a spring exceeded its target, Pa; only for `bring`. */
  overshoot?: number
  /** Number of tyres filled; seconds of full tool. */
  count?: number
}

/**
 * Use of a supply: running time, s, charge, A·s, highest temperature of its motor and of the leaving air, K,
 * and number of starts.
 */
export interface MotorUse {
  on: number
  charge: number
  hottest: number
  discharge: number
  starts: number
}

/** Highest pressure, Pa gauge, and smallest and largest height of a spring, m, so far. */
export interface Extremes {
  pressure: number
  low: number
  high: number
}

export type NamedScenario = Scenario & { id: string }

/** Target pressures of a haul, Pa gauge. */
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

/** A scenario from start to end, as rows over time with its results. */
export interface RunResult {
  columns: RunColumn[]
  rows: number[][]
  /** Column of a component's pressure, or of one of its ports as `component.port`. */
  where: Record<string, string>
  events: Happening[]
  results: StepResult[]
  /** Duration of each `bring`, s; null if it did not arrive. */
  brought: (number | null)[]
  /** Gas not conserved over the run, as a share of the initial content plus what was taken in. */
  massError: number
  /** Gas taken in, kg. */
  taken: number
  /** A. */
  highestCurrent: number
  used: Record<string, MotorUse>
  /** Extremes of each spring over every step, not only the kept rows. */
  extremes: { left: Extremes; right: Extremes }
  /** Highest pressure of each part at any port, and of each line at either end, Pa gauge. */
  highest: Record<string, number>
  /** Duration of the whole run, s. */
  lasted: number
  steps: number
}

/** Why a run did not finish. */
export type RunFailure = 'stuck' | 'work' | 'balance'

/** Input of the answers. */
export interface AnswerInput {
  air: AirPlan
  spring: SpringClass
  sets: readonly HaulSet[]
  /** Scenarios that were run, and their results by id; one that could not be run has a failure instead. */
  scenarios: readonly NamedScenario[]
  runs: Record<string, RunResult>
  failures: Record<string, RunFailure>
  /** m³ of both springs at the highest haul. */
  springVolume: { left: number; right: number }
  /** Motor current in Power's plan, A. */
  plannedCurrent: number
}
