import { PRACTICE } from '../catalog/practice'
import fc from 'fast-check'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { compressorClass } from '../catalog/compressors'
import { partSize } from '../catalog/partSizes'
import { springClass } from '../catalog/springs'
import { tubeClass } from '../catalog/tubes'
import { exampleTruck } from '../catalog/trucks'
import { newPlan } from '../jobs/newPlan'
import type { LayPlan, Point, Truck } from '../document/types'
import { heatDistance } from './distances'
import { layStage } from './lay'
import { layRules } from './rules'
import { proposedPlaces } from './places'
import { HEAT } from './ruleInput'
import { encounters, nearestRoom, overlap, partBox, solidsOf } from './space/room'

const truck = exampleTruck('leaf-flatbed')
const air = { ...newPlan('leaf-flatbed', 'x').air, ...startingCircuit('wireless-dual') }
const parts = {
  compressor: compressorClass('compact'),
  spring: springClass('leaf-helper-double-2270'),
}
const base = { ...newPlan('leaf-flatbed', 'x').lay, shields: {} }
const run = (lay: Partial<LayPlan> = {}, t: Truck = truck) => layStage({ ...base, ...lay }, t, air, parts)
const rules = (lay: Partial<LayPlan> = {}, t: Truck = truck) =>
  run(lay, t).notes.map((n) => `${n.rule} ${n.subject}`)

test('as proposed only the spring beside the exhaust asks for a shield, and the shield answers it', () => {
  expect(rules()).toEqual(['part-near-heat spring-right'])
  expect(rules({ shields: { 'spring-right': true } })).toEqual(['shield-planned spring-right'])
})

test('mirrored exhaust, mirrored answer', () => {
  const other = {
    ...truck,
    exhaust: { ...truck.exhaust, points: truck.exhaust.points.map((p) => ({ ...p, y: -p.y })) },
    fuelTank: { ...truck.fuelTank, centre: { ...truck.fuelTank.centre, y: -truck.fuelTank.centre.y } },
  }
  expect(rules({}, other)).toEqual(['part-near-heat spring-left'])
  expect(proposedPlaces(other, air).compressor!.y).toBeCloseTo(-proposedPlaces(truck, air).compressor!.y, 12)
})

describe('a place with room', () => {
  const solids = solidsOf(truck, air)
  const size = partSize(air, 'compressor')
  const anywhere = fc.record({
    x: fc.double({ min: -1.5, max: 4, noNaN: true }),
    y: fc.double({ min: -1, max: 1, noNaN: true }),
    z: fc.double({ min: 0.2, max: 1, noNaN: true }),
  })
  test('has room, wherever one begins: clear of the pipe, of the truck and of the other parts', () => {
    fc.assert(
      fc.property(anywhere, (from) => {
        const other = partBox(proposedPlaces(truck, air).block!, partSize(air, 'block'))
        const place = nearestRoom(from, size, truck, solids, [other])!
        const box = partBox(place, size)
        expect(heatDistance([place], truck.exhaust)).toBeGreaterThanOrEqual(PRACTICE.heatClearance.value)
        expect(encounters(box, solids)).toEqual([])
        expect(overlap(box, other)).toBe(false)
      }),
      { numRuns: 40 },
    )
  })
  test('is where one begins when there is room, and none farther away than wanted', () => {
    const here = proposedPlaces(truck, air).compressor!
    expect(nearestRoom(here, size, truck, solids, [])).toEqual(here)
    const inTheTank = truck.fuelTank.centre
    const found = nearestRoom(inTheTank, size, truck, solids, [])!
    const far = Math.hypot(found.x - inTheTank.x, found.y - inTheTank.y, found.z - inTheTank.z)
    expect(far).toBeGreaterThan(0.1)
    expect(nearestRoom(inTheTank, size, truck, solids, [], far + 1e-9)).toEqual(found)
    expect(nearestRoom(inTheTank, size, truck, solids, [], far - 1e-9)).toBeNull()
  })
  test('is the same whether it was looked for before or not, wherever another part has moved meanwhile', () => {
    const from = truck.fuelTank.centre
    const free = nearestRoom(from, size, truck, solids, [])!
    // About the place it would go to, so that it is often in the way.
    const near = anywhere.map(({ x, y, z }) => ({ x: free.x + x / 5, y: free.y + y / 5, z: free.z + z / 5 }))
    fc.assert(
      fc.property(fc.array(near, { minLength: 2, maxLength: 6 }), (places) => {
        const others = places.map((at) => [partBox(at, partSize(air, 'block'))])
        const kept = others.map((other) => nearestRoom(from, size, truck, solids, other))
        // Nothing is kept for a list of solids that is new, though equal.
        expect(kept).toEqual(others.map((other) => nearestRoom(from, size, truck, [...solids], other)))
      }),
      { numRuns: 15 },
    )
    // A part put just where it would go sends it elsewhere.
    expect(nearestRoom(from, size, truck, solids, [partBox(free, size)])).not.toEqual(free)
  })
})

