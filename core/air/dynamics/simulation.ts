import { PRACTICE } from '../../catalog/practice'
import { GAS_CONSTANT_AIR } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { Tube } from '../equations/tubeFlow'
import { StuckError, Stepper } from './rosenbrock'
import type { Link, Motor, SpringState, Network, Sample, Watch } from './network'
import { LAMINAR, smoothComponentFlow } from '../equations/componentFlow'

/**
 * Air in time: vessels joined by links. SI, every pressure absolute in here. Each vessel has gas mass; a thermal one also
 * its own temperature by energy balance, the others (short lines, fittings) stand at the ambient's.
 */

export const GAMMA = 1.4
const CP = (GAMMA / (GAMMA - 1)) * GAS_CONSTANT_AIR

const LAMINAR_TUBE = 0.9995
/** A relief valve is wide open, a regulator shut, within this share of its set pressure (common practice). */
const BAND = PRACTICE.reliefBand.value
const REGULATOR_BAND = PRACTICE.regulatorBand.value
/** Steps after which a run is given up. */
const MOST_STEPS = 2_000_000
/** Springs' volumes are sloped over this, flows over that, Pa. */
const NUDGE = 20
const TOUCH = 0.5
/** An arm of its valve opens no further than this, rad. */
const ARM_END = 1.2

/** From 0 to 1 without a corner at either end: valves and springs do not open along a straight line either. */
function eased(x: number): number {
  if (x <= 0) return 0
  return x >= 1 ? 1 : x * x * (3 - 2 * x)
}

export class Simulation {
  readonly index: Map<string, number>
  readonly linkIndex: Map<string, number>
  /** Masses of all vessels, pressures of the thermal ones, temperatures of the motors, gas taken from and given to the atmosphere. */
  readonly y: Float64Array
  t = 0
  readonly open = new Map<string, boolean>()
  private springs: Network['springs']
  private readonly motors: readonly Motor[]
  private readonly thermal: number[]
  private readonly slotOf: Int32Array
  private readonly motorAt: number
  private readonly left: number
  private readonly right: number
  private readonly stepper: Stepper
  private readonly p: Float64Array
  private readonly temperature: Float64Array
  private readonly volume: Float64Array
  private readonly heat: Float64Array
  private readonly flows: Float64Array
  private readonly ends: Int32Array
  private readonly shut: Uint8Array
  private readonly sealed = new Set<number>()
  private readonly located: number
  private readonly edge: number
  private readonly tubeEdge: number
  private readonly tubes: (Tube | null)[]
  private volumesAt: {
    left: number
    right: number
    at: SpringState
    byLeft: SpringState
    byRight: SpringState
  } | null = null
  /** dF/du of one link over all unknowns, while its row is added. */
  private readonly gradient: Float64Array
  private readonly touched: number[] = []

  constructor(
    readonly network: Network,
    start: Record<string, number>,
    options: {
      relative?: number
      longest?: number
      temperature?: number
      /** kg told apart from nothing */ grain?: number
      /** s to which a happening is located */ located?: number
      /** false: no laminar flow close to rest, for what only ever flows one way */ laminar?: boolean
    } = {},
  ) {
    const { vessels, links, atmosphere, motors = [] } = network
    this.motors = motors
    this.springs = network.springs
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
    const size = this.motorAt + motors.length + 2
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
    this.tubes = links.map((l) => (l.kind === 'tube' ? new Tube(l.bore, l.length, l.roughness) : null))
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
    motors.forEach((_, i) => {
      this.y[this.motorAt + i] = warm
    })
    this.located = options.located ?? 1e-6
    this.edge = options.laminar === false ? 1 : LAMINAR
    this.tubeEdge = options.laminar === false ? 1 : LAMINAR_TUBE
    const absolute = new Float64Array(size)
    const relative = options.relative ?? 1e-5
    for (let i = 0; i < size; i++)
      absolute[i] =
        i < vessels.length || i >= size - 2
          ? relative * (options.grain ?? 1e-5)
          : i < this.motorAt
            ? relative * 2e4
            : relative * 100
    this.stepper = new Stepper(
      size,
      (t, y, out) => this.slope(t, y, out),
      { relative, absolute, longest: options.longest ?? 60 },
      (t, y, matrix, later) => this.derivatives(t, y, matrix, later),
    )
  }

  get steps(): number {
    return this.stepper.steps
  }

  /** Gas in all vessels and what the atmosphere holds of it, kg: never changes. */
  get mass(): number {
    const n = this.network.vessels.length
    let sum = this.y[this.y.length - 1]! - this.y[this.y.length - 2]!
    for (let i = 0; i < n; i++) sum += this.y[i]!
    return sum
  }

