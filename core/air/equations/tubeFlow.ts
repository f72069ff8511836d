import { PRACTICE } from '../../catalog/practice'
import { GAS_CONSTANT_AIR, airViscosity } from '../../quantity/constants'
import { TUBE_SOLVER } from '../settings'
import { chokedOrificeFlow, type FlowState } from './componentFlow'

/** Darcy friction factor: laminar 64/Re below 2300, Colebrook–White above. `roughness` and `bore` in m. */
export function frictionFactor(reynolds: number, roughness: number, bore: number): number {
  if (reynolds < TRANSITION) return 64 / Math.max(reynolds, 1e-9)
  return 1 / colebrook(roughness / bore / 3.7, reynolds, 6) ** 2
}

export interface TubeFlow extends FlowState {
  reynolds: number
}

/** Reynolds number at which laminar flow breaks up, used for flows between the two regimes. */
const TRANSITION = 2300
const { close: CLOSE, turns: MOST_TURNS } = TUBE_SOLVER

/**
 * Mass flow in kg/s of air through a tube with friction, isothermal, static inlet, no entrance loss: ṁ² =
 * A²(p1² − p2²)/(R·T·(f·L/D + 2·ln(p1/p2))), limited where the outlet reaches Mach 1/√γ and, in short tubes, by
 * the choked orifice of the same bore. Absolute pressures, Pa. Source: isothermal pipe flow, any gas-dynamics
 * text. The tube keeps its last friction and throat as first guesses, because a circuit's run asks a million
 * times; the next solution is then one or two steps away. The result does not depend on what it keeps.
 */
export class Tube {
  private readonly area: number
  /** f·L/D for f = 1. */
  private readonly slender: number
  private readonly rough: number
  private temperature = Number.NaN
  private rt = 0
  private viscosity = 0
  /** ṁ at the transition, and Re/ṁ. */
  private perFlow = 0
  /** Last values of 1/√f and p1/p2. */
  private inverse = 6
  private throat = 2
  choked = false

  constructor(
    readonly bore: number,
    readonly length: number,
    roughness = PRACTICE.nylonRoughness.value,
  ) {
    this.area = (Math.PI / 4) * bore ** 2
    this.slender = length / bore
    this.rough = roughness / bore / 3.7
  }

  reynolds(flow: number): number {
    return flow * this.perFlow
  }

  /** kg/s from `high` to `low`, both absolute; 0 if they are equal or reversed. */
  flow(high: number, low: number, temperature: number): number {
    if (temperature !== this.temperature) {
      this.temperature = temperature
      this.rt = GAS_CONSTANT_AIR * temperature
      this.viscosity = airViscosity(temperature)
      this.perFlow = 4 / (Math.PI * this.bore * this.viscosity)
    }
    this.choked = false
    if (!(low < high)) return 0
    // A step tried too far may ask for negative pressures: its result must not be kept.
    if (!(low > 0) || !Number.isFinite(this.rt)) return 0
    let flow = this.unchoked(high, low)
    // Outlet Mach number M = ṁ·√(R·T/γ)/(A·p2) may not pass 1/√γ, that is ṁ ≤ A·p2/√(R·T).
    if (flow * Math.sqrt(this.rt) > this.area * low) {
      this.choked = true
      flow = this.sonic(high)
    }
    const orifice = chokedOrificeFlow(this.area, high, temperature)
    if (flow > orifice) {
      this.choked = true
      return orifice
    }
    return flow
  }

  private unchoked(high: number, low: number): number {
    const drive = (this.area ** 2 * (high - low) * (high + low)) / this.rt
    const logs = 2 * Math.log(high / low)
    // Laminar: f = 64/Re makes ṁ²·logs + ṁ·k = drive, a quadratic.
    const k = 16 * Math.PI * this.viscosity * this.length
    const laminar = (2 * drive) / (k + Math.sqrt(k * k + 4 * logs * drive))
    const edge = TRANSITION / this.perFlow
    if (laminar < edge) return laminar
    // Colebrook–White in u = 1/√f with ṁ(u) inserted, by Newton's method.
    let u = this.inverse
    let flow = edge
    for (let turn = 0; turn < MOST_TURNS; turn++) {
      const friction = this.slender / (u * u) + logs
      flow = Math.sqrt(drive / friction)
      const own = flow * this.perFlow
      const reynolds = Math.max(own, TRANSITION)
      const inner = this.rough + (2.51 * u) / reynolds
      const steep = own < TRANSITION ? 0 : this.slender / (u * u) / friction
      const step =
        (u + 2 * Math.log10(inner)) / (1 + ((2 / Math.LN10) * (2.51 / reynolds) * (1 - steep)) / inner)
      u = Math.max(u - step, u * 0.3)
      if (Math.abs(step) < CLOSE * u) break
    }
    flow = Math.sqrt(drive / (this.slender / (u * u) + logs))
    // Between the regimes the flow is that of the transition.
    this.inverse = u
    return Math.max(flow, edge)
  }

  /** ṁ = A·p1/(r·√(R·T)), with r, pressure at the inlet over that at the throat, from r² − 1 − 2·ln r = f(Re)·L/D. */
  private sonic(high: number): number {
    const most = (this.area * high) / Math.sqrt(this.rt)
    const laminar = most / this.narrows(most, true)
    const edge = TRANSITION / this.perFlow
    return laminar < edge ? laminar : Math.max(most / this.narrows(most, false), edge)
  }

  private narrows(most: number, laminar: boolean): number {
    // Both start where Newton's method approaches the root from above, because the left side is convex.
    let r = laminar ? 2 + (64 * this.slender) / (most * this.perFlow) : this.throat
    for (let turn = 0; turn < MOST_TURNS; turn++) {
      const reynolds = (most / r) * this.perFlow
      if (!laminar) this.inverse = colebrook(this.rough, Math.max(reynolds, TRANSITION), this.inverse)
      const friction = (laminar ? 64 / reynolds : 1 / this.inverse ** 2) * this.slender
      // Laminar friction grows with r. Turbulent friction hardly does, so its slope is left out, at the cost of
      // one more step.
      const step = (r * r - 1 - 2 * Math.log(r) - friction) / (2 * r - 2 / r - (laminar ? friction / r : 0))
      r = step > 0 && r - step < 1 ? 1 + (r - 1) * 0.2 : Math.max(r - step, 1 + (r - 1) * 0.2)
      if (Math.abs(step) < CLOSE * r) break
    }
    if (!laminar) this.throat = r
    return r
  }
}

/** 1/√f of Colebrook–White by Newton from a first guess; `rough` is roughness/bore/3.7. */
function colebrook(rough: number, reynolds: number, guess: number): number {
  let u = guess
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const inner = rough + (2.51 * u) / reynolds
    const step = (u + 2 * Math.log10(inner)) / (1 + ((2 / Math.LN10) * 2.51) / reynolds / inner)
    u = Math.max(u - step, u * 0.3)
    if (Math.abs(step) < CLOSE * u) break
  }
  return u
}

/** Flow through a tube once, with its Reynolds number. */
export function tubeFlow(
  bore: number,
  length: number,
  upstreamAbs: number,
  downstreamAbs: number,
  temperature: number,
  roughness = PRACTICE.nylonRoughness.value,
): TubeFlow {
  const tube = new Tube(bore, length, roughness)
  const massFlow = tube.flow(upstreamAbs, downstreamAbs, temperature)
  return { massFlow, choked: tube.choked, reynolds: tube.reynolds(massFlow) }
}
