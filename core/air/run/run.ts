import type { AirPlan, Scenario } from '../../document/types'
import { partLabel } from '../circuit/connections'
import type { Sample } from '../dynamics/network'
import { portsOf } from '../parts/parts'
import { chamberOf } from './modelParts'
import { heightMissing } from './levelling'
import { RUN_SETTINGS } from './settings'
import type { RunFacts, RunColumn, RunResult } from './types'
import type { SimulationOptions } from '../dynamics/simulation'
import { CircuitRun } from './circuitRun'

/** True if a vessel belongs to the circuit and is not an outside reservoir. */
const isOwn = (vessel: string) => vessel !== 'shop' && !vessel.endsWith('.source')

/** Keeps rows of a run at suitable distances, however long it turns out to be. */
export class Recorder {
  columns: RunColumn[] = []
  rows: number[][] = []
  where: Record<string, string> = {}
  highestCurrent = 0
  private apart = 0
  private vessels: number[] = []
  private links: number[] = []
  private commands: string[] = []

  /** Receives every accepted step; `force` keeps it whatever the last row. */
  readonly see = (run: CircuitRun, s: Sample, force = false): void => {
    if (this.columns.length === 0) this.head(run)
    const current = run.currentAt(s)
    this.highestCurrent = Math.max(this.highestCurrent, current)
    const last = this.rows.at(-1)
    if (!force && last && s.t - last[0]! < this.apart) return
    const left = run.sim.index.get('spring-left')
    this.rows.push([
      s.t,
      ...this.vessels.map((i) => s.pressure[i]! - run.atmosphere),
      s.height.left,
      s.height.right,
      s.front,
      heightMissing(run.facts, ['left', 'right'], s),
      current,
      left === undefined ? run.model.network.ambient(s.t) : s.temperature[left]!,
      ...s.motor,
      ...this.links.map((k) => s.flow[k]!),
      ...this.commands.map((c) => (run.sim.open.get(c) ? 1 : 0)),
    ])
    if (this.rows.length > RUN_SETTINGS.mostRows) {
      this.rows = this.rows.filter((_, i) => i % 2 === 0 || i === this.rows.length - 1)
      this.apart = (this.rows.at(-1)![0]! - this.rows[0]![0]!) / RUN_SETTINGS.mostRows
    }
  }

  private head(run: CircuitRun): void {
    const { network, where } = run.model
    this.vessels = network.vessels.flatMap((v, i) => (isOwn(v.id) ? [i] : []))
    this.links = network.links.flatMap((l, k) =>
      l.kind === 'tube' || run.air.components[l.id] || l.command ? [k] : [],
    )
    this.commands = [...run.sim.open.keys()]
    this.where = Object.fromEntries([...where].filter(([, v]) => isOwn(v)))
    const label = (id: string) => chamberLabel(run.air, id)
    this.columns = [
      { id: 't', label: 'Time', quantity: 'time' },
      ...this.vessels.map((i) => ({
        id: network.vessels[i]!.id,
        label: label(network.vessels[i]!.id),
        quantity: 'pressure' as const,
      })),
      { id: 'height-left', label: 'Left spring stands', quantity: 'length' },
      { id: 'height-right', label: 'Right spring stands', quantity: 'length' },
      { id: 'sag-front', label: 'Front under its empty height', quantity: 'length' },
      { id: 'sag-rear', label: 'Rear under its empty height', quantity: 'length' },
      { id: 'current', label: 'Motor current', quantity: 'current' },
      { id: 'warm', label: 'Air in the left spring', quantity: 'temperature' },
      ...network.motors!.map((m) => ({
        id: `${m.id}.temperature`,
        label: `${label(m.id)}, motor`,
        quantity: 'temperature' as const,
      })),
      ...this.links.map((k) => ({
        id: `flow.${network.links[k]!.id}`,
        label: `Flow, ${lineLabel(run.air, network.links[k]!.id)}`,
        quantity: 'massFlow' as const,
      })),
      ...this.commands.map((c) => ({
        id: `open.${c}`,
        label: `Open, ${label(c)}`,
        quantity: 'count' as const,
      })),
    ]
  }
}

/** Names of ports that are not outlets; if something is open or running it is the part itself. */
const PORT_WORDS: Record<string, string> = { in: ', inlet', out: ', outlet', open: '', motor: '' }
/** Names of what a scenario connects to the coupler. */
const DRAWS: Record<string, string> = { tyre: 'Tyre', tool: 'Tool' }

/** Name of a chamber, valve or motor: `component`, `component.port` or `component.port.way`. */
function chamberLabel(air: AirPlan, chamber: string): string {
  const [id, port, way] = chamber.split('.') as [string, string?, string?]
  if (port && /^out\d/.test(port)) return `${partLabel(air, `${id}.${port}`)}${way ? ` ${way}` : ''}`
  const label = DRAWS[id] ?? partLabel(air, id)
  return port ? `${label}${PORT_WORDS[port] ?? `, ${port}`}` : label
}

function lineLabel(air: AirPlan, id: string): string {
  const line = air.lines[id]
  return line ? `${chamberLabel(air, line.from)} to ${chamberLabel(air, line.to)}` : chamberLabel(air, id)
}

/** Highest pressure of every part and line in a run, Pa gauge. */
function highestOf({ air, model, sim, highest }: CircuitRun): Record<string, number> {
  const found: Record<string, number> = {}
  const at = (chamber: string) => highest[sim.index.get(model.where.get(chamber) ?? '') ?? -1]
  const take = (id: string, pressure: number | undefined) => {
    if (pressure !== undefined) found[id] = Math.max(found[id] ?? -Infinity, pressure)
  }
  for (const [chamber] of model.where) {
    const [id] = chamber.split('.') as [string]
    if (air.components[id]) take(id, at(chamber))
  }
  for (const [id, line] of Object.entries(air.lines)) {
    for (const [part, port] of [
      [line.from, line.fromPort],
      [line.to, line.toPort],
    ] as const)
      if (portsOf(air, part).find((p) => p.id === port)?.type === 'pressure')
        take(id, at(chamberOf(air, part, port)))
  }
  return found
}

/**
 * Runs a scenario to its end. @param options tolerance of the solver, and the work it may spend
 * @throws {StuckError | OverBudgetError} if it does not finish
 */
export function runScenario(
  air: AirPlan,
  facts: RunFacts,
  scenario: Scenario,
  options: Pick<SimulationOptions, 'relative' | 'work'> = {},
): RunResult {
  const recorder = new Recorder()
  const run = new CircuitRun(air, facts, scenario, recorder.see, options)
  const { mass } = run.sim
  const { vessels } = run.model.network
  const held = vessels.reduce((sum, v, i) => (isOwn(v.id) ? sum + run.sim.y[i]! : sum), 0)
  scenario.steps.forEach((step, i) => {
    run.begin(step, i)
    run.finish()
  })
  recorder.see(run, run.sim.sample(), true)
  const { columns, rows, where, highestCurrent } = recorder
  return {
    columns,
    rows,
    where,
    highestCurrent,
    events: run.events,
    results: run.results,
    brought: run.results.filter((r) => scenario.steps[r.step]?.do === 'bring').map((r) => r.seconds),
    taken: run.sim.taken,
    massError: Math.abs(run.sim.mass - mass) / (held + run.sim.taken),
    used: run.used,
    extremes: run.extremes,
    highest: highestOf(run),
    lasted: run.t,
    steps: run.sim.steps,
  }
}
