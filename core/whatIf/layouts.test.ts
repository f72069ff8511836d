import { startingCircuit } from '../air/circuit/startingCircuits'
import { demoJobs } from '../demo/demoShop'
import type { Plan, EnteredSolid } from '../document/types'
import { bestLayouts, freeParts, layoutStarts, partsWithoutRoom, type Layout } from '../lay/layouts/layouts'
import { createDeriver } from '../derive/derive'
import { tryLayout, withPlaces } from './layouts'
import { newPlan } from '../jobs/newPlan'

const tried = (plan: Plan): Layout[] => layoutStarts.flatMap((start) => tryLayout(plan, start) ?? [])
const fresh = (archetype: Parameters<typeof startingCircuit>[0]): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  return plan
}

test.each(demoJobs().map(({ id, plan }) => [id, plan] as const))(
  '%s: what was put by hand stays, every layout offered has no Stop, and no two are the same',
  (_, plan) => {
    const best = bestLayouts(tried(plan), 3)
    if (freeParts(plan.air, plan.lay).length === 0) return
    expect(best.length).toBeGreaterThan(0)
    for (const { places, stops, fixes } of best) {
      expect(Object.keys(places).sort()).toEqual([...freeParts(plan.air, plan.lay)].sort())
      for (const id of Object.keys(plan.lay.places)) expect(places).not.toHaveProperty(id)
      const wrong = [...stops, ...fixes].map((n) => `${n.rule} ${n.subject}`)
      const before = createDeriver()(plan).stages.lay.notes.map((n) => `${n.rule} ${n.subject}`)
      expect(wrong.filter((w) => /part-in-solid|parts-overlap|part-near-heat|run-blocked/.test(w))).toEqual(
        before.filter((w) => /part-near-heat spring/.test(w)),
      )
    }
    expect(best.map((l) => l.cost)).toEqual(best.map((l) => l.cost).sort((a, b) => a - b))
  },
)

test('taken, a layout is what it was said to be', () => {
  const plan = fresh('tank-wireless')
  const [first, second] = bestLayouts(tried(plan), 3)
  expect(second!.places).not.toEqual(first!.places)
  const { figures, result } = createDeriver()(withPlaces(plan, second!.places)).stages.lay
  expect(figures.tube!.value).toBeCloseTo(second!.tube, 9)
  expect(result.feed).toBeCloseTo(second!.feed!, 9)
  // Taken, all its parts are put by hand: there is nothing left to look for.
  expect(freeParts(plan.air, withPlaces(plan, second!.places).lay)).toEqual([])
})

test('the same plan gives the same layouts, and the best takes no more tube and feed than what stands', () => {
  const plan = fresh('wireless-dual')
  const [best] = bestLayouts(tried(plan), 3)
  expect(bestLayouts(tried(structuredClone(plan)), 3)[0]!.places).toEqual(best!.places)
  const { figures, result } = createDeriver()(plan).stages.lay
  expect(best!.tube + best!.feed!).toBeLessThanOrEqual(figures.tube!.value! + result.feed! + 1e-9)
})

test('a pinned part is where it was; the others go to it', () => {
  const plan = fresh('wireless-dual')
  const far = { x: -0.9, y: 0.53, z: 0.62 }
  plan.lay.places = { compressor: far }
  const [best] = bestLayouts(tried(plan), 1)
  expect(best!.places).not.toHaveProperty('compressor')
  expect(createDeriver()(withPlaces(plan, best!.places)).stages.lay.result.places.compressor).toEqual(far)
})

test('where nothing fits it says which part and what is in its way', () => {
  const plan = fresh('wireless-dual')
  expect(partsWithoutRoom(plan.truck, plan.air, plan.lay)).toEqual([])
  const everywhere: EnteredSolid = {
    label: 'Water tank',
    kind: 'keepOut',
    at: { x: 1.5, y: 0, z: 0.7 },
    size: { along: 9, across: 3, up: 1.2 },
    there: true,
    order: 1,
  }
  plan.lay.solids = { everywhere }
  expect(tried(plan)).toEqual([])
  const without = partsWithoutRoom(plan.truck, plan.air, plan.lay)
  expect(without.map((w) => w.part)).toEqual(freeParts(plan.air, plan.lay))
  expect(without.some((w) => w.inTheWay === 'the water tank')).toBe(true)
})
