import { ARCHETYPES, startingCircuit } from '../../air/circuit/startingCircuits'
import { WIRING } from '../../catalog/wiring'
import { networkReport, wiringFor } from '../../papers/network'
import { newPlan } from '../../jobs/newPlan'
import type { Archetype, Plan } from '../../document/types'
import { fuseHolds, fuseOpensBy, liftsOnBattery, wireResistance } from '../circuit'
import {
  faultKey,
  faultsOf,
  faultText,
  hypothesesOf,
  isExplained,
  nextTest,
  rankFaults,
  shownWith,
  testsOf,
  testText,
  type MeterReading,
} from './meterWalk'
import { spiceNetlist } from './spice'
import { ohmsBehind, POWER_STATES, solveState, type Fault } from './states'
import { GROUND, PLUS } from './wiring'

const planOf = (archetype: Archetype): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  return plan
}
const wired = (archetype: Archetype) => wiringFor(planOf(archetype))

test('a hand-filled set is a battery and nothing else; every part of the others stands between two nodes that are joined', () => {
  expect(wired('hand-two').parts.map(({ id }) => id)).toEqual(['battery'])
  for (const { id } of ARCHETYPES)
    for (const state of POWER_STATES) expect(() => solveState(wired(id), state.id)).not.toThrow()
})

test('the motor turns where it is wanted and nowhere else, in every circuit that has one', () => {
  for (const { id } of ARCHETYPES) {
    const wiring = wired(id)
    if (!wiring.parts.some(({ role }) => role === 'motor')) continue
    const turning = POWER_STATES.filter((state) => solveState(wiring, state.id).turning.has('motor')).map(
      (state) => state.id,
    )
    const wanted = ['compressor', 'running', 'everything', 'cold', 'hot', 'corroded']
    expect({ id, turning }).toEqual({ id, turning: wanted })
  }
})

test('volts at the motor by hand: battery less its own drop, fuse, wire, contact and return', () => {
  const plan = planOf('tank-wireless')
  const wiring = wiringFor(plan)
  const { volts, amps } = solveState(wiring, 'compressor')
  const motor = wiring.parts.find((p) => p.role === 'motor')!
  const ohm = (id: string) => {
    const part = wiring.parts.find((p) => p.id === id)!
    return 'ohm' in part ? part.ohm : 0
  }
  const current = motor.role === 'motor' ? motor.amps : 0
  expect(amps.motor).toBe(current)
  const before = volts[PLUS]! - amps.fuse! * (ohm('fuse') + ohm('feed')) - current * ohm('relay')
  expect(volts['motor-plus']).toBeCloseTo(before, 9)
  expect(volts['motor-minus']).toBeCloseTo(current * ohm('earth'), 9)
  // Three quarters of its charge: 12.475 V at rest.
  expect(volts[PLUS]).toBeCloseTo(12.475 - amps.battery! * WIRING.batteryOhms, 9)
  // The fuse carries the motor, the block and the coil that hang behind it.
  expect(amps.fuse!).toBeGreaterThan(current)
})

test('a longer feed lowers the motor’s volts, a running engine raises them, cranking lowers the battery’s', () => {
  const plan = planOf('tank-wireless')
  const longer = structuredClone(plan)
  longer.lay.harnessExtension = 5
  const at = (of: Plan, state: 'compressor' | 'running') =>
    solveState(wiringFor(of), state).volts['motor-plus']!
  expect(at(longer, 'compressor')).toBeLessThan(at(plan, 'compressor'))
  expect(at(plan, 'running')).toBeGreaterThan(at(plan, 'compressor'))
  expect(solveState(wiringFor(plan), 'cranking').volts[PLUS]).toBeLessThan(11)
})

test('each kind of fault does what it does: a blown fuse stops all behind it, a welded relay runs with the key off', () => {
  const wiring = wired('tank-wireless')
  const turns = (fault: Fault, state: 'off' | 'compressor' = 'compressor') =>
    solveState(wiring, state, fault).turning.has('motor')
  for (const part of ['fuse', 'feed', 'relay', 'earth', 'coil', 'pressure', 'motor'])
    expect({ part, turns: turns({ part, how: 'open' }) }).toEqual({ part, turns: false })
  expect(turns({ part: 'relay', how: 'welded' }, 'off')).toBe(true)
  expect(turns({ part: 'pressure', how: 'welded' })).toBe(true)
  expect(solveState(wiring, 'full', { part: 'pressure', how: 'welded' }).turning.has('motor')).toBe(true)
  expect(solveState(wiring, 'full').turning.has('motor')).toBe(false)
  // A bad earth lifts the motor's earth by its share of the volts.
  const bad = solveState(wiring, 'compressor', { part: 'earth', how: 'resistive', ohm: 0.2 }).volts[
    'motor-minus'
  ]!
  expect(bad).toBeGreaterThan(2)
  expect(ohmsBehind(wiring, 'fuse', { part: 'fuse', how: 'to-frame' })).toBeLessThan(0.1)
  expect(ohmsBehind(wiring, 'fuse')).toBeGreaterThan(5)
})

test('wires on each other’s terminals: a block fed by its wake wire sleeps, a relay fed through its coil stands still', () => {
  const dual = wired('wireless-dual')
  const swapped: Fault = { part: 'wire-block', how: 'swapped' }
  expect(solveState(dual, 'off', swapped).volts['block-in']!).toBeLessThan(1)
  expect(solveState(dual, 'off', swapped).volts.wake!).toBeGreaterThan(11)
  expect(faultText(swapped, dual)).toBe('Wire to the valve block and wake wire: on each other’s terminals')
  const paddles = wired('tank-paddles')
  expect(solveState(paddles, 'compressor', { part: 'feed', how: 'swapped' }).turning.has('motor')).toBe(false)
  expect(faultsOf(paddles).filter(({ fault }) => fault?.how === 'swapped')).toHaveLength(1)
})

