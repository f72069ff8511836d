import { startingCircuit } from '../air/circuit/startingCircuits'
import { springClass } from '../catalog/springs'
import { tubeClass } from '../catalog/tubes'
import { newPlan } from '../derive/newPlan'
import type { HoldTest, ProvePlan, Reading } from '../document/types'
import { jointsOf } from './joints'
import { proveStage } from './prove'
import { testVolumes, testVolume } from './volumes'

const air = { ...newPlan('leaf-flatbed', 'x').air, ...startingCircuit('wireless-dual') }
const spring = springClass('leaf-helper-double-2270')
const volumes = { left: 0.002, right: 0.0025, supply: 0.0076 }
const at = (hours: number, pressure: number): Reading => ({
  t: hours * 3600,
  pressure,
  temperature: 293.15,
  barometer: null,
})
const steady = Array.from({ length: 13 }, (_, i) => at(i, 414_000))
const falling = Array.from({ length: 13 }, (_, i) => at(i, 414_000 - i * 2000))
const hold = (rest: Partial<HoldTest> = {}): HoldTest => ({
  label: 'Night',
  order: 1,
  side: 'both',
  volume: null,
  resolution: 1000,
  allowed: 3500,
  heightHeld: true,
  thermometer: 0.01,
  rested: 36_000,
  lag: 0,
  startedAt: '',
  readings: steady,
  ...rest,
})
const run = (prove: Partial<ProvePlan>) =>
  proveStage({ holds: {}, soap: {}, ...prove }, air, spring, volumes, 101_325)
const dry = Object.fromEntries(
  jointsOf(air).map((j) => [j.id, { finding: 'dry' as const, who: 'Bram', at: '' }]),
)

test('every line has two joints, named by what they stand on', () => {
  const joints = jointsOf(air)
  expect(joints).toHaveLength(Object.keys(air.lines).length * 2)
  expect(joints.find((j) => j.id === 'block-left:from')!.label).toBe('Valve block, line to left tee')
})

test('volume: spring and its own side’s lines; what feeds both is halved; typed rules over computed', () => {
  const tube = tubeClass('nylon-1-4')!
  const bore = (Math.PI / 4) * tube.bore ** 2
  const v = testVolumes(
    { left: 0.002, right: 0.002 },
    0.0076,
    [
      { path: 'left', cut: 3 },
      { path: 'both', cut: 2 },
      { path: 'supply', cut: 5 },
    ],
    tube,
  )
  expect(v.left).toBeCloseTo(0.002 + 4 * bore, 12)
  expect(v.right).toBeCloseTo(0.002 + 1 * bore, 12)
  expect(v.supply).toBeCloseTo(0.0076 + 5 * bore, 12)
  expect(testVolume(hold({ side: 'supply' }), volumes)).toBe(0.0076)
  expect(testVolume(hold({ side: 'left' }), volumes)).toBe(0.002)
  expect(testVolume(hold(), volumes)).toBeCloseTo(0.0045, 12)
  expect(testVolume(hold({ volume: 0.001 }), volumes)).toBe(0.001)
})

test('a steady night is tight; with every joint dry the stage is clear', () => {
  const stage = run({ holds: { a: hold() }, soap: dry })
  expect(stage.result.holds.a!.verdict).toBe('tight')
  expect(stage.state).toBe('clear')
  expect(stage.headline).toEqual({ text: 'tight' })
})

test('a falling one leaks: a Stop with the loss and what was allowed', () => {
  const stage = run({ holds: { a: hold({ readings: falling }) } })
  expect(stage.notes).toContainEqual(
    expect.objectContaining({ rank: 'stop', rule: 'leaking', limit: 3500 / 86_400 }),
  )
  expect(stage.figures['a.loss']!.value! * 3600).toBeCloseTo(2000, 0)
  expect(stage.state).toBe('stop')
})

test('too few readings: what is wanted, not a number', () => {
  const stage = run({ holds: { a: hold({ readings: [at(0, 414_000)] }) } })
  expect(stage.result.holds.a).toMatchObject({
    leak: null,
    verdict: null,
    problem: expect.stringContaining('two readings'),
  })
  expect(stage.figures['a.loss']).toBeUndefined()
  expect(stage.headline).toEqual({ text: 'readings wanted' })
})

test('height not held: never tight, a Fix, and its remedy', () => {
  const stage = run({ holds: { a: hold({ heightHeld: false }) } })
  expect(stage.result.holds.a!.verdict).toBe('cannot tell')
  expect(stage.notes).toContainEqual(
    expect.objectContaining({ rank: 'fix', rule: 'height-not-held', remedy: expect.anything() }),
  )
  expect(run({ holds: { a: hold({ heightHeld: false, readings: falling }) } }).result.holds.a!.verdict).toBe(
    'leaking',
  )
})

test('foam passes only with a tight hold; a growing bubble never', () => {
  const soap = { ...dry, 'block-left:from': { finding: 'foam' as const, who: '', at: '' } }
  const foam = (stage: ReturnType<typeof run>) => stage.notes.filter((n) => n.rule === 'soap-foam').length
  expect(foam(run({ soap }))).toBe(1)
  expect(foam(run({ soap, holds: { a: hold() } }))).toBe(0)
  expect(foam(run({ soap, holds: { a: hold({ heightHeld: false }) } }))).toBe(1)
  expect(
    run({ soap: { 'block-left:from': { finding: 'bubble', who: '', at: '' } }, holds: { a: hold() } })
      .notes[0],
  ).toMatchObject({ rank: 'stop', rule: 'soap-bubble' })
})

test('a reading over the spring’s limit is a Stop', () => {
  expect(
    run({ holds: { a: hold({ readings: [at(0, 900_000), at(1, 900_000)] }) } }).notes.map((n) => n.rule),
  ).toContain('test-over-limit')
})
