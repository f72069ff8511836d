import { PRACTICE } from '../../catalog/practice'
import type { ScenarioStep } from '../../document/types'
import type { Watch } from '../dynamics/network'
import { bring } from './bring'
import { levelByItself } from './levelByItself'
import { RUN_SETTINGS } from './settings'
import type { StepScript, Stepped } from './stepped'

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
    run.sim.exchange('tyre', step.from + run.sim.network.atmosphere)
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
  // The line to the tool fills first. A tool that does not reach its pressure then never will.
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
