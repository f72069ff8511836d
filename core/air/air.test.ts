import { exampleTruck } from '../catalog/trucks'
import { blockClass } from '../catalog/blocks'
import { compressorClass } from '../catalog/compressors'
import { springClass } from '../catalog/springs'
import { applyEdit } from '../document/edit'
import { newPlan } from '../jobs/newPlan'
import type { AirPlan, Archetype } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import { airStage } from './air'
import type { AirNeed, Site } from './types'
import { airSet } from './parts/parts'
import { circuitPatches } from './circuit/changeCircuit'
import { springsTeed } from './circuit/connections'
import { startingCircuit } from './circuit/startingCircuits'

/** Standard atmosphere, and a feed without voltage loss. */
const SEA_LEVEL: Site = { atmosphere: 101_325, feed: null, staging: 0 }
const truck = exampleTruck('leaf-flatbed')
const plan = (archetype: Archetype, rest: Partial<AirPlan> = {}): AirPlan => ({
  ...newPlan('leaf-flatbed', 'x').air,
  archetype,
  ...startingCircuit(archetype),
  blockClass: archetype === 'wireless-dual' ? 'block-two' : 'block-one',
  ...rest,
})
const need = (left: number, right = left, rest: Partial<AirNeed> = {}): AirNeed => ({
  label: 'Full',
  left: { pressure: left, wanted: left, height: 0.16, limitedBy: null },
  right: { pressure: right, wanted: right, height: 0.16, limitedBy: null },
  sideDifference: left - right,
  heightAt: { left: () => 0.16, right: () => 0.16 },
  ...rest,
})
const run = (air: AirPlan, needs: Record<string, AirNeed> = { full: need(300_000) }) =>
  airStage(air, truck, needs, SEA_LEVEL)
const rules = (...args: Parameters<typeof run>) => run(...args).notes.map((n) => `${n.rank} ${n.rule}`)

test('a circuit without compressor or block has none in its set, whatever class is stored', () => {
  expect(airSet(plan('hand-teed'))).toMatchObject({
    compressor: null,
    block: null,
    spring: { id: 'leaf-helper-double-2270' },
  })
  expect(airSet(plan('wireless-dual'))).toMatchObject({
    compressor: { id: 'small-wireless' },
    block: { id: 'block-two' },
  })
})

test.each<Archetype>(['hand-teed', 'hand-two', 'wireless-single', 'wireless-dual'])(
  '%s, well sized, says nothing',
  (archetype) => {
    expect(
      rules(plan(archetype, { compressorClass: 'compact' })).filter((r) => r !== 'know no-dryer'),
    ).toEqual([])
  },
)

test('time, motor current and highest pressure follow the haul that asks most', () => {
  const stage = run(plan('wireless-dual', { compressorClass: 'compact' }), {
    low: need(100_000),
    full: need(300_000, 400_000),
  })
  expect(stage.result.highest).toBe(400_000)
  expect(stage.result.current).toBeCloseTo(interpolate(compressorClass('compact')!.current, 400_000), 12)
  expect(stage.result.times.full!).toBeGreaterThan(stage.result.times.low!)
})

test('a height the springs cannot reach has no time to reach it', () => {
  const out = need(690_000, 690_000, {
    left: { pressure: 690_000, wanted: 720_000, height: 0.16, limitedBy: 'maxPressure' },
  })
  const stage = run(plan('wireless-dual'), { full: out })
  expect(stage.result.times.full).toBeNull()
  // The pressure needed is shown as it is, even above what the spring may have.
  expect(stage.figures.highest!.value).toBe(720_000)
})

test('over the compressor’s pressure is a Stop, over its longest run a Fix; both name the next class up', () => {
  const spring = { springClass: 'leaf-helper-double-3200' }
  const over = run(plan('wireless-dual', spring), { full: need(800_000) }).notes.find(
    (n) => n.rule === 'compressor-pressure',
  )!
  expect(over).toMatchObject({
    rank: 'stop',
    value: 800_000,
    limit: 760_000,
    remedy: { patches: [{ path: ['air', 'compressorClass'], value: 'compact' }] },
  })
  const rising = need(650_000, 650_000, {
    heightAt: { left: (p) => 0.1 + p / 5e6, right: (p) => 0.1 + p / 5e6 },
  })
  expect(rules(plan('wireless-dual', spring), { full: rising })).toContain('fix compressor-run')
})

test('teed springs with a heavy side: told over 5 psi, and the remedy separates them for hand and powered sets alike', () => {
  const lean = { full: need(300_000, 300_000, { sideDifference: -60_000 }) }
  for (const a of ['hand-teed', 'wireless-single', 'cab-gauge'] as const) {
    const before = newPlan('leaf-flatbed', 'x')
    before.air = plan(a, { compressorClass: 'compact' })
    const { remedy } = run(before.air, lean).notes.find((n) => n.rule === 'teed-sides-differ')!
    const after = applyEdit(before, remedy!.patches).air
    expect(springsTeed(after)).toBe(false)
    expect(run(after, lean).notes.filter((n) => n.rank === 'stop' || n.rule === 'teed-sides-differ')).toEqual(
      [],
    )
  }
  expect(rules(plan('hand-two'), lean)).toEqual([])
  expect(rules(plan('hand-teed'), { full: need(300_000, 300_000, { sideDifference: 30_000 }) })).toEqual([])
})

test('a missing filter, a spring for the other suspension, classes nobody knows', () => {
  const bare = plan('wireless-single', { compressorClass: 'compact' })
  delete bare.components.filter
  expect(rules(bare)).toContain('fix no-inlet-filter')
  expect(rules(plan('hand-teed', { springClass: 'coil-insert-450' }))).toContain('stop spring-kind-choice')
  const unknown = rules(plan('wireless-dual', { springClass: 'a', tubeClass: 'b', compressorClass: 'c' }))
  expect(unknown.filter((r) => r === 'stop unknown-class')).toHaveLength(3)
})

test('a compressor too strong to go without a tank does not stay when the tank goes', () => {
  const patches = circuitPatches(plan('high-flow', { compressorClass: 'medium' }), 'wireless-dual')
  expect(patches.find((p) => p.path[1] === 'compressorClass')!.value).toBe('compact')
  expect(
    circuitPatches(plan('high-flow', { compressorClass: 'medium' }), 'tank-paddles').some(
      (p) => p.path[1] === 'compressorClass',
    ),
  ).toBe(false)
})

test('changing the kind brings the right block along and leaves the chosen classes alone', () => {
  const patches = circuitPatches(plan('wireless-single'), 'wireless-dual')
  expect(patches.map((p) => p.path.join('.'))).toEqual([
    'air.archetype',
    'air.components',
    'air.lines',
    'air.gone',
    'air.joints',
    'air.blockClass',
  ])
  expect(blockClass(patches.at(-1)!.value as string)!.outlets).toBe(2)
  expect(circuitPatches(plan('wireless-single'), 'hand-two').map((p) => p.path.join('.'))).not.toContain(
    'air.blockClass',
  )
  expect(springClass(plan('hand-two').springClass)).not.toBeNull()
})
