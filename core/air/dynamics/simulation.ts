import { GAMMA, GAS_CONSTANT_AIR } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { SOLVER } from '../settings'
import { CP, compressedTemperature, throughHead, type HeadFlow } from './headHeat'
import { LinkFlows } from './linkFlow'
import type { Head, Motor, Network, Sample, Watch } from './network'
import { OverBudgetError, RosenbrockStepper, StuckError, type WorkBudget } from './rosenbrock'
import { SpringPair, type SpringFunction } from './springPair'

const NUDGE = SOLVER.springNudge
const TOUCH = SOLVER.flowNudge
const WARM = SOLVER.warmNudge

export interface SimulationOptions {
  relative?: number
  /** Longest step, s. */
  longest?: number
  /** Temperature of all gas at the start, K; otherwise ambient. */
  temperature?: number
  /** Smallest mass that counts, kg. */
  grain?: number
  /** Accuracy in time to which an event is located, s. */
  located?: number
  /** Work the run may spend; unlimited otherwise. */
  work?: WorkBudget
  /** False: no laminar flow close to rest, for flow in one direction only. */
  laminar?: boolean
}

/** The matrix of derivatives that is being made, and the state it is made for. */
interface Rows {
  y: Float64Array
  /** ∂f/∂y, row by row. */
  matrix: Float64Array
  /** Length of a row. */
  size: number
  /** Temperature outdoors, K. */
  around: number
  springs: SpringPair | null
}

/**
 * Air over time: vessels joined by links. SI; all pressures here are absolute. Each vessel has a gas mass; a
 * thermal one also its own temperature by an energy balance; the others (short lines, fittings) are at ambient
 * temperature. It is one large class, because the equations and their derivatives share the state
 * they leave behind, and both are the innermost loop of every run.
 */
export class Simulation {
  readonly index: Map<string, number>
  readonly linkIndex: Map<string, number>
  /**
   * Masses of all vessels, pressures of the thermal ones, temperatures of motors and heads, gas taken from and
   * given to the atmosphere.
   */
  readonly y: Float64Array
  t = 0
  readonly open = new Map<string, boolean>()
  private pair: SpringPair | null
  private readonly motors: readonly Motor[]
  private readonly thermal: number[]
  /** Slopes before a change of the temperature outdoors. */
  private before?: Float64Array
  private readonly slotOf: Int32Array
  private readonly motorAt: number
  private readonly heads: readonly Head[]
  private readonly headAt: number
  /** Head that the air of each link passes, −1 if none. */
  private readonly headOf: Int32Array
  /** Motor beside each head, −1 if none. */
  private readonly besideHead: Int32Array
  private readonly left: number
  private readonly right: number
  private readonly stepper: RosenbrockStepper
  private readonly link: LinkFlows
  private readonly p: Float64Array
  private readonly temperature: Float64Array
  private readonly volume: Float64Array
  private readonly heat: Float64Array
  private readonly flows: Float64Array
  private readonly ends: Int32Array
  private readonly shut: Uint8Array
  private readonly sealed = new Set<number>()
  private readonly located: number
  private readonly work: WorkBudget | null
  /** dF/du of one link over all unknowns, while its row is added. */
  private readonly gradient: Float64Array
  private readonly touched: number[] = []

