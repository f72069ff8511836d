import { circuitPatches } from '../air/circuit/changeCircuit'
import { ARCHETYPES } from '../air/circuit/startingCircuits'
import { firstFill } from '../air/circuit/firstFill'
import { airSet, partOf } from '../air/parts/parts'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { quantityAt } from '../document/places'
import type { Archetype, Plan } from '../document/types'
import { createDeriver } from '../derive/derive'
import { FaultBench } from './faultBench'
import { clearOf } from '../prove/functions'
import { seenVerdict } from '../prove/diagnosis'
import { functionRank } from './functionTests'

const flatbed = demoPlan('estuary-flatbed')
const withCircuit = (archetype: Archetype): Plan => applyEdit(flatbed, circuitPatches(flatbed.air, archetype))
const benchOf = (archetype: Archetype) => {
  const plan = withCircuit(archetype)
  const bench = new FaultBench(plan)
  const value = (id: string) => bench.expected.flatMap(({ sights }) => sights).find((s) => s.id === id)?.value
  const withFault = (label: RegExp) => {
    const one = bench.todo.find((todo) => label.test(todo.label))!
    return bench.run(one)!.sights
  }
  return { plan, bench, value, withFault, ids: bench.expected.map(({ id }) => id) }
}
const wireless = benchOf('tank-wireless')
const high = benchOf('high-flow')
const gauge = benchOf('cab-gauge')

test('a tank with a box: cut-out and cut-in are the switch’s own, every memory comes back, and so does the minimum', () => {
  const { plan, value } = wireless
  const { cutIn, cutOut } = partOf(plan.air, 'switch').figures
  // The tank is read as it stands once it has stopped: warm air cools meanwhile.
  expect(value('charge:tank')! / cutOut!).toBeCloseTo(1, 1)
  expect(value('cut-in:stops')! / cutOut!).toBeCloseTo(1, 1)
  expect(value('cut-in:starts')! / cutIn!).toBeCloseTo(1, 0)
  expect(value('cut-in:starts')!).toBeLessThan(cutIn!)
  expect(value('cut-in:runs')).toBe(1)
  for (const memory of [1, 2]) {
    const higher = value(`memory-${memory}:left`)!
    expect(higher).toBeGreaterThan(value(`memory-${memory + 1}:left`)! + 10_000)
  }
  // The first was stored where both stood at rest, the minimum where they stood then.
  expect(value('memory-1:left')! / value('rest:left')!).toBeCloseTo(1, 1)
  expect(value('keep-up:left')! / value('memory-1:right')!).toBeCloseTo(1, 1)
  expect(value('seat:hears')).toBe(1)
})

test('a memory that is not stored, a key that nobody hears, a switch set too high: each shows where it must', () => {
  const noPower = wireless.withFault(/^Fuse of the valve block: blown$/)
  expect(noPower['seat:hears']).toBe(0)
  expect(noPower['memory-1:left']!).toBeLessThan(0.5 * wireless.value('memory-1:left')!)
  // Set too high it is the relief valve that ends it; set too low it stops by so much sooner.
  const sound = wireless.value('charge:tank')!
  const over = wireless.withFault(/set too high/)['charge:tank']! - sound
  expect(over).toBeGreaterThan(20_000)
  expect(over).toBeLessThan(100_000)
  const under = sound - wireless.withFault(/set too low/)['charge:tank']!
  expect(under).toBeGreaterThan(180_000)
  expect(under).toBeLessThan(220_000)
})

test('what blows from the tank: the horn by its button, the coupler; a relief valve by its ring', () => {
  const { value } = high
  expect(value('draw-coupler:blows')).toBe(1)
  const horn = high.ids.find((id) => id.startsWith('draw-') && !id.includes('coupler'))!
  expect(value(`${horn}:blows`)).toBe(1)
  expect(value(`${horn}:tank`)).toBeLessThan(value('charge:tank')!)
  expect(value('relief-relief:rings')).toBe(1)
  expect(value('relief-relief:stamped')).toBe(partOf(high.plan.air, 'relief').figures.set)
  expect(high.withFault(/^Relief valve does not open/)['relief-relief:rings']).toBe(0)
  expect(high.withFault(/^Horn solenoid stuck shut/)[`${horn}:blows`]).toBe(0)
})

test('a circuit with a switch and a gauge in the cab: the up switch fills, the bleed valve lets down, the minimum is kept', () => {
  const { value, ids, plan } = gauge
  expect(value('up-both:amps')!).toBeGreaterThan(5)
  expect(value('down-both:left')!).toBeLessThan(0.8 * value('rest:left')!)
  expect(value('gauge-gauge:shows')! / value('rest:left')!).toBeCloseTo(1, 2)
  expect(value('gauge-gauge:lit')).toBe(1)
  const { cutIn } = partOf(plan.air, 'switch').figures
  // The springs stand a little over the switch while the bleed valve is open.
  expect(value('cut-in:starts')!).toBeGreaterThan(cutIn!)
  expect(value('cut-in:starts')!).toBeLessThan(cutIn! + 10_000)
  expect(value('cut-in:stops')!).toBeGreaterThan(value('cut-in:starts')!)
  expect(ids.some((id) => id.startsWith('dump-'))).toBe(true)
  const dark = gauge.withFault(/dash lighting.*(open|blown)|Fuse of the dash/i)
  expect(dark['gauge-gauge:lit']).toBe(0)
})