test('a bad earth is found by the readings the walk asks for, few of them (the issue’s own case)', () => {
  const wiring = wired('tank-wireless')
  const tests = testsOf(wiring)
  const hypotheses = hypothesesOf(wiring, tests)
  const truth: Fault = { part: 'earth', how: 'resistive', ohm: 0.5 }
  const shows = shownWith(wiring, tests, truth)
  const readings: MeterReading[] = []
  let ranked = rankFaults(hypotheses, tests, readings)
  while (faultKey(ranked[0]!.fault) !== faultKey(truth) && readings.length < 6) {
    const next = nextTest(hypotheses, ranked, tests, readings)!
    readings.push({ test: next.id, value: shows[tests.indexOf(next)]! })
    ranked = rankFaults(hypotheses, tests, readings)
  }
  expect(faultText(ranked[0]!.fault, wiring)).toBe('Earth of the compressor: a bad joint in it')
  expect(readings.length).toBeLessThanOrEqual(4)
})

test('with nothing wrong and everything read, nothing wrong is the likeliest; nobody is told to read the same twice', () => {
  const wiring = wired('wireless-dual')
  const tests = testsOf(wiring)
  const hypotheses = hypothesesOf(wiring, tests)
  const readings: MeterReading[] = []
  for (let i = 0; i < 20; i++) {
    const next = nextTest(hypotheses, rankFaults(hypotheses, tests, readings), tests, readings)
    if (!next) break
    expect(readings.map((r) => r.test)).not.toContain(next.id)
    readings.push({ test: next.id, value: hypotheses[0]!.values[tests.indexOf(next)]! })
  }
  const ranked = rankFaults(hypotheses, tests, readings)
  expect(ranked[0]!.fault).toBeNull()
  expect(ranked.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
  // A test that is no longer in the circuit says nothing.
  expect(rankFaults(hypotheses, tests, [{ test: 'volts:on:gone', value: 3 }])).toEqual(
    rankFaults(hypotheses, tests, []),
  )
})

test('every test and every fault is said in words of its own', () => {
  for (const { id } of ARCHETYPES) {
    const wiring = wired(id)
    const texts = testsOf(wiring).map(testText)
    expect(new Set(texts).size).toBe(texts.length)
    const faults = [...new Map(faultsOf(wiring).map((f) => [faultKey(f.fault), f.fault])).values()]
    const words = faults.map((fault) => faultText(fault, wiring))
    expect(new Set(words).size).toBe(words.length)
  }
})

test('the report has every state with its elements, and a netlist names each once', () => {
  const report = networkReport(wired('high-flow'))
  expect(Object.keys(report)).toEqual(POWER_STATES.map(({ id }) => id))
  const { elements, nodes_V } = report.compressor!
  expect(nodes_V[GROUND]).toBe(0)
  const netlist = spiceNetlist('x', elements, GROUND)
  expect(netlist).toMatch(/^\* x\n/)
  for (const { id } of elements) expect(netlist).toContain(`_${id.replace(/[^\w]/g, '_')} `)
  expect(netlist).toContain(' 0 ')
})

test('fuse band at its rows (ISO 8820-3, from memory), between them log–log, and lifts on a battery by hand', () => {
  expect([1.35, 2, 6].map(fuseOpensBy)).toEqual([600, 5, 0.1].map((s) => expect.closeTo(s, 9)))
  expect(fuseOpensBy(1.34)).toBe(Infinity)
  expect([1.35, 2, 6].map(fuseHolds)).toEqual([0.75, 0.15, 0.02].map((s) => expect.closeTo(s, 9)))
  expect(fuseHolds(1.1)).toBe(Infinity)
  for (const multiple of [1.4, 1.8, 3, 5, 9]) expect(fuseHolds(multiple)).toBeLessThan(fuseOpensBy(multiple))
  // 35 Ah usable less 1.2 Ah of stand-by; a lift takes 0.45 Ah: 75 of them and 0.05 Ah left.
  const { lifts, left } = liftsOnBattery(70 * 3600, 0.5, 0.025, 48 * 3600, 18 * 90)
  expect([lifts, left / 3600]).toEqual([75, expect.closeTo(0.05, 9)])
  expect(liftsOnBattery(3600, 0.5, 1, 3600, 10)).toEqual({ lifts: 0, left: 0 })
  expect(wireResistance(WIRING.signalArea, 1, 293.15)).toBeCloseTo(0.02095, 4)
})

test('readings that no single fault explains are said to be so; those of one fault are explained', () => {
  const wiring = wired('tank-wireless')
  const tests = testsOf(wiring)
  const hypotheses = hypothesesOf(wiring, tests)
  const reading = (test: string, value: number): MeterReading => ({ test, value })
  const plus = reading(`volts:compressor:${PLUS}`, 12.5)
  const explained = (...readings: MeterReading[]) => isExplained(rankFaults(hypotheses, tests, readings))
  expect(explained()).toBe(true)
  expect(explained(plus)).toBe(true)
  // A battery cannot have its volts while nothing stands between and the meter shows thirty.
  expect(explained(plus, reading('volts:on:battery-plus', 30))).toBe(false)
})