  constructor(
    readonly network: Network,
    start: Record<string, number>,
    options: SimulationOptions = {},
  ) {
    const { vessels, links, atmosphere, motors = [], heads = [] } = network
    this.motors = motors
    this.heads = heads
    this.pair = network.springs ? new SpringPair(network.springs) : null
    this.link = new LinkFlows(network, options.laminar !== false)
    this.index = new Map(vessels.map((v, i) => [v.id, i]))
    this.linkIndex = new Map(links.map((l, i) => [l.id, i]))
    this.thermal = vessels.flatMap((v, i) => (v.wall === null ? [] : [i]))
    this.slotOf = new Int32Array(vessels.length).fill(-1)
    this.thermal.forEach((v, k) => {
      this.slotOf[v] = vessels.length + k
    })
    this.motorAt = vessels.length + this.thermal.length
    this.left = vessels.findIndex((v) => v.spring === 'left')
    this.right = vessels.findIndex((v) => v.spring === 'right')
    this.headAt = this.motorAt + motors.length
    this.headOf = Int32Array.from(links, (l) => heads.findIndex((h) => h.pump === l.id))
    this.besideHead = Int32Array.from(heads, (h) => motors.findIndex((m) => m.id === h.motor))
    const size = this.headAt + heads.length + 2
    this.y = new Float64Array(size)
    this.p = new Float64Array(vessels.length)
    this.temperature = new Float64Array(vessels.length)
    this.volume = Float64Array.from(vessels, (v) => v.volume)
    this.heat = new Float64Array(vessels.length)
    this.flows = new Float64Array(links.length)
    this.gradient = new Float64Array(size)
    this.ends = Int32Array.from(
      links.flatMap((l) => [
        l.from === null ? -1 : this.index.get(l.from)!,
        l.to === null ? -1 : this.index.get(l.to)!,
      ]),
    )
    this.shut = Uint8Array.from(links, (l) => (l.command === undefined ? 0 : 1))
    for (const { command } of links) if (command) this.open.set(command, false)
    const warm = options.temperature ?? network.ambient(0)
    vessels.forEach((v, i) => {
      this.p[i] = start[v.id] ?? atmosphere
    })
    this.springVolumes()
    vessels.forEach((_, i) => {
      this.y[i] = (this.p[i]! * this.volume[i]!) / (GAS_CONSTANT_AIR * warm)
      if (this.slotOf[i]! >= 0) this.y[this.slotOf[i]!] = this.p[i]!
    })
    this.y.fill(warm, this.motorAt, size - 2)
    this.located = options.located ?? SOLVER.located
    this.work = options.work ?? null
    this.stepper = new RosenbrockStepper(
      size,
      (t, y, out) => this.slope(t, y, out),
      this.control(options),
      (t, y, matrix, later) => this.derivatives(t, y, matrix, later),
    )
  }

  /** Tolerances of a step, for each unknown. */
  private control({ relative = SOLVER.relative, grain = SOLVER.massGrain, longest }: SimulationOptions) {
    const size = this.y.length
    const masses = this.network.vessels.length
    const absolute = new Float64Array(size)
    for (let i = 0; i < size; i++) {
      const isMass = i < masses || i >= size - 2
      const isPressure = !isMass && i < this.motorAt
      absolute[i] = relative * (isMass ? grain : isPressure ? SOLVER.pressureGrain : SOLVER.temperatureGrain)
    }
    return { relative, absolute, longest: longest ?? SOLVER.longestStep }
  }

  get steps(): number {
    return this.stepper.steps
  }

  /** Gas in all vessels plus the gas exchanged with the atmosphere, kg: constant. */
  get mass(): number {
    const n = this.network.vessels.length
    let sum = this.y[this.y.length - 1]! - this.y[this.y.length - 2]!
    for (let i = 0; i < n; i++) sum += this.y[i]!
    return sum
  }

  /** Gas taken from the atmosphere so far, kg. */
  get taken(): number {
    return this.y[this.y.length - 2]!
  }

  /** Sets a command; the next steps start small. */
  command(name: string, open: boolean): void {
    if (this.open.get(name) === open) return
    this.open.set(name, open)
    this.network.links.forEach((l, k) => {
      if (l.command === name && !this.sealed.has(k)) this.shut[k] = open ? 0 : 1
    })
    this.stepper.restart()
  }

  /**
   * Holds the arm of a height valve's link at an angle, rad, fill positive; null lets it follow the axle again.
   */
  pushLever(id: string, angle: number | null): void {
    if (angle === null) this.link.pushed.delete(id)
    else this.link.pushed.set(id, angle)
    this.stepper.restart()
  }

  /** Shuts a link permanently, whatever its command says. */
  seal(id: string): void {
    const k = this.linkIndex.get(id)
    if (k === undefined) return
    this.sealed.add(k)
    this.shut[k] = 1
    this.stepper.restart()
  }

