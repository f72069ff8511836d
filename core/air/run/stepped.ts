import type { FaultKind } from '../../document/types'
import type { Sample, Watch } from '../dynamics/network'
import type { Simulation } from '../dynamics/simulation'
import type { CircuitModel, RunFacts, StepResult } from './types'

/** How far the present step may run by itself: until a time, or until one of its watches ends it. */
export interface RunLeg {
  until: number
  watches: Watch[]
}

/** A step of a scenario as it goes on, leg by leg. */
export type StepScript = Generator<RunLeg, void, void>

/** What a step may read of the run and change in it. */
export interface Stepped {
  readonly t: number
  readonly facts: RunFacts
  readonly model: CircuitModel
  readonly sim: Simulation
  readonly results: StepResult[]
  readonly levelsItself: boolean
  /** Band of the levelling controller, m; 0 without one. */
  readonly band: number
  /** Gauge pressure of a vessel, Pa, now or in a sample. */
  gauge(vessel: string, sample?: Sample): number
  setCommand(command: string, open: boolean): void
  call(outlet: string, on: boolean): void
  press(part: string, way: 'up' | 'down' | null): void
  fault(what: FaultKind, part: string): void
  load(haul: string | null): void
  say(text: string, part?: string): void
  label(id: string): string
  /** Tracks how far each spring exceeds its target, Pa; returns the largest so far. */
  watchOvershoot(target: { left: number; right: number }): () => number
}