test('a controller under its lock fills nothing; a compressor’s drop over its earth is read, and a bad earth shows', () => {
  const { value, withFault } = benchOf('electronic')
  expect(value('lock:moves')).toBe(0)
  expect(value('up-left:earth')!).toBeGreaterThan(0.05)
  expect(value('up-left:earth')!).toBeLessThan(0.5)
  const bad = withFault(/^Earth of the compressor: a bad joint/)
  expect(bad['up-left:earth']!).toBeGreaterThan(1)
})

test('half an amp at rest is not as expected where two milliamps are: a block that draws on is told', () => {
  const sight = wireless.bench.expected.find(({ id }) => id === 'stand-by')!.sights[0]!
  expect(sight.quantity).toBe('drain')
  expect(sight.value).toBeLessThan(0.01)
  expect(seenVerdict(sight, sight.value + 0.009)).toBe('as expected')
  expect(seenVerdict(sight, 0.5)).toBe('wrong')
})

test('hand valves: no switch, no box, no relief valve, so none of their tests; both sides at once is tried too', () => {
  const { ids } = benchOf('hand-two')
  expect(ids).toEqual(['up-left', 'up-right', 'up-both', 'rest', 'down-left', 'down-right', 'down-both'])
})

test('hands are told to be clear before every test of every circuit but those that only read', () => {
  for (const { id: archetype } of ARCHETYPES) {
    const silent = benchOf(archetype).ids.filter((id) => clearOf({ id }) === '')
    expect([archetype, silent.filter((id) => id !== 'stand-by' && !id.startsWith('gauge-'))]).toEqual([
      archetype,
      [],
    ])
  }
  expect(clearOf({ id: 'stand-by' })).toBe('')
  // A key at the driver's seat moves a spring, and a bleed valve lets both down.
  for (const id of ['seat', 'cut-in', 'relief-relief', 'up-left'])
    expect(clearOf({ id })).toMatch(/both springs.*nobody under the truck/)
})

test('no test brings a spring over what it bears, or under what it asks', () => {
  for (const { id, plan } of demoJobs()) {
    const { spring } = createDeriver()(plan).stages.load.result
    const bench = new FaultBench(plan)
    for (const { id: test, sights } of bench.expected)
      for (const { id: sight, value } of sights) {
        if (!/:(left|right)$/.test(sight)) continue
        expect([id, test, value <= spring!.maxPressure]).toEqual([id, test, true])
        // One second of a quick valve is the least that can be pressed.
        if (test.startsWith('down-')) expect([id, test, value > 0]).toEqual([id, test, true])
      }
  }
})

test('what was read can be put in the order it was pressed in, however it was kept', () => {
  for (const { ids } of [wireless, high, gauge, benchOf('engine-driven')]) {
    const ranks = ids.map(functionRank)
    expect(Math.min(...ranks)).toBeGreaterThanOrEqual(0)
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
  }
})

test('every sight has a quantity that its place in a plan is told in', () => {
  for (const { bench } of [wireless, high, gauge, benchOf('electronic'), benchOf('engine-driven')])
    for (const { id, quantity } of bench.expected.flatMap(({ sights }) => sights))
      expect([id, quantityAt(['prove', 'functions', id, 'value'])]).toEqual([id, quantity])
})

test('the first fill is the spring’s own, until something at its pressure bears less: a valve, a line, a relief valve', () => {
  const { spring } = airSet(flatbed.air)
  expect(firstFill(flatbed.air, spring)).toEqual({ pressure: spring!.proofPressure, heldBy: null })
  expect(firstFill(flatbed.air, null)).toBeNull()
  const { air } = high.plan
  const weak = (part: string, sheet: Record<string, number>) =>
    firstFill(
      { ...air, components: { ...air.components, [part]: { ...air.components[part]!, sheet } } },
      spring,
    )
  const paddle = Object.keys(air.components).find((id) => air.components[id]!.kind === 'paddle')!
  expect(weak(paddle, { maxPressure: 300_000 })!.pressure).toBe(300_000)
  expect(weak(paddle, { maxPressure: spring!.proofPressure })!.heldBy).toBeNull()
  // A tank stands behind the valves.
  expect(weak('tank', { maxPressure: 300_000 })!.heldBy).toBeNull()
  expect(createDeriver()(high.plan).stages.air.figures.firstFill!.value).toBe(spring!.proofPressure)
})
