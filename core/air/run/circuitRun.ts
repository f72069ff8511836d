import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, FaultKind, Scenario, ScenarioStep, Side } from '../../document/types'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { Simulation } from '../dynamics/simulation'
import type { Sample, Watch } from '../dynamics/network'
import { firstOfKind } from '../circuit/connections'
import { partOf } from '../parts/parts'
import { buildCircuitModel } from './model'
import { faultCommands, FAULT_WORDS } from './faults'
import type { Outlet, CircuitModel, RunFacts, Happening, StepResult } from './types'

/**
 * A circuit under way: the network in time, the things that work it by themselves (pressure switch, thermal cut-out,
 * block told a pressure, levelling controller) and the hands that press. It goes on for as long as it is told, step by
 * step of a scenario or free.
 */

const MOST_LOOKS = 16
/** Openings shorter than this go by time, s: the reading is of no use so soon. */
const TIMED_OPENING = 1
/** After so long without getting there a step is given up, s. */
const STEP_TIME_OUT = 1800
/** Motor starts again this far under its thermal cut-out, K (common practice). */
const MOTOR_RESET_BELOW = 30

/** How far the step under way may go by itself: until a time, or until one of its watches ends it. */
interface RunLeg {
  until: number
  watches: Watch[]
}
type StepScript = Generator<RunLeg, void, void>

/** What an outlet has learnt of one way: how far past the mark to aim, and how fast it goes, Pa/s. */
const newLearning = () => ({ offset: 0, rate: 0 })

export class CircuitRun {
  readonly plant: CircuitModel
  readonly sim: Simulation
  readonly events: Happening[] = []
  readonly results: StepResult[] = []
  /** s each motor ran, A·s it took, and K it was at its hottest. */
  readonly used: Record<string, { on: number; charge: number; hottest: number; starts: number }> = {}
  /** Highest pressure, Pa gauge, and least and greatest height, m, of each spring so far. */
  readonly extremes = {
    left: { pressure: -Infinity, low: Infinity, high: -Infinity },
    right: { pressure: -Infinity, low: Infinity, high: -Infinity },
  }
  private readonly place: Map<string, number>
  private readonly calling = new Set<string>()
  private readonly held = new Map<string, boolean>()
  private readonly closed = new Map<string, boolean>()
  private readonly tripped = new Set<string>()
  private welded = false
  private cabOff = false
  private upPressed = false
  private readonly controller: { delay: number; band: number; timeOut: number } | null
  private readonly levelling = new Map<string, { since: number; way: 1 | -1; working: boolean }>()
  private script: StepScript | null = null
  private leg: RunLeg | null = null
  private last: Sample
  private watching: { side: Side; told: number; way: number; most: number }[] = []

  constructor(
    readonly air: AirPlan,
    readonly facts: RunFacts,
    readonly scenario: Scenario,
    private readonly seen: (rig: CircuitRun, sample: Sample) => void = () => {},
    relative?: number,
  ) {
    this.plant = buildCircuitModel(air, facts, scenario)
    this.sim = new Simulation(
      this.plant.network,
      this.plant.start,
      relative === undefined ? {} : { relative },
    )
    this.place = this.sim.index
    for (const s of this.plant.supplies) this.used[s.id] = { on: 0, charge: 0, hottest: 0, starts: 0 }
    for (const s of this.plant.switches) this.closed.set(s.id, this.gauge(s.vessel) < s.cutIn + 1)
    const id = firstOfKind(air, 'controller')
    const f = id === null ? null : partOf(air, id).figures
    this.controller = f && { delay: f.delay!, band: f.band!, timeOut: f.timeOut! }
    this.last = this.sim.sample()
    this.note(this.last)
  }

  get t(): number {
    return this.sim.t
  }

  get busy(): boolean {
    return this.script !== null
  }

  private gauge(vessel: string, sample?: Sample): number {
    const s = sample ?? this.sim.sample()
    return s.pressure[this.place.get(vessel)!]! - STANDARD_ATMOSPHERE
  }

