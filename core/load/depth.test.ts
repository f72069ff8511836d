import fc from 'fast-check'
import { SPRINGS, springClass } from '../catalog/springs'
import { exampleTruck } from '../catalog/trucks'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { newHaul, newItem } from '../document/newHaul'
import type { Haul } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import { truckStage } from '../truck/truck'
import { calculate } from '../calculators/index'
import { airRate, rideFrequency, rollStiffness } from './airRate'
import { pressureCard, scaledHaul } from './pressureCard'
import { solveHaul } from './solveHaul'
import { tongueLoad } from './trailer'
import { trySprings } from './whichSpring'

const truck = exampleTruck('leaf-flatbed')
const spring = { ...springClass('leaf-helper-double-2270')!, designHeight: 0.16 }
const item = (mass: number, x: number, y = 0) => newItem('x', 1, mass, x, y, [0.5, 0.5, 0.5])
const haul = (mass: number, x = 0, y = 0, ball = 0): Haul => ({
  ...newHaul('Haul', 1),
  items: { a: item(mass, x, y) },
  ballLoad: ball,
})
const solve = (h: Haul) => solveHaul('h', h, truck, spring, false)

describe('rate of an air spring', () => {
  test('a piston in a cylinder (constant area) is n·p_abs·A²/V and nothing when the pressure is held (textbook)', () => {
    const piston = {
      areaByHeight: [
        [0.05, 0.01],
        [0.3, 0.01],
      ] as [number, number][],
      volumeAt: { height: 0.2, volume: 0.002 },
    }
    const r = airRate(piston, 0.2, 400_000, 1.4)
    expect(r.shut).toBeCloseTo((1.4 * 501_325 * 1e-4) / 0.002, 6)
    expect(r.held).toBeCloseTo(0, 6)
  })

  test('is the slope of force over height, air shut in, n = 1: p_abs·V held', () => {
    const bag = { areaByHeight: spring.areaByHeight, volumeAt: { height: 0.16, volume: 0.0021 } }
    const h = 0.15
    const force = (x: number) => {
      const v = airRate(bag, x, 0, 1).volume
      const p = ((400_000 + 101_325) * airRate(bag, h, 0, 1).volume) / v - 101_325
      const rows = spring.areaByHeight
      const i = rows.findIndex((row) => row[0] >= x)
      const [h0, a0] = rows[i - 1]!
      const [h1, a1] = rows[i]!
      return p * (a0 + ((a1 - a0) * (x - h0)) / (h1 - h0))
    }
    expect(airRate(bag, h, 400_000, 1).shut).toBeCloseTo((force(h - 1e-5) - force(h + 1e-5)) / 2e-5, -1)
  })

  test('roll by two springs: moment of a small angle, by hand; frequency of 25 N/mm under 100 kg is 2.52 Hz', () => {
    const angle = 0.01
    const moment = 2 * ((30_000 * (angle * 1.1)) / 2) * (1.1 / 2)
    expect(rollStiffness(30_000, 1.1)).toBeCloseTo(moment / angle, 6)
    expect(rideFrequency(25_000, 100)).toBeCloseTo(2.516, 3)
  })

  test('teed springs are never stiffer in roll than separate ones', () => {
    const r = calculate('roll-stiffness', {
      springBase_mm: 1100,
      suspensionRate_N_per_mm: 46,
      motionRatio: 1,
      pressure_kPa: 400,
      height_mm: 160,
      areaByHeight: [
        [80, 206],
        [160, 161],
        [240, 70],
      ],
      volume_L: 2.1,
    }) as Record<string, number>
    expect(r.separate_Nm_deg!).toBeGreaterThan(r.teed_Nm_deg!)
    expect(r.teed_Nm_deg!).toBeGreaterThan(r.steel_Nm_deg!)
  })
})

