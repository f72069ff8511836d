import { PRACTICE } from '../../catalog/practice'
import type { FaultKind, ScenarioStep } from '../../document/types'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import type { Sample, Watch } from '../dynamics/network'
import type { Simulation } from '../dynamics/simulation'
import { bring } from './bring'
import { levelByItself } from './levelByItself'
import { RUN_SETTINGS } from './settings'
import type { CircuitModel, RunFacts, StepResult } from './types'

/** How far the step under way may go by itself: until a time, or until one of its watches ends it. */
export interface RunLeg {
  until: number
  watches: Watch[]
}

/** A step of a scenario as it goes on, leg by leg. */
export type StepScript = Generator<RunLeg, void, void>

/** What a step may ask of the run and do to it. */
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
  /** Follows how far each spring goes past what it is told, Pa; returns the furthest so far. */
  watchOvershoot(target: { left: number; right: number }): () => number
}

/** One step of a scenario. */
export function* stepScript(run: Stepped, step: ScenarioStep, index: number): StepScript {
  switch (step.do) {
    case 'wait':
      run.say(`Wait ${Math.round(step.seconds)} s`)
      yield { until: run.t + step.seconds, watches: [] }
      return
    case 'load':
      run.load(step.haul)
      run.say(step.haul === null ? 'Load taken off' : 'Load put on')
      return
    case 'fault':
      run.fault(step.what, step.part)
      return
    case 'press':
      run.press(step.part, step.way)
      yield { until: run.t + step.seconds, watches: [] }
      run.press(step.part, null)
      return
    case 'bring':
      yield* run.levelsItself ? levelByItself(run, step, index) : bring(run, step, index)
      return
    case 'tyre':
      yield* tyres(run, step, index)
      return
    case 'tool':
      yield* tool(run, step, index)
      return
    default:
      step satisfies never
  }
}

type Step<K extends ScenarioStep['do']> = Extract<ScenarioStep, { do: K }>

function* tyres(run: Stepped, step: Step<'tyre'>, index: number): StepScript {
  const began = run.t
  let count = 0
  if (!run.model.where.has('tyre')) {
    run.say('No coupler to fill a tyre from')
    run.results.push({ step: index, seconds: null, count })
    return
  }
  for (; count < step.count; count++) {
    run.sim.exchange('tyre', step.from + STANDARD_ATMOSPHERE)
    run.setCommand('tyre', true)
    run.say(`Tyre ${count + 1} on the coupler`)
    let full = false
    const fills: Watch = {
      value: (s) => run.gauge('tyre', s) - step.to,
      act: () => {
        full = true
        return 'end'
      },
    }
    yield { until: run.t + RUN_SETTINGS.stepTimeOut, watches: [fills] }
    run.setCommand('tyre', false)
    if (!full) break
  }
  run.results.push({ step: index, seconds: count === step.count ? run.t - began : null, count })
}

function* tool(run: Stepped, step: Step<'tool'>, index: number): StepScript {
  if (!run.model.where.has('tool')) {
    run.say('No coupler to run a tool from')
    run.results.push({ step: index, seconds: null })
    return
  }
  const began = run.t
  let full: number | null = null
  run.setCommand('tool', true)
  run.say('Tool runs')
  const slows = (t: number) => {
    full = t - began
    run.say('The tool slows: the air no longer keeps up')
  }
  yield { until: began + Math.min(PRACTICE.lineRush.value, step.seconds), watches: [] }
  // The line to the tool fills first; what does not reach its pressure then never will.
  if (run.gauge('tool') < step.needed) slows(began)
  const falls: Watch = {
    value: (s) => run.gauge('tool', s) - step.needed,
    act: (t) => {
      if (full === null) slows(t)
      return 'drop'
    },
  }
  yield { until: began + step.seconds, watches: [falls] }
  run.setCommand('tool', false)
  run.results.push({ step: index, seconds: full ?? step.seconds, count: full === null ? 1 : 0 })
}