  /** Throws a command; the next steps begin small. */
  command(name: string, open: boolean): void {
    if (this.open.get(name) === open) return
    this.open.set(name, open)
    this.network.links.forEach((l, k) => {
      if (l.command === name && !this.sealed.has(k)) this.shut[k] = open ? 0 : 1
    })
    this.stepper.restart()
  }

  /** Shuts a link for good, whatever its command says from now on. */
  seal(id: string): void {
    const k = this.linkIndex.get(id)
    if (k === undefined) return
    this.sealed.add(k)
    this.shut[k] = 1
    this.stepper.restart()
  }

  /** Another load on the springs: their heights and volumes at once, their pressures as if no air had moved nor heat. */
  load(springs: NonNullable<Network['springs']>): void {
    const before = [this.left, this.right].map((i) => (i < 0 ? 0 : this.p[i]! * this.volume[i]! ** GAMMA))
    this.springs = springs
    // p·V^γ of each spring is kept while the truck settles under its new load.
    for (let turn = 0; turn < 200; turn++) {
      this.volumesAt = null
      this.springVolumes()
      let off = 0
      ;[this.left, this.right].forEach((i, side) => {
        if (i < 0) return
        const wanted = before[side]! / this.volume[i]! ** GAMMA
        off = Math.max(off, Math.abs(wanted / this.p[i]! - 1))
        this.p[i] = this.p[i]! + (wanted - this.p[i]!) * 0.5
        this.y[this.slotOf[i]!] = this.p[i]!
      })
      if (off < 1e-10) break
    }
    this.stepper.restart()
  }