  /** Motor current of all supplies now, A. */
  currentAt(sample: Sample): number {
    return this.plant.network.motors!.reduce(
      (sum, m) =>
        sum + (this.sim.open.get(m.command) ? interpolate(m.current, this.gauge(m.vessel, sample)) : 0),
      0,
    )
  }

  say(text: string, part?: string): void {
    this.events.push({ t: this.t, text, part })
  }

  private label(id: string): string {
    const [component, port] = id.split('.') as [string, string | undefined]
    const { label } = this.air.components[component] ?? { label: component }
    return port?.startsWith('out') ? `${label}, outlet ${port.slice(3)}` : label
  }

  private throw(command: string, open: boolean): void {
    const forced = this.held.get(command)
    this.sim.command(command, forced ?? open)
  }

  /** What is pressed by hand, or let go (null). */
  press(part: string, way: 'up' | 'down' | null): void {
    const hand = this.plant.hands[part]
    if (!hand) return
    if (this.air.components[part]?.kind === 'cabSwitch') {
      if (this.plant.hasTank || this.plant.switches.length === 0) this.cabOff = way === 'down'
      else this.upPressed = way === 'up'
    }
    for (const c of hand.up) this.throw(c, way === 'up')
    for (const c of hand.down) this.throw(c, way === 'down')
    const outlet = this.plant.outlets.find((o) => hand.up.some((c) => o.fill.includes(c)))
    if (outlet?.calls) this.call(outlet.part, way === 'up')
    // What feeds a block opens with it.
    if (outlet) for (const c of outlet.fill) this.throw(c, way === 'up')
    this.say(`${this.label(part)}: ${way ?? 'let go'}`, part)
  }

  private call(who: string, on: boolean): void {
    if (on) this.calling.add(who)
    else this.calling.delete(who)
  }

  fault(what: FaultKind, part: string): void {
    const f = faultCommands[what](part)
    for (const c of f.open ?? []) this.sim.command(c, true)
    for (const [c, open] of f.hold ?? []) {
      if (!this.sim.open.has(c)) continue
      this.held.set(c, open)
      this.sim.command(c, open)
    }
    for (const link of f.shut ?? []) this.sim.seal(link)
    if (f.weld) {
      this.welded = true
      for (const s of this.plant.switches) this.closed.set(s.id, true)
    }
    this.say(
      FAULT_WORDS[what].replace('{part}', this.label(part) || this.air.lines[part]?.from || 'it'),
      part,
    )
  }

  /** Sets the controller and every motor as they stand now; returns when to look again at the latest. */
  private control(): number {
    const wake = this.level()
    const { supplies, switches } = this.plant
    // What is past its pressure already has thrown, whether or not anybody watched it pass.
    if (!this.welded) {
      for (const s of switches) {
        const p = this.gauge(s.vessel)
        if (p >= s.cutOut) this.closed.set(s.id, false)
        else if (p <= s.cutIn) this.closed.set(s.id, true)
      }
    }
    const asked = switches.length > 0 ? [...this.closed.values()].some(Boolean) : this.calling.size > 0
    for (const s of supplies) {
      const on =
        (asked || this.upPressed || (switches.length > 0 && this.calling.size > 0 && !this.plant.hasTank)) &&
        !this.cabOff &&
        !this.tripped.has(s.id)
      const was = this.sim.open.get(s.command) === true
      this.throw(s.command, s.kind === 'boost' ? !this.cabOff : on)
      const is = this.sim.open.get(s.command) === true
      if (is !== was && s.kind !== 'boost') {
        if (is) this.used[s.id]!.starts++
        this.say(`${this.label(s.id)} ${is ? 'starts' : 'stops'}`, s.id)
      }
    }
    return wake
  }

