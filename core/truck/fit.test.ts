import fc from 'fast-check'
import { PRACTICE } from '../catalog/practice'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { SPRINGS, springClass } from '../catalog/springs'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import type { Truck } from '../document/types'
import { QUICK_STEPS, bagDiameter, fitSpring, poseAtHeights } from './fit'
import { railBottom, tyreInside, wheelTravel } from '../catalog/truckGeometry'
import { truckStage } from './truck'

const leaf = springClass('leaf-helper-double-2270')!
const BARE = { spacer: 0, spacerAt: 'below' } as const
const insert = springClass('coil-insert-450')!
const flatbed = (change: (t: Truck) => void = () => {}) => {
  const t = exampleTruck('leaf-flatbed')
  change(t)
  return t
}
const clearance = (t: Truck, on: string) =>
  fitSpring(t, leaf, BARE).clearances.find((c) => c.on === on)!.value
const rules = (
  t: Truck,
  spring = leaf,
  air: Parameters<typeof truckStage>[2] = { ...BARE, droop: 'none', closing: 'hand', kit: null },
) => truckStage(t, spring, air).notes.map((n) => `${n.rank} ${n.rule}`)

describe('a bag', () => {
  test('has the diameter of its class at its design height and full pressure; pressed together or pumped up it is wider', () => {
    expect(bagDiameter(leaf, 0.16, leaf.maxPressure)).toBeCloseTo(0.19, 12)
    expect(bagDiameter(leaf, 0.1, leaf.maxPressure)).toBeGreaterThan(0.19)
    expect(bagDiameter(leaf, 0.16, 0)).toBeCloseTo(0.19 * 0.97, 12)
  })
  test('goes with the area: twice the area is √2 of the diameter (a circle)', () => {
    const flat = {
      ...leaf,
      areaByHeight: [
        [0.08, 0.032],
        [0.16, 0.016],
      ] as [number, number][],
    }
    expect(bagDiameter(flat, 0.08, leaf.maxPressure) / bagDiameter(flat, 0.16, leaf.maxPressure)).toBeCloseTo(
      Math.SQRT2,
      12,
    )
  })
  test('is never narrower for more pressure or less height', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPRINGS),
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        (s, h, more, p) => {
          expect(bagDiameter(s, h, p + 1000)).toBeGreaterThan(bagDiameter(s, h, p))
          expect(bagDiameter(s, h, p)).toBeGreaterThanOrEqual(bagDiameter(s, h + more, p) - 1e-12)
        },
      ),
    )
  })
})

