import { PRACTICE } from '../../catalog/practice'
import { CHOKED_ORIFICE, REFERENCE_DENSITY, REFERENCE_TEMPERATURE } from '../../quantity/constants'

export interface FlowState {
  /** kg/s */
  massFlow: number
  choked: boolean
}

/**
 * Mass flow in kg/s through a component of sonic conductance C (m³/(s·Pa)) and critical ratio b: choked ṁ =
 * C·ρ_ANR·p1·√(T_ANR/T1) up to p2/p1 = b, beyond it × √(1 − ((p2/p1 − b)/(1 − b))²). Source: ISO 6358-1.
 * Pressures absolute, Pa; upstream temperature K.
 * @param laminarFrom pressure ratio from which the flow falls linearly to zero, as if laminar; 1 for the
 * formula alone
 * @example isoMassFlow(2.4e-9, 0.35, 791_325, 451_325, 293.15) // 2.18 g/s
 */
export function isoMassFlow(
  conductance: number,
  criticalRatio: number,
  upstreamAbs: number,
  downstreamAbs: number,
  temperature: number,
  laminarFrom = 1,
): number {
  const ratio = downstreamAbs / upstreamAbs
  const choked =
    conductance * REFERENCE_DENSITY * upstreamAbs * Math.sqrt(REFERENCE_TEMPERATURE / temperature)
  if (ratio <= criticalRatio) return choked
  // If b itself is close to 1, half-way from there.
  const edge = Math.max(laminarFrom, (1 + criticalRatio) / 2)
  const past = (Math.min(ratio, edge) - criticalRatio) / (1 - criticalRatio)
  const flow = choked * Math.sqrt(1 - past * past)
  if (ratio <= edge) return flow
  return ratio >= 1 ? 0 : (flow * (1 - ratio)) / (1 - edge)
}

/** The same flow, and whether it is choked; there is no reverse flow. */
export function componentFlow(
  conductance: number,
  criticalRatio: number,
  upstreamAbs: number,
  downstreamAbs: number,
  temperature: number,
): FlowState {
  return {
    massFlow: isoMassFlow(conductance, criticalRatio, upstreamAbs, downstreamAbs, temperature),
    choked: downstreamAbs < upstreamAbs && downstreamAbs / upstreamAbs <= criticalRatio,
  }
}

/** Sonic conductance of parts in series, m³/(s·Pa): 1/C² = Σ 1/Cᵢ². Source: ISO 6358-1. */
export const inRow = (conductances: readonly number[]): number =>
  conductances.reduce((sum, c) => sum + 1 / c ** 2, 0) ** -0.5

/**
 * Choked mass flow of an ideal orifice in kg/s: ṁ = A·0.0404·p/√T. Area m², absolute upstream pressure Pa, K.
 * Source: choked nozzle, any gas-dynamics text.
 */
export const chokedOrificeFlow = (area: number, upstreamAbs: number, temperature: number): number =>
  (area * CHOKED_ORIFICE * upstreamAbs) / Math.sqrt(temperature)

/** Sonic conductance of a drilled bore, m³/(s·Pa): its choked flow over that of unit conductance. Bore m. */
export const boreConductance = (bore: number): number =>
  (PRACTICE.boreDischarge.value * (Math.PI / 4) * bore ** 2 * CHOKED_ORIFICE) /
  (REFERENCE_DENSITY * Math.sqrt(REFERENCE_TEMPERATURE))