  /** Puts another vessel of the same volume in place of one, at an absolute pressure: the next tyre. */
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
    const at = this.volumesAt?.at
    return {
      t: this.t,
      pressure: this.p.slice(),
      temperature: this.temperature.slice(),
      flow: this.flows.slice(),
      motor: this.y.slice(this.motorAt, this.y.length - 2),
      height: { left: at?.[2] ?? 0, right: at?.[3] ?? 0 },
      front: at?.[4] ?? 0,
    }
  }

  private scratch?: Float64Array

  pressureOf(id: string): number {
    return this.sample().pressure[this.index.get(id)!]!
  }

  /**
   * Runs to `end`, locating every watched happening instead of stepping over it. `each` sees every accepted step.
   * @throws {StuckError}
   */
  run(end: number, watches: readonly Watch[] = [], each: (sample: Sample) => void = () => {}): void {
    let active = [...watches]
    let here = this.sample()
    let before = active.map((w) => w.value(here))
    const from = new Float64Array(this.y.length)
    const next = new Float64Array(this.y.length)
    let guard = 0
    while (this.t < end - 1e-9) {
      if (++guard > MOST_STEPS) throw new StuckError(`The run does not come past ${this.t} s.`)
      from.set(this.y)
      const began = this.t
      this.t = this.stepper.step(began, from, end, next)
      this.y.set(next)
      here = this.sample()
      let after = active.map((w) => w.value(here))
      const past = (value: number, i: number) =>
        value !== before[i]! && value * before[i]! <= 0 && before[i] !== 0
      let crossed = after.findIndex(past)
      if (crossed >= 0) {
        // Several may happen within one step: whichever is already past when one is located came earlier.
        // Two that happen at the very same instant are each other's earlier one: none is sought twice.
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

  /**
   * Ends the step that began at `began` where a watched value passes 0, by regula falsi on the step's length: the same step,
   * cut shorter. Returns every watched value there.
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
    for (let i = 0; i < 60 && high - low > this.located + 1e-9 * high * (this.located / 1e-6); i++) {
      const margin = (high - low) * 0.02
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

  /** Springs at their pressures and a little beside them; their volumes are put in place. */
  private springVolumes(): NonNullable<typeof this.volumesAt> | null {
    const { springs } = this
    const { atmosphere } = this.network
    if (!springs || this.left < 0 || this.right < 0) return null
    const [l, r] = [this.p[this.left]! - atmosphere, this.p[this.right]! - atmosphere]
    if (this.volumesAt?.left !== l || this.volumesAt.right !== r)
      this.volumesAt = {
        left: l,
        right: r,
        at: springs(l, r),
        byLeft: springs(l + NUDGE, r),
        byRight: springs(l, r + NUDGE),
      }
    const { at } = this.volumesAt!
    this.volume[this.left] = at[0]
    this.volume[this.right] = at[1]
    return this.volumesAt
  }

  /** The equations themselves: what each unknown changes by, per second. */
  slope(t: number, y: Float64Array, out: Float64Array): void {
    const { vessels, links, atmosphere, ambient } = this.network
    const n = vessels.length
    const around = ambient(t)
    const { p, temperature, volume, heat, slotOf, ends } = this
    for (let i = 0; i < n; i++) if (slotOf[i]! >= 0) p[i] = y[slotOf[i]!]!
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
    const taken = out.length - 2
    for (let k = 0; k < links.length; k++) {
      if (this.shut[k]) {
        this.flows[k] = 0
        continue
      }
      const a = ends[2 * k]!
      const b = ends[2 * k + 1]!
      const flow = this.flowOf(
        k,
        a < 0 ? atmosphere : p[a]!,
        b < 0 ? atmosphere : p[b]!,
        a < 0 ? around : temperature[a]!,
        b < 0 ? around : temperature[b]!,
        around,
      )
      this.flows[k] = flow
      if (flow === 0) continue
      const upstream = flow >= 0 ? a : b
      const enthalpy = flow * CP * (upstream < 0 ? around : temperature[upstream]!)
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
    // (V + γ·p·V')·ṗ = (γ − 1)·(heat and enthalpy in): first law of an open vessel whose volume follows its pressure.
    for (const i of this.thermal)
      if (!springs || (i !== this.left && i !== this.right))
        out[slotOf[i]!] = ((GAMMA - 1) * heat[i]!) / volume[i]!
    if (springs && slotOf[this.left]! >= 0) {
      const [a, b, c, d] = this.stiffness(springs)
      const [x, z] = [(GAMMA - 1) * heat[this.left]!, (GAMMA - 1) * heat[this.right]!]
      const determinant = a * d - b * c
      out[slotOf[this.left]!] = (x * d - b * z) / determinant
      out[slotOf[this.right]!] = (a * z - c * x) / determinant
    }
    for (let i = 0; i < this.motors.length; i++) {
      const warm = y[this.motorAt + i]! - around
      out[this.motorAt + i] = (this.warming(i) - warm) / this.motors[i]!.constant
    }
  }

  /** Rise a motor tends to as it runs now, K. */
  private warming(i: number): number {
    const motor = this.motors[i]!
    if (!this.open.get(motor.command)) return 0
    const current = interpolate(
      motor.current,
      this.p[this.index.get(motor.vessel)!]! - this.network.atmosphere,
    )
    return motor.rise * (current / motor.reference) ** 2
  }

  /** V + γ·p·∂V/∂p of both springs. */
  private stiffness({
    at,
    byLeft,
    byRight,
  }: NonNullable<typeof this.volumesAt>): [number, number, number, number] {
    const [pl, pr] = [GAMMA * this.p[this.left]!, GAMMA * this.p[this.right]!]
    return [
      at[0] + (pl * (byLeft[0] - at[0])) / NUDGE,
      (pl * (byRight[0] - at[0])) / NUDGE,
      (pr * (byLeft[1] - at[1])) / NUDGE,
      at[1] + (pr * (byRight[1] - at[1])) / NUDGE,
    ]
  }

  /**
   * ∂f/∂y link by link: each flow depends on the two vessels at its ends alone (a lever's also on the heights). What is
   * left out is how the springs' own stiffness changes along a step, which is of second order.
   */
  derivatives(t: number, y: Float64Array, matrix: Float64Array, later: Float64Array): void {
    const { links, atmosphere, ambient, vessels } = this.network
    const size = y.length
    const n = vessels.length
    const around = ambient(t)
    const { p, temperature, volume, slotOf, ends, gradient, touched } = this
    const springs = this.volumesAt
    // Enthalpy and heat of each thermal vessel over the unknowns, gathered in its own row, scaled at the end.
    const touch = (j: number, by: number) => {
      if (gradient[j] === 0 && by !== 0) touched.push(j)
      gradient[j] = gradient[j]! + by
    }
    const slope = (of: 0 | 1, by: 'byLeft' | 'byRight') => (springs![by][of] - springs!.at[of]) / NUDGE
    /** Adds dp and dT of a vessel, weighted, to the gradient. */
    const chain = (i: number, byPressure: number, byTemperature: number) => {
      const slot = slotOf[i]!
      if (slot < 0) {
        touch(i, (byPressure * GAS_CONSTANT_AIR * around) / volume[i]!)
        return
      }
      const warm = temperature[i]!
      touch(slot, byPressure + (byTemperature * warm) / p[i]!)
      touch(i, (-byTemperature * warm) / Math.max(y[i]!, 1e-12))
      if (springs && byTemperature !== 0 && (i === this.left || i === this.right)) {
        const of = i === this.left ? 0 : 1
        touch(slotOf[this.left]!, (byTemperature * warm * slope(of, 'byLeft')) / volume[i]!)
        touch(slotOf[this.right]!, (byTemperature * warm * slope(of, 'byRight')) / volume[i]!)
      }
    }
    const flush = (row: number, by: number) => {
      for (const j of touched) matrix[row * size + j] = matrix[row * size + j]! + by * gradient[j]!
    }
    const clear = () => {
      for (const j of touched) gradient[j] = 0
      touched.length = 0
    }
    for (let k = 0; k < links.length; k++) {
      if (this.shut[k]) continue
      const a = ends[2 * k]!
      const b = ends[2 * k + 1]!
      const [pa, pb] = [a < 0 ? atmosphere : p[a]!, b < 0 ? atmosphere : p[b]!]
      const [ta, tb] = [a < 0 ? around : temperature[a]!, b < 0 ? around : temperature[b]!]
      const flow = this.flows[k]!
      const byA = a < 0 ? 0 : (this.flowOf(k, pa + TOUCH, pb, ta, tb, around) - flow) / TOUCH
      const byB = b < 0 ? 0 : (this.flowOf(k, pa, pb + TOUCH, ta, tb, around) - flow) / TOUCH
      const forward = flow >= 0
      const upstream = forward ? a : b
      const thermal = upstream >= 0 && slotOf[upstream]! >= 0
      // Through orifices flow goes with 1/√T; through tubes nearly so.
      const byT =
        thermal && links[k]!.kind !== 'pump' && links[k]!.kind !== 'given'
          ? -flow / (2 * temperature[upstream]!)
          : 0
      if (a >= 0) chain(a, byA, forward ? byT : 0)
      if (b >= 0) chain(b, byB, forward ? 0 : byT)
      const link = links[k]!
      if (link.kind === 'lever' && springs && flow !== 0) {
        const share = this.leverShare(link, springs.at)
        for (const by of ['byLeft', 'byRight'] as const)
          touch(
            slotOf[by === 'byLeft' ? this.left : this.right]!,
            (flow / share) * ((this.leverShare(link, springs[by]) - share) / NUDGE),
          )
      }
      if (a >= 0) flush(a, -1)
      if (b >= 0) flush(b, 1)
      if (forward ? a < 0 : b < 0) flush(size - 2, forward ? 1 : -1)
      if (forward ? b < 0 : a < 0) flush(size - 1, forward ? 1 : -1)
      const enthalpyRows = [a, b].filter((i) => i >= 0 && slotOf[i]! >= 0)
      if (enthalpyRows.length > 0) {
        const warm = upstream < 0 ? around : temperature[upstream]!
        // d(F·T) = T·dF + F·dT.
        for (const j of touched) gradient[j] = gradient[j]! * warm
        if (thermal) chain(upstream, 0, flow)
        for (const i of enthalpyRows) flush(slotOf[i]!, i === a ? -CP : CP)
      }
      clear()
    }
    for (const i of this.thermal) {
      chain(i, 0, -(vessels[i]!.wall ?? 0))
      flush(slotOf[i]!, 1)
      clear()
    }
    for (const i of this.thermal) {
      if (springs && (i === this.left || i === this.right)) continue
      const row = slotOf[i]! * size
      for (let j = 0; j < size; j++) matrix[row + j] = (matrix[row + j]! * (GAMMA - 1)) / volume[i]!
    }
    if (springs && slotOf[this.left]! >= 0) this.springRows(springs, matrix, size)
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
      else matrix[at * size + v] = (by * GAS_CONSTANT_AIR * around) / volume[v]!
    }
    const soon = Math.max(Math.abs(t) * 1e-7, 1e-4)
    if (ambient(t + soon) !== around) {
      this.slope(t, y, (this.before ??= new Float64Array(size)))
      this.slope(t + soon, y, later)
      for (let i = 0; i < n + this.thermal.length + this.motors.length + 2; i++)
        later[i] = (later[i]! - this.before[i]!) / soon
      this.slope(t, y, this.before)
    }
  }

  private before?: Float64Array

  /** Both springs' rows: M·ṗ = (γ − 1)·Q, so dṗ = M⁻¹·((γ − 1)·dQ − dM·ṗ). */
  private springRows(springs: NonNullable<typeof this.volumesAt>, matrix: Float64Array, size: number): void {
    const { at, byLeft, byRight } = springs
    const [l, r] = [this.slotOf[this.left]!, this.slotOf[this.right]!]
    const [a, b, c, d] = this.stiffness(springs)
    const determinant = a * d - b * c
    const [x, z] = [(GAMMA - 1) * this.heat[this.left]!, (GAMMA - 1) * this.heat[this.right]!]
    const [pl, pr] = [(x * d - b * z) / determinant, (a * z - c * x) / determinant]
    const [ll, lr, rl, rr] = [
      (byLeft[0] - at[0]) / NUDGE,
      (byRight[0] - at[0]) / NUDGE,
      (byLeft[1] - at[1]) / NUDGE,
      (byRight[1] - at[1]) / NUDGE,
    ]
    for (let j = 0; j < size; j++) {
      let left = (GAMMA - 1) * matrix[l * size + j]!
      let right = (GAMMA - 1) * matrix[r * size + j]!
      if (j === l) {
        left -= (ll + GAMMA * ll) * pl + GAMMA * lr * pr
        right -= rl * pr
      }
      if (j === r) {
        left -= lr * pl
        right -= GAMMA * rl * pl + (rr + GAMMA * rr) * pr
      }
      matrix[l * size + j] = (left * d - b * right) / determinant
      matrix[r * size + j] = (a * right - c * left) / determinant
    }
  }

  /** How far a height valve's arm opens its way, 0 to 1. */
  private leverShare(link: Extract<Link, { kind: 'lever' }>, at: SpringState): number {
    const { levelAt } = this.network
    if (!levelAt) return 0
    const low =
      link.side === 'left'
        ? levelAt.left - at[2]
        : link.side === 'right'
          ? levelAt.right - at[3]
          : (levelAt.left - at[2] + levelAt.right - at[3]) / 2
    const angle = Math.asin(Math.min(Math.max((low * levelAt.perHeight) / link.arm, -1), 1)) * link.way
    return eased((Math.min(angle, ARM_END) - link.deadBand) / (link.fullOpen - link.deadBand))
  }

  private flowOf(k: number, pFrom: number, pTo: number, tFrom: number, tTo: number, around: number): number {
    const link = this.network.links[k]!
    const forward = pFrom >= pTo
    const high = forward ? pFrom : pTo
    const low = forward ? pTo : pFrom
    const warm = forward ? tFrom : tTo
    switch (link.kind) {
      case 'tube': {
        const tube = this.tubes[k]!
        const edge = high * this.tubeEdge
        const flow =
          low <= edge
            ? tube.flow(high, low, warm)
            : (tube.flow(high, edge, warm) * (high - low)) / (high - edge)
        return forward ? flow : -flow
      }
      case 'orifice': {
        if (link.oneWay) {
          const over = pFrom - pTo - link.oneWay.opening
          return over <= 0
            ? 0
            : eased(over / (pFrom * (1 - LAMINAR))) *
                smoothComponentFlow(
                  link.conductance,
                  link.criticalRatio,
                  pFrom,
                  pTo + link.oneWay.opening,
                  tFrom,
                  this.edge,
                )
        }
        const flow = smoothComponentFlow(link.conductance, link.criticalRatio, high, low, warm, this.edge)
        return forward ? flow : -flow
      }
      case 'pump':
        return (
          (this.network.atmosphere * Math.max(interpolate(link.curve, pTo - this.network.atmosphere), 0)) /
          (GAS_CONSTANT_AIR * around)
        )
      case 'given':
        return link.flow(pTo)
      case 'relief': {
        const share = eased((pFrom - this.network.atmosphere - link.set) / (link.set * BAND))
        return share === 0 || !forward
          ? 0
          : share * smoothComponentFlow(link.conductance, link.criticalRatio, pFrom, pTo, tFrom, this.edge)
      }
      case 'regulator': {
        const share = eased((link.set - (pTo - this.network.atmosphere)) / (link.set * REGULATOR_BAND))
        return share === 0 || !forward
          ? 0
          : share * smoothComponentFlow(link.conductance, link.criticalRatio, pFrom, pTo, tFrom, this.edge)
      }
      case 'lever': {
        const at = this.volumesAt?.at
        const share = at ? this.leverShare(link, at) : 0
        if (share === 0) return 0
        const flow = smoothComponentFlow(link.conductance, link.criticalRatio, high, low, warm, this.edge)
        return share * (forward ? flow : -flow)
      }
      case 'tool': {
        const { atmosphere } = this.network
        if (!forward) return 0
        const least = link.needed + atmosphere
        return (
          ((atmosphere * link.demand) / (GAS_CONSTANT_AIR * around)) *
          Math.min(Math.max((pFrom - atmosphere) / (least - atmosphere), 0), 1)
        )
      }
    }
  }
}