  /** The levelling controller: waits, acts, is content near its height, gives up after its time. */
  private level(): number {
    if (!this.controller) return Infinity
    const { band, delay, timeOut } = this.controller
    let wake = Infinity
    for (const o of this.plant.outlets) {
      const off = this.offOf(o, this.sim.sample())
      const at = this.levelling.get(o.part)
      if (at?.working) {
        const done = off * at.way <= band * PRACTICE.levellingContent.value
        if (done || this.t >= at.since + timeOut - 1e-9) {
          for (const c of at.way > 0 ? o.fill : o.vent) this.throw(c, false)
          this.call(o.part, false)
          this.levelling.delete(o.part)
          this.say(`${this.label(o.part)}: ${done ? 'level' : 'gives up'}`, o.part)
        } else wake = Math.min(wake, at.since + timeOut)
        continue
      }
      if (Math.abs(off) <= band) {
        this.levelling.delete(o.part)
        continue
      }
      const since = at?.since ?? this.t
      if (this.t >= since + delay - 1e-9) {
        const way = off > 0 ? 1 : -1
        this.levelling.set(o.part, { since: this.t, way, working: true })
        for (const c of way > 0 ? o.fill : o.vent) this.throw(c, true)
        if (way > 0 && o.calls) this.call(o.part, true)
        this.say(`${this.label(o.part)}: ${way > 0 ? 'fill' : 'vent'}`, o.part)
        wake = Math.min(wake, this.t + timeOut)
        continue
      }
      this.levelling.set(o.part, { since, way: off > 0 ? 1 : -1, working: false })
      wake = Math.min(wake, since + delay)
    }
    return wake
  }

  /** How far a corner stands under where it is held, m at the wheel. */
  private offOf(o: Outlet, s: Sample): number {
    const { levelAt } = this.facts
    return (
      (o.sides.reduce((sum, side) => sum + levelAt[side] - s.height[side], 0) / o.sides.length) *
      levelAt.perHeight
    )
  }

  private watches(): Watch[] {
    const end =
      (act: () => void): Watch['act'] =>
      () => {
        act()
        return 'end'
      }
    const list: Watch[] = this.welded
      ? []
      : this.plant.switches.map((s) => {
          const closed = this.closed.get(s.id)!
          return {
            value: (x) => this.gauge(s.vessel, x) - (closed ? s.cutOut : s.cutIn),
            act: end(() => {
              this.closed.set(s.id, !closed)
            }),
          }
        })
    this.plant.network.motors!.forEach((m, i) => {
      const cutOut = this.plant.supplies.find((s) => s.id === m.id)?.cutOut
      if (cutOut == null) return
      const out = this.tripped.has(m.id)
      list.push({
        value: (x) => x.motor[i]! - (out ? cutOut - MOTOR_RESET_BELOW : cutOut),
        act: end(() => {
          if (out) this.tripped.delete(m.id)
          else this.tripped.add(m.id)
          this.say(`${this.label(m.id)}: thermal cut-out ${out ? 'closes' : 'opens'}`, m.id)
        }),
      })
    })
    if (this.controller) {
      for (const o of this.plant.outlets) {
        const at = this.levelling.get(o.part)
        const mark = at?.working ? this.controller.band * PRACTICE.levellingContent.value * at.way : null
        if (mark !== null) list.push({ value: (x) => this.offOf(o, x) - mark, act: end(() => {}) })
        else
          for (const way of [1, -1])
            list.push({
              value: (x) => this.offOf(o, x) - this.controller!.band * way * 1.0001,
              act: end(() => {}),
            })
      }
    }
    return list
  }

  private readonly look = (s: Sample) => {
    const dt = s.t - this.last.t
    this.plant.network.motors!.forEach((m, i) => {
      const used = this.used[m.id]!
      used.hottest = Math.max(used.hottest, s.motor[i]!)
      if (!this.sim.open.get(m.command)) return
      used.on += dt
      used.charge += dt * interpolate(m.current, this.gauge(m.vessel, s))
    })
    for (const s2 of this.plant.supplies)
      if (s2.kind === 'belt' && this.sim.open.get(s2.command)) this.used[s2.id]!.on += dt
    for (const w of this.watching)
      w.most = Math.max(w.most, (this.gauge(`spring-${w.side}`, s) - w.told) * w.way)
    this.last = s
    this.note(s)
  }