test('a part in the fuel tank, in the way of the wheel, of the differential, two in one place: each is told and put right', () => {
  const told = (id: string, at: Point, rule: string, others: Record<string, Point> = {}) => {
    const { notes } = run({ places: { ...others, [id]: at } })
    const note = notes.find((n) => n.rule === rule && n.subject === id)!
    const place = note.remedy!.patches[0]!.value as Point
    const after = run({ places: { ...others, [id]: place } }).notes.map((n) => `${n.rule} ${n.subject}`)
    expect(after).not.toContain(`${rule} ${id}`)
    expect(after.filter((n) => n.startsWith('part-') || n.startsWith('parts-overlap'))).toEqual([
      'part-near-heat spring-right',
    ])
    return note.title
  }
  const { fuelTank, tyre, rearTrack, axle } = truck
  expect(told('compressor', fuelTank.centre, 'part-in-solid')).toContain('stands in the fuel tank')
  const over = { x: 0, y: rearTrack / 2, z: tyre.radius * 2 + 0.01 }
  expect(told('compressor', over, 'part-in-solid')).toContain('stands in the left rear wheel')
  const half = partSize(air, 'compressor')[0] / 2
  const ahead = { x: tyre.radius + half + 0.024, y: rearTrack / 2, z: tyre.radius }
  expect(told('compressor', ahead, 'part-in-solid')).toContain('in the way of the left rear wheel')
  // Laid to the centimetre it may reach 12 mm into what it lies against, and no further.
  const { frame } = truck
  const against = (frame.spacing + frame.railWidth + partSize(air, 'compressor')[1]) / 2
  const rail = (into: number) => {
    const at = { ...proposedPlaces(truck, air).compressor!, y: against - into }
    return rules({ places: { compressor: at } }).includes('part-in-solid compressor')
  }
  expect([rail(0.0119), rail(0.0121)]).toEqual([false, true])
  // At the clearance wanted it is quiet.
  const enough = { ...ahead, x: ahead.x + 0.002 }
  expect(rules({ places: { compressor: enough } })).not.toContain('part-in-solid compressor')
  const onAxle = { x: 0, y: axle.offset, z: tyre.radius }
  expect(told('dryer', onAxle, 'part-in-solid')).toMatch(/differential|rear axle/)
  const { block } = proposedPlaces(truck, air)
  expect(told('dryer', block!, 'parts-overlap', { block: block! })).toContain('stands in the')
  // What nobody has put anywhere makes room by itself.
  expect(rules({ places: { dryer: block! } })).toEqual(rules())
})