describe('pressure card', () => {
  test('the whole haul on the card is the haul itself; pressures never fall as the load grows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 1500, noNaN: true }),
        fc.double({ min: -1.2, max: 1.2, noNaN: true }),
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (mass, x, y, ball) => {
          const h = haul(mass, x, y, ball)
          const card = pressureCard(h, truck.ratings.rearAxle, solve)
          const whole = card.find((r) => r.share === 1)!
          const single = solve(h)
          expect([whole.left, whole.right, whole.rearAxle]).toEqual([
            single.left.pressure,
            single.right.pressure,
            single.rearAxle,
          ])
          for (let i = 1; i < card.length; i++) {
            expect(card[i]!.rearAxle).toBeGreaterThanOrEqual(card[i - 1]!.rearAxle - 1e-9)
            expect(card[i]!.left).toBeGreaterThanOrEqual(card[i - 1]!.left - 1e-6)
            expect(card[i]!.right).toBeGreaterThanOrEqual(card[i - 1]!.right - 1e-6)
          }
        },
      ),
      { numRuns: 40 },
    )
  })

  test('stops at the first limit past the whole haul, and marks it', () => {
    const card = pressureCard(haul(1400, 0), truck.ratings.rearAxle, solve)
    expect(card.at(-1)!.overRating || card.at(-1)!.limitedBy !== null).toBe(true)
    expect(card.slice(0, 10).some((r) => r.overRating)).toBe(false)
    expect(pressureCard(haul(0), 3000, solve)).toEqual([])
  })

  test('loads superpose: two halves make the whole', () => {
    const half = solve(scaledHaul(haul(800, -0.3, 0.2), 0.5))
    const whole = solve(haul(800, -0.3, 0.2))
    expect(half.rearChange * 2).toBeCloseTo(whole.rearChange, 9)
    expect(half.left.springForce * 2).toBeCloseTo(whole.left.springForce, 6)
  })

  test('the headless card agrees with level-pressure', () => {
    const example = {
      suspensionRate_N_per_mm: 46,
      motionRatio: 1,
      spring: {
        areaByHeight: [
          [80, 206],
          [160, 161.3],
          [240, 70],
        ],
        designHeight_mm: 160,
        minPressure_kPa: 34.5,
        maxPressure_kPa: 690,
        maxLoad_kg: 1135,
      },
    }
    const { rows } = calculate('pressure-card', {
      ...example,
      whole_kg: { left: 400, right: 500 },
      steps: 4,
    }) as { rows: { share: number; left_kPa: number }[] }
    const { left } = calculate('level-pressure', {
      ...example,
      increase_kg: { left: 300, right: 375 },
      targetSquat_mm: 0,
    }) as { left: { pressure_kPa: number } }
    expect(rows[3]!.left_kPa).toBeCloseTo(left.pressure_kPa, 9)
  })
})

describe('which spring', () => {
  const trial = (h: Record<string, Haul>, t = truck) => {
    const { facts, leastClearance } = truckStage(t, null, {
      spacer: 0,
      spacerAt: 'below',
      droop: 'none',
      closing: 'hand',
      kit: null,
    }).result
    return trySprings(
      facts,
      leastClearance,
      Object.entries(h).map(([id, one]) => [one, solveHaul(id, one, facts.truck, null, false)]),
      false,
      101_325,
    )
  }

  test('at least sixteen classes, each with a rising table, a load that its area and pressure give, and its design height inside', () => {
    expect(SPRINGS.length).toBeGreaterThanOrEqual(16)
    for (const s of SPRINGS) {
      const heights = s.areaByHeight.map((r) => r[0])
      expect([...heights].sort((a, b) => a - b)).toEqual(heights)
      expect(heights[0]! < s.designHeight && s.designHeight < heights.at(-1)!).toBe(true)
      const area = interpolate(s.areaByHeight, s.designHeight)
      expect((s.maxPressure * area) / (s.maxLoad * 9.80665)).toBeGreaterThan(0.8)
      expect(s.volume / (area * s.designHeight)).toBeGreaterThan(0.5)
      expect(s.volume / (area * s.designHeight)).toBeLessThan(1.5)
    }
  })

  test('the smallest that does it all comes first, and it does', () => {
    const hauls = { a: haul(900, -0.2, 0.1), b: haul(500, 0.4) }
    const list = trial(hauls)
    const first = list[0]!
    expect(first.ruledOut).toBeNull()
    const s = springClass(first.id)!
    for (const h of Object.values(hauls)) {
      const r = solveHaul(
        'h',
        h,
        truck,
        { ...s, designHeight: truck.seatGap.unladen - s.bracketHeight },
        false,
      )
      expect([r.left.limitedBy, r.right.limitedBy].filter((l) => l !== null && l !== 'minPressure')).toEqual(
        [],
      )
    }
    expect(list.filter((t) => t.proposed)).toHaveLength(1)
    expect(list.find((t) => t.proposed)!.inHand).toBeGreaterThanOrEqual(0.05)
    for (const other of list.filter((t) => t.ruledOut === null))
      expect(other.maxLoad).toBeGreaterThanOrEqual(first.maxLoad)
    for (const other of list.filter((t) => t.ruledOut !== null))
      expect(other.ruledOut!.why.length).toBeGreaterThan(5)
  })

  test('coil inserts are ruled out on leaves, leaf helpers on coils, all on a gap too small', () => {
    expect(
      trial({ a: haul(300) })
        .filter((t) => t.id.startsWith('coil'))
        .every((t) => t.ruledOut?.why.startsWith('goes ')),
    ).toBe(true)
    expect(
      trial({ a: haul(100) }, exampleTruck('coil-van'))
        .filter((t) => t.id.startsWith('leaf'))
        .every((t) => t.ruledOut !== null),
    ).toBe(true)
    const tight = { ...truck, seatGap: { unladen: 0.1, droop: 0.15, bump: 0.05 } }
    expect(trial({ a: haul(300) }, tight).every((t) => t.ruledOut !== null)).toBe(true)
  })

  test('in the plan: every demo job tries every class', () => {
    for (const { plan } of demoJobs())
      expect(createDeriver()(plan).stages.load.result.trials()).toHaveLength(SPRINGS.length)
  })
})