  private note(s: Sample): void {
    for (const v of this.plant.network.vessels) {
      if (!v.spring) continue
      const e = this.extremes[v.spring]
      e.pressure = Math.max(e.pressure, this.gauge(v.id, s))
      e.low = Math.min(e.low, s.height[v.spring])
      e.high = Math.max(e.high, s.height[v.spring])
    }
    this.seen(this, s)
  }

  /** Runs to `until` or to where one of `extra` ends it; says which. */
  private go(until: number, extra: readonly Watch[]): 'ended' | 'time' {
    let ended = false
    const gone = new Set<Watch>()
    const wrapped = extra.map((w): Watch => ({
      value: (s) => (gone.has(w) ? 1 : w.value(s)),
      act: (t, s) => {
        const then = w.act(t, s)
        if (then === 'drop') gone.add(w)
        if (then === 'end') ended = true
        return then === 'keep' ? 'end' : then
      },
    }))
    while (this.t < until - 1e-9 && !ended) {
      const wake = this.control()
      this.sim.run(
        Math.min(until, Math.max(wake, this.t + 1e-3)),
        [...this.watches(), ...wrapped.filter((_, i) => !gone.has(extra[i]!))],
        this.look,
      )
    }
    this.control()
    return ended ? 'ended' : 'time'
  }

  /** Begins what a step says; it goes on with {@link advance}. */
  begin(step: ScenarioStep, index = -1): void {
    this.script = this.steps(step, index)
    this.next()
  }

  private next(): void {
    const { value, done } = this.script!.next()
    this.leg = done ? null : (value as RunLeg)
    if (done) this.script = null
  }

  /** Goes on to a time, with whatever was begun and whatever works by itself. */
  advance(to: number): void {
    while (this.t < to - 1e-9) this.turn(to)
  }

  /** Runs what was begun to its end. */
  finish(): void {
    while (this.script) this.turn(Infinity)
  }

  /** One leg of what is under way, or as far of it as `to`. */
  private turn(to: number): void {
    const { leg } = this
    const stop = Math.min(to, leg?.until ?? to)
    const how = stop > this.t + 1e-9 ? this.go(stop, leg?.watches ?? []) : 'time'
    if (leg && (how === 'ended' || this.t >= leg.until - 1e-9)) this.next()
  }

  private *steps(step: ScenarioStep, index: number): StepScript {
    switch (step.do) {
      case 'wait':
        this.say(`Wait ${Math.round(step.seconds)} s`)
        yield { until: this.t + step.seconds, watches: [] }
        return
      case 'load':
        this.sim.load(this.facts.springs(step.haul))
        this.last = this.sim.sample()
        this.note(this.last)
        this.say(step.haul === null ? 'Load taken off' : 'Load put on')
        return
      case 'fault':
        this.fault(step.what, step.part)
        return
      case 'press':
        this.press(step.part, step.way)
        yield { until: this.t + step.seconds, watches: [] }
        this.press(step.part, null)
        return
      case 'bring':
        yield* this.bring(step.left, step.right, index)
        return
      case 'tyre':
        yield* this.tyres(step, index)
        return
      case 'tool':
        yield* this.tool(step, index)
    }
  }