test('no part nearer to the pipe than 150 mm ever passes without a Stop or a shield', () => {
  const [along, across, up] = partSize(air, 'compressor')
  const { points, radius } = truck.exhaust
  /** The pipe's middle every 5 mm or so. */
  const middle = points.slice(1).flatMap((to, i) => {
    const from = points[i]!
    return Array.from({ length: 401 }, (_, n) => ({
      x: from.x + ((to.x - from.x) * n) / 400,
      y: from.y + ((to.y - from.y) * n) / 400,
      z: from.z + ((to.z - from.z) * n) / 400,
    }))
  })
  const beyond = (d: number, half: number) => Math.max(Math.abs(d) - half, 0)
  /** From the pipe's outside to the compressor's; a place is the middle of its foot. */
  const apart = (at: Point) =>
    Math.min(
      ...middle.map((p) =>
        Math.hypot(
          beyond(p.x - at.x, along / 2),
          beyond(p.y - at.y, across / 2),
          beyond(p.z - at.z - up / 2, up / 2),
        ),
      ),
    ) - radius
  const millimetres = (min: number, max: number) => fc.integer({ min, max }).map((mm) => mm / 1000)
  fc.assert(
    fc.property(millimetres(-1400, 4000), millimetres(-800, 800), millimetres(300, 1000), (x, y, z) => {
      const place: Point = { x, y, z }
      const far = apart(place)
      const limit = PRACTICE.heatClearance.value
      // The pipe is looked at every few millimetres: just at the limit it says nothing.
      fc.pre(Math.abs(far - limit) > 0.003)
      expect(rules({ places: { compressor: place } }).includes('part-near-heat compressor')).toBe(far < limit)
    }),
  )
})

test('apart over 400 mm, harness short, no slack, wheel spray (common practice)', () => {
  const { compressor } = proposedPlaces(truck, air)
  expect(rules({ places: { block: { ...compressor!, x: compressor!.x - 0.41 } } })).toContain(
    'parts-apart block',
  )
  expect(rules({ places: { block: { ...compressor!, x: compressor!.x - 0.39 } } })).not.toContain(
    'parts-apart block',
  )
  expect(rules({ harnessLength: 1 })).toContain('harness-short feed')
  expect(rules({ harnessLength: 1, harnessExtension: 4 })).not.toContain('harness-short feed')
  expect(rules({ slackAtSpring: 0.1 })).toContain('short-slack spring-left')
  const inSpray = { places: { compressor: { x: 0.1, y: 0.7, z: 0.8 } } }
  expect(rules(inSpray)).toContain('wheel-spray compressor')
  const sealed = { ...parts, compressor: { ...parts.compressor!, sealed: true } }
  const told = layStage({ ...base, ...inSpray }, truck, air, sealed).notes
  const ofCompressor = told.filter((n) => n.subject === 'compressor').map((n) => n.rule)
  expect(ofCompressor).not.toContain('wheel-spray')
})

test('the cut list goes from the longest to the shortest, with the slack at the springs in it', () => {
  const { cuts } = run().result
  expect(cuts.map((c) => c.cut)).toEqual(cuts.map((c) => c.cut).sort((a, b) => b - a))
  expect(
    cuts
      .filter((c) => c.slack > 0)
      .map((c) => c.id)
      .sort(),
  ).toEqual(['tee-spring-left', 'tee-spring-right'])
  expect(run({ slackAtSpring: 0.5 }).figures.tube!.value! - run().figures.tube!.value!).toBeCloseTo(0.4, 6)
})

test('a place typed for a spring is left alone: the seat decides', () => {
  expect(run({ places: { 'spring-left': { x: 2, y: 0, z: 0 } } }).result.places['spring-left']!.x).toBe(0)
})

