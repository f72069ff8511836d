import type { AirPlan, FaultKind, Scenario, ScenarioStep, Side } from '../../document/types'
import { interpolate } from '../../quantity/interpolate'
import { firstOfKind, partLabel } from '../circuit/connections'
import type { Sample, Watch } from '../dynamics/network'
import { Simulation, type SimulationOptions } from '../dynamics/simulation'
import { partOf } from '../parts/parts'
import { FAULT_WORDS, faultCommands } from './faults'
import { Levelling, type Controller, type Levelled } from './levelling'
import { buildCircuitModel } from './model'
import { restartTemperature } from './motorHeat'
import { RUN_SETTINGS } from './settings'
import { stepScript } from './steps'
import type { RunLeg, StepScript, Stepped } from './stepped'
import type { CircuitModel, Extremes, Happening, MotorUse, RunFacts, StepResult, Supply } from './types'

const { instant: INSTANT } = RUN_SETTINGS
/** A hand pushes an arm this far, rad: wide open. */
const PUSHED = Math.PI / 3
/** Smallest flow through a height valve that is heard, kg/s: a litre of free air per minute (from memory). */
const FELT = 2e-5

/**
 * A circuit while it runs: the network over time, what works by itself (pressure switch, thermal cut-out,
 * levelling controller), and the hands that press. It continues as long as asked, by the steps of a scenario or
 * freely. It is one class of about 400 lines, because a switch, a hand and a watch each change what the others
 * meet at the same instant, and that order is read in one place.
 */
export class CircuitRun implements Stepped, Levelled {
  readonly model: CircuitModel
  readonly sim: Simulation
  readonly events: Happening[] = []
  readonly results: StepResult[] = []
  readonly used: Record<string, MotorUse> = {}
  readonly extremes: { left: Extremes; right: Extremes } = {
    left: { pressure: -Infinity, low: Infinity, high: -Infinity },
    right: { pressure: -Infinity, low: Infinity, high: -Infinity },
  }
  /** Highest pressure of every vessel so far, Pa gauge, in the network's order. */
  readonly highest: Float64Array
  /** Outlets that call the compressor. */
  private readonly calling = new Set<string>()
  /** Commands that a fault holds open or shut. */
  private readonly forced = new Map<string, boolean>()
  private readonly switchClosed = new Map<string, boolean>()
  private readonly tripped = new Set<string>()
  private welded = false
  /** The cab switch: held off in series with the pressure switch, or pressed as the up switch. */
  private cabOff = false
  /** Since when the compressors are demanded, s; null while they are not. */
  private askedSince: number | null = null
  private upPressed = false
  private readonly controller: Controller | null
  private readonly levelling: Levelling | null
  /** True while something stops the controller. */
  private levellingRests = false
  private script: StepScript | null = null
  private leg: RunLeg | null = null
  private last: Sample
  private overshoots: { side: Side; wanted: number; way: number; most: number }[] = []

  constructor(
    readonly air: AirPlan,
    readonly facts: RunFacts,
    readonly scenario: Scenario,
    private readonly seen: (run: CircuitRun, sample: Sample) => void = () => {},
    options: Pick<SimulationOptions, 'relative' | 'work'> = {},
  ) {
    this.model = buildCircuitModel(air, facts, scenario)
    const { network, start, supplies, switches, outlets } = this.model
    this.sim = new Simulation(network, start, options)
    this.highest = new Float64Array(network.vessels.length).fill(-Infinity)
    for (const s of supplies) this.used[s.id] = { on: 0, charge: 0, hottest: 0, discharge: 0, starts: 0 }
    for (const s of switches)
      this.switchClosed.set(s.id, this.gauge(s.vessel) < s.cutIn + RUN_SETTINGS.switchPlay)
    const id = firstOfKind(air, 'controller')
    const figures = id === null ? null : partOf(air, id).figures
    this.controller = figures && {
      delay: figures.delay!,
      band: figures.band!,
      timeOut: figures.timeOut!,
    }
    this.levelling = this.controller && new Levelling(this.controller, outlets)
    this.last = this.sim.sample()
    this.record(this.last)
  }

  get t(): number {
    return this.sim.t
  }

  /** True while a step runs. */
  get busy(): boolean {
    return this.script !== null
  }

  /** Pa. */
  get atmosphere(): number {
    return this.model.network.atmosphere
  }

  get levelsItself(): boolean {
    return this.model.levers.length > 0 || this.controller !== null
  }

