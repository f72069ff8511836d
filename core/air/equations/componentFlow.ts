import { PRACTICE } from '../../catalog/practice'
import { REFERENCE_DENSITY, REFERENCE_TEMPERATURE } from '../../quantity/constants'

export interface FlowState {
  massFlow: number
  choked: boolean
}

/**
 * Mass flow in kg/s through a component of sonic conductance C (m³/(s·Pa)) and critical ratio b.
 * Pressures absolute, Pa; upstream temperature K. Source: ISO 6358-1.
 */
export function componentFlow(
  conductance: number,
  criticalRatio: number,
  upstreamAbs: number,
  downstreamAbs: number,
  temperature: number,
): FlowState {
  if (downstreamAbs >= upstreamAbs) return { massFlow: 0, choked: false }
  const ratio = downstreamAbs / upstreamAbs
  const choked =
    conductance * REFERENCE_DENSITY * upstreamAbs * Math.sqrt(REFERENCE_TEMPERATURE / temperature)
  if (ratio <= criticalRatio) return { massFlow: choked, choked: true }
  return {
    massFlow: choked * Math.sqrt(1 - ((ratio - criticalRatio) / (1 - criticalRatio)) ** 2),
    choked: false,
  }
}

/**
 * Close to equal pressures an orifice flows as if laminar: no infinite slope at rest (ISO 6358-1 as commonly applied). So
 * does a tube whose flow would be turbulent at so small a drop: some hundreds of pascals, far under any gauge's step.
 */
export const LAMINAR = 0.999

/** ISO 6358-1, in kg/s; laminar close to rest. */
export function smoothComponentFlow(
  conductance: number,
  b: number,
  high: number,
  low: number,
  temperature: number,
  laminar: number,
): number {
  const ratio = low / high
  const choked = conductance * REFERENCE_DENSITY * high * Math.sqrt(REFERENCE_TEMPERATURE / temperature)
  if (ratio <= b) return choked
  // Where b itself is close to 1, half-way from there.
  const edge = Math.max(laminar, (1 + b) / 2)
  const past = (Math.min(ratio, edge) - b) / (1 - b)
  const flow = choked * Math.sqrt(1 - past * past)
  return ratio <= edge ? flow : ratio >= 1 ? 0 : (flow * (1 - ratio)) / (1 - edge)
}

export const boreConductance = (bore: number) =>
  (PRACTICE.boreDischarge.value * (Math.PI / 4) * bore ** 2 * 0.0404) /
  (REFERENCE_DENSITY * Math.sqrt(REFERENCE_TEMPERATURE))
