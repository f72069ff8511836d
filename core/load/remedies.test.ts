import { SPRINGS, springClass } from '../catalog/springs'
import { exampleTruck } from '../catalog/trucks'
import { newHaul, newItem } from '../document/newHaul'
import type { Haul } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { interpolate } from '../quantity/interpolate'
import { pressureCard } from './pressureCard'
import { loadFront, moveForward, springCarries, unloadRear } from './remedies'
import type { HaulResult, TargetPressures } from './types'

const truck = exampleTruck('leaf-flatbed')
const hitched = (ballLoad: number, more: Partial<Haul> = {}): Haul => ({
  ...newHaul('Haul', 1),
  ballLoad,
  ballFrom: 'typed',
  ...more,
})
const at = (frontAxle: number) => ({ id: 'h', frontAxle }) as HaulResult

describe('load off the ball, by the moments about the axles (statics, worked by hand)', () => {
  const b = truck.axleToBall
  const left = (remedy: ReturnType<typeof unloadRear>) => remedy?.patches[0]!.value as number | undefined

  test('a kilogram off the ball takes 1 + b/L off the rear axle', () => {
    const excess = 100
    const off = 400 - left(unloadRear(at(1500), hitched(400), truck, excess))!
    expect(off * (1 + b / truck.wheelbase)).toBeGreaterThanOrEqual(excess)
    expect((off - 1) * (1 + b / truck.wheelbase)).toBeLessThan(excess)
  })
  test('and brings b/L back on the front axle', () => {
    const missing = 40
    const off = 400 - left(loadFront(at(1400), hitched(400), truck, missing))!
    expect((off * b) / truck.wheelbase).toBeGreaterThanOrEqual(missing)
    expect(((off - 1) * b) / truck.wheelbase).toBeLessThan(missing)
  })
  test('all of it may go, not a kilogram more', () => {
    const just = 60 * (1 + b / truck.wheelbase) - 1e-9
    expect(left(unloadRear(at(1500), hitched(60), truck, just))).toBe(0)
    expect(unloadRear(at(1500), hitched(60), truck, just + 2)).toBeUndefined()
  })
  test('nothing is offered where nothing is to go, or where the ball’s load is the trailer’s to say', () => {
    expect(unloadRear(at(1500), hitched(400), truck, 0)).toBeUndefined()
    expect(unloadRear(at(1500), hitched(400, { ballFrom: 'trailer' }), truck, 100)).toBeUndefined()
    expect(unloadRear(at(1500), hitched(400, { ballFrom: 'weighed' }), truck, 100)).toBeDefined()
  })
  test('a bed hitch over or ahead of the axle lifts nothing off the front', () => {
    const bed = hitched(400, { coupling: 'bed' })
    expect(loadFront(at(1400), bed, { ...truck, bedHitch: 0 }, 40)).toBeUndefined()
    expect(loadFront(at(1400), bed, { ...truck, bedHitch: 0.1 }, 40)).toBeUndefined()
    expect(loadFront(at(1400), bed, { ...truck, bedHitch: -0.5 }, 40)).toBeDefined()
  })
})

describe('load moved forward', () => {
  const length = 0.8
  /** Its front end is a metre behind the front of the bed. */
  const carrying = (mass: number): Haul => ({
    ...newHaul('Haul', 1),
    items: { a: newItem('Crate', 1, mass, truck.bed.front - 1 - length / 2, 0, [length, 0.5, 0.5]) },
  })
  const moved = (excess: number, front = 1000) => {
    const haul = carrying(500)
    const remedy = moveForward(at(front), haul, truck, excess)
    return remedy && (remedy.patches[0]!.value as number) - haul.items.a!.x
  }
  test('goes by m·L/load in whole steps of 50 mm (moments about the front axle)', () => {
    const excess = (0.4 * 500) / truck.wheelbase
    expect(moved(excess - 0.01)).toBeCloseTo(0.4, 9)
    expect(moved(excess + 0.01)).toBeCloseTo(0.45, 9)
  })
  test('as far as the bed has room, and no further', () => {
    const room = (1 * 500) / truck.wheelbase
    expect(moved(room - 0.01)).toBeCloseTo(1, 9)
    expect(moved(room + 0.01)).toBeUndefined()
  })
  test('and as far as the front axle’s rating, and no further', () => {
    const excess = (0.4 * 500) / truck.wheelbase - 0.01
    const shifts = (0.4 * 500) / truck.wheelbase
    expect(moved(excess, truck.ratings.frontAxle - shifts - 0.01)).toBeCloseTo(0.4, 9)
    expect(moved(excess, truck.ratings.frontAxle - shifts + 0.01)).toBeUndefined()
  })
  test('nothing over, or nothing aboard, moves nothing', () => {
    expect(moved(0)).toBeUndefined()
    expect(moveForward(at(1000), newHaul('Bare', 1), truck, 100)).toBeUndefined()
  })
})

