import fc from 'fast-check'
import { Solver } from 'odex'
import { uncmin } from 'numeric'
import { SPRINGS } from '../catalog/springs'
import { TRUCK_KINDS, exampleTruck } from '../catalog/trucks'
import type { Truck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { integrate, interpolate } from '../quantity/interpolate'
import { bodyLoad, balanceBody } from './body'
import { frontSteel, rearSteel, steelForce } from './steel'
import type { BodyLoad, LevelSpring } from './types'

const truck = exampleTruck('leaf-flatbed')
const leaf: LevelSpring = { ...SPRINGS[1]!, designHeight: 0.16 }

/**
 * The forces of a corner, written out again independently: each contact adds its rate from where it touches.
 */
const past = (x: number, from: number) => (x > from ? x - from : 0)
const rearForce = (t: Truck, s: number) =>
  t.suspension.rearRate * s +
  (t.suspension.overload ? t.suspension.overload.rate * past(s, t.suspension.overload.contact) : 0) +
  t.suspension.stopRate * past(s, (t.seatGap.unladen - t.seatGap.bump) / t.suspension.motionRatio) -
  3e6 * past(-s, (t.seatGap.droop - t.seatGap.unladen) / t.suspension.motionRatio)
const frontForce = (t: Truck, s: number) =>
  t.suspension.frontRate * s + t.suspension.stopRate * past(s, t.suspension.frontStopGap)
const bagForce = (t: Truck, bag: LevelSpring, s: number, p: number) =>
  p *
  interpolate(bag.areaByHeight, bag.designHeight - s * t.suspension.motionRatio) *
  t.suspension.motionRatio

/** Misfit of the three balances at front heave, rear heave and roll. */
function misfit(
  t: Truck,
  load: BodyLoad,
  bag: LevelSpring,
  air: { left: number; right: number },
  [f, r, roll]: [number, number, number],
): [number, number, number] {
  const { frontSpringBase, rearSpringBase, frontAntiRoll, rearAntiRoll } = t.suspension
  const [fl, fr] = [1, -1].map((side) => frontForce(t, f + (side * roll * frontSpringBase) / 2)) as [
    number,
    number,
  ]
  const [rl, rr] = (
    [
      [1, air.left],
      [-1, air.right],
    ] as const
  ).map(([side, p]) => {
    const s = r + (side * roll * rearSpringBase) / 2
    return rearForce(t, s) + bagForce(t, bag, s, p)
  }) as [number, number]
  return [
    fl + fr - load.front,
    rl + rr - load.rear,
    ((fl - fr) * frontSpringBase) / 2 +
      ((rl - rr) * rearSpringBase) / 2 +
      (frontAntiRoll + rearAntiRoll) * roll -
      load.roll,
  ]
}
const heaves = (t: Truck, a: ReturnType<typeof balanceBody>): [number, number, number] => [
  a.frontSquat,
  (a.rearLeft + a.rearRight) / 2,
  (a.rearLeft - a.rearRight) / t.suspension.rearSpringBase,
]

describe('steel of a corner', () => {
  const steel = {
    rate: 40_000,
    overload: { contact: 0.05, rate: 30_000 },
    stop: { gap: 0.09, rate: 600_000 },
    droop: 0.08,
  }
  test('two-stage leaf, stop and damper, by hand', () => {
    expect(steelForce(steel, 0.04)).toEqual([1600, 40_000])
    expect(steelForce(steel, 0.07)[0]).toBeCloseTo(2800 + 600, 9)
    expect(steelForce(steel, 0.1)[0]).toBeCloseTo(4000 + 1500 + 6000, 9)
    expect(steelForce(steel, 0.1)[1]).toBe(670_000)
    expect(steelForce(steel, -0.09)[0]).toBeCloseTo(-3600 - 30_000, 9)
  })
  test('force never jumps and never falls', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 0.01, noNaN: true }),
        (s, step) => {
          const [a] = steelForce(steel, s)
          const [b] = steelForce(steel, s + step)
          expect(b).toBeGreaterThanOrEqual(a - 1e-9)
          expect(b - a).toBeLessThanOrEqual(4e6 * step + 1e-9)
        },
      ),
    )
  })
  test('contacts come from the survey: gap less gap on the stop, over the motion ratio', () => {
    const van = exampleTruck('coil-van')
    expect(rearSteel(van).stop.gap).toBeCloseTo((0.24 - 0.145) / 0.92, 12)
    expect(rearSteel(van).droop).toBeCloseTo((0.3 - 0.24) / 0.92, 12)
    expect(frontSteel(van).stop.gap).toBe(van.suspension.frontStopGap)
  })
})