  /**
   * Another load on the springs: new heights and volumes at once, with pressures as if no air or heat had
   * moved.
   */
  load(springs: SpringFunction): void {
    const before = [this.left, this.right].map((i) => (i < 0 ? 0 : this.p[i]! * this.volume[i]! ** GAMMA))
    this.pair = new SpringPair(springs)
    // p·V^γ of each spring is kept while the truck finds its height under the new load.
    for (let turn = 0; turn < SOLVER.loadTurns; turn++) {
      this.springVolumes()
      let off = 0
      ;[this.left, this.right].forEach((i, side) => {
        if (i < 0) return
        const wanted = before[side]! / this.volume[i]! ** GAMMA
        off = Math.max(off, Math.abs(wanted / this.p[i]! - 1))
        this.p[i] = this.p[i]! + (wanted - this.p[i]!) * 0.5
        this.y[this.slotOf[i]!] = this.p[i]!
      })
      if (off < SOLVER.loadBalanced) break
    }
    this.stepper.restart()
  }

  /** Exchanges a vessel for another of the same volume at an absolute pressure: the next tyre. */
  exchange(id: string, pressure: number): void {
    const i = this.index.get(id)!
    const around = this.network.ambient(this.t)
    const mass = (pressure * this.volume[i]!) / (GAS_CONSTANT_AIR * around)
    const by = mass - this.y[i]!
    this.y[i] = mass
    const taken = this.y.length - 2
    if (by >= 0) this.y[taken] = this.y[taken]! + by
    else this.y[taken + 1] = this.y[taken + 1]! - by
    this.stepper.restart()
  }

  sample(): Sample {
    this.slope(this.t, this.y, (this.scratch ??= new Float64Array(this.y.length)))
    const at = this.pair?.at
    return {
      t: this.t,
      pressure: this.p.slice(),
      temperature: this.temperature.slice(),
      flow: this.flows.slice(),
      motor: this.y.slice(this.motorAt, this.headAt),
      head: this.y.slice(this.headAt, this.y.length - 2),
      discharge: Float64Array.from(this.heads, (_, i) => this.discharge(i)),
      height: { left: at?.[2] ?? 0, right: at?.[3] ?? 0 },
      front: at?.[4] ?? 0,
    }
  }

  private scratch?: Float64Array

  /** Temperature of the air that leaves a head, K; of the head itself while nothing flows. */
  private discharge(i: number): number {
    const k = this.linkIndex.get(this.heads[i]!.pump)!
    return this.throughHead(i, k, this.flows[k]!, 0, this.network.ambient(this.t), this.y).leaving
  }

  /** @param over increase of the pressure it delivers into, Pa */
  private throughHead(
    i: number,
    k: number,
    flow: number,
    over: number,
    around: number,
    y: Float64Array,
  ): HeadFlow {
    const into = this.ends[2 * k + 1]!
    const ratio = ((into < 0 ? this.network.atmosphere : this.p[into]!) + over) / this.network.atmosphere
    return throughHead(this.heads[i]!, flow, compressedTemperature(ratio, around), y[this.headAt + i]!)
  }

  pressureOf(id: string): number {
    return this.sample().pressure[this.index.get(id)!]!
  }

  /**
   * Runs to `end` and locates every watched event instead of stepping over it. `each` sees every accepted step.
   * @throws {StuckError | OverBudgetError}
   */
  run(end: number, watches: readonly Watch[] = [], each: (sample: Sample) => void = () => {}): void {
    let active = [...watches]
    let here = this.sample()
    let before = active.map((w) => w.value(here))
    const from = new Float64Array(this.y.length)
    const next = new Float64Array(this.y.length)
    let guard = 0
    while (this.t < end - SOLVER.endOfRun) {
      if (++guard > SOLVER.mostSteps) throw new StuckError(`The run does not come past ${this.t} s.`)
      from.set(this.y)
      const began = this.t
      const { tried } = this.stepper
      this.t = this.stepper.step(began, from, end, next)
      this.spend(this.stepper.tried - tried)
      this.y.set(next)
      here = this.sample()
      let after = active.map((w) => w.value(here))
      const past = (value: number, i: number) =>
        value !== before[i]! && value * before[i]! <= 0 && before[i] !== 0
      let crossed = after.findIndex(past)
      if (crossed >= 0) {
        // Several events may happen within one step; one that has passed when another is located came earlier.
        // Of two at the same instant each is earlier than the other, so none is searched twice.
        const sought = new Set<number>()
        for (
          let earlier = crossed;
          earlier >= 0;
          earlier = after.findIndex((value, i) => !sought.has(i) && past(value, i))
        ) {
          crossed = earlier
          sought.add(earlier)
          after = this.locate(active, crossed, began, from, before[crossed]!, after[crossed]!, next)
        }
        here = this.sample()
        each(here)
        const watch = active[crossed]!
        const then = watch.act(this.t, here)
        this.stepper.restart()
        if (then === 'end') return
        if (then === 'drop') active = active.filter((w) => w !== watch)
        here = this.sample()
        after = active.map((w) => w.value(here))
      } else each(here)
      before = after
    }
  }

