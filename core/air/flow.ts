import { findRoot } from '../quantity/root'
import { GAS_CONSTANT_AIR, REFERENCE_DENSITY, REFERENCE_TEMPERATURE, airViscosity } from '../quantity/constants'

export interface FlowState { massFlow: number, choked: boolean }

/**
 * Mass flow in kg/s through a component of sonic conductance C (m³/(s·Pa)) and critical ratio b.
 * Pressures absolute, Pa; upstream temperature K. Source: ISO 6358-1.
 */
export function componentFlow(conductance: number, criticalRatio: number, upstreamAbs: number, downstreamAbs: number, temperature: number): FlowState {
  if (downstreamAbs >= upstreamAbs) return { massFlow: 0, choked: false }
  const ratio = downstreamAbs / upstreamAbs
  const choked = conductance * REFERENCE_DENSITY * upstreamAbs * Math.sqrt(REFERENCE_TEMPERATURE / temperature)
  if (ratio <= criticalRatio) return { massFlow: choked, choked: true }
  return { massFlow: choked * Math.sqrt(1 - ((ratio - criticalRatio) / (1 - criticalRatio)) ** 2), choked: false }
}

/** Darcy friction factor: laminar 64/Re below 2300, Colebrook–White above. `roughness` and `bore` in m. */
export function frictionFactor(reynolds: number, roughness: number, bore: number): number {
  if (reynolds < 2300) return 64 / Math.max(reynolds, 1e-9)
  let inverse = -1.8 * Math.log10((roughness / bore / 3.7) ** 1.11 + 6.9 / reynolds)
  for (let i = 0; i < 30; i++) {
    const next = -2 * Math.log10(roughness / bore / 3.7 + (2.51 * inverse) / reynolds)
    if (Math.abs(next - inverse) < 1e-13) break
    inverse = next
  }
  return 1 / inverse ** 2
}

export interface TubeFlow extends FlowState { reynolds: number }

/**
 * Mass flow in kg/s of air through a tube with friction, isothermal, static inlet, no entrance loss:
 * ṁ² = A²(p1² − p2²)/(R·T·(f·L/D + 2·ln(p1/p2))), limited where the outlet reaches Mach 1/√γ and, in short tubes, by
 * the choked orifice of the same bore. Absolute pressures, Pa. Source: isothermal pipe flow, any gas-dynamics text.
 */
export function tubeFlow(bore: number, length: number, upstreamAbs: number, downstreamAbs: number, temperature: number, roughness = 1.5e-6): TubeFlow {
  if (downstreamAbs >= upstreamAbs) return { massFlow: 0, choked: false, reynolds: 0 }
  const area = (Math.PI / 4) * bore ** 2
  const rt = GAS_CONSTANT_AIR * temperature
  const viscosity = airViscosity(temperature)
  const reynoldsOf = (flow: number) => (4 * flow) / (Math.PI * bore * viscosity)
  const atOutlet = (p2: number): number => {
    const drive = (area ** 2 * (upstreamAbs ** 2 - p2 ** 2)) / rt
    const logs = 2 * Math.log(upstreamAbs / p2)
    // Laminar: f = 64/Re makes ṁ²·logs + ṁ·k = drive, a quadratic.
    const k = (16 * Math.PI * viscosity * length)
    const laminar = (2 * drive) / (k + Math.sqrt(k * k + 4 * logs * drive))
    if (reynoldsOf(laminar) < 2300) return laminar
    let flow = laminar
    for (let i = 0; i < 40; i++) {
      const f = frictionFactor(Math.max(reynoldsOf(flow), 2300), roughness, bore)
      const next = Math.sqrt(drive / ((f * length) / bore + logs))
      if (Math.abs(next - flow) < 1e-14 * next) break
      flow = next
    }
    // Between the branches the flow stands at the transition itself.
    return Math.max(flow, (2300 * Math.PI * bore * viscosity) / 4)
  }
  // Outlet Mach number M = ṁ·√(R·T/γ)/(A·p2) may not pass 1/√γ, that is ṁ ≤ A·p2/√(R·T).
  const sonicLimit = (p2: number) => (area * p2) / Math.sqrt(rt)
  let flow = atOutlet(downstreamAbs)
  let choked = false
  if (flow > sonicLimit(downstreamAbs)) {
    choked = true
    flow = atOutlet(findRoot(p2 => atOutlet(p2) - sonicLimit(p2), downstreamAbs, upstreamAbs * (1 - 1e-12)))
  }
  const orifice = area * 0.0404 * upstreamAbs / Math.sqrt(temperature)
  if (flow > orifice) {
    flow = orifice
    choked = true
  }
  return { massFlow: flow, choked, reynolds: reynoldsOf(flow) }
}
