import fc from 'fast-check'
import { Solver } from 'odex'
import { GAS_CONSTANT_AIR, STANDARD_ATMOSPHERE, airViscosity } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { fillTime } from '../dynamics/fillTime'
import { pressureAtTemperature, stallPressure, twoVessels } from './vessels'
import { Tube, frictionFactor, tubeFlow } from './tubeFlow'
import { componentFlow } from './componentFlow'

const T = 293.15
const abs = (kPa: number) => kPa * 1000 + STANDARD_ATMOSPHERE

describe('flow', () => {
  test('nylon tube 4.0 m, 690 to 350 kPa gauge, 20 °C (reference sheet, own calculation): 7.56 g/s at 4.318 mm, 2.83 g/s at 2.972 mm, ratio 0.37', () => {
    const wide = tubeFlow(0.004318, 4, abs(690), abs(350), T).massFlow
    const narrow = tubeFlow(0.002972, 4, abs(690), abs(350), T).massFlow
    expect(wide * 1000).toBeCloseTo(7.56, 2)
    expect(narrow * 1000).toBeCloseTo(2.83, 2)
    expect(narrow / wide).toBeCloseTo(0.37, 2)
  })

  test('the flow satisfies its own equation, evaluated apart', () => {
    const bore = 0.004318
    const { massFlow, reynolds } = tubeFlow(bore, 4, abs(690), abs(350), T)
    const area = (Math.PI / 4) * bore ** 2
    const f = frictionFactor(reynolds, 1.5e-6, bore)
    const again = Math.sqrt(
      (area ** 2 * (abs(690) ** 2 - abs(350) ** 2)) /
        (GAS_CONSTANT_AIR * T * ((f * 4) / bore + 2 * Math.log(abs(690) / abs(350)))),
    )
    expect(massFlow / again).toBeCloseTo(1, 10)
  })

  test('Colebrook–White at Re 1e5, smooth-ish pipe k/D 1e-4: f = 0.0185 (Moody chart, memory)', () => {
    expect(frictionFactor(1e5, 1e-4, 1)).toBeCloseTo(0.0185, 3)
    expect(frictionFactor(1000, 0, 1)).toBeCloseTo(0.064, 12)
  })

  test('laminar tube follows Hagen–Poiseuille for a gas: ṁ = π·D⁴·(p1² − p2²)/(256·μ·R·T·L) (any fluids text)', () => {
    const bore = 0.0005
    const mu = (1.458e-6 * T ** 1.5) / (T + 110.4)
    const expected =
      (Math.PI * bore ** 4 * (abs(5) ** 2 - abs(0) ** 2)) / (256 * mu * GAS_CONSTANT_AIR * T * 10)
    const got = tubeFlow(bore, 10, abs(5), abs(0), T)
    expect(got.reynolds).toBeLessThan(2300)
    expect(got.massFlow / expected).toBeCloseTo(1, 4)
  })

  test('a very short tube passes no more than the choked orifice ṁ = A·0.0404·p/√T (reference sheet)', () => {
    const got = tubeFlow(0.004, 0.001, abs(700), abs(0), T)
    expect(got.massFlow).toBeCloseTo(((Math.PI / 4) * 0.004 ** 2 * 0.0404 * abs(700)) / Math.sqrt(T), 12)
    expect(got.choked).toBe(true)
  })

  test('a choked component passes C·ρ·p1·√(T0/T); below the ratio the ellipse of ISO 6358-1', () => {
    const choked = componentFlow(2e-9, 0.3, 8e5, 1e5, T)
    expect(choked).toEqual({ massFlow: expect.closeTo(2e-9 * 1.185 * 8e5, 12), choked: true })
    const sub = componentFlow(2e-9, 0.3, 8e5, 6e5, T)
    expect(sub.massFlow).toBeCloseTo(2e-9 * 1.185 * 8e5 * Math.sqrt(1 - ((0.75 - 0.3) / 0.7) ** 2), 12)
  })

  test('more pressure behind or less in front never passes less; longer or narrower never more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.5e5, max: 12e5, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.002, max: 0.01, noNaN: true }),
        fc.double({ min: 0.2, max: 12, noNaN: true }),
        (p1, ratio, bore, length) => {
          const flow = tubeFlow(bore, length, p1, p1 * ratio, T).massFlow
          expect(tubeFlow(bore, length, p1 * 1.1, p1 * ratio, T).massFlow).toBeGreaterThanOrEqual(
            flow * (1 - 1e-9),
          )
          expect(tubeFlow(bore, length * 1.5, p1, p1 * ratio, T).massFlow).toBeLessThanOrEqual(
            flow * (1 + 1e-9),
          )
          expect(tubeFlow(bore * 0.8, length, p1, p1 * ratio, T).massFlow).toBeLessThanOrEqual(
            flow * (1 + 1e-9),
          )
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('filling', () => {
  test('constant flow: t = V·Δp/(p_atm·Q) (reference sheet)', () => {
    const r = fillTime(0.01, 0, 500_000, { curve: [[0, 1e-3 / 6]] }, null, T)
    expect(r.seconds).toBeCloseTo((0.01 * 500_000) / (STANDARD_ATMOSPHERE * (1e-3 / 6)), 6)
  })

  test('a compressor whose flow falls straight to nothing fills as a logarithm: t = V·P/(p_atm·Q0)·ln(P/(P − p))', () => {
    const stall = 1_000_000
    const q = 3e-4
    const r = fillTime(
      0.008,
      0,
      700_000,
      {
        curve: [
          [0, q],
          [stall, 0],
        ],
      },
      null,
      T,
    )
    expect(
      r.seconds! / (((0.008 * stall) / (STANDARD_ATMOSPHERE * q)) * Math.log(stall / (stall - 700_000))),
    ).toBeCloseTo(1, 6)
    expect(
      fillTime(
        0.008,
        0,
        stall,
        {
          curve: [
            [0, q],
            [stall, 0],
          ],
        },
        null,
        T,
      ),
    ).toEqual({ seconds: null, endSourcePressure: stall, reached: false })
  })

  test('two vessels settle where p = (p1V1 + p2V2)/(V1 + V2), and what lies above is never reached', () => {
    const settled = twoVessels(abs(1000), 0.0076, abs(0), 0.004) - STANDARD_ATMOSPHERE
    const r = fillTime(
      0.004,
      0,
      settled * 1.01,
      { volume: 0.0076, pressure: 1e6 },
      { conductance: 2e-9, criticalRatio: 0.3 },
      T,
    )
    expect(r.reached).toBe(false)
    expect(r.endSourcePressure).toBeCloseTo(settled, 3)
  })

  test('tank through a valve against an independent ODE package (odex 2.0.4), within 1e-6', () => {
    const path = { conductance: 2.4e-9, criticalRatio: 0.35 }
    const [v, tank] = [0.004, 0.0076]
    const r = fillTime(v, 34_500, 580_000, { volume: tank, pressure: 1_034_000 }, path, T)
    const solver = new Solver(1)
    solver.absoluteTolerance = solver.relativeTolerance = 1e-11
    const rate = (p: number) =>
      (componentFlow(
        path.conductance,
        path.criticalRatio,
        1_034_000 - ((p - 34_500) * v) / tank + STANDARD_ATMOSPHERE,
        p + STANDARD_ATMOSPHERE,
        T,
      ).massFlow *
        GAS_CONSTANT_AIR *
        T) /
      v
    const [end] = solver.solve((_, [p]) => [rate(p!)], 0, [34_500], r.seconds!).y
    expect(end! / 580_000).toBeCloseTo(1, 6)
  })

  test('compressor on its curve against odex 2.0.4, within 1e-6', () => {
    const curve: [number, number][] = [
      [0, 16 / 60_000],
      [207_000, 12 / 60_000],
      [414_000, 9 / 60_000],
      [690_000, 6 / 60_000],
    ]
    const r = fillTime(0.004, 34_500, 400_000, { curve }, null, T)
    const solver = new Solver(1)
    solver.absoluteTolerance = solver.relativeTolerance = 1e-10
    const [end] = solver.solve(
      (_, [p]) => [(STANDARD_ATMOSPHERE * interpolate(curve, p!)) / 0.004],
      0,
      [34_500],
      r.seconds!,
    ).y
    expect(end! / 400_000).toBeCloseTo(1, 6)
  })

  test('a pair from 5 to 85 psi from a 2 gal tank at 150 psi through 3/16 in line takes of the order of 15 s (common practice)', () => {
    const r = fillTime(
      0.005,
      34_474,
      586_054,
      { volume: 0.00757, pressure: 1_034_214 },
      { bore: 0.0029718, length: 4, roughness: 1.5e-6 },
      T,
    )
    expect(r.seconds!).toBeGreaterThan(4)
    expect(r.seconds!).toBeLessThan(25)
  })

  test('10 °C of cooling takes 7 psi off 90 psi with no leak: 83.1 psi (reference sheet)', () => {
    expect(pressureAtTemperature(90 * 6894.757, 303.15, 283.15) / 6894.757).toBeCloseTo(83.1, 1)
  })

  test('there and back is the same pressure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2e6, noNaN: true }),
        fc.double({ min: 230, max: 350, noNaN: true }),
        fc.double({ min: 230, max: 350, noNaN: true }),
        (p, a, b) => Math.abs(pressureAtTemperature(pressureAtTemperature(p, a, b), b, a) - p) < 1e-4,
      ),
    )
  })
})

describe('a tube that remembers, against solving from nothing', () => {
  const viscosity = airViscosity(T)
  const area = (bore: number) => (Math.PI / 4) * bore ** 2
  /**
   * ṁ of the isothermal formula by bisection, with Colebrook–White by bisection inside: slow, and independent
   * of the code under test.
   */
  function slow(bore: number, length: number, high: number, low: number, roughness: number): number {
    const halve = (f: (x: number) => number, a: number, b: number) => {
      for (let i = 0; i < 200; i++) {
        const middle = (a + b) / 2
        if (f(middle) > 0) b = middle
        else a = middle
      }
      return (a + b) / 2
    }
    const turbulent = (re: number) =>
      halve((x) => x + 2 * Math.log10(roughness / bore / 3.7 + (2.51 * x) / re), 1, 40) ** -2
    const drive = (area(bore) ** 2 * (high ** 2 - low ** 2)) / (GAS_CONSTANT_AIR * T)
    const of = (friction: (re: number) => number) =>
      halve(
        (m) =>
          m *
            m *
            ((friction((4 * m) / (Math.PI * bore * viscosity)) * length) / bore + 2 * Math.log(high / low)) -
          drive,
        1e-12,
        10,
      )
    const edge = (2300 * Math.PI * bore * viscosity) / 4
    const laminar = of((re) => 64 / re)
    return laminar < edge
      ? laminar
      : Math.max(
          of((re) => turbulent(Math.max(re, 2300))),
          edge,
        )
  }
  test('unchoked flow is the formula’s, laminar, between the branches and turbulent, in whatever order it was asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.01, noNaN: true }),
        fc.double({ min: 2, max: 20, noNaN: true }),
        fc.array(
          fc.tuple(
            fc.double({ min: 1.5e5, max: 1.4e6, noNaN: true }),
            fc.double({ min: 0.85, max: 0.99999, noNaN: true }),
          ),
          { minLength: 1, maxLength: 4 },
        ),
        (bore, length, asked) => {
          const tube = new Tube(bore, length)
          for (const [p, ratio] of asked) {
            const flow = tube.flow(p, p * ratio, T)
            if (!tube.choked) expect(flow / slow(bore, length, p, p * ratio, 1.5e-6)).toBeCloseTo(1, 7)
          }
        },
      ),
      { numRuns: 40 },
    )
  })
  test('a long thin tube at a breath of pressure is Poiseuille’s: ṁ = ρ·π·d⁴·Δp/(128·μ·L) (any fluid-mechanics text), within 0.1 %', () => {
    const flow = new Tube(0.001, 50).flow(101_425, 101_325, T)
    const rho = 101_375 / (GAS_CONSTANT_AIR * T)
    expect(flow / ((rho * Math.PI * 0.001 ** 4 * 100) / (128 * viscosity * 50))).toBeCloseTo(1, 3)
  })
  test.each([
    ['turbulent', 0.004, 3, 1.4e6],
    ['laminar', 0.0001, 0.5, 8e5],
    ['laminar and long', 0.0002, 4, 4e5],
  ])(
    'choked and %s, the outlet runs at M = 1/√γ: what lies beyond it changes nothing, and ṁ·√(R·T) = A·p at the throat',
    (way, bore, length, high) => {
      const tube = new Tube(bore, length)
      const flow = tube.flow(high, 2_000, T)
      expect(tube.choked).toBe(true)
      expect(tube.reynolds(flow) < 2300).toBe(way !== 'turbulent')
      expect(tube.flow(high, 1_000, T) / flow).toBeCloseTo(1, 12)
      // At the throat's own pressure it is just not choked, and the formula gives the same flow.
      const throat = (flow * Math.sqrt(GAS_CONSTANT_AIR * T)) / area(bore)
      expect(slow(bore, length, high, throat, 1.5e-6) / flow).toBeCloseTo(1, 6)
      const open = new Tube(bore, length)
      open.flow(high, throat * 1.001, T)
      expect(open.choked).toBe(false)
    },
  )
  test('pressures that mean nothing give no flow and are not remembered', () => {
    const tube = new Tube(0.004, 3)
    const well = tube.flow(7e5, 6e5, T)
    for (const [a, b] of [
      [Number.NaN, 1e5],
      [5e5, -1],
      [1e5, Number.NaN],
      [1e5, 1e5],
      [1e5, 2e5],
    ] as const)
      expect(tube.flow(a, b, T)).toBe(0)
    expect(tube.flow(7e5, 6e5, T)).toBeCloseTo(well, 15)
  })
})

test('a compressor stalls where its curve first gives nothing; one that never gives has no pressure, one that always does no end', () => {
  const curve = (...flows: number[]) => flows.map((q, i) => [i * 1e5, q] as const)
  expect(stallPressure(curve(3, 2, 0, 0))).toBe(2e5)
  expect(stallPressure(curve(3, 2, 1))).toBe(Infinity)
  expect(stallPressure(curve(0, 2, 1))).toBe(-Infinity)
})