  private spend(steps: number): void {
    if (!this.work) return
    this.work.left -= steps * this.y.length ** 2
    if (this.work.left < 0)
      throw new OverBudgetError(`The run takes more work than it is given; it came to ${this.t} s.`)
  }

  /**
   * Ends the step that began at `began` where a watched value passes 0, by regula falsi on the step's length:
   * the same step, cut shorter. Returns every watched value there.
   */
  private locate(
    active: readonly Watch[],
    crossed: number,
    began: number,
    from: Float64Array,
    before: number,
    after: number,
    next: Float64Array,
  ): number[] {
    const watch = active[crossed]!
    const go = (to: number) => {
      this.t = this.stepper.step(began, from, to, next)
      this.y.set(next)
    }
    let [low, high, fLow, fHigh] = [began, this.t, before, after]
    // Late in a long run, times are not exact to a microsecond any more.
    const close = () => this.located * (1 + SOLVER.locatedLater * high)
    for (let i = 0; i < SOLVER.locateTurns && high - low > close(); i++) {
      const margin = (high - low) * SOLVER.locateMargin
      go(
        i % 3 === 2
          ? (low + high) / 2
          : Math.min(Math.max((low * fHigh - high * fLow) / (fHigh - fLow), low + margin), high - margin),
      )
      const value = watch.value(this.sample())
      if (value * fLow <= 0) [high, fHigh] = [this.t, value]
      else [low, fLow] = [this.t, value]
    }
    if (this.t < high) go(high)
    const here = this.sample()
    return active.map((w) => w.value(here))
  }

  /** The springs, if there are two; none moves alone. */
  private pairInUse(): SpringPair | null {
    return this.left < 0 || this.right < 0 ? null : this.pair
  }

  /** Looks up the springs at their pressures and stores their volumes. */
  private springVolumes(): SpringPair | null {
    const pair = this.pairInUse()
    if (!pair) return null
    const { atmosphere } = this.network
    const at = pair.look(this.p[this.left]! - atmosphere, this.p[this.right]! - atmosphere)
    this.volume[this.left] = at[0]
    this.volume[this.right] = at[1]
    return pair
  }

  /** The equations: rate of change of each unknown, per second. */
  slope(t: number, y: Float64Array, out: Float64Array): void {
    const { vessels, ambient } = this.network
    const n = vessels.length
    const around = ambient(t)
    const { p, temperature, volume, heat, slotOf } = this
    for (const i of this.thermal) {
      p[i] = y[slotOf[i]!]!
      // A step tried too long may end where no truck has a balance. Then there is no number, and a shorter step
      // is tried.
      if (!(Math.abs(p[i]!) < SOLVER.impossible)) return void out.fill(Number.NaN)
    }
    const springs = this.springVolumes()
    for (let i = 0; i < n; i++) {
      if (slotOf[i]! >= 0) temperature[i] = (p[i]! * volume[i]!) / (Math.max(y[i]!, 1e-12) * GAS_CONSTANT_AIR)
      else {
        temperature[i] = around
        p[i] = (y[i]! * GAS_CONSTANT_AIR * around) / volume[i]!
      }
      const { wall } = vessels[i]!
      heat[i] = wall === null ? 0 : wall * (around - temperature[i]!)
    }
    out.fill(0)
    this.addFlows(around, springs, y, out)
    // (V + γ·p·V')·ṗ = (γ − 1)·(heat and enthalpy in): first law of an open vessel whose volume follows its pressure.
    for (const i of this.thermal)
      if (!springs || (i !== this.left && i !== this.right))
        out[slotOf[i]!] = ((GAMMA - 1) * heat[i]!) / volume[i]!
    if (springs && slotOf[this.left]! >= 0) {
      const [a, b, c, d] = springs.stiffness(p[this.left]!, p[this.right]!)
      const [x, z] = [(GAMMA - 1) * heat[this.left]!, (GAMMA - 1) * heat[this.right]!]
      const determinant = a * d - b * c
      out[slotOf[this.left]!] = (x * d - b * z) / determinant
      out[slotOf[this.right]!] = (a * z - c * x) / determinant
    }
    for (let i = 0; i < this.motors.length; i++) {
      const warm = y[this.motorAt + i]! - around
      out[this.motorAt + i] = (this.warming(i) - warm) / this.motors[i]!.constant
    }
    this.heads.forEach((head, i) => {
      const at = this.headAt + i
      const winding = this.besideHead[i]! < 0 ? y[at]! : y[this.motorAt + this.besideHead[i]!]!
      const given = out[at]! + head.beside * (winding - y[at]!) - head.cooling * (y[at]! - around)
      out[at] = given / head.capacity
    })
  }