describe('the sweep', () => {
  test('goes from full droop to the bump stop, its heights as the tape says', () => {
    const t = flatbed()
    const { together } = fitSpring(t, leaf, BARE)
    expect(wheelTravel(t)).toEqual({ droop: expect.closeTo(-0.075, 12), bump: expect.closeTo(0.095, 12) })
    expect(together[0]!.bags.left.height).toBeCloseTo(0.28 - leaf.bracketHeight, 12)
    expect(together.at(-1)!.bags.left.height).toBeCloseTo(0.11 - leaf.bracketHeight, 12)
  })
  test('crossed up one wheel is as far up as the other is down, and the axle rolls by their difference over the base', () => {
    const t = flatbed()
    const last = fitSpring(t, leaf, BARE).crossed.at(-1)!
    expect([last.left, last.right]).toEqual([expect.closeTo(0.095, 12), expect.closeTo(-0.075, 12)])
    expect(last.roll).toBeCloseTo(0.17 / 1.1, 12)
  })
  test('by hand: a bag outside and below the rail is corner to corner off it', () => {
    const t = flatbed((x) => {
      x.seat = 0.62
      x.rearTrack = 2.4
      x.seatGap = { unladen: 0.205, droop: 0.205, bump: 0.205 }
    })
    expect(railBottom(t)).toBeCloseTo(0.76 + t.frame.kickUp - 0.18, 12)
    expect(clearance(t, 'frame')).toBeCloseTo(
      Math.hypot(0.62 - 0.095 - (0.45 + 0.035), leaf.bracketHeight / 2),
      9,
    )
  })
  test('by hand: tyre beside the bag with the axle level', () => {
    const t = flatbed((x) => {
      x.seatGap = { unladen: 0.205, droop: 0.205, bump: 0.205 }
    })
    expect(clearance(t, 'tyre')).toBeCloseTo(tyreInside(t) - t.seat - 0.095, 9)
  })
  test('wider tyres, a nearer wall, a seat further out: never more room', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.05, noNaN: true }), (by) => {
        expect(
          clearance(
            flatbed((t) => {
              t.tyre.width += by
            }),
            'tyre',
          ),
        ).toBeLessThanOrEqual(clearance(flatbed(), 'tyre') + 1e-12)
        expect(
          clearance(
            flatbed((t) => {
              t.seat += by
            }),
            'tyre',
          ),
        ).toBeLessThanOrEqual(clearance(flatbed(), 'tyre') + 1e-12)
      }),
    )
  })
  test('a mirrored exhaust gives the same clearance on the other side', () => {
    const right = fitSpring(flatbed(), leaf, BARE).clearances.find((c) => c.on === 'exhaust')!
    const left = fitSpring(
      flatbed((t) => {
        t.exhaust.points = t.exhaust.points.map((p) => ({ ...p, y: -p.y }))
      }),
      leaf,
      BARE,
    ).clearances.find((c) => c.on === 'exhaust')!
    expect([right.side, left.side]).toEqual(['right', 'left'])
    expect(left.value).toBeCloseTo(right.value, 12)
  })
  test('the quick look never finds less than the whole sweep, and at its ends the same', () => {
    for (const { truck } of TRUCK_KINDS)
      for (const s of SPRINGS.filter((x) => x.fits.includes(truck.suspension.kind))) {
        const whole = fitSpring(truck, s, BARE).worst!.value
        const quick = fitSpring(truck, s, BARE, QUICK_STEPS).worst!.value
        expect(quick).toBeGreaterThanOrEqual(whole - 1e-12)
        expect(quick - whole).toBeLessThan(0.004)
      }
  })
  test('an insert has half of what the diameters leave inside its coil', () => {
    const van = exampleTruck('coil-van')
    const fit = fitSpring(van, insert, BARE)
    expect(fit.clearances.map((c) => c.on)).toEqual(['coil'])
    expect(fit.worst!.value).toBeCloseTo((van.coil.inner - fit.fullDiameter) / 2, 12)
  })
})

