import { startingCircuit } from '../../air/circuit/startingCircuits'
import { springClass } from '../../catalog/springs'
import { exampleTruck } from '../../catalog/trucks'
import { newPlan } from '../../jobs/newPlan'
import type { LayPlan, Point, EnteredSolid } from '../../document/types'
import { layStage } from '../lay'
import { lengthOf } from '../distances'
import { asEntered, withEntered } from './solid'
import { truckSolids, USUAL_SOLIDS } from './solids'

const truck = exampleTruck('leaf-flatbed')
const plan = newPlan('leaf-flatbed', 'x')
const air = { ...plan.air, ...startingCircuit('wireless-dual') }
const laid = (lay: Partial<LayPlan>) =>
  layStage({ ...plan.lay, shields: {}, ...lay }, truck, air, { compressor: null, spring: null })
const usual = laid({})
const rules = (lay: Partial<LayPlan>) => laid(lay).notes.map((n) => `${n.rule} ${n.subject}`)

const box = (at: Point, half: number, rest: Partial<EnteredSolid> = {}): EnteredSolid => ({
  label: 'Toolbox',
  kind: 'body',
  at,
  size: { along: half * 2, across: half * 2, up: half * 2 },
  there: true,
  order: 1,
  ...rest,
})
const at = usual.result.places.compressor!

test('a part put where something was told stands in it by its own name; taken off the truck, it does not', () => {
  const pinned = { places: { compressor: at } }
  expect(rules({ ...pinned, solids: { x: box(at, 0.1) } })).toContain('part-in-solid compressor')
  const note = laid({ ...pinned, solids: { x: box(at, 0.1) } }).notes.find((n) => n.rule === 'part-in-solid')!
  expect(note.title).toContain('toolbox')
  expect(rules({ ...pinned, solids: { x: box(at, 0.1, { there: false }) } })).not.toContain(
    'part-in-solid compressor',
  )
  // What nobody pinned makes room by itself, of a place to be left free too.
  for (const kind of ['body', 'keepOut'] as const)
    expect(rules({ solids: { x: box(at, 0.1, { kind }) } })).toEqual(rules({}))
})

test('what moves wants its clearance, what is hot its keep-off: both sides of each', () => {
  const pinned = { places: { compressor: at } }
  const gapTo = (gap: number, kind: EnteredSolid['kind']) => {
    // The compressor's outer face, found from how far a hot thing half a metre away is.
    const from = box({ x: at.x, y: at.y + 0.5, z: at.z + 0.05 }, 0.05, { kind: 'hot' })
    const far = laid({ ...pinned, solids: { x: from } }).result.heat.compressor!
    const y = from.at.y - far + gap
    return rules({ ...pinned, solids: { x: { ...from, kind, at: { ...from.at, y } } } })
  }
  expect(gapTo(0.0249, 'moving')).toContain('part-in-solid compressor')
  expect(gapTo(0.0251, 'moving')).not.toContain('part-in-solid compressor')
  expect(gapTo(0.1499, 'hot')).toContain('part-near-heat compressor')
  expect(gapTo(0.1501, 'hot')).not.toContain('part-near-heat compressor')
})

test('a run goes round what was told in its way, and is never cheaper for it', () => {
  const run = (lay: Partial<LayPlan>) => laid(lay).result.routes.find((r) => r.id === 'block-right')!
  const before = run({ places: usual.result.places })
  const [a, b] = before.points.slice(2, 4) as [Point, Point]
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 }
  const after = run({ places: usual.result.places, solids: { x: box(middle, 0.06, { kind: 'keepOut' }) } })
  expect(after.wayless).toBe(false)
  const through = after.points.some(
    (p) =>
      Math.abs(p.x - middle.x) < 0.06 && Math.abs(p.y - middle.y) < 0.06 && Math.abs(p.z - middle.z) < 0.06,
  )
  expect(through).toBe(false)
  expect(after.points).not.toEqual(before.points)
})

describe('a place that a run is made to pass', () => {
  const of = (waypoints: LayPlan['waypoints']) => laid({ places: usual.result.places, waypoints })
  const run = (waypoints: LayPlan['waypoints']) =>
    of(waypoints).result.routes.find((r) => r.id === 'block-left')!
  const by = { x: 0.9, y: 0.15, z: truck.frame.top + 0.02 }

  test('is passed within the width of two fingers, with every bend as wide as it must be', () => {
    const route = run({ 'block-left': [by] })
    const near = Math.min(...route.points.map((p) => lengthOf([p, by])))
    expect(near).toBeLessThan(0.045)
    expect(route.run).toBeGreaterThan(run({}).run)
    expect(route.bend).toBe(route.wantedBend)
    expect(route.wayless).toBe(false)
  })
  test('of one run moves no other by more than what they share', () => {
    const others = (waypoints: LayPlan['waypoints']) =>
      of(waypoints)
        .result.routes.filter((r) => r.kind === 'feed')
        .map((r) => r.wayless)
    expect(others({ 'block-left': [by] })).toEqual(others({}))
  })
  test('where nothing can be run is told', () => {
    const outside = { x: 12, y: 0, z: 1 }
    expect(run({ 'block-left': [outside] }).wayless).toBe(true)
    const note = of({ 'block-left': [outside] }).notes.find((n) => n.rule === 'run-blocked')!
    expect(note.text).toContain('It cannot be run by the places it is made to pass')
  })
})

test('one of the truck’s own, told by hand, stands instead of it; as it begins it is where it was', () => {
  const own = truckSolids(truck, springClass('leaf-helper-double-2270'))
  for (const id of USUAL_SOLIDS.filter((usualId) => own.some((s) => s.id === usualId))) {
    const solid = own.find((s) => s.id === id)!
    const told = withEntered(own, { [id]: asEntered(solid, 1) })
    expect(told).toHaveLength(own.length)
    expect(told.filter((s) => s.id === id).map((s) => s.shape)).toHaveLength(1)
    const gone = withEntered(own, { [id]: { ...asEntered(solid, 1), there: false } })
    expect(gone.map((s) => s.id)).not.toContain(id)
  }
})

test('near a hot thing told by hand it is that thing that is named, for parts and for runs', () => {
  const pinned = { places: { compressor: at } }
  const heater = box({ ...at, y: at.y + 0.2 }, 0.05, { kind: 'hot', label: 'Heater' })
  const { notes, result } = laid({ ...pinned, solids: { x: heater } })
  expect(notes.find((n) => n.rule === 'part-near-heat' && n.subject === 'compressor')!.title).toContain(
    'too near the heater',
  )
  expect(result.hottest.compressor).toBe('the heater')
  expect(usual.result.hottest.compressor).toBe('the exhaust')
  const nearest = result.routes.find((r) => r.id === 'to-dryer')!
  expect(nearest.heatOf).toBe('the heater')
  expect(nearest.heat).toBeLessThan(usual.result.routes.find((r) => r.id === 'to-dryer')!.heat)
})