  /** Adds what the links carry: gas, and enthalpy to the vessels that keep their heat. */
  private addFlows(around: number, springs: SpringPair | null, y: Float64Array, out: Float64Array): void {
    const { links, atmosphere } = this.network
    const { p, temperature, heat, ends } = this
    const taken = out.length - 2
    for (let k = 0; k < links.length; k++) {
      if (this.shut[k]) {
        this.flows[k] = 0
        continue
      }
      const a = ends[2 * k]!
      const b = ends[2 * k + 1]!
      const flow = this.link.flow(
        k,
        a < 0 ? atmosphere : p[a]!,
        b < 0 ? atmosphere : p[b]!,
        a < 0 ? around : temperature[a]!,
        b < 0 ? around : temperature[b]!,
        around,
        springs?.at,
      )
      this.flows[k] = flow
      if (flow === 0) continue
      const upstream = flow >= 0 ? a : b
      const head = this.headOf[k]!
      let warm = upstream < 0 ? around : temperature[upstream]!
      if (head >= 0) {
        const passed = this.throughHead(head, k, flow, 0, around, y)
        warm = passed.leaving
        out[this.headAt + head] = passed.given
      }
      const enthalpy = flow * CP * warm
      if (a >= 0) {
        out[a] = out[a]! - flow
        heat[a] = heat[a]! - enthalpy
      } else if (flow >= 0) out[taken] = out[taken]! + flow
      else out[taken + 1] = out[taken + 1]! - flow
      if (b >= 0) {
        out[b] = out[b]! + flow
        heat[b] = heat[b]! + enthalpy
      } else if (flow >= 0) out[taken + 1] = out[taken + 1]! + flow
      else out[taken] = out[taken]! - flow
    }
  }

  /** Temperature rise that a motor tends to in its present state, K. */
  private warming(i: number): number {
    const motor = this.motors[i]!
    if (!this.open.get(motor.command)) return 0
    const current = interpolate(
      motor.current,
      this.p[this.index.get(motor.vessel)!]! - this.network.atmosphere,
    )
    return motor.rise * (current / motor.reference) ** 2
  }

  /**
   * ∂f/∂y link by link: each flow depends only on the two vessels at its ends (a lever's also on the heights).
   * The change of the springs' own stiffness along a step is left out; it is of second order.
   */
  derivatives(t: number, y: Float64Array, matrix: Float64Array, later: Float64Array): void {
    const { links, ambient } = this.network
    const rows: Rows = { y, matrix, size: y.length, around: ambient(t), springs: this.pairInUse() }
    for (let k = 0; k < links.length; k++) if (!this.shut[k]) this.addLink(rows, k)
    this.closeVessels(rows)
    this.addMotors(rows)
    this.addHeads(rows)
    const soon = Math.max(Math.abs(t) * SOLVER.ambientShare, SOLVER.ambientStep)
    if (ambient(t + soon) !== rows.around) {
      this.slope(t, y, (this.before ??= new Float64Array(y.length)))
      this.slope(t + soon, y, later)
      for (let i = 0; i < y.length; i++) later[i] = (later[i]! - this.before[i]!) / soon
      this.slope(t, y, this.before)
    }
  }

