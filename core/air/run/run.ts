import type { AirPlan, Scenario } from '../../document/types'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import type { Sample } from '../dynamics/network'
import type { RunFacts, RunColumn, RunResult } from './types'
import { CircuitRun } from './circuitRun'

/** Rows kept: more are thinned out as the run goes on. */
const MOST_ROWS = 2400

/** Keeps rows of a run far enough apart, whatever its length turns out to be. */
export class Recorder {
  columns: RunColumn[] = []
  rows: number[][] = []
  where: Record<string, string> = {}
  highestCurrent = 0
  private apart = 0
  private vessels: number[] = []
  private links: number[] = []
  private commands: string[] = []

  /** Sees every accepted step; `force` keeps it whatever the last row. */
  readonly see = (rig: CircuitRun, s: Sample, force = false): void => {
    if (this.columns.length === 0) this.head(rig)
    const current = rig.currentAt(s)
    this.highestCurrent = Math.max(this.highestCurrent, current)
    const last = this.rows.at(-1)
    if (!force && last && s.t - last[0]! < this.apart) return
    const left = rig.sim.index.get('spring-left')
    this.rows.push([
      s.t,
      ...this.vessels.map((i) => s.pressure[i]! - STANDARD_ATMOSPHERE),
      s.height.left,
      s.height.right,
      s.front,
      ((rig.facts.levelAt.left - s.height.left + rig.facts.levelAt.right - s.height.right) / 2) *
        rig.facts.levelAt.perHeight,
      current,
      left === undefined ? rig.plant.network.ambient(s.t) : s.temperature[left]!,
      ...s.motor,
      ...this.links.map((k) => s.flow[k]!),
      ...this.commands.map((c) => (rig.sim.open.get(c) ? 1 : 0)),
    ])
    if (this.rows.length > MOST_ROWS) {
      this.rows = this.rows.filter((_, i) => i % 2 === 0 || i === this.rows.length - 1)
      this.apart = (this.rows.at(-1)![0]! - this.rows[0]![0]!) / MOST_ROWS
    }
  }

  private head(rig: CircuitRun): void {
    const { network, where } = rig.plant
    const own = (id: string) => id !== 'shop' && !id.endsWith('.source')
    this.vessels = network.vessels.flatMap((v, i) => (own(v.id) ? [i] : []))
    this.links = network.links.flatMap((l, k) =>
      l.kind === 'tube' || rig.air.components[l.id] || l.command ? [k] : [],
    )
    this.commands = [...rig.sim.open.keys()]
    this.where = Object.fromEntries([...where].filter(([, v]) => own(v)))
    const label = (id: string) => labelOf(rig.air, id)
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
        label: `Flow, ${lineLabel(rig.air, network.links[k]!.id)}`,
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

function labelOf(air: AirPlan, chamber: string): string {
  const [id, port] = chamber.split('.') as [string, string | undefined]
  const label = air.components[id]?.label ?? { tyre: 'Tyre', tool: 'Tool' }[id] ?? id
  if (!port || port === 'open' || port === 'motor') return label
  return `${label}, ${/^out\d/.test(port) ? `outlet ${port.slice(3)}${chamber.split('.')[2] ? ` ${chamber.split('.')[2]}` : ''}` : ({ in: 'inlet', out: 'outlet' }[port] ?? port)}`
}

function lineLabel(air: AirPlan, id: string): string {
  const line = air.lines[id]
  return line ? `${labelOf(air, line.from)} to ${labelOf(air, line.to)}` : labelOf(air, id)
}

/** Runs a scenario to its end. `relative` is the solver's tolerance. */
export function runScenario(air: AirPlan, facts: RunFacts, scenario: Scenario, relative?: number): RunResult {
  const recorder = new Recorder()
  const rig = new CircuitRun(air, facts, scenario, recorder.see, relative)
  const { mass } = rig.sim
  scenario.steps.forEach((step, i) => {
    rig.begin(step, i)
    rig.finish()
  })
  recorder.see(rig, rig.sim.sample(), true)
  const { columns, rows, where, highestCurrent } = recorder
  return {
    columns,
    rows,
    where,
    highestCurrent,
    events: rig.events,
    results: rig.results,
    brought: rig.results.filter((r) => scenario.steps[r.step]?.do === 'bring').map((r) => r.seconds),
    massError: Math.abs(rig.sim.mass / mass - 1),
    used: rig.used,
    extremes: rig.extremes,
    lasted: rig.t,
    steps: rig.sim.steps,
  }
}
