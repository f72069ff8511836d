import { lowestStand } from './stands'
import { SPRINGS, springClass } from '../catalog/springs'
import { exhaustAtAxle, mountingOf } from '../catalog/truckGeometry'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import { applyEdit } from '../document/edit'
import type { Truck } from '../document/types'
import { poseAtHeights } from './fit'
import { truckStage } from './truck'

const BARE = { spacer: 0, spacerAt: 'below', droop: 'none', closing: 'hand', kit: null } as const
const leaf = springClass('leaf-helper-double-2270')!
const coil = springClass('coil-insert-450')!
const rules = (change: (t: Truck) => void, spring = leaf) => {
  const truck = exampleTruck('leaf-flatbed')
  change(truck)
  return truckStage(truck, spring, BARE).notes.map((n) => `${n.rank} ${n.rule}`)
}

test.each(TRUCK_KINDS.map((k) => [k.id, k.truck] as const))(
  '%s is a full example: in order, under its ratings, a spring that fits, nothing to note',
  (_, truck) => {
    const spring = mountingOf(truck.suspension) === 'leaf' ? leaf : coil
    const stage = truckStage(truck, spring, BARE)
    expect(stage.notes.map((n) => n.rule)).toEqual(['not-weighed'])
    expect(stage.result.frontAxle).toBeLessThan(truck.ratings.frontAxle)
    expect(stage.result.rearAxle).toBeLessThan(truck.ratings.rearAxle)
    expect(truck.ratings.gross).toBeLessThanOrEqual(truck.ratings.frontAxle + truck.ratings.rearAxle)
    expect(truck.frame.crossMembers.every((x) => x < truck.frame.front && x > truck.frame.rear)).toBe(true)
    expect(SPRINGS.some((s) => s.fits.includes(mountingOf(truck.suspension)))).toBe(true)
    expect(truck.bed.front).toBeLessThanOrEqual(truck.cabRear + 0.01)
  },
)

test('each example is a copy of its own', () => {
  const a = exampleTruck('coil-van')
  a.wheelbase = 9
  expect(exampleTruck('coil-van').wheelbase).toBe(3.2)
  expect(() => exampleTruck('zeppelin' as 'coil-van')).toThrow('No truck kind')
})

test('a lifted truck: the spring does not reach; a dropped one: it is too tall', () => {
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.305, droop: 0.385, bump: 0.2 }
    }),
  ).toContain('stop spring-height')
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.1, droop: 0.2, bump: 0.05 }
    }),
  ).toContain('stop spring-height')
})

test('droop past the spring’s reach asks for a strap, not a stop', () => {
  expect(
    rules((t) => {
      t.seatGap.droop = 0.32
    }),
  ).toEqual(['know not-weighed', 'fix over-extension'])
})

test('gaps out of order and a truck heavier empty than its plate are told', () => {
  expect(
    rules((t) => {
      t.seatGap = { unladen: 0.2, droop: 0.19, bump: 0.1 }
    }),
  ).toContain('fix gap-order')
  const ordered = (bump: number, droop: number) =>
    rules((t) => {
      t.seatGap = { unladen: 0.2, droop, bump }
    }).includes('fix gap-order')
  // The gap is smallest on the bump stop and largest at full droop.
  expect([ordered(0.199, 0.201), ordered(0.2, 0.25), ordered(0.21, 0.25), ordered(0.1, 0.2)]).toEqual([
    false,
    true,
    true,
    true,
  ])
  expect(
    rules((t) => {
      t.ratings.gross = 2000
    }),
  ).toContain('stop unladen-over-gross')
})

test('coil inserts on leaves are refused', () => {
  expect(rules(() => {}, coil)).toContain('stop spring-kind')
})

test('a coil insert goes in with the axle hanging: raised by the axle or not at all is told, a leaf spring does not mind', () => {
  const raised = (kind: 'coil-van' | 'leaf-flatbed', raisedBy: Truck['raisedBy']) => {
    const truck = { ...exampleTruck(kind), raisedBy }
    return truckStage(truck, kind === 'coil-van' ? coil : leaf, BARE).notes.map((n) => n.rule)
  }
  for (const by of ['axle', 'not'] as const) {
    expect(raised('coil-van', by)).toContain('raised-too-little')
    expect(raised('leaf-flatbed', by)).not.toContain('raised-too-little')
  }
  for (const by of ['frame', 'hoist'] as const)
    expect(raised('coil-van', by)).not.toContain('raised-too-little')
})

