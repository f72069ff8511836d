import { SPRINGS } from '../catalog/parts'
import type { Archetype } from '../plan/types'
import { GAS_CONSTANT_AIR, STANDARD_ATMOSPHERE } from '../quantity/constants'
import { ARCHETYPES, openPorts, portsOf, reach, springsTeed, startingCircuit } from './circuit'
import { springVolume } from '../catalog/springVolume'
import { timeToLevel } from './levelTime'

describe.each(ARCHETYPES.map(a => [a.id, a] as const))('%s', (id, archetype) => {
  const circuit = startingCircuit(id as Archetype)
  const outlets = archetype.block === 'block-one' ? 1 : 2

  test('no port stands open, no port holds two lines, no line ends nowhere', () => {
    expect(openPorts(circuit, outlets)).toEqual([])
    const ends = Object.values(circuit.lines).flatMap(l => [`${l.from}.${l.fromPort}`, `${l.to}.${l.toPort}`])
    expect(new Set(ends).size).toBe(ends.length)
    for (const line of Object.values(circuit.lines)) {
      expect(portsOf(circuit.components[line.from]!.kind, outlets)).toContain(line.fromPort)
      expect(portsOf(circuit.components[line.to]!.kind, outlets)).toContain(line.toPort)
    }
  })

  test('is teed or separate as it says, and every spring keeps a hand fill', () => {
    expect(springsTeed(circuit)).toBe(archetype.teed)
    for (const spring of ['spring-left', 'spring-right']) {
      expect([...reach(circuit, spring, ['block', 'compressor'])].some(c => circuit.components[c]!.kind === 'handFill')).toBe(true)
    }
  })
})

test('a port whose line is taken away is named', () => {
  const circuit = startingCircuit('wireless-dual')
  delete circuit.lines['fill-line-left']
  expect(openPorts(circuit, 2)).toEqual(expect.arrayContaining([{ component: 'tee-left', port: 'c' }, { component: 'fill-left', port: 'out' }]))
})

describe('time to level', () => {
  const flat = { areaByHeight: [[0.1, 0.02], [0.2, 0.02]] as [number, number][], volumeAt: { height: 0.15, volume: 0.002 } }

  test('at a fixed height it is the constant-flow fill t = V·Δp/(p_atm·Q)', () => {
    const r = timeToLevel([{ ...flat, heightAt: () => 0.15, from: 0, to: 400_000 }], [[0, 2e-4]])!
    expect(r.seconds).toBeCloseTo((0.002 * 400_000) / (STANDARD_ATMOSPHERE * 2e-4), 6)
  })

  test('lifting costs the air that fills the new volume', () => {
    const lift = (p: number) => 0.1 + (0.05 * p) / 400_000
    const r = timeToLevel([{ ...flat, heightAt: lift, from: 0, to: 400_000 }], [[0, 2e-4]])!
    const mass = ((400_000 + STANDARD_ATMOSPHERE) * 0.002 - STANDARD_ATMOSPHERE * 0.001) / (GAS_CONSTANT_AIR * 293.15)
    expect(r.freeAir).toBeCloseTo((mass * GAS_CONSTANT_AIR * 293.15) / STANDARD_ATMOSPHERE, 9)
  })

  test('volume follows the area: dV/dh = A(h) (textbook)', () => {
    const spring = SPRINGS[1]!
    const at = { height: spring.designHeight, volume: spring.volume }
    const h = 0.13
    const slope = (springVolume(spring.areaByHeight, at, h + 1e-5) - springVolume(spring.areaByHeight, at, h - 1e-5)) / 2e-5
    const [, low] = spring.areaByHeight.find(r => r[0] === 0.12)!
    const [, high] = spring.areaByHeight.find(r => r[0] === 0.14)!
    expect(slope).toBeCloseTo((low + high) / 2, 6)
  })

  test('a compressor that stalls on the way gives no time', () => {
    expect(timeToLevel([{ ...flat, heightAt: () => 0.15, from: 0, to: 400_000 }], [[0, 2e-4], [200_000, 0]])).toBeNull()
  })

  test('5 to 10 psi by a small compressor alone takes 10 to 15 s for a pair of 2 L springs (common practice: half to double)', () => {
    const pair = [0, 1].map(() => ({ ...flat, heightAt: () => 0.15, from: 34_474, to: 68_948 }))
    const { seconds } = timeToLevel(pair, [[0, 16 / 60_000], [207_000, 12 / 60_000]])!
    expect(seconds).toBeGreaterThan(5)
    expect(seconds).toBeLessThan(30)
  })
})