  get band(): number {
    return this.controller?.band ?? 0
  }

  gauge(vessel: string, sample?: Sample): number {
    const s = sample ?? this.sim.sample()
    return s.pressure[this.sim.index.get(vessel)!]! - this.atmosphere
  }

  /** Motor current of all supplies in a sample, A. */
  currentAt(sample: Sample): number {
    return this.model.network.motors!.reduce(
      (sum, m) => sum + (this.isOpen(m.command) ? interpolate(m.current, this.gauge(m.vessel, sample)) : 0),
      0,
    )
  }

  private isOpen(command: string): boolean {
    return this.sim.open.get(command) === true
  }

  say(text: string, part?: string): void {
    this.events.push({ t: this.t, text, part })
  }

  label(id: string): string {
    return partLabel(this.air, id)
  }

  /** Sets a command, unless a fault holds it. */
  setCommand(command: string, open: boolean): void {
    this.sim.command(command, this.forced.get(command) ?? open)
  }

  /** What a hand presses, or null when it lets go. */
  press(part: string, way: 'up' | 'down' | null): void {
    const { hands, outlets, cabSwitchInSeries, switches } = this.model
    const hand = hands[part]
    if (!hand) return
    if (this.air.components[part]?.kind === 'cabSwitch') {
      this.upPressed = !cabSwitchInSeries && way === 'up'
      this.cabOff = (cabSwitchInSeries || switches.length === 0) && way === 'down'
    }
    for (const c of hand.up) this.setCommand(c, way === 'up')
    for (const c of hand.down) this.setCommand(c, way === 'down')
    const outlet = outlets.find((o) => hand.up.some((c) => o.fill.includes(c)))
    if (outlet?.calls) this.call(outlet.part, way === 'up')
    // Whatever feeds a block opens with it.
    if (outlet) for (const c of outlet.fill) this.setCommand(c, way === 'up')
    this.say(`${this.label(part)}: ${way ?? 'let go'}`, part)
  }

  /** Holds a command in a state, or (null) releases it. */
  holdCommand(command: string, open: boolean | null): void {
    if (open === null) this.forced.delete(command)
    else {
      this.forced.set(command, open)
      this.sim.command(command, open)
    }
  }

  /** Ends the present step and releases everything that is pressed. */
  halt(): void {
    this.script = null
    this.leg = null
    this.overshoots = []
    this.calling.clear()
    this.upPressed = false
    for (const { up, down } of Object.values(this.model.hands))
      for (const command of [...up, ...down]) this.setCommand(command, false)
    for (const { fill, vent } of this.model.outlets)
      for (const command of [...fill, ...vent]) this.setCommand(command, false)
  }

  /** Stops the levelling controller with its valves shut, or lets it work again. */
  restLevelling(on: boolean): void {
    if (on === this.levellingRests || !this.levelling) return
    this.levellingRests = on
    this.levelling.forget()
    this.halt()
  }

  /** Spring heights at which a leveller holds from now on, m. */
  holdAt({ left, right }: { left: number; right: number }): void {
    Object.assign(this.facts.levelAt, { left, right })
  }

  /** Whether levelling lets air into the springs, out of them, or neither. */
  moves(): 'fills' | 'vents' | 'quiet' {
    const { levers, outlets } = this.model
    const { flow } = this.sim.sample()
    const passes = (link: string) => flow[this.sim.linkIndex.get(link)!]! > FELT
    const fills = levers.some((id) => passes(`${id}.up`)) || outlets.some(({ fill }) => this.anyOpen(fill))
    if (fills) return 'fills'
    const vents = levers.some((id) => passes(`${id}.down`)) || outlets.some(({ vent }) => this.anyOpen(vent))
    return vents ? 'vents' : 'quiet'
  }
  private anyOpen(commands: readonly string[]): boolean {
    return commands.some((command) => this.isOpen(command))
  }

  /** The arm of a height valve pushed up or down by hand, off its link; null hangs it back. */
  pushArm(valve: string, way: 'up' | 'down' | null): void {
    const angle = way === null ? null : way === 'up' ? PUSHED : -PUSHED
    for (const end of ['up', 'down']) this.sim.pushLever(`${valve}.${end}`, angle)
    this.say(`${this.label(valve)}: arm ${way ?? 'on its link'}`, valve)
  }

