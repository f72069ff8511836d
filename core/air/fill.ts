import { GAS_CONSTANT_AIR, STANDARD_ATMOSPHERE } from '../quantity/constants'
import { findRoot } from '../quantity/root'
import { interpolate } from '../quantity/interpolate'
import { componentFlow, tubeFlow } from './flow'

export type FlowPath = { conductance: number, criticalRatio: number } | { bore: number, length: number, roughness: number } | null
export type FillSource = { curve: readonly (readonly [number, number])[] } | { volume: number, pressure: number }

export interface FillResult {
  /** s, or null when the target is never reached. */
  seconds: number | null
  /** Gauge pressure at the path's inlet at the end, Pa. */
  endSourcePressure: number
  reached: boolean
}

/** Mass flow in kg/s through a path between two absolute pressures. */
function pathFlow(path: NonNullable<FlowPath>, upstreamAbs: number, downstreamAbs: number, temperature: number): number {
  return 'bore' in path
    ? tubeFlow(path.bore, path.length, upstreamAbs, downstreamAbs, temperature, path.roughness).massFlow
    : componentFlow(path.conductance, path.criticalRatio, upstreamAbs, downstreamAbs, temperature).massFlow
}

/**
 * Time to fill a rigid volume from a compressor or a tank through a path, isothermal.
 * A compressor's free air (at the atmosphere it breathes, `atmosphere`, and `temperature`) is p_atm·Q(p)/(R·T) in
 * kg/s, at the delivery pressure that its path then needs; a tank loses what the volume gains.
 * Time is the integral of dm/ṁ(m): Gauss–Legendre on panels that shrink towards the end, where the flow dies.
 * Pressures gauge, Pa; volume m³; curve [Pa gauge, m³/s].
 */
export function fillTime(volume: number, from: number, to: number, source: FillSource, path: FlowPath, temperature: number, atmosphere = STANDARD_ATMOSPHERE): FillResult {
  const rt = GAS_CONSTANT_AIR * temperature
  if ('curve' in source) return fillFromCompressor(volume, from, to, source.curve, path, temperature, atmosphere)
  if (path === null) throw new Error('A tank needs a path: give a conductance or a bore and length.')
  const tank = (p: number) => source.pressure - ((p - from) * volume) / source.volume
  // Both ends meet where the mixed pressure lies.
  const settled = twoVessels(from + atmosphere, volume, source.pressure + atmosphere, source.volume) - atmosphere
  if (to === from) return { seconds: 0, endSourcePressure: source.pressure, reached: true }
  if (to > settled || source.pressure <= from) return { seconds: null, endSourcePressure: source.pressure <= from ? source.pressure : settled, reached: false }
  const rate = (p: number) => (pathFlow(path, tank(p) + atmosphere, p + atmosphere, temperature) * rt) / volume
  // Only a volume that must reach the very balance takes for ever.
  if (to >= settled * (1 - 1e-12)) return { seconds: null, endSourcePressure: settled, reached: false }
  return { seconds: integrateTime(rate, from, to, settled, []), endSourcePressure: tank(to), reached: true }
}

function fillFromCompressor(volume: number, from: number, to: number, curve: readonly (readonly [number, number])[], path: FlowPath, temperature: number, atmosphere: number): FillResult {
  const rt = GAS_CONSTANT_AIR * temperature
  const pumped = (gauge: number) => (atmosphere * interpolate(curve, gauge)) / rt
  // Delivery pressure at which the path passes exactly what the compressor gives.
  const delivery = (p: number): number => {
    if (path === null) return p
    let high = Math.max(p * 2, p + 1e5)
    while (pumped(high) > pathFlow(path, high + atmosphere, p + atmosphere, temperature) && high < 1e9) high *= 2
    return findRoot(x => pathFlow(path, x + atmosphere, p + atmosphere, temperature) - pumped(x), p, high)
  }
  if (to === from) return { seconds: 0, endSourcePressure: delivery(from), reached: true }
  const rate = (p: number) => (pumped(delivery(p)) * rt) / volume
  const stall = stallPressure(curve)
  if (stall <= to) {
    const end = Math.max(from, stall)
    return { seconds: null, endSourcePressure: end, reached: false }
  }
  return { seconds: integrateTime(rate, from, to, stall, curve.map(row => row[0])), endSourcePressure: delivery(to), reached: true }
}

/** Gauge pressure at which a flow curve first gives nothing, Pa; Infinity when its last flow is held for ever. */
export function stallPressure(curve: readonly (readonly [number, number])[]): number {
  for (let i = 0; i < curve.length; i++) {
    const [p1, q1] = curve[i]!
    if (q1 <= 0) {
      if (i === 0) return -Infinity
      return p1
    }
  }
  return Infinity
}

const NODES = [-0.9602898564975363, -0.7966664774136267, -0.5255324099163290, -0.1834346424956498, 0.1834346424956498, 0.5255324099163290, 0.7966664774136267, 0.9602898564975363]
const WEIGHTS = [0.1012285362903763, 0.2223810344533745, 0.3137066458778873, 0.3626837833783620, 0.3626837833783620, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763]

/** ∫ dp/rate(p) from `from` to `to`, panels cut at `kinks` and shrinking towards `balance`, where the rate dies. */
function integrateTime(rate: (p: number) => number, from: number, to: number, balance: number, kinks: readonly number[]): number {
  const stops = [from, ...kinks.filter(k => k > from && k < to), to]
  let sum = 0
  for (let i = 1; i < stops.length; i++) {
    let a = stops[i - 1]!
    const b = stops[i]!
    while (a < b) {
      const room = Number.isFinite(balance) ? (balance - a) / 2 : b - a
      const end = Math.min(b, a + Math.max(Math.min(room, (b - stops[i - 1]!) / 8), (b - a) * 1e-9))
      const half = (end - a) / 2
      for (let n = 0; n < 8; n++) sum += (WEIGHTS[n]! * half) / rate(a + half * (1 + NODES[n]!))
      a = end
    }
  }
  return sum
}

/** Isothermal two-vessel balance, Pa absolute: (p1·V1 + p2·V2)/(V1 + V2). */
export function twoVessels(p1Abs: number, v1: number, p2Abs: number, v2: number): number {
  return (p1Abs * v1 + p2Abs * v2) / (v1 + v2)
}

/** Gauge pressure after a temperature change at constant volume, Pa. Absolute pressure ∝ absolute temperature. */
export function pressureAtTemperature(gauge: number, from: number, to: number, atmosphere = STANDARD_ATMOSPHERE): number {
  return ((gauge + atmosphere) * to) / from - atmosphere
}
