import { createDeriver } from '../derive/derive'
import { demoPlan } from '../demo/demoShop'
import type { Plan } from '../document/types'
import { otherSide, twinOf } from './otherSide'

const derive = createDeriver()

test('the other side of a thing is found wherever its side stands in its id', () => {
  expect(['fill-left', 'line-left-from', 'right', 'tee-right'].map(twinOf)).toEqual([
    'fill-right',
    'line-right-from',
    'left',
    'tee-left',
  ])
  expect(['tank', 'leftover', 'block'].map(twinOf)).toEqual([null, null, null])
})

/** The demo flatbed with the left tee moved by hands, told in its step. */
function moved(change: (plan: Plan) => void = () => {}) {
  const plan = structuredClone(demoPlan('estuary-flatbed'))
  const before = derive(plan).stages.lay.result.places['tee-left']!
  const at = { ...before, x: before.x + 0.2, z: before.z + 0.02 }
  plan.lay.places['tee-left'] = at
  const by = { who: 'Bram', at: '2026-05-04T10:00:00Z' }
  plan.build.fromTruck.f1 = {
    kind: 'does-not-fit',
    step: 'mount-tee-left',
    text: 'A clip is there',
    order: 1,
    settled: false,
    ...by,
  }
  change(plan)
  return { plan, at, offers: otherSide(plan, derive(plan), { id: 'mount-tee-right', part: 'tee-right' }) }
}

/** The offer of a place; fails where there is none. */
function placeOf({ offers }: ReturnType<typeof moved>) {
  const [offer] = offers
  if (offer?.kind !== 'place') throw new Error('no place is offered')
  return offer
}

test('where the other side is free, a place taken on the left is offered at the mirrored place', () => {
  const told = moved((plan) => {
    plan.truck.exhaust.points = plan.truck.exhaust.points.map((p) => ({ ...p, y: 0.1, z: 0.2 }))
  })
  const offer = placeOf(told)
  expect([offer.moved, offer.because]).toEqual([0, []])
  expect(offer.at.x).toBeCloseTo(told.at.x, 2)
  expect(offer.at.y).toBeCloseTo(-told.at.y, 2)
  expect(offer.at.z).toBeCloseTo(told.at.z, 2)
})

test('a pipe, or a part, at the mirrored place moves it aside and is named', () => {
  const pipe = moved((plan) => {
    const { x, y, z } = plan.lay.places['tee-left']!
    plan.truck.exhaust.points = [-0.5, 0, 0.5].map((along) => ({ x: x + along, y: -y, z }))
  })
  expect(placeOf(pipe).moved).toBeGreaterThan(0.1)
  expect(placeOf(pipe).because.join()).toMatch(/exhaust/)
  const part = moved((plan) => {
    plan.truck.exhaust.points = plan.truck.exhaust.points.map((p) => ({ ...p, y: 0.1, z: 0.2 }))
    const { x, y, z } = plan.lay.places['tee-left']!
    plan.lay.places.dryer = { x, y: -y, z }
  })
  expect(placeOf(part).moved).toBeGreaterThan(0.02)
  expect(placeOf(part).because).toContain(part.plan.air.components.dryer!.label)
})

test('taken once, it is not offered again; nothing is offered for what nobody corrected', () => {
  const told = moved()
  const { plan } = told
  const offer = placeOf(told)
  plan.lay.places[offer.part] = offer.at
  expect(otherSide(plan, derive(plan), { id: 'mount-tee-right', part: 'tee-right' })).toEqual([])
  const untouched = demoPlan('estuary-flatbed')
  expect(otherSide(untouched, derive(untouched), { id: 'mount-tee-right', part: 'tee-right' })).toEqual([])
})

test('a thing found in the way on the left is offered at its mirrored place, until it is known there', () => {
  const { plan, offers, at } = moved((draft) => {
    draft.build.fromTruck.f1!.kind = 'in-the-way'
    draft.lay.solids.s1 = {
      label: 'Found ahead: steel, fixed',
      kind: 'structure',
      at: { x: draft.lay.places['tee-left']!.x + 0.2, y: draft.lay.places['tee-left']!.y, z: 0.7 },
      size: { along: 0.1, across: 0.1, up: 0.1 },
      there: true,
      order: 1,
    }
  })
  const [offer] = offers
  if (offer?.kind !== 'solid') throw new Error('no solid is offered')
  expect(offer.solid.at).toEqual({ x: at.x + 0.2, y: -at.y, z: 0.7 })
  plan.lay.solids.s2 = { ...offer.solid, order: 2 }
  expect(otherSide(plan, derive(plan), { id: 'mount-tee-right', part: 'tee-right' })).toEqual([])
})