describe('misfits are caught', () => {
  test.each<[string, (t: Truck) => void]>([
    [
      'stop bag-touches',
      (t) => {
        t.seat = 0.64
      },
    ],
    [
      'fix bag-near',
      (t) => {
        t.tyre.width = 0.32
      },
    ],
    [
      'stop bag-touches',
      (t) => {
        t.brakeLine = { x: -0.09, y: 0.55, z: 0.5 }
      },
    ],
    [
      'stop bag-touches',
      (t) => {
        t.exhaust.points = t.exhaust.points.map((p) => ({ ...p, y: -0.55 }))
      },
    ],
    [
      'stop bag-touches',
      (t) => {
        t.innerFender = { y: 0.6, bottom: 0.5 }
      },
    ],
    [
      'fix over-extension',
      (t) => {
        t.seatGap.droop = 0.32
      },
    ],
    [
      'fix crushed-on-bump',
      (t) => {
        t.seatGap.bump = 0.09
      },
    ],
    [
      'fix seat-tilt',
      (t) => {
        t.suspension.wedge = 0.07
      },
    ],
    [
      'stop spring-height',
      (t) => {
        t.suspension.lift = 0.1
        t.suspension.liftMeasured = false
      },
    ],
    [
      'stop unladen-over-rear',
      (t) => {
        t.ratings.rearAxle = 900
      },
    ],
    [
      'fix two-heights-missing',
      (t) => {
        t.survey.rearRate.how = 'two-heights'
      },
    ],
    [
      'fix ticket-differs',
      (t) => {
        t.tickets.a = {
          label: 'Yard',
          order: 1,
          at: '',
          haul: null,
          front: 1620,
          rear: 1400,
          corners: null,
          step: 20,
          simulated: false,
        }
      },
    ],
  ])('%s', (rule, change) => {
    expect(rules(flatbed(change))).toContain(rule)
  })
  test('a droop strap settles the stretch on the hoist', () => {
    const t = flatbed((x) => {
      x.seatGap.droop = 0.32
    })
    expect(
      rules(t, leaf, {
        spacer: 0,
        spacerAt: 'below',
        droop: 'strap',
        closing: 'hand',
        kit: null,
      }),
    ).not.toContain('fix over-extension')
  })
  test('a lifted truck is told the smallest standard spacer with which the spring keeps its range', () => {
    const t = flatbed((x) => {
      x.seatGap = { unladen: 0.305, droop: 0.385, bump: 0.21 }
    })
    const mounting = { ...BARE, droop: 'none', closing: 'hand', kit: null } as const
    const note = truckStage(t, leaf, mounting).notes.find((n) => n.rule === 'spring-height')!
    const spacer = note.remedy!.patches[0]!.value as number
    // A gap of 0.305 m less 45 mm of brackets leaves 260 mm for a bag of 61 to 240 mm. At droop it is 340 mm,
    // which is 100 mm too much.
    expect(spacer).toBe(0.1016)
    const rules = truckStage(t, leaf, { ...mounting, spacer }).notes.map((n) => n.rule)
    expect(rules).toEqual(['not-weighed'])
  })
  test('inserts: too wide, too tall, too short, no hole for the stem', () => {
    const van = (change: (t: Truck) => void) => {
      const t = exampleTruck('coil-van')
      change(t)
      return rules(t, insert)
    }
    expect(
      van((t) => {
        t.coil.inner = 0.1
      }),
    ).toContain('stop bag-touches')
    expect(
      van((t) => {
        t.coil.gap = 0.4
      }),
    ).toContain('fix coil-gap')
    expect(
      van((t) => {
        t.coil.gap = 0.1
      }),
    ).toContain('stop coil-gap')
    expect(
      van((t) => {
        t.coil.hole = 'none'
      }),
    ).toContain('know stem-hole')
  })
})

describe('what is said of a bag that comes near', () => {
  const textOf = (change: (t: Truck) => void) =>
    truckStage(flatbed(change), leaf, { ...BARE, droop: 'none', closing: 'hand', kit: null })
      .notes.filter(({ rule }) => rule === 'bag-touches' || rule === 'bag-near')
      .map(({ text }) => text)
  test('the axle stands as it does where it is nearest, and the advice is that of what it comes near', () => {
    const brake = textOf((t) => (t.brakeLine = { x: -0.09, y: 0.55, z: 0.5 }))
    expect(brake.some((text) => text.endsWith('Turn its clip round.'))).toBe(true)
    const pipe = textOf((t) => (t.exhaust.points = t.exhaust.points.map((p) => ({ ...p, y: -0.55 }))))
    expect(pipe.some((text) => text.endsWith('Move or clamp a shield to the pipe.'))).toBe(true)
    const tyre = textOf((t) => (t.tyre.width = 0.32))
    expect(
      tyre.every((text) => text.endsWith('Check which way the brackets face, or take a slimmer class.')),
    ).toBe(true)
    // The words for the pose agree with the figure.
    for (const [words, isSo] of [
      ['at unladen height', (c: { left: number; right: number }) => c.left === 0 && c.right === 0],
      ['pressed up', (c: { left: number; right: number }) => c.left > 0 && c.left === c.right],
      ['hanging', (c: { left: number; right: number }) => c.left < 0 && c.left === c.right],
      ['crossed up', (c: { left: number; right: number }) => c.left !== c.right],
    ] as const)
      for (const change of [
        (t: Truck) => void (t.tyre.width = 0.32),
        (t: Truck) => void (t.seat = 0.64),
        (t: Truck) => void (t.brakeLine = { x: -0.09, y: 0.55, z: 0.5 }),
        (t: Truck) => void (t.innerFender = { y: 0.6, bottom: 0.5 }),
      ]) {
        const short = fitSpring(flatbed(change), leaf, BARE).clearances.filter(({ value }) => value < 0.013)
        const told = textOf(change).filter((text) => text.includes(`With the axle ${words}`))
        expect([words, told.length]).toEqual([words, short.filter(isSo).length])
      }
  })
  test('the travel of a bag goes by the motion ratio: at half of it the bag’s lower end rises half as far', () => {
    const bottoms = (ratio: number) => {
      const t = flatbed((x) => (x.suspension.motionRatio = ratio))
      const { together } = fitSpring(t, leaf, BARE)
      return together.map(({ left, bags }) => [left, bags.left.lower.z] as const)
    }
    const rises = (ratio: number) => {
      const all = bottoms(ratio)
      const [a, b] = [all[0]!, all.find(([left]) => left !== all[0]![0])!]
      return (b[1] - a[1]) / (b[0] - a[0])
    }
    expect(rises(1)).toBeCloseTo(1, 6)
    expect(rises(0.5)).toBeCloseTo(0.5, 6)
  })
})