  call(outlet: string, on: boolean): void {
    if (on) this.calling.add(outlet)
    else this.calling.delete(outlet)
  }

  load(haul: string | null): void {
    this.sim.load(this.facts.springs(haul))
    this.last = this.sim.sample()
    this.record(this.last)
  }

  fault(what: FaultKind, part: string): void {
    const commands = faultCommands[what](part)
    for (const c of commands.open ?? []) this.sim.command(c, true)
    for (const [c, open] of commands.hold ?? []) {
      if (!this.sim.open.has(c)) continue
      this.forced.set(c, open)
      this.sim.command(c, open)
    }
    for (const link of commands.shut ?? []) this.sim.seal(link)
    if (commands.weld) {
      this.welded = true
      for (const s of this.model.switches) this.switchClosed.set(s.id, true)
    }
    const name = this.label(part) || this.air.lines[part]?.from || 'it'
    this.say(FAULT_WORDS[what].replace('{part}', name), part)
  }

  /** Sets the controller and every motor for the present state; returns when to check again at the latest. */
  private control(): number {
    const wake = (this.levellingRests ? null : this.levelling?.act(this, this.sim.sample())) ?? Infinity
    this.throwSwitches()
    const asked = this.isAsked()
    this.askedSince = asked ? (this.askedSince ?? this.t) : null
    for (const s of this.model.supplies) this.runSupply(s)
    return Math.min(wake, this.staged() ?? Infinity)
  }

  /** When a second compressor must start, s; null if none waits. */
  private staged(): number | null {
    const at = this.askedSince === null ? null : this.askedSince + this.facts.site.staging
    return at !== null && this.model.supplies.length > 1 && this.t < at - INSTANT ? at : null
  }

  private get firstCompressor(): Supply | undefined {
    return this.model.supplies.find(({ kind }) => kind === 'compressor')
  }

  /** Switches that are past their pressure switch now, whether or not anybody watched them pass. */
  private throwSwitches(): void {
    if (this.welded) return
    for (const s of this.model.switches) {
      const p = this.gauge(s.vessel)
      if (p >= s.cutOut) this.switchClosed.set(s.id, false)
      else if (p <= s.cutIn) this.switchClosed.set(s.id, true)
    }
  }

  private runSupply(s: Supply): void {
    const was = this.isOpen(s.command)
    this.setCommand(s.command, s.kind === 'boost' ? !this.cabOff : this.isWanted(s))
    const is = this.isOpen(s.command)
    if (is === was || s.kind === 'boost') return
    if (is) this.used[s.id]!.starts++
    this.say(`${this.label(s.id)} ${is ? 'starts' : 'stops'}`, s.id)
  }

  /**
   * True if air is demanded: by a pressure switch, an outlet or the up switch, and not blocked by the cab
   * switch.
   */
  private isAsked(): boolean {
    const switched = this.model.switches.length > 0
    const called = this.calling.size > 0 && (!switched || !this.model.hasTank)
    const closed = [...this.switchClosed.values()].some(Boolean)
    return (closed || called || this.upPressed) && !this.cabOff
  }

  /** True if a supply must run: demanded, not too hot, and for a second one, after its delay. */
  private isWanted(s: Supply): boolean {
    const waits = s.kind === 'compressor' && s !== this.firstCompressor && this.staged() !== null
    return this.askedSince !== null && !waits && !this.tripped.has(s.id)
  }

  /** Events that may happen by themselves before the leg ends. */
  private watches(): Watch[] {
    return [...this.switchWatches(), ...this.thermalWatches(), ...this.levelWatches()]
  }

  private levelWatches(): Watch[] {
    return this.levellingRests ? [] : (this.levelling?.watches(this.facts) ?? [])
  }

  private switchWatches(): Watch[] {
    if (this.welded) return []
    return this.model.switches.map((s) => {
      const closed = this.switchClosed.get(s.id)!
      return {
        value: (x) => this.gauge(s.vessel, x) - (closed ? s.cutOut : s.cutIn),
        act: () => {
          this.switchClosed.set(s.id, !closed)
          return 'end'
        },
      }
    })
  }

