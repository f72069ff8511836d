import { SPRINGS } from '../../catalog/springs'
import { newPlan } from '../../jobs/newPlan'
import type { AirPlan, Archetype } from '../../document/types'
import { GAS_CONSTANT_AIR, STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { ARCHETYPES, startingCircuit } from './startingCircuits'
import {
  allOfKinds,
  hasHandFill,
  looseLines,
  openPorts,
  linePath,
  linesByPort,
  springsTeed,
} from './connections'
import { portsOf } from '../parts/parts'
import { springVolume } from '../../catalog/springVolume'
import { timeToLevel } from '../equations/levelTime'

const planOf = (id: Archetype): AirPlan => ({
  ...newPlan('leaf-flatbed', 'x').air,
  archetype: id,
  ...startingCircuit(id),
  blockClass: ARCHETYPES.find((a) => a.id === id)!.block ?? 'block-one',
})

describe.each(ARCHETYPES.map((a) => [a.id, a] as const))('%s', (id, archetype) => {
  const air = planOf(id)

  test('no pressure port stands open, no port holds two lines, no line ends nowhere, intakes meet filters', () => {
    expect(openPorts(air)).toEqual([])
    expect(looseLines(air)).toEqual([])
    expect([...linesByPort(air).values()].every((l) => l.length === 1)).toBe(true)
    const typeOf = (c: string, p: string) => portsOf(air, c).find((x) => x.id === p)!.type
    for (const l of Object.values(air.lines)) expect(typeOf(l.from, l.fromPort)).toBe(typeOf(l.to, l.toPort))
  })

  test('is teed or separate as it says, and every spring keeps a hand fill', () => {
    expect(springsTeed(air)).toBe(archetype.teed)
    for (const spring of allOfKinds(air, 'spring')) expect(hasHandFill(air, spring)).toBe(true)
    expect(allOfKinds(air, 'compressor').length > 0).toBe(archetype.powered)
  })

  test('every line says whose air it carries', () => {
    for (const l of Object.keys(air.lines)) expect(air.lines[l]!.path).toBe(linePath(air, l))
    const into = Object.values(air.lines).filter(
      (l) => l.to.startsWith('spring-') || l.from.startsWith('spring-'),
    )
    expect(into.map((l) => l.path).sort()).toEqual(['left', 'right'])
  })
})

test('a port whose line is taken away is named', () => {
  const air = planOf('wireless-dual')
  delete air.lines['fill-line-left']
  expect(openPorts(air)).toEqual(
    expect.arrayContaining([
      { component: 'tee-left', port: 'c' },
      { component: 'fill-left', port: 'out' },
    ]),
  )
})

describe('time to level', () => {
  const flat = {
    areaByHeight: [
      [0.1, 0.02],
      [0.2, 0.02],
    ] as [number, number][],
    volumeAt: { height: 0.15, volume: 0.002 },
  }

  test('at a fixed height it is the constant-flow fill t = V·Δp/(p_atm·Q)', () => {
    const r = timeToLevel([{ ...flat, heightAt: () => 0.15, from: 0, to: 400_000 }], [[0, 2e-4]])!
    expect(r.seconds).toBeCloseTo((0.002 * 400_000) / (STANDARD_ATMOSPHERE * 2e-4), 6)
  })

  test('lifting costs the air that fills the new volume', () => {
    const lift = (p: number) => 0.1 + (0.05 * p) / 400_000
    const r = timeToLevel([{ ...flat, heightAt: lift, from: 0, to: 400_000 }], [[0, 2e-4]])!
    const mass =
      ((400_000 + STANDARD_ATMOSPHERE) * 0.002 - STANDARD_ATMOSPHERE * 0.001) / (GAS_CONSTANT_AIR * 293.15)
    expect(r.freeAir).toBeCloseTo((mass * GAS_CONSTANT_AIR * 293.15) / STANDARD_ATMOSPHERE, 9)
  })

  test('volume follows the area: dV/dh = A(h) (textbook)', () => {
    const spring = SPRINGS[1]!
    const at = { height: spring.designHeight, volume: spring.volume }
    const h = 0.13
    const slope =
      (springVolume(spring.areaByHeight, at, h + 1e-5) - springVolume(spring.areaByHeight, at, h - 1e-5)) /
      2e-5
    const [, low] = spring.areaByHeight.find((r) => r[0] === 0.12)!
    const [, high] = spring.areaByHeight.find((r) => r[0] === 0.14)!
    expect(slope).toBeCloseTo((low + high) / 2, 6)
  })

  test('a compressor that stalls on the way gives no time', () => {
    expect(
      timeToLevel(
        [{ ...flat, heightAt: () => 0.15, from: 0, to: 400_000 }],
        [
          [0, 2e-4],
          [200_000, 0],
        ],
      ),
    ).toBeNull()
  })

  test('5 to 10 psi by a small compressor alone takes 10 to 15 s for a pair of 2 L springs (common practice: half to double)', () => {
    const pair = [0, 1].map(() => ({ ...flat, heightAt: () => 0.15, from: 34_474, to: 68_948 }))
    const { seconds } = timeToLevel(pair, [
      [0, 16 / 60_000],
      [207_000, 12 / 60_000],
    ])!
    expect(seconds).toBeGreaterThan(5)
    expect(seconds).toBeLessThan(30)
  })
})
