import { partLabel } from '#core/air/circuit/connections'
import { CircuitRun } from '#core/air/run/circuitRun'
import { Recorder } from '#core/air/run/run'
import type { NamedScenario, RunColumn, RunResult } from '#core/air/run/types'
import { TYRE, newScenario } from '#core/air/run/scenarios'
import { createDeriver } from '#core/derive/derive'
import { circuitAsItRuns } from '#core/air/circuit/states'
import { runFacts, runPlan, scenariosOf } from '#core/whatIf/runs'
import { checkPlan } from '#core/document/schema'
import type { Plan, ScenarioStep } from '#core/document/types'

/**
 * Runs a plan's circuit: a scenario to its end, or live with controls in somebody's hands. The input is checked
 * like any plan.
 */

function runThrough(
  value: unknown,
  scenarioId: string,
): { scenario: NamedScenario; result: RunResult } | null {
  const { plan } = checkPlan(value)
  if (!plan) return null
  const derived = createDeriver()(plan)
  const scenario = scenariosOf(plan, derived).find((s) => s.id === scenarioId)
  return scenario ? { scenario, result: runPlan(plan, derived, scenario) } : null
}

/** Something that can be pressed, and in which ways. */
export interface Hand {
  id: string
  label: string
  up: boolean
  down: boolean
}
export interface Opened {
  columns: RunColumn[]
  where: Record<string, string>
  rows: number[][]
  hands: Hand[]
}
export interface Advanced {
  rows: number[][]
  events: { t: number; text: string }[]
  busy: boolean
}

let live: CircuitRun | null = null
let recorder = new Recorder()
let sent = 0

/** Starts a live run with the springs at the given pressures and the tank full. */
function open(value: unknown, haul: string | null, left: number, right: number): Opened | null {
  const { plan } = checkPlan(value)
  if (!plan) return null
  recorder = new Recorder()
  sent = 0
  const derived = createDeriver()(plan)
  // Filling a tyre at the coupler is one of the possible actions.
  const scenario = { ...newScenario('By hand', 1, left, right), haul, steps: drawsOf(plan) }
  live = new CircuitRun(circuitAsItRuns(plan.air), runFacts(plan, derived), scenario, (r, s) =>
    recorder.see(r, s),
  )
  const hands = Object.entries(live.model.hands).map(([id, h]): Hand => {
    const cab = plan.air.components[id]?.kind === 'cabSwitch'
    const inSeries = live!.model.cabSwitchInSeries
    return {
      id,
      label: partLabel(plan.air, id),
      up: h.up.length > 0 || (cab && !inSeries),
      down: h.down.length > 0 || (cab && inSeries),
    }
  })
  return { columns: recorder.columns, where: recorder.where, rows: recorder.rows.slice(), hands }
}
const drawsOf = (plan: Plan): ScenarioStep[] =>
  Object.values(plan.air.components).some((c) => c.kind === 'coupler')
    ? [{ do: 'tyre', ...TYRE, count: 1 }]
    : []

/** Advances by some seconds; returns one row with the state and what happened. */
function advance(seconds: number): Advanced | null {
  if (!live) return null
  live.advance(live.t + seconds)
  recorder.see(live, live.sim.sample(), true)
  const row = recorder.rows.at(-1)!
  const events = live.events.slice(sent)
  sent = live.events.length
  return { rows: [row], events, busy: live.busy }
}
function press(part: string, way: 'up' | 'down' | null): void {
  live?.press(part, way)
}
function begin(step: ScenarioStep): void {
  live?.begin(step)
}

export const run = { runThrough, open, advance, press, begin }
