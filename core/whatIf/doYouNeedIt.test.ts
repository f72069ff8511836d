import { demoPlan } from '../demo/demoShop'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { applyEdit } from '../document/edit'
import { newHaul, newItem } from '../document/newHaul'
import type { Plan } from '../document/types'
import { airNeeds } from '../load/airNeeds'
import { createDeriver } from '../derive/derive'
import { doYouNeedIt } from './doYouNeedIt'
import { newPlan } from '../jobs/newPlan'

const derive = createDeriver()
const asked = (plan: Plan) => doYouNeedIt(plan, derive(plan))
const flatbed = demoPlan('estuary-flatbed')
const withChanges = (changes: number | null, plan = flatbed): Plan => ({
  ...plan,
  job: { ...plan.job, changes },
})

test('each way is what the plan would be with that circuit: its own hours and times', () => {
  for (const way of asked(withChanges(5)).ways) {
    const { stages } = createDeriver()(applyEdit(flatbed, circuitPatches(flatbed.air, way.id)))
    expect(way.figures.build.value).toBe(stages.build.result.minutes * 60)
    const times = Object.values(stages.air.result.times)
    if (way.by !== 'hand') expect(way.figures.change.value).toBe(Math.max(...times.map((t) => t!)))
    if (way.by === 'itself') expect(way.figures.week.value).toBe(0)
    else expect(way.figures.week.value).toBe(5 * way.figures.change.value!)
  }
})

test('by hand: two minutes a valve (memory), a gauge off by 5 % and half a psi (common practice); a block 2 psi', () => {
  const { ways } = asked(withChanges(3))
  const two = ways.find((w) => w.id === 'hand-two')!
  expect(two.figures.change.value).toBe(240)
  expect(ways.find((w) => w.id === 'hand-teed')!.figures.change.value).toBe(120)
  const { truck, load } = derive(flatbed).stages
  const needs = Object.values(airNeeds(truck.result.truck, load.result))
  const off = (psi: number) =>
    Math.max(
      ...needs.flatMap((need) =>
        (['left', 'right'] as const).flatMap((side) => {
          const { pressure, height } = need[side]
          const slip = pressure * 0.05 + psi * 6894.757
          return [pressure - slip, pressure + slip].map((p) =>
            Math.abs(need.heightAt[side](Math.max(p, 0)) - height),
          )
        }),
      ),
    ) / flatbed.truck.suspension.motionRatio
  const control = ways.find((w) => w.id === 'wireless-dual')!
  expect(two.figures.error.value).toBeCloseTo(off(0.5), 5)
  expect(control.figures.error.value).toBeCloseTo(off(2), 5)
})

test('one pressure for two sides misses by more than a line each, where the sides differ', () => {
  const { ways } = asked(flatbed)
  const error = (id: string) => ways.find((w) => w.id === id)!.figures.error.value!
  expect(error('hand-teed')).toBeGreaterThan(error('hand-two'))
  expect(error('electronic')).toBeCloseTo(0.006, 6)
})

test('hand fill is said to be enough where it is, and what it costs where it is not', () => {
  expect(asked(withChanges(null)).verdict).toContain('Say how often')
  expect(asked(withChanges(0)).verdict).toContain('never changes')
  expect(asked(withChanges(2)).verdict).toMatch(/Hand fill is enough: 2 changes cost about 8 minutes/)
  expect(asked(withChanges(3)).verdict).toMatch(/By hand it would cost about 12 minutes/)
  const same = newPlan('leaf-flatbed', 'x')
  const trailer = (order: number) => ({
    ...newHaul('Trailer', order),
    items: { a: newItem('Box', 1, 300, -0.5, 0, [0.5, 0.5, 0.5] as const) },
  })
  same.hauls = { a: trailer(1), b: trailer(2) } as Plan['hauls']
  expect(asked(same).verdict).toContain('All hauls want the same pressure')
})

test('prices the shop typed are added up by kind; what has none is counted', () => {
  const priced = structuredClone(flatbed)
  priced.air.components.compressor!.own.price = 180
  const { ways } = asked(priced)
  const costs = (id: string) => {
    const { figures, unpriced } = ways.find((w) => w.id === id)!
    return [figures.cost.value, figures.cost.inputs.length, unpriced]
  }
  expect(costs('wireless-dual')).toEqual([180, 1, 9])
  expect(costs('hand-teed')).toEqual([null, 0, 4])
})

test('every figure says why: formula, source and inputs', () => {
  for (const { figures } of asked(withChanges(5)).ways)
    for (const f of Object.values(figures)) {
      expect(f.formula.length * f.source.length).toBeGreaterThan(0)
      if (f.value !== null) expect(f.inputs.length).toBeGreaterThan(0)
    }
})
