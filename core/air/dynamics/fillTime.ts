import { GAS_CONSTANT_AIR, STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { findRoot } from '../../quantity/root'
import { interpolate } from '../../quantity/interpolate'
import { Tube } from '../equations/tubeFlow'
import { componentFlow } from '../equations/componentFlow'
import { Simulation } from './simulation'
import type { Link } from './network'
import { VESSEL_SOLVER } from '../settings'
import { stallPressure, twoVessels } from '../equations/vessels'

export type FlowPath =
  { conductance: number; criticalRatio: number } | { bore: number; length: number; roughness: number } | null
export type FillSource =
  { curve: readonly (readonly [number, number])[] } | { volume: number; pressure: number }

export interface FillResult {
  /** s, or null if the target is never reached. */
  seconds: number | null
  /** Gauge pressure at the path's inlet at the end, Pa. */
  endSourcePressure: number
  reached: boolean
}

const LONGEST = VESSEL_SOLVER.longestFill

/**
 * Time to fill a rigid volume from a compressor or a tank through a path, isothermal, by the solver that runs
 * circuits. A compressor's free air (at `atmosphere`, which it breathes, and `temperature`) is p_atm·Q(p)/(R·T)
 * in kg/s at the delivery pressure that its path needs; a tank loses what the volume gains. Pressures gauge,
 * Pa; volume m³; curve [Pa gauge, m³/s].
 */
export function fillTime(
  volume: number,
  from: number,
  to: number,
  source: FillSource,
  path: FlowPath,
  temperature: number,
  atmosphere = STANDARD_ATMOSPHERE,
): FillResult {
  const pumped = 'curve' in source
  if (!pumped && path === null)
    throw new Error('A tank needs a path: give a conductance or a bore and length.')
  const delivery = pumped ? deliveryOf(source.curve, path, temperature, atmosphere) : null
  // Where it comes to rest: both ends of a path are equal, or the compressor stops delivering.
  const restPressure = pumped
    ? stallPressure(source.curve)
    : source.pressure <= from
      ? source.pressure
      : twoVessels(from + atmosphere, volume, source.pressure + atmosphere, source.volume) - atmosphere
  const unreachable = pumped
    ? restPressure <= to
    : source.pressure <= from || to >= restPressure * (1 - VESSEL_SOLVER.unreachable)
  if (unreachable && to > from)
    return {
      seconds: null,
      endSourcePressure: pumped ? Math.max(from, restPressure) : restPressure,
      reached: false,
    }
  const vessel = (id: string, v: number) => ({ id, volume: v, wall: null, spring: null })
  const link: Link = delivery
    ? { id: 'pump', kind: 'given', from: null, to: 'bag', flow: (p) => delivery.flow(p - atmosphere) }
    : path !== null && 'bore' in path
      ? { id: 'path', kind: 'tube', from: 'tank', to: 'bag', ...path }
      : { id: 'path', kind: 'orifice', from: 'tank', to: 'bag', ...path! }
  const simulation = new Simulation(
    {
      vessels: [vessel('bag', volume), ...(pumped ? [] : [vessel('tank', source.volume)])],
      links: [link],
      atmosphere,
      ambient: () => temperature,
    },
    { bag: from + atmosphere, ...(!pumped && { tank: source.pressure + atmosphere }) },
    {
      ...VESSEL_SOLVER.fill,
      longest: LONGEST,
      grain: (volume * atmosphere) / (GAS_CONSTANT_AIR * temperature),
      laminar: false,
    },
  )
  let seconds = 0
  if (to > from) {
    simulation.run(LONGEST, [
      {
        value: (s) => s.pressure[0]! - atmosphere - to,
        act: (t) => {
          seconds = t
          return 'end'
        },
      },
    ])
  }
  return {
    seconds,
    endSourcePressure: delivery ? delivery.pressure(to) : simulation.pressureOf('tank') - atmosphere,
    reached: true,
  }
}

/**
 * What a compressor delivers through a path into a gauge pressure, kg/s, and the pressure at the path's inlet,
 * Pa gauge.
 */
function deliveryOf(
  curve: readonly (readonly [number, number])[],
  path: FlowPath,
  temperature: number,
  atmosphere: number,
) {
  const pumped = (gauge: number) =>
    (atmosphere * interpolate(curve, gauge)) / (GAS_CONSTANT_AIR * temperature)
  if (path === null) return { pressure: (p: number) => p, flow: pumped }
  const tube = 'bore' in path ? new Tube(path.bore, path.length, path.roughness) : null
  const passes = (high: number, low: number) =>
    tube
      ? tube.flow(high + atmosphere, low + atmosphere, temperature)
      : 'bore' in path
        ? 0
        : componentFlow(
            path.conductance,
            path.criticalRatio,
            high + atmosphere,
            low + atmosphere,
            temperature,
          ).massFlow
  /** Pressure at which the path passes exactly what the compressor gives. */
  const pressure = (p: number): number => {
    let high = Math.max(p * 2, p + 1e5)
    while (pumped(high) > passes(high, p) && high < 1e9) high *= 2
    return findRoot((x) => passes(x, p) - pumped(x), p, high)
  }
  return { pressure, flow: (p: number) => pumped(pressure(p)) }
}