describe('hose with its ends on', () => {
  const hosed = (tube: string, lay: Partial<LayPlan> = {}) =>
    layStage({ ...base, ...lay }, truck, { ...air, tubeClass: tube }, parts)

  test('is taken in the next length there is, never cut, and what is over is coiled; tube is cut to 10 mm', () => {
    const stock = tubeClass('braided-1-4')!.stock!
    const tubes = Object.fromEntries(hosed('nylon-1-4').result.cuts.map((c) => [c.id, c]))
    for (const { id, cut, run: way, slack, coiled } of hosed('braided-1-4').result.cuts) {
      expect(stock).toContain(cut)
      expect(cut).toBeGreaterThanOrEqual(way + slack)
      expect(coiled).toBeCloseTo(cut - way - slack, 12)
      // The next smaller one would not reach.
      const smaller = stock.filter((size) => size < cut).at(-1) ?? 0
      expect(smaller).toBeLessThan(way + slack)
      expect(tubes[id]!.coiled).toBeNull()
      expect(cut).toBeGreaterThanOrEqual(tubes[id]!.cut - 0.01)
    }
  })
  test('and its figure says why it is that long, where a tube’s says the next 10 mm', () => {
    const why = (tube: string) =>
      Object.entries(hosed(tube).figures).find(([id]) => id.startsWith('cut.'))![1]
    expect(why('nylon-1-4').formula).toContain('next 10 mm')
    expect(why('braided-1-4').formula).toContain('sold in with its ends on')
    expect(why('braided-1-4').inputs.map((i) => i.label)).toContain('Left over, coiled')
  })
  test('where none is long enough it says so; with the slack just within the longest it does not', () => {
    const longest = tubeClass('braided-1-4')!.stock!.at(-1)!
    const spring = hosed('braided-1-4').result.cuts.find((c) => c.slack > 0)!
    const rulesWith = (slackAtSpring: number) =>
      hosed('braided-1-4', { slackAtSpring }).notes.map((n) => `${n.rule} ${n.subject}`)
    expect(rulesWith(longest - spring.run + 0.001)).toContain(`hose-too-short ${spring.id}`)
    const note = hosed('braided-1-4', { slackAtSpring: 9 }).notes.find((n) => n.subject === spring.id)!
    expect(note).toMatchObject({ value: expect.closeTo(spring.run + 9, 6), limit: longest })
    expect(note.title).toBe(`No hose reaches from ${spring.fromLabel} to ${spring.toLabel.toLowerCase()}`)
    expect(rulesWith(longest - spring.run - 0.001)).not.toContain(`hose-too-short ${spring.id}`)
  })
})

test('an exhaust through the fuel tank and a frame without cross-members are said, not hidden', () => {
  const { fuelTank } = truck
  const pipe = (y: number): Truck => ({
    ...truck,
    exhaust: {
      radius: 0.03,
      points: [
        { x: fuelTank.centre.x + 1, y, z: fuelTank.centre.z },
        { x: fuelTank.centre.x - 1, y, z: fuelTank.centre.z },
      ],
    },
  })
  const side = fuelTank.centre.y + fuelTank.width / 2 + 0.03
  expect(rules({}, pipe(side - 0.001))).toContain('exhaust-in-tank exhaust')
  expect(rules({}, pipe(side + 0.001))).not.toContain('exhaust-in-tank exhaust')
  const bare = { ...truck, frame: { ...truck.frame, crossMembers: [] } }
  expect(rules({}, bare)).toContain('no-cross-members crossMembers')
  expect(rules()).not.toContain('no-cross-members crossMembers')
})

test('a corner without room for its bend is told with what there is room for', () => {
  const r = run().result
  const tight = { ...r, routes: r.routes.map((route, i) => (i === 0 ? { ...route, bend: 0.02 } : route)) }
  const told = layRules({ r: tight, lay: base, truck, air, ...parts }).find(
    (n) => n.rule === 'bend-too-tight',
  )!
  expect(told).toMatchObject({ subject: r.routes[0]!.id, value: 0.02, limit: r.routes[0]!.wantedBend })
  const sourceOf = (kind: 'air' | 'wire') => {
    const at = r.routes.findIndex((route) => route.kind === kind)
    const bent = { ...r, routes: r.routes.map((route, i) => (i === at ? { ...route, bend: 0.001 } : route)) }
    return layRules({ r: bent, lay: base, truck, air, ...parts }).find((n) => n.rule === 'bend-too-tight')!
      .source
  }
  expect(sourceOf('air')).toBe('The tube’s own sheet')
  expect(sourceOf('wire')).toContain('from memory')
  expect(layRules({ r, lay: base, truck, air, ...parts }).map((n) => n.rule)).not.toContain('bend-too-tight')
})