  /** Adds to the gradient that is being collected. */
  private touch(j: number, by: number): void {
    const { gradient } = this
    if (gradient[j] === 0 && by !== 0) this.touched.push(j)
    gradient[j] = gradient[j]! + by
  }
  /** Adds weighted dp and dT of a vessel to the gradient. */
  private chain({ y, around, springs }: Rows, i: number, byPressure: number, byTemperature: number): void {
    const { slotOf, volume, p } = this
    const slot = slotOf[i]!
    if (slot < 0) {
      this.touch(i, (byPressure * GAS_CONSTANT_AIR * around) / volume[i]!)
      return
    }
    const warm = this.temperature[i]!
    this.touch(slot, byPressure + (byTemperature * warm) / p[i]!)
    this.touch(i, (-byTemperature * warm) / Math.max(y[i]!, 1e-12))
    if (springs && byTemperature !== 0 && (i === this.left || i === this.right)) {
      const of = i === this.left ? 0 : 1
      this.touch(slotOf[this.left]!, (byTemperature * warm * springs.slope(of, 'left')) / volume[i]!)
      this.touch(slotOf[this.right]!, (byTemperature * warm * springs.slope(of, 'right')) / volume[i]!)
    }
  }
  /** Adds the gradient to a row, weighted. */
  private flush({ matrix, size }: Rows, row: number, by: number): void {
    const { gradient } = this
    for (const j of this.touched) matrix[row * size + j] = matrix[row * size + j]! + by * gradient[j]!
  }
  private clear(): void {
    for (const j of this.touched) this.gradient[j] = 0
    this.touched.length = 0
  }

  /**
   * Adds what one link changes. Enthalpy and heat of each thermal vessel over the unknowns are collected in its
   * own row and scaled by {@link closeVessels}.
   */
  private addLink(rows: Rows, k: number): void {
    const { springs, size } = rows
    const { slotOf, ends } = this
    const a = ends[2 * k]!
    const b = ends[2 * k + 1]!
    const flow = this.flows[k]!
    const forward = flow >= 0
    const upstream = forward ? a : b
    const thermal = upstream >= 0 && slotOf[upstream]! >= 0
    const { byA, byB, byT } = this.flowBy(rows, k, thermal)
    if (a >= 0) this.chain(rows, a, byA, forward ? byT : 0)
    if (b >= 0) this.chain(rows, b, byB, forward ? 0 : byT)
    const link = this.network.links[k]!
    if (link.kind === 'lever' && springs && flow !== 0) {
      const share = this.link.leverShare(link, springs.at)
      for (const side of ['left', 'right'] as const) {
        const beside = this.link.leverShare(link, springs.beside(side))
        this.touch(slotOf[this[side]]!, (flow / share) * ((beside - share) / NUDGE))
      }
    }
    if (a >= 0) this.flush(rows, a, -1)
    if (b >= 0) this.flush(rows, b, 1)
    if (forward ? a < 0 : b < 0) this.flush(rows, size - 2, forward ? 1 : -1)
    if (forward ? b < 0 : a < 0) this.flush(rows, size - 1, forward ? 1 : -1)
    if (this.headOf[k]! >= 0) this.addHeadLink(rows, k, byB)
    else {
      const warm = upstream < 0 ? rows.around : this.temperature[upstream]!
      const isThermal = (i: number) => i >= 0 && slotOf[i]! >= 0
      if (isThermal(a) || isThermal(b)) {
        // d(F·T) = T·dF + F·dT.
        for (const j of this.touched) this.gradient[j] = this.gradient[j]! * warm
        if (thermal) this.chain(rows, upstream, 0, flow)
        if (isThermal(a)) this.flush(rows, slotOf[a]!, -CP)
        if (isThermal(b)) this.flush(rows, slotOf[b]!, CP)
      }
    }
    this.clear()
  }