describe('bellows beside the coil', () => {
  const wagon = (change: (t: Truck) => void = () => {}) => {
    const truck = exampleTruck('coil-pickup')
    change(truck)
    return truckStage(truck, leaf, BARE)
  }
  const on = (stage: ReturnType<typeof wagon>, what: string) =>
    stage.result.fit!.clearances.find((c) => c.on === what)!.value

  test('go with a coil-sprung rear, inserts do not; said the other way, the other way round', () => {
    expect(wagon().notes.map((n) => n.rule)).toEqual(['not-weighed'])
    const inside = wagon((t) => (t.suspension.helper = 'inside'))
    expect(inside.notes.map((n) => n.rule)).toContain('spring-kind')
    const insert = truckStage(exampleTruck('coil-pickup'), coil, BARE)
    expect(insert.notes.map((n) => n.rule)).toContain('spring-kind')
    // No stem and no coil that needs to be opened.
    const held = wagon((t) => {
      t.coil.hole = 'none'
      t.raisedBy = 'axle'
    })
    expect(held.notes.map((n) => n.rule)).toEqual(['not-weighed'])
  })

  test('keep clear of the steel coil: seats 205 mm apart less both radii, by hand', () => {
    const stage = wagon()
    const { rearSpringBase } = exampleTruck('coil-pickup').suspension
    const apart = rearSpringBase / 2 - 0.345
    const coilOutside = 0.125 / 2 + 0.015
    expect(on(stage, 'steel coil')).toBeCloseTo(apart - coilOutside - stage.result.fit!.fullDiameter / 2, 6)
    const near = wagon((t) => (t.seat = 0.36))
    expect(near.notes.map((n) => n.title)).toContain('The bag comes near the steel coil')
  })
})

describe('seats, brackets and what is beside', () => {
  const apart =
    (x: number, y = 0) =>
    (t: Truck) =>
      (t.seats.lower = { x, y })
  /** On the bump stop, where a spring is shortest and leans most. */
  const HEIGHT = lowestStand(truckStage(exampleTruck('leaf-flatbed'), leaf, BARE).result)

  test('the lean is the seats’ distance over the height: 6 along and 8 across are 10 mm (by hand)', () => {
    const truck = exampleTruck('leaf-flatbed')
    apart(0.006, 0.008)(truck)
    expect(truckStage(truck, leaf, BARE).figures.lean!.value).toBeCloseTo(Math.atan(0.01 / HEIGHT), 12)
  })
  test('up to three degrees it stands upright enough; past them it is told, and the bracket brings it back', () => {
    const limit = Math.tan((3 * Math.PI) / 180) * HEIGHT
    expect(rules(apart(limit * 0.999))).toEqual(['know not-weighed'])
    expect(rules(apart(limit * 1.001))).toEqual(['fix seat-lean', 'know not-weighed'].sort().reverse())
  })
  test('a leaning bag comes nearer to what it leans to: 30 mm outwards at its foot are some of it at the tyre', () => {
    const value = (change: (t: Truck) => void) => {
      const truck = exampleTruck('leaf-flatbed')
      change(truck)
      return truckStage(truck, leaf, BARE).result.fit!.clearances.find((c) => c.on === 'tyre')!.value
    }
    const closer = value(() => {}) - value(apart(0, 0.03))
    expect(closer).toBeGreaterThan(0.005)
    expect(closer).toBeLessThanOrEqual(0.0301)
  })

  const bolt = (out: number, smooth: boolean) => (t: Truck) => {
    const half = 0.16 / 2 + 0.01
    const z = t.frame.top + t.frame.kickUp - t.frame.depth - 0.1
    const at = { x: half + out, y: t.seat, z }
    t.beside.bolt = { label: 'Bracket bolt', order: 1, at, radius: 0.01, rides: 'body', smooth }
  }
  test('a bolt in the bag’s way is met ahead of the axle too, and has its own name', () => {
    const truck = exampleTruck('leaf-flatbed')
    bolt(-0.05, true)(truck)
    const titles = truckStage(truck, leaf, BARE).notes.map((n) => n.title)
    expect(titles).toContain('The bag touches the “Bracket bolt”')
    expect(rules(bolt(0.2, true))).toEqual(['know not-weighed'])
  })
  test('an edge wants 50 mm, a round head the usual 13', () => {
    const truck = exampleTruck('leaf-flatbed')
    bolt(0.06, true)(truck)
    const { value } = truckStage(truck, leaf, BARE).result.fit!.clearances.find((c) =>
      c.on.startsWith('beside:'),
    )!
    const away = (wanted: number, smooth: boolean) => rules(bolt(0.06 + wanted - value, smooth))
    expect(away(0.051, false)).toEqual(['know not-weighed'])
    expect(away(0.049, false)).toContain('fix sharp-beside')
    bolt(0.06 + 0.049 - value, false)(truck)
    const note = truckStage(truck, leaf, BARE).notes.find((n) => n.rule === 'sharp-beside')!
    const turned = applyEdit({ truck }, note.remedy!.patches).truck
    expect(truckStage(turned, leaf, BARE).notes.map((n) => n.rule)).toEqual(['not-weighed'])
    expect(away(0.049, true)).toEqual(['know not-weighed'])
    expect(away(0.012, true)).toContain('fix bag-near')
  })
  test('what rides on the axle goes with it: under the bag it is pressed into it on the stop', () => {
    const clearance = (rides: 'body' | 'axle') => {
      const truck = exampleTruck('leaf-flatbed')
      bolt(0.02, true)(truck)
      truck.beside.bolt!.rides = rides
      truck.beside.bolt!.at.z -= 0.3
      const { clearances } = truckStage(truck, leaf, BARE).result.fit!
      return clearances.find((c) => c.on === 'beside:bolt')!.value
    }
    expect(clearance('axle')).not.toBeCloseTo(clearance('body'), 3)
  })
  test('what stands on the axle under a bag keeps its gap however the axle rises and leans, on either side', () => {
    const truck = exampleTruck('leaf-flatbed')
    const { springHeight } = truckStage(truck, leaf, BARE).result.facts
    const { bags } = poseAtHeights(truck, leaf, BARE, { left: springHeight, right: springHeight })
    for (const side of ['left', 'right'] as const) {
      const { x, y, z } = bags[side].lower
      const at = { x, y, z: z - 0.06 }
      truck.beside = { bolt: { label: 'Bolt', order: 1, at, radius: 0.01, rides: 'axle', smooth: true } }
      const { clearances } = truckStage(truck, leaf, BARE).result.fit!
      expect(clearances.find((c) => c.on === 'beside:bolt')!.value).toBeCloseTo(0.05, 3)
    }
  })

  test('a stop cut shorter lets the axle come up by so much more', () => {
    const of = (cut: number) => {
      const truck = exampleTruck('leaf-flatbed')
      truck.suspension.stopCut = cut
      return truckStage(truck, leaf, BARE)
    }
    expect(of(0).result.bumpHeight - of(0.02).result.bumpHeight).toBeCloseTo(0.02, 9)
    expect(of(0.02).figures.wheelTravelUp!.value! - of(0).figures.wheelTravelUp!.value!).toBeCloseTo(0.02, 9)
  })

  test('an upgrade counts with its paper and not without', () => {
    const of = (paper: string) => {
      const truck = exampleTruck('leaf-flatbed')
      const { frontAxle, rearAxle, gross } = truck.ratings
      truck.ratings.certified = { frontAxle, rearAxle: rearAxle + 300, gross: gross + 300, paper }
      return { plate: rearAxle, stage: truckStage(truck, leaf, BARE) }
    }
    const bare = of(' ')
    expect(bare.stage.result.truck.ratings.rearAxle).toBe(bare.plate)
    expect(bare.stage.notes.map((n) => n.rule)).toContain('upgrade-without-paper')
    const paper = of('Certificate 12, in the glove box')
    expect(paper.stage.result.truck.ratings.rearAxle).toBe(paper.plate + 300)
    expect(paper.stage.figures.rearAxle!.max).toBe(paper.plate + 300)
    expect(paper.stage.notes.map((n) => n.rule)).toEqual(['not-weighed'])
  })
  test('what it weighs empty is held against the ratings in force: the plate’s, or with its paper the upgrade’s', () => {
    const of = (paper: string) => {
      const truck = exampleTruck('leaf-flatbed')
      const { frontAxle, rearAxle, gross } = truck.ratings
      truck.unladen.rearLeft = truck.unladen.rearRight = rearAxle / 2 + 50
      truck.ratings.certified = { frontAxle, rearAxle: rearAxle + 300, gross: gross + 300, paper }
      return truckStage(truck, leaf, BARE).notes.map((n) => n.rule)
    }
    expect(of('')).toContain('unladen-over-rear')
    expect(of('Certificate 12')).not.toContain('unladen-over-rear')
  })
})