test('a class carries a force up to its pressure or its load, whichever is less, at the height it then has', () => {
  const spring = springClass('leaf-helper-double-2270')!
  const room = truck.seatGap.unladen - spring.bracketHeight
  const [sag, spacer] = [0.03, 0.01]
  const height = room - spacer - sag * truck.suspension.motionRatio
  const byPressure = spring.maxPressure * interpolate(spring.areaByHeight, height)
  const most = Math.min(byPressure, spring.maxLoad * GRAVITY)
  expect(springCarries(spring, truck, spacer, sag, most - 1)).toBe(true)
  expect(springCarries(spring, truck, spacer, sag, most + 1)).toBe(false)
  // Pulled past its height or crushed, it carries nothing.
  const heights = spring.areaByHeight.map(([h]) => h)
  const sagTo = (h: number) => (room - h) / truck.suspension.motionRatio
  for (const [end, out] of [
    [Math.min(...heights), -0.001],
    [Math.max(...heights), 0.001],
  ] as const) {
    expect(springCarries(spring, truck, 0, sagTo(end - out), 1)).toBe(true)
    expect(springCarries(spring, truck, 0, sagTo(end + out), 1)).toBe(false)
  }
  expect(SPRINGS.some((s) => springCarries(s, truck, 0, 0, 1e6))).toBe(false)
})

describe('where the pressure card ends', () => {
  const whole: Haul = { ...newHaul('Haul', 1), items: { a: newItem('Crate', 1, 100, 0, 0, [1, 1, 1]) } }
  type Side = TargetPressures['left']
  const side = (wanted: number, limitedBy: Side['limitedBy']) =>
    ({ wanted, pressure: wanted, limitedBy }) as Side
  /** A truck that limits from a certain share of its 100 kg on. */
  const cardOf = (from: number, limitedBy: Side['limitedBy'], rearAxle = () => 0) =>
    pressureCard(whole, 1000, ({ items }) => {
      const share = items.a!.mass / 100
      const limit = share >= from - 1e-9 ? limitedBy : null
      return {
        left: side(share, limit),
        right: side(share / 2, null),
        rearAxle: rearAxle() || share * 800,
      } as TargetPressures & { rearAxle: number }
    })
  const last = (card: ReturnType<typeof cardOf>) => card.at(-1)!.share

  test('at the first limit past the whole haul, and never before it', () => {
    expect(last(cardOf(1.1, 'maxPressure'))).toBe(1.1)
    expect(last(cardOf(1, 'maxLoad'))).toBe(1)
    expect(last(cardOf(0.5, 'maxPressure'))).toBe(1)
  })
  test('air that may not be let out is no limit to the load', () => {
    // 800 kg for each share: it passes 1000 kg at 1.3.
    expect(last(cardOf(0, 'minPressure'))).toBe(1.3)
    expect(last(cardOf(9, null))).toBe(1.3)
  })
  test('the rear axle’s own rating is not past it', () => {
    const card = cardOf(9, null)
    expect(card.filter((r) => r.overRating).map((r) => r.share)).toEqual([1.3])
    expect(cardOf(9, null, () => 1000).some((r) => r.overRating)).toBe(false)
    expect(last(cardOf(9, null, () => 1000))).toBe(2)
  })
  test('what is said of a row is said of the side that wants more', () => {
    expect(cardOf(0.3, 'maxLoad').map((r) => r.limitedBy)).toEqual([
      ...Array<null>(3).fill(null),
      ...Array<string>(8).fill('maxLoad'),
    ])
  })
})