describe('trailer', () => {
  test('a ball load says whether it was weighed or comes from papers', () => {
    const plan = structuredClone(demoPlan('hive-hauler'))
    const [id] = Object.keys(plan.hauls)
    const sourceOf = (ballFrom: 'typed' | 'weighed') => {
      plan.hauls[id!]!.ballFrom = ballFrom
      const { figures } = createDeriver()(structuredClone(plan)).stages.load
      return Object.entries(figures).find(([name]) => name.includes('ballLoad'))![1].source
    }
    expect([sourceOf('typed'), sourceOf('weighed')]).toEqual(['From papers, not weighed', 'Weighed'])
  })
  test('balanced over its axle it puts nothing on the ball; everything at the coupling puts all (statics)', () => {
    expect(tongueLoad(3.6, [{ mass: 1500, behind: 3.6 }])).toEqual({ ball: 0, axle: 1500, share: 0 })
    expect(tongueLoad(3.6, [{ mass: 1500, behind: 0 }]).ball).toBe(1500)
    expect(tongueLoad(3.6, [{ mass: 1500, behind: 2.7 }])).toEqual({ ball: 375, axle: 1125, share: 0.25 })
    expect(tongueLoad(3.6, [])).toEqual({ ball: 0, axle: 0, share: 0 })
    expect(tongueLoad(3.6, [{ mass: 1500, behind: 4 }]).ball).toBeLessThan(0)
  })

  test('a tenth of the axle’s distance ahead is a tenth on the ball (10 to 15 % is the usual target, common practice)', () => {
    expect(tongueLoad(3.6, [{ mass: 1500, behind: 3.6 * 0.88 }]).share).toBeCloseTo(0.12, 12)
  })
})

test('rate from two heights: 500 kg that takes 53 mm is 46 N/mm a side, and the tape widens it', () => {
  const r = calculate('squat-rate', {
    rearIncrease_kg: 500,
    before_mm: { left: 980, right: 978 },
    after_mm: { left: 927, right: 925 },
    tape_mm: 3,
  }) as Record<string, number>
  expect(r.rate_N_per_mm!).toBeCloseTo((250 * 9.80665) / 53, 9)
  expect(r.low_N_per_mm!).toBeLessThan(r.rate_N_per_mm!)
  expect(r.high_N_per_mm!).toBeGreaterThan(r.rate_N_per_mm!)
})

test('Which spring rides and shares as Load does: the planned class, at the heaviest haul of each demo job', () => {
  const compared: string[] = []
  for (const { id, plan } of demoJobs()) {
    // A typed sheet is of the chosen class, not of the class that is tried.
    const { figures, result } = createDeriver()({ ...plan, air: { ...plan.air, sheet: null } }).stages.load
    const ride = result.trials().find((t) => t.id === plan.air.springClass)?.ride
    if (!ride) continue
    compared.push(id)
    const [[heaviest]] = Object.entries(result.hauls).sort(([, a], [, b]) => b.rearAxle - a.rearAxle) as [
      [string, unknown],
    ]
    const shown = (what: string) => figures[`${heaviest}.${what}`]!.value!
    expect({ id, rate: ride.rate / shown('rideRate'), share: ride.steelShare }).toEqual({
      id,
      rate: expect.closeTo(1, 9),
      share: expect.closeTo(shown('steelShare'), 9),
    })
    if (id === 'ridge-tender') expect(ride.rate).toBeCloseTo(212_510, -1)
  }
  expect(compared).toContain('ridge-tender')
  expect(compared.length).toBeGreaterThan(4)
})