  /**
   * Fills and vents until every outlet reads what it is told. While air flows an outlet reads high, so it looks again after
   * a rest, aims past the mark by what the last look fell short, and once little is missing opens for just as long as the
   * last opening says it takes.
   */
  private *bring(left: number, right: number, index: number): StepScript {
    const began = this.t
    const target = { left, right }
    this.watching = this.plant.network.vessels
      .flatMap((v) => v.spring ?? [])
      .map((side) => ({
        side,
        told: target[side],
        way: Math.sign(target[side] - this.gauge(`spring-${side}`)) || 1,
        most: -Infinity,
      }))
    const finish = (seconds: number | null) => {
      const over = this.watching.length ? Math.max(...this.watching.map((w) => w.most)) : 0
      this.watching = []
      this.results.push({ step: index, seconds, overshoot: Math.max(over, 0) })
    }
    if (this.plant.levers.length > 0 || this.controller) {
      yield* this.settleByItself(finish)
      return
    }
    const doors = this.plant.outlets.map((o) => ({
      o,
      told: Math.max(...o.sides.map((side) => target[side])),
      up: newLearning(),
      down: newLearning(),
      way: 0,
      openedAt: 0,
      shutAt: 0,
      before: 0,
    }))
    type Door = (typeof doors)[number]
    let reached = began
    const shut = (x: Door, busy: Set<Door>) => {
      for (const c of [...x.o.fill, ...x.o.vent]) this.throw(c, false)
      busy.delete(x)
      x.shutAt = this.t
      // A feed shared with an outlet still filling stays open.
      for (const y of busy) if (y.way > 0) for (const c of y.o.fill) this.throw(c, true)
      this.call(x.o.part, false)
      this.say(`${this.label(x.o.part)}: shut`, x.o.part)
    }
    for (let look = 0; look < MOST_LOOKS; look++) {
      const now = this.sim.sample()
      const busy = new Set<Door>()
      const shutting = new Map<Door, number>()
      for (const x of doors) {
        const read = this.gauge(x.o.vessel, now)
        if (x.way !== 0) {
          const aim = x.way > 0 ? x.up : x.down
          aim.rate = Math.max(Math.abs(read - x.before) / Math.max(x.shutAt - x.openedAt, 1e-3), 1)
          aim.offset -= read - x.told
        }
        const by = x.told - read
        x.way = Math.abs(by) > PRACTICE.targetBand.value ? Math.sign(by) : 0
        if (x.way === 0) continue
        busy.add(x)
        x.before = read
        x.openedAt = this.t
        const pulse = Math.abs(by) / (x.way > 0 ? x.up : x.down).rate
        if (pulse < TIMED_OPENING) shutting.set(x, this.t + pulse)
      }
      if (busy.size === 0) {
        finish(reached - began)
        return
      }
      for (const x of busy) {
        this.say(`${this.label(x.o.part)}: ${x.way > 0 ? 'fill' : 'vent'}`, x.o.part)
        for (const c of x.way > 0 ? x.o.fill : x.o.vent) this.throw(c, true)
        if (x.way > 0 && x.o.calls) this.call(x.o.part, true)
      }
      const deadline = this.t + STEP_TIME_OUT
      const rushed = this.t + PRACTICE.lineRush.value
      while (busy.size > 0 && this.t < deadline - 1e-9) {
        // Those that go by their reading look once the rush is over.
        const reading = [...busy].filter((x) => !shutting.has(x))
        const past = (x: Door, s: Sample) =>
          (this.gauge(x.o.vessel, s) - x.told - (x.way > 0 ? x.up : x.down).offset) * x.way
        if (this.t >= rushed - 1e-9) {
          const here = this.sim.sample()
          for (const x of reading) if (past(x, here) >= 0) shutting.set(x, this.t)
        }
        const waiting = this.t < rushed - 1e-9 && reading.length > 0
        const watches = waiting
          ? []
          : reading
              .filter((x) => !shutting.has(x))
              .map((x): Watch => ({
                value: (s) => past(x, s),
                act: (t) => {
                  shutting.set(x, t + PRACTICE.blockReaction.value)
                  return 'end'
                },
              }))
        const next = Math.min(deadline, ...shutting.values(), ...(waiting ? [rushed] : []))
        if (next > this.t + 1e-9) yield { until: next, watches }
        for (const [x, at] of [...shutting]) {
          if (this.t < at - 1e-6) continue
          shutting.delete(x)
          shut(x, busy)
        }
      }
      if (busy.size > 0) {
        for (const x of [...busy]) shut(x, busy)
        finish(null)
        return
      }
      reached = this.t
      yield { until: this.t + PRACTICE.restBeforeReading.value, watches: [] }
    }
    finish(null)
  }

