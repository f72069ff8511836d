import { GAS_CONSTANT_AIR, GRAVITY } from '../../quantity/constants'
import { findRoot } from '../../quantity/root'
import { isoMassFlow } from '../equations/componentFlow'
import { airAtRest, runLoop } from './closedLoop'
import type { Corner, Mechanical, Supply } from './types'

/**
 * The limit cycle of a valve that is either shut or wide open against its describing function (any control
 * text). Air in the bag is the integral of the flow; the valve lags behind by the first order, the body on
 * its springs by the second:
 *   G(jω) = K/(jω·(1 + jωτ)·(1 − (ω/ωn)² + 2jζω/ωn)),  N(A) = 4/(πA)·√(1 − (δ/A)²),  G·N = −1
 */

const area = 0.016
const corner: Corner = {
  mass: 500,
  steelAtRide: 0,
  steelRate: 40_000,
  damping: 5000,
  motionRatio: 1,
  areaAt: () => area,
  volumeAt: (height) => area * height,
  rideHeight: 0.2,
  droop: 0.08,
  bump: 0.08,
}
/** A tank that no valve empties. */
const supply: Supply = {
  volume: 50,
  pressure: 900_000,
  freeAir: () => 0,
  cutIn: 0,
  cutOut: 0,
  atmosphere: 101_325,
  temperature: 293.15,
}
const LAG = 0.5
/** kg/s through the wide open valve, either way. */
const FLOW = 0.016

const volume = corner.volumeAt(corner.rideHeight)
const rt = GAS_CONSTANT_AIR * supply.temperature
const inside = (airAtRest(corner, supply, 0) * rt) / volume
const stiffness = corner.steelRate + (inside * area ** 2) / volume
const natural = Math.sqrt(stiffness / corner.mass)
const damping = corner.damping / (2 * Math.sqrt(stiffness * corner.mass))

/** Shut within ±δ of ride height; as much in below as out above. */
function bangBang(deadBand: number): Mechanical {
  const valve = { conductance: 2e-8, criticalRatio: 0.3 }
  const through = (from: number, to: number) =>
    isoMassFlow(valve.conductance, valve.criticalRatio, from, to, supply.temperature)
  const fill = FLOW / through(supply.pressure, inside)
  const vent = FLOW / through(inside, supply.atmosphere)
  return {
    kind: 'valve',
    delay: LAG,
    ...valve,
    openingAt: (travel) => (travel < -deadBand ? fill : travel > deadBand ? -vent : 0),
  }
}

/** Where the phase is −180°, rad/s, and the gain there, m. */
function crossing(): { omega: number; gain: number } {
  const behind = (omega: number) => {
    const r = omega / natural
    return Math.atan(omega * LAG) + Math.atan2(2 * damping * r, 1 - r ** 2) - Math.PI / 2
  }
  const omega = findRoot(behind, 1e-3, natural, 1e-9)
  const r = omega / natural
  const integral = (area * rt * FLOW) / (volume * stiffness)
  const gain = integral / (omega * Math.hypot(1, omega * LAG) * Math.hypot(1 - r ** 2, 2 * damping * r))
  return { omega, gain }
}

/** The larger of both amplitudes at which G·N = −1, m; null where the dead band is too wide for any. */
function amplitude(gain: number, deadBand: number): number | null {
  // x = A²: x² − a²x + a²δ² = 0 with a = 4·gain/π.
  const a = (4 * gain) / Math.PI
  const root = a ** 4 - 4 * a ** 2 * deadBand ** 2
  return root < 0 ? null : Math.sqrt((a ** 2 + Math.sqrt(root)) / 2)
}

/** Knocked off its height for half a second, then left to itself. */
const knocked = {
  seconds: 60,
  road: () => 0,
  force: (t: number) => (t > 1 && t < 1.5 ? corner.mass * GRAVITY : 0),
}

describe('hunting against the describing function', () => {
  const { omega, gain } = crossing()
  test.each([0, 0.002, 0.004])('a dead band of ± %p m: its period and its swing within a tenth', (band) => {
    const { hunting } = runLoop(corner, supply, bangBang(band), knocked)
    expect(hunting!.period / ((2 * Math.PI) / omega)).toBeGreaterThan(0.9)
    expect(hunting!.period / ((2 * Math.PI) / omega)).toBeLessThan(1.1)
    expect(hunting!.amplitude / amplitude(gain, band)!).toBeGreaterThan(0.9)
    expect(hunting!.amplitude / amplitude(gain, band)!).toBeLessThan(1.1)
  })
  test('where no amplitude fulfils it by far, the corner comes to rest', () => {
    const widest = (2 * gain) / Math.PI
    expect(amplitude(gain, widest * 0.99)).not.toBeNull()
    expect(amplitude(gain, widest * 1.01)).toBeNull()
    expect(runLoop(corner, supply, bangBang(widest * 0.85), knocked).hunting).not.toBeNull()
    expect(runLoop(corner, supply, bangBang(widest * 1.35), knocked).hunting).toBeNull()
  })
})