test('a quick look at another class says near on its own: under 13 mm, never inside a coil', () => {
  const look = (change: (t: Truck) => void = () => {}) =>
    truckStage(flatbed(change), null, {
      ...BARE,
      droop: 'none',
      closing: 'hand',
      kit: null,
    }).result.leastClearance(leaf)!
  const wide = look()
  expect(wide.near).toBe(wide.value < 0.013)
  expect(wide.near).toBe(false)
  const tight = look((t) => (t.tyre.width = 0.32))
  expect([tight.near, tight.value < 0.013]).toEqual([true, true])
  const van = exampleTruck('coil-van')
  van.coil.inner = fitSpring(van, insert, BARE).fullDiameter + 0.001
  const inCoil = truckStage(van, null, {
    ...BARE,
    droop: 'none',
    closing: 'hand',
    kit: null,
  }).result.leastClearance(insert)!
  expect(inCoil.value).toBeLessThan(0.013)
  expect(inCoil.near).toBe(false)
})

test('the axle stands where both springs have the heights they are said to have, each on its own side', () => {
  const truck = flatbed((t) => (t.suspension.motionRatio = 0.8))
  const unladen = truck.seatGap.unladen - leaf.bracketHeight
  const at = poseAtHeights(truck, leaf, BARE, { left: unladen - 0.04, right: unladen + 0.02 })
  // The wheel moves further than the seat: 40 mm at the seat are 50 mm at the wheel.
  expect(at.left).toBeCloseTo(0.05, 12)
  expect(at.right).toBeCloseTo(-0.025, 12)
  expect(at.bags.left.height).toBeCloseTo(unladen - 0.04, 12)
  expect(at.bags.right.height).toBeCloseTo(unladen + 0.02, 12)
})

test('a spring leans most on the bump stop: seats apart by so much are told there, both sides of the limit', () => {
  const plan = newPlan('leaf-flatbed', 'Seats apart')
  const at = (apart: number) => {
    const truck = structuredClone(plan.truck)
    truck.seats.lower.y = apart
    return createDeriver()({ ...plan, truck }).stages.truck
  }
  const { springHeight, truck } = at(0).result
  const lowest = springHeight - (truck.seatGap.unladen - truck.seatGap.bump)
  const limit = Math.tan(PRACTICE.seatTilt.value) * lowest
  const told = (apart: number) => at(apart).notes.some(({ rule }) => rule === 'seat-lean')
  expect([told(limit - 0.0005), told(limit + 0.0005)]).toEqual([false, true])
  // At unladen height the same seats lean less than the limit.
  expect(Math.atan2(limit + 0.0005, springHeight)).toBeLessThan(PRACTICE.seatTilt.value)
  expect(at(0.02).figures.lean!.value).toBeCloseTo(Math.atan2(0.02, lowest), 9)
})