test('no roll from a load on the centre line; squat = F/(2k) before the second stage, by hand after it', () => {
  const light = balanceBody(truck, bodyLoad(-50, 500, 0), null, null)
  expect(light.rearLeft).toBeCloseTo(light.rearRight, 12)
  expect(light.rearLeft).toBeCloseTo((500 * GRAVITY) / (2 * 46_000), 9)
  expect(light.frontSquat).toBeCloseTo((-50 * GRAVITY) / (2 * 52_000), 9)
  // 46 N/mm to 60 mm, then 84 N/mm: (900·g/2 − 2760)/84 + 60 mm.
  expect(balanceBody(truck, bodyLoad(0, 900, 0), null, null).rearLeft).toBeCloseTo(
    ((900 * GRAVITY) / 2 - 2760) / 84_000 + 0.06,
    7,
  )
})

const loads = fc.record({
  front: fc.double({ min: -400, max: 900, noNaN: true }),
  rear: fc.double({ min: -200, max: 2500, noNaN: true }),
  side: fc.double({ min: -500, max: 500, noNaN: true }),
})
const pressure = fc.double({ min: 0, max: 700_000, noNaN: true })

test('all three balances are met within 0.1 N, whatever the truck, load, class and air', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...TRUCK_KINDS.map((k) => k.truck)),
      fc.constantFrom(...SPRINGS),
      loads,
      pressure,
      pressure,
      (t, s, l, left, right) => {
        const load = bodyLoad(l.front, l.rear, l.side)
        const bag = { ...s, designHeight: t.seatGap.unladen - s.bracketHeight }
        for (const left1 of misfit(
          t,
          load,
          bag,
          { left, right },
          heaves(t, balanceBody(t, load, bag, { left, right })),
        ))
          expect(Math.abs(left1)).toBeLessThan(0.1)
      },
    ),
    { numRuns: 600 },
  )
})

test('the same place as the least potential energy found by BFGS (numeric 1.2.6, uncmin)', () => {
  fc.assert(
    fc.property(
      loads,
      fc.double({ min: 35_000, max: 500_000, noNaN: true }),
      fc.double({ min: 35_000, max: 500_000, noNaN: true }),
      (l, left, right) => {
        const load = bodyLoad(l.front, l.rear, l.side)
        const s = truck.suspension
        const area = (k: number, from: number, x: number) => (k * past(x, from) ** 2) / 2
        const steel = (x: number) =>
          (s.rearRate * x * x) / 2 +
          area(s.overload!.rate, s.overload!.contact, x) +
          area(s.stopRate, 0.095, x) +
          area(3e6, 0.075, -x)
        const energy = ([f, r, roll]: number[]) => {
          const [a, b] = [((roll! / 100) * s.frontSpringBase) / 2, ((roll! / 100) * s.rearSpringBase) / 2]
          const front = (x: number) => (s.frontRate * x * x) / 2 + area(s.stopRate, s.frontStopGap, x)
          // Work of a bag at constant pressure: p times the area it sweeps.
          const bag = (x: number, p: number) =>
            p * integrate(leaf.areaByHeight, leaf.designHeight - x, leaf.designHeight)
          return (
            front(f! / 100 + a) +
            front(f! / 100 - a) +
            steel(r! / 100 + b) +
            steel(r! / 100 - b) +
            bag(r! / 100 + b, left) +
            bag(r! / 100 - b, right) +
            (s.frontAntiRoll * (roll! / 100) ** 2) / 2 -
            (load.front * f!) / 100 -
            (load.rear * r!) / 100 -
            (load.roll * roll!) / 100
          )
        }
        const found = uncmin(energy, [0, 0, 0], 1e-12, undefined, 400)
        const mine = heaves(truck, balanceBody(truck, load, leaf, { left, right })).map((x) => x * 100)
        expect(energy(mine)).toBeLessThanOrEqual(found.f + 1e-6 * Math.abs(found.f) + 1e-6)
        mine.forEach((x, i) => expect(x).toBeCloseTo(found.solution[i]!, 1))
      },
    ),
    { numRuns: 60 },
  )
})