  /** Waits until what levels by itself is content; a truck left high with nothing to let it down is let down by its dump valve. */
  private *settleByItself(finish: (seconds: number | null) => void): StepScript {
    const began = this.t
    const parts = this.plant.outlets
    const lever = this.plant.network.links.find((l) => l.kind === 'lever')
    // The last tenth of its way a valve opens so little that it takes for ever.
    const reach =
      lever?.kind === 'lever'
        ? lever.arm * Math.sin(lever.deadBand + (lever.fullOpen - lever.deadBand) * 0.1)
        : (this.controller?.band ?? 0)
    const off = (s: Sample) => {
      const { levelAt } = this.facts
      return ((levelAt.left - s.height.left + levelAt.right - s.height.right) / 2) * levelAt.perHeight
    }
    const now = off(this.sim.sample())
    if (lever && now < -reach && parts.length > 0) {
      for (const o of parts) for (const c of o.vent) this.throw(c, true)
      yield { until: this.t + STEP_TIME_OUT, watches: [{ value: (s) => off(s) + reach, act: () => 'end' }] }
      for (const o of parts) for (const c of o.vent) this.throw(c, false)
    } else if (Math.abs(now) > reach) {
      yield {
        until: this.t + STEP_TIME_OUT,
        watches: [{ value: (s) => Math.abs(off(s)) - reach, act: () => 'end' }],
      }
    }
    finish(Math.abs(off(this.sim.sample())) <= reach * 1.05 ? this.t - began : null)
  }

  private *tyres(step: Extract<ScenarioStep, { do: 'tyre' }>, index: number): StepScript {
    const began = this.t
    let count = 0
    if (!this.plant.where.has('tyre')) {
      this.say('No coupler to fill a tyre from')
      this.results.push({ step: index, seconds: null, count })
      return
    }
    for (; count < step.count; count++) {
      this.sim.exchange('tyre', step.from + STANDARD_ATMOSPHERE)
      this.throw('tyre', true)
      this.say(`Tyre ${count + 1} on the coupler`)
      let full = false
      yield {
        until: this.t + STEP_TIME_OUT,
        watches: [
          {
            value: (s) => this.gauge('tyre', s) - step.to,
            act: () => {
              full = true
              return 'end'
            },
          },
        ],
      }
      this.throw('tyre', false)
      if (!full) break
    }
    this.results.push({ step: index, seconds: count === step.count ? this.t - began : null, count })
  }

  private *tool(step: Extract<ScenarioStep, { do: 'tool' }>, index: number): StepScript {
    if (!this.plant.where.has('tool')) {
      this.say('No coupler to run a tool from')
      this.results.push({ step: index, seconds: null })
      return
    }
    const began = this.t
    let full: number | null = null
    this.throw('tool', true)
    this.say('Tool runs')
    const slows = (t: number) => {
      full = t - began
      this.say('The tool slows: the air no longer keeps up')
    }
    yield { until: began + Math.min(PRACTICE.lineRush.value, step.seconds), watches: [] }
    // The line to the tool fills first; what does not reach its pressure then never will.
    if (this.gauge('tool') < step.needed) slows(began)
    yield {
      until: began + step.seconds,
      watches: [
        {
          value: (s) => this.gauge('tool', s) - step.needed,
          act: (t) => {
            if (full === null) slows(t)
            return 'drop'
          },
        },
      ],
    }
    this.throw('tool', false)
    this.results.push({ step: index, seconds: full ?? step.seconds, count: full === null ? 1 : 0 })
  }
}