test('the exhaust passes the axle where its pipe crosses above it; one that ends before it does not', () => {
  const pipe = (...points: [x: number, y: number, z: number][]) =>
    exhaustAtAxle({ exhaust: { radius: 0.03, points: points.map(([x, y, z]) => ({ x, y, z })) } })
  // Three quarters of the way from 1.5 m ahead to 0.5 m behind.
  expect(pipe([2, 0.4, 0.5], [1.5, 0.4, 0.5], [-0.5, 0.8, 0.7])).toEqual({
    y: expect.closeTo(0.7, 12),
    z: expect.closeTo(0.65, 12),
  })
  expect(pipe([2, 0.4, 0.5], [0.2, 0.4, 0.5])).toBeNull()
  // A pipe that crosses along the axle is on the side where it reaches it.
  expect(pipe([1, 0.4, 0.5], [0, 0.5, 0.6], [0, -0.5, 0.6])).toEqual({ y: 0.5, z: 0.6 })
})

test('the lean of a spring is told by how far its seats stand apart, along and across', () => {
  const truck = exampleTruck('leaf-flatbed')
  truck.seats = { upper: { x: 0.03, y: 0.5 }, lower: { x: -0.01, y: 0.47 } }
  const { figures, result } = truckStage(truck, leaf, BARE)
  const lean = Object.values(figures).find((f) => f.label === 'Lean of the spring, on the bump stop')!
  expect(lean.inputs.map((i) => i.value)).toEqual([
    expect.closeTo(0.04, 12),
    expect.closeTo(0.03, 12),
    result.springHeight - (result.truck.seatGap.unladen - result.truck.seatGap.bump),
  ])
  expect(lean.value).toBeCloseTo(Math.atan(0.05 / lowestStand(result)), 12)
})