test('the same place as a damped truck comes to rest at (odex 2.0.4)', () => {
  for (const [front, rear, side, left, right] of [
    [-80, 1100, 150, 300_000, 200_000],
    [100, 1900, -250, 35_000, 35_000],
    [0, 600, 0, 500_000, 500_000],
  ] as const) {
    const load = bodyLoad(front, rear, side)
    const solver = new Solver(3)
    solver.absoluteTolerance = 1e-10
    solver.relativeTolerance = 1e-9
    const rate = (_t: number, y: number[]) =>
      misfit(truck, load, leaf, { left, right }, y as [number, number, number]).map((e) => -e / 40_000)
    const { y } = solver.solve(rate, 0, [0, 0, 0], 30)
    heaves(truck, balanceBody(truck, load, leaf, { left, right })).forEach((x, i) =>
      expect(x).toBeCloseTo(y[i]!, 6),
    )
  }
})

describe('of one truck', () => {
  test('mirrors: what is heavy left goes down left, and the other way round', () => {
    fc.assert(
      fc.property(loads, pressure, pressure, (l, left, right) => {
        const a = balanceBody(truck, bodyLoad(l.front, l.rear, l.side), leaf, { left, right })
        const b = balanceBody(truck, bodyLoad(l.front, l.rear, -l.side), leaf, { left: right, right: left })
        expect(a.rearLeft).toBeCloseTo(b.rearRight, 6)
        expect(a.rearRight).toBeCloseTo(b.rearLeft, 6)
      }),
    )
  })
  test('more weight never lifts the rear, more air never lowers it', () => {
    fc.assert(
      fc.property(
        loads,
        fc.double({ min: 0, max: 800, noNaN: true }),
        fc.double({ min: 0, max: 300_000, noNaN: true }),
        fc.double({ min: 0, max: 200_000, noNaN: true }),
        (l, more, air, moreAir) => {
          const mean = (rear: number, p: number) => {
            const a = balanceBody(truck, bodyLoad(l.front, rear, l.side), leaf, { left: p, right: p })
            return (a.rearLeft + a.rearRight) / 2
          }
          expect(mean(l.rear + more, air)).toBeGreaterThanOrEqual(mean(l.rear, air) - 1e-6)
          expect(mean(l.rear, air + moreAir)).toBeLessThanOrEqual(mean(l.rear, air) + 1e-6)
        },
      ),
    )
  })
  test('below every contact loads superpose', () => {
    const single = { ...truck, suspension: { ...truck.suspension, overload: null } }
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (a, b, sideA, sideB) => {
          const one = balanceBody(single, bodyLoad(a, a, sideA), null, null)
          const two = balanceBody(single, bodyLoad(b, b, sideB), null, null)
          const both = balanceBody(single, bodyLoad(a + b, a + b, sideA + sideB), null, null)
          expect(both.rearLeft).toBeCloseTo(one.rearLeft + two.rearLeft, 6)
          expect(both.frontSquat).toBeCloseTo(one.frontSquat + two.frontSquat, 6)
        },
      ),
    )
  })
  test('on its stops it hardly sinks further: 100 kg more is under 2 mm', () => {
    const at = (kg: number) => balanceBody(truck, bodyLoad(0, kg, 0), null, null).rearLeft
    expect(at(1600)).toBeGreaterThan(0.095)
    expect(at(1700) - at(1600)).toBeLessThan(0.002)
  })
})
