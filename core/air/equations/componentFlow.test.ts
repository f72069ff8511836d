import { REFERENCE_DENSITY } from '../../quantity/constants'
import { boreConductance, chokedOrificeFlow, componentFlow, inRow, isoMassFlow } from './componentFlow'
import { timeToLevel } from './levelTime'
import { toolRun } from './tankFills'

const C = 2.4e-9
const B = 0.35

describe('ISO 6358-1, its own formula evaluated apart', () => {
  test.each([253.15, 293.15, 333.15])('choked at %d K: C·ρ·p1·√(293.15/T1)', (temperature) => {
    const expected = C * 1.185 * 8e5 * Math.sqrt(293.15 / temperature)
    expect(isoMassFlow(C, B, 8e5, 2e5, temperature) / expected).toBeCloseTo(1, 3)
    expect(REFERENCE_DENSITY).toBeCloseTo(1.185, 3)
  })
  test('between b and 1 the ellipse; at b both say the same; at rest nothing', () => {
    const choked = isoMassFlow(C, B, 8e5, 0.1e5, 293.15)
    for (const ratio of [0.4, 0.6, 0.8, 0.95])
      expect(isoMassFlow(C, B, 8e5, ratio * 8e5, 293.15)).toBeCloseTo(
        choked * Math.sqrt(1 - ((ratio - B) / (1 - B)) ** 2),
        12,
      )
    expect(isoMassFlow(C, B, 8e5, B * 8e5, 293.15)).toBe(choked)
    expect(isoMassFlow(C, B, 8e5, 8e5, 293.15)).toBe(0)
  })
  test('from the laminar ratio on straight to rest: half of it half-way, none at rest and beyond', () => {
    const at = (ratio: number, b = B) => isoMassFlow(C, b, 8e5, ratio * 8e5, 293.15, 0.98)
    const edge = at(0.98)
    expect(edge).toBeCloseTo(isoMassFlow(C, B, 8e5, 0.98 * 8e5, 293.15), 15)
    expect(at(0.99) / edge).toBeCloseTo(0.5, 9)
    expect(at(0.995) / edge).toBeCloseTo(0.25, 9)
    expect([at(1), at(1.2)]).toEqual([0, 0])
    // If b is close to 1, the straight part begins half-way.
    expect(at(0.9975, 0.99) / at(0.995, 0.99)).toBeCloseTo(0.5, 9)
  })
  test.each([
    [8e5, 2e5, true],
    [8e5, B * 8e5, true],
    [8e5, B * 8e5 + 1, false],
    [8e5, 8e5, false],
    [2e5, 8e5, false],
  ])('from %d to %d Pa: choked %s', (from, to, choked) => {
    expect(componentFlow(C, B, from, to, 293.15).choked).toBe(choked)
  })
  test('in a row: one alone is itself, two alike are one of 1/√2, the narrow one decides', () => {
    expect(inRow([C])).toBeCloseTo(C, 18)
    expect(inRow([C, C]) / C).toBeCloseTo(Math.SQRT1_2, 12)
    expect(inRow([C, 100 * C]) / C).toBeCloseTo(1, 4)
  })
  test('a bore’s conductance passes what the orifice of its area passes, times its discharge', () => {
    const bore = 0.002
    const area = (Math.PI / 4) * bore ** 2
    const ratio =
      isoMassFlow(boreConductance(bore), 0.5, 8e5, 1e5, 293.15) / chokedOrificeFlow(area, 8e5, 293.15)
    expect(ratio).toBeGreaterThan(0.5)
    expect(ratio).toBeLessThan(1)
    expect(boreConductance(2 * bore) / boreConductance(bore)).toBeCloseTo(4, 9)
  })
})

describe('time to level', () => {
  const corner = (from: number, to: number) => ({
    areaByHeight: [
      [0.1, 0.01],
      [0.3, 0.01],
    ] as const,
    volumeAt: { height: 0.2, volume: 0.002 },
    heightAt: () => 0.2,
    from,
    to,
  })
  const flow = [
    [0, 5e-4],
    [1e6, 5e-4],
  ] as const
  test('a rigid volume at a constant flow, by hand: V·Δp/p_atm of free air, over the flow', () => {
    const { seconds, freeAir } = timeToLevel([corner(1e5, 4e5)], flow)!
    expect(freeAir).toBeCloseTo((0.002 * 3e5) / 101_325, 9)
    expect(seconds).toBeCloseTo(freeAir / 5e-4, 6)
    expect(timeToLevel([corner(1e5, 4e5), corner(1e5, 4e5)], flow)!.seconds).toBeCloseTo(2 * seconds, 6)
  })
  test('nothing to fill takes no time; a compressor that gives nothing on the way never gets there', () => {
    expect(timeToLevel([corner(3e5, 3e5), corner(4e5, 1e5)], flow)).toEqual({ seconds: 0, freeAir: 0 })
    const stalls = [
      [0, 5e-4],
      [3e5, 0],
    ] as const
    expect(timeToLevel([corner(1e5, 4e5)], stalls)).toBeNull()
    expect(timeToLevel([corner(1e5, 2.9e5)], stalls)).not.toBeNull()
  })
})

test('a tool on a compressor whose flow falls with pressure, against the integral in closed form', () => {
  // Q(p) = a − k·p: t = V/(p_atm·k)·ln((D − a + k·p1)/(D − a + k·p0)).
  const [a, k, demand, volume] = [4e-4, 2e-10, 6e-4, 0.02]
  const curve = [
    [0, a],
    [1e6, a - k * 1e6],
  ] as const
  const { seconds, share } = toolRun({ volume, pressure: 8e5 }, curve, demand, 4e5, 101_325)
  const exact = (volume / (101_325 * k)) * Math.log((demand - a + k * 8e5) / (demand - a + k * 4e5))
  expect(seconds! / exact).toBeCloseTo(1, 6)
  expect(share).toBeCloseTo((a - k * 4e5) / demand, 12)
  expect(toolRun({ volume, pressure: 8e5 }, curve, a - k * 4e5, 4e5).seconds).not.toBeNull()
  expect(toolRun({ volume, pressure: 8e5 }, [[0, 4e-4]], 4e-4, 4e5).seconds).toBeNull()
})