  private thermalWatches(): Watch[] {
    return this.model.network.motors!.flatMap((m, i): Watch[] => {
      const cutOut = this.model.supplies.find((s) => s.id === m.id)?.cutOut
      if (cutOut == null) return []
      const out = this.tripped.has(m.id)
      const limit = out ? restartTemperature(cutOut, this.model.network.ambient(this.t)) : cutOut
      return [
        {
          value: (x) => x.motor[i]! - limit,
          act: () => {
            if (out) this.tripped.delete(m.id)
            else this.tripped.add(m.id)
            this.say(`${this.label(m.id)}: thermal cut-out ${out ? 'closes' : 'opens'}`, m.id)
            return 'end'
          },
        },
      ]
    })
  }

  /** Updates the counters at every accepted step. */
  private readonly observe = (s: Sample) => {
    const dt = s.t - this.last.t
    this.model.network.motors!.forEach((m, i) => {
      const used = this.used[m.id]!
      used.hottest = Math.max(used.hottest, s.motor[i]!)
      if (!this.isOpen(m.command)) return
      used.on += dt
      used.charge += dt * interpolate(m.current, this.gauge(m.vessel, s))
    })
    this.model.network.heads!.forEach(({ pump }, i) => {
      const used = this.used[pump]!
      used.discharge = Math.max(used.discharge, s.discharge[i]!)
    })
    for (const supply of this.model.supplies)
      if (supply.kind === 'belt' && this.isOpen(supply.command)) this.used[supply.id]!.on += dt
    for (const o of this.overshoots)
      o.most = Math.max(o.most, (this.gauge(`spring-${o.side}`, s) - o.wanted) * o.way)
    this.last = s
    this.record(s)
  }

  private record(s: Sample): void {
    const { highest } = this
    for (let i = 0; i < highest.length; i++)
      highest[i] = Math.max(highest[i]!, s.pressure[i]! - this.atmosphere)
    for (const v of this.model.network.vessels) {
      if (!v.spring) continue
      const e = this.extremes[v.spring]
      e.pressure = Math.max(e.pressure, this.gauge(v.id, s))
      e.low = Math.min(e.low, s.height[v.spring])
      e.high = Math.max(e.high, s.height[v.spring])
    }
    this.seen(this, s)
  }

  watchOvershoot(target: { left: number; right: number }): () => number {
    const watched = this.model.network.vessels.flatMap((v) => {
      if (!v.spring) return []
      const wanted = target[v.spring]
      const way = Math.sign(wanted - this.gauge(`spring-${v.spring}`)) || 1
      return [{ side: v.spring, wanted, way, most: -Infinity }]
    })
    this.overshoots = watched
    return () => {
      this.overshoots = []
      return Math.max(...watched.map((o) => o.most))
    }
  }

  /** Runs to `until`, or until one of `extra` ends it; says which. */
  private runLeg(until: number, extra: readonly Watch[]): 'ended' | 'time' {
    let ended = false
    const dropped = new Set<Watch>()
    const wrapped = extra.map((w): Watch => ({
      value: (s) => (dropped.has(w) ? 1 : w.value(s)),
      act: (t, s) => {
        const then = w.act(t, s)
        if (then === 'drop') dropped.add(w)
        if (then === 'end') ended = true
        return then === 'keep' ? 'end' : then
      },
    }))
    while (this.t < until - INSTANT && !ended) {
      const wake = this.control()
      this.sim.run(
        Math.min(until, Math.max(wake, this.t + RUN_SETTINGS.leastLeg)),
        [...this.watches(), ...wrapped.filter((_, i) => !dropped.has(extra[i]!))],
        this.observe,
      )
    }
    this.control()
    return ended ? 'ended' : 'time'
  }

  /** Begins a step, which continues with {@link advance}. */
  begin(step: ScenarioStep, index = -1): void {
    this.script = stepScript(this, step, index)
    this.nextLeg()
  }

  private nextLeg(): void {
    const { value, done } = this.script!.next()
    this.leg = done ? null : (value as RunLeg)
    if (done) this.script = null
  }

  /** Continues to a time, with the present step and everything that works by itself. */
  advance(to: number): void {
    while (this.t < to - INSTANT) this.advanceLeg(to)
  }

  /** Runs the present step to its end. */
  finish(): void {
    while (this.script) this.advanceLeg(Infinity)
  }

  /** One leg of the present step, at most to `to`. */
  private advanceLeg(to: number): void {
    const { leg } = this
    const stop = Math.min(to, leg?.until ?? to)
    const how = stop > this.t + INSTANT ? this.runLeg(stop, leg?.watches ?? []) : 'time'
    if (leg && (how === 'ended' || this.t >= leg.until - INSTANT)) this.nextLeg()
  }
}