test('a line at the clearance from what is hot is quiet; nearer it is a Stop, unless a shield is planned', () => {
  const r = run().result
  const line = r.routes.find((route) => [route.from, route.to].every((id) => (r.heat[id] ?? 1) >= HEAT))!
  const told = (heat: number, shields = {}) => {
    const routes = r.routes.map((route) => (route.id === line.id ? { ...route, heat } : route))
    return layRules({ r: { ...r, routes }, lay: { ...base, shields }, truck, air, ...parts }).find(
      (n) => n.rule === 'line-near-heat',
    )
  }
  expect(told(HEAT)).toBeUndefined()
  expect(told(HEAT - 0.001)).toMatchObject({
    rank: 'stop',
    subject: line.id,
    value: HEAT - 0.001,
    limit: HEAT,
  })
  expect(told(HEAT - 0.001, { [line.id]: true })).toBeUndefined()
})

test('slack at the least is quiet; a millimetre less is told, and its remedy leaves the usual', () => {
  const least = PRACTICE.leastSlack.value
  expect(rules({ slackAtSpring: least })).not.toContain('short-slack spring-left')
  const note = run({ slackAtSpring: least - 0.001 }).notes.find((n) => n.rule === 'short-slack')!
  expect(note).toMatchObject({ value: least - 0.001, limit: least })
  const usual = PRACTICE.springSlack.value
  expect(note.remedy).toEqual({
    label: `Leave ${usual * 1000} mm`,
    patches: [{ op: 'replace', path: ['lay', 'slackAtSpring'], value: usual }],
  })
})

test('what hangs behind the axle is held against the hitch, or against the ball where there is none', () => {
  const behind = (t: Truck, x: number, angle: number) => {
    const [along] = partSize(air, 'compressor')
    const rear = -x
    const at = { x: rear + along / 2, y: 0, z: x * Math.tan(angle) }
    return run({ places: { compressor: at } }, t).notes.find(
      (n) => n.rule === 'departure-angle' && n.subject === 'compressor',
    )
  }
  const hitch = solidsOf(truck, air).find(({ id }) => id === 'hitch')!
  if (hitch.shape.shape !== 'box') throw new Error('a hitch is a box')
  const limit = Math.atan2(hitch.shape.min.z, Math.max(truck.axleToBall, 0.1))
  expect(behind(truck, 0.8, limit + 1e-6)).toBeUndefined()
  expect(behind(truck, 0.8, limit - 1e-3)).toMatchObject({ limit, value: expect.closeTo(limit - 1e-3, 9) })
  // Over the axle or ahead of it there is nothing behind to touch.
  expect(behind(truck, 0.05, 0.01)).toBeUndefined()
  expect(behind(truck, 0.051, 0.01)).toBeDefined()
})

test('a part just high enough is quiet, a millimetre lower it is told, and its remedy lifts it', () => {
  const at = (z: number) => ({ places: { compressor: { ...proposedPlaces(truck, air).compressor!, z } } })
  const limit = PRACTICE.groundClearance.value
  expect(rules(at(limit))).not.toContain('part-low compressor')
  const low = run(at(limit - 0.001)).notes.find((n) => n.rule === 'part-low')!
  expect(low).toMatchObject({ rank: 'fix', subject: 'compressor', value: limit - 0.001, limit })
  const place = low.remedy!.patches[0]!.value as Point
  expect(place.z).toBeGreaterThan(limit)
  expect(rules({ places: { compressor: place } })).toEqual(rules())
})
