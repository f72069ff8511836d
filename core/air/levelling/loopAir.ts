import { PRACTICE } from '../../catalog/practice'
import { GAS_CONSTANT_AIR } from '../../quantity/constants'
import { isoMassFlow } from '../equations/componentFlow'
import { LOOP_SOLVER, SOLVER } from '../settings'
import type { Leveller, Supply } from './types'

/**
 * Air of a levelling run at one temperature: what supplies it, and what a spring holds. kg, Pa absolute, per
 * step of its settings.
 */

const { step: STEP } = LOOP_SOLVER
const LEAK_RATIO = PRACTICE.leakRatio.value

/** Tank and compressor, and the air let in and out of the springs they feed. */
export class Source {
  /** kg let in and out; seconds the compressor ran. */
  filled = 0
  vented = 0
  ran = 0
  readonly rt: number
  private tank: number
  private running = false

  constructor(readonly supply: Supply) {
    this.rt = GAS_CONSTANT_AIR * supply.temperature
    this.tank = (supply.pressure * supply.volume) / this.rt
  }

  pressure(): number {
    const { volume, pressure } = this.supply
    return volume > 0 ? (this.tank * this.rt) / volume : pressure
  }

  /** True if the compressor fills directly into whatever asks for it. */
  get isTankless(): boolean {
    return this.supply.volume === 0
  }

  /** Air a valve lets into a spring in one step, kg. */
  give(opening: number, spring: number, valve: Pick<Leveller, 'conductance' | 'criticalRatio'>): number {
    const { atmosphere, temperature, freeAir } = this.supply
    if (this.isTankless) {
      // No more than the compressor gives, against the spring itself.
      const moved = (opening * freeAir(spring - atmosphere) * atmosphere * STEP) / this.rt
      this.filled += moved
      this.ran += STEP
      return moved
    }
    const source = this.pressure()
    if (source <= spring) return 0
    const flow = opening * isoMassFlow(valve.conductance, valve.criticalRatio, source, spring, temperature)
    const moved = Math.min(flow * STEP, this.tank)
    this.tank -= moved
    this.filled += moved
    return moved
  }

  /** The compressor fills the tank for one step, between its cut-in and its cut-out. */
  run(): void {
    if (this.isTankless) return
    const { atmosphere, cutIn, cutOut, freeAir } = this.supply
    const gauge = this.pressure() - atmosphere
    this.running = this.running ? gauge < cutOut : gauge < cutIn
    if (!this.running) return
    this.tank += (freeAir(gauge) * atmosphere * STEP) / this.rt
    this.ran += STEP
  }
}

/** What one spring holds. */
export class Bag {
  constructor(
    private readonly source: Source,
    private readonly valve: Pick<Leveller, 'conductance' | 'criticalRatio'>,
    public air: number,
  ) {}

  pressure(volume: number): number {
    return (this.air * this.source.rt) / volume
  }

  /** Lets air in (opening to 1) or out (to −1) for one step. */
  step(opening: number, spring: number): void {
    const { atmosphere, temperature } = this.source.supply
    if (opening > 0) this.air += this.source.give(opening, spring, this.valve)
    else if (opening < 0 && spring > atmosphere) {
      const { conductance, criticalRatio } = this.valve
      const moved = -opening * isoMassFlow(conductance, criticalRatio, spring, atmosphere, temperature) * STEP
      this.air -= moved
      this.source.vented += moved
    }
  }

  /** Air lost in one step: not caused by the leveller, and not counted as let out. */
  leak(conductance: number, spring: number): void {
    const { atmosphere, temperature } = this.source.supply
    if (spring <= atmosphere) return
    this.air -= isoMassFlow(conductance, LEAK_RATIO, spring, atmosphere, temperature) * STEP
  }

  /** Air that passes to another spring through the line between them in one step. */
  passTo(other: Bag, own: number, its: number, conductance: number): void {
    const [from, to, high, low] = own > its ? [this, other, own, its] : [other, this, its, own]
    const { temperature } = this.source.supply
    const moved = isoMassFlow(conductance, LINE_RATIO, high, low, temperature, SOLVER.laminarOrifice) * STEP
    from.air -= moved
    to.air += moved
  }
}
const LINE_RATIO = PRACTICE.lineRatio.value