  /** Change of a link's flow with the pressures at its ends and the temperature upstream. */
  private flowBy({ around, springs }: Rows, k: number, thermal: boolean) {
    const { p, temperature, ends } = this
    const { atmosphere, links } = this.network
    const at = springs?.at
    const a = ends[2 * k]!
    const b = ends[2 * k + 1]!
    const [pa, pb] = [a < 0 ? atmosphere : p[a]!, b < 0 ? atmosphere : p[b]!]
    const [ta, tb] = [a < 0 ? around : temperature[a]!, b < 0 ? around : temperature[b]!]
    const flow = this.flows[k]!
    const forward = flow >= 0
    const byA = a < 0 ? 0 : (this.link.flow(k, pa + TOUCH, pb, ta, tb, around, at) - flow) / TOUCH
    const byB = b < 0 ? 0 : (this.link.flow(k, pa, pb + TOUCH, ta, tb, around, at) - flow) / TOUCH
    const { kind } = links[k]!
    if (!thermal || kind === 'pump' || kind === 'given') return { byA, byB, byT: 0 }
    // Through orifices the flow goes with 1/√T; through tubes it depends on the regime.
    if (kind !== 'tube') return { byA, byB, byT: -flow / (2 * temperature[forward ? a : b]!) }
    const [wa, wb] = forward ? [ta + WARM, tb] : [ta, tb + WARM]
    return { byA, byB, byT: (this.link.flow(k, pa, pb, wa, wb, around, at) - flow) / WARM }
  }

  /** F·T of the air that leaves a head, over the pressure it is delivered into and the head's own temperature. */
  private addHeadLink(rows: Rows, k: number, byB: number): void {
    const { slotOf, heads } = this
    const b = this.ends[2 * k + 1]!
    const flow = this.flows[k]!
    const head = this.headOf[k]!
    this.clear()
    const row = this.headAt + head
    const more = flow + byB * TOUCH
    const here = this.throughHead(head, k, flow, 0, rows.around, rows.y)
    const higher = this.throughHead(head, k, more, TOUCH, rows.around, rows.y)
    this.chain(rows, b, (higher.given - here.given) / TOUCH, 0)
    this.touch(row, -flow * CP * here.follows)
    this.flush(rows, row, 1 / heads[head]!.capacity)
    this.clear()
    if (slotOf[b]! < 0) return
    this.chain(rows, b, (more * higher.leaving - flow * here.leaving) / TOUCH, 0)
    this.touch(row, flow * here.follows)
    this.flush(rows, slotOf[b]!, CP)
  }

  /** Adds the heat through the walls, and turns the collected heat into rates of pressure. */
  private closeVessels(rows: Rows): void {
    const { matrix, size, springs } = rows
    const { p, slotOf, volume } = this
    for (const i of this.thermal) {
      this.chain(rows, i, 0, -(this.network.vessels[i]!.wall ?? 0))
      this.flush(rows, slotOf[i]!, 1)
      this.clear()
    }
    for (const i of this.thermal) {
      if (springs && (i === this.left || i === this.right)) continue
      const row = slotOf[i]! * size
      for (let j = 0; j < size; j++) matrix[row + j] = (matrix[row + j]! * (GAMMA - 1)) / volume[i]!
    }
    if (springs && slotOf[this.left]! >= 0)
      springs.rows(
        matrix,
        size,
        slotOf[this.left]!,
        slotOf[this.right]!,
        [p[this.left]!, p[this.right]!],
        [this.heat[this.left]!, this.heat[this.right]!],
      )
  }

  private addMotors({ matrix, size, around }: Rows): void {
    const { p, slotOf } = this
    for (let i = 0; i < this.motors.length; i++) {
      const motor = this.motors[i]!
      const at = this.motorAt + i
      const v = this.index.get(motor.vessel)!
      matrix[at * size + at] = -1 / motor.constant
      if (!this.open.get(motor.command)) continue
      const here = this.warming(i)
      p[v] = p[v]! + NUDGE
      const by = (this.warming(i) - here) / NUDGE / motor.constant
      p[v] = p[v]! - NUDGE
      if (slotOf[v]! >= 0) matrix[at * size + slotOf[v]!] = by
      else matrix[at * size + v] = (by * GAS_CONSTANT_AIR * around) / this.volume[v]!
    }
  }

  private addHeads({ matrix, size }: Rows): void {
    this.heads.forEach(({ beside, cooling, capacity }, i) => {
      const row = (this.headAt + i) * size
      const at = row + this.headAt + i
      const winding = this.besideHead[i]!
      matrix[at] = matrix[at]! - (winding < 0 ? cooling : cooling + beside) / capacity
      if (winding >= 0) matrix[row + this.motorAt + winding] = beside / capacity
    })
  }
}
