import { runScenario } from '../air/run/run'
import { newScenario } from '../air/run/scenarios'
import { circuitAsItRuns } from '../air/circuit/states'
import { ordered, type Plan, type Preset } from '../document/types'
import { REFERENCE_DENSITY } from '../quantity/constants'
import { runFailure, runFacts } from './runs'
import type { Derived } from '../derive/types'

/** From one preset to another, under the load of the second, as Air's runs have it. SI. */
export interface PresetMove {
  from: string
  to: string
  /** s it takes; null where it does not get there. */
  seconds: number | null
  /** Free air that is drawn in, m³, and the most current, A. */
  air: number
  amps: number
}

/** Every way from one preset to another, in the order of the hauls. */
export const presetPairs = (plan: Plan, { stages }: Derived): [from: string, to: string][] => {
  const ids = ordered(plan.hauls).flatMap(([id]) => (stages.tune.result.presets[id] ? [id] : []))
  return ids.flatMap((from) => ids.flatMap((to): [string, string][] => (from === to ? [] : [[from, to]])))
}

/** One of them run; some hundredths of a second. @returns null where the circuit does not come to its end. */
export function movePreset(plan: Plan, derived: Derived, from: string, to: string): PresetMove | null {
  const { presets } = derived.stages.tune.result
  const circuit = circuitAsItRuns(plan.air)
  const at = (id: string): Preset => ({ left: presets[id]!.left, right: presets[id]!.right })
  const begin = newScenario('Move', 1, at(from).left, at(from).right)
  const scenario = { ...begin, haul: to, steps: [{ do: 'bring' as const, ...at(to) }] }
  try {
    const run = runScenario(circuit, runFacts(plan, derived), scenario)
    const seconds = run.brought[0] ?? null
    return { from, to, seconds, air: run.taken / REFERENCE_DENSITY, amps: run.highestCurrent }
  } catch (error) {
    if (runFailure(error) === null) throw error
    return null
  }
}
