import fc from 'fast-check'
import { GAS_CONSTANT_AIR } from '../../quantity/constants'
import { calculate } from '../../calculators/index'
import { blowDown } from '../dynamics/blowDown'
import { tankFills, toolRun } from './tankFills'

const PSI = 6894.757

describe('fills out of a tank', () => {
  test('by hand: 7.6 L at 150 psi, 4 L from 5 to 55 psi takes 26.3 psi each: one above 110 psi, three above 55', () => {
    const r = tankFills(
      { volume: 0.0076, pressure: 150 * PSI, cutIn: 110 * PSI },
      { volume: 0.004, from: 5 * PSI, to: 55 * PSI },
    )
    expect(r.afterFirst / PSI).toBeCloseTo(150 - (50 * 4) / 7.6, 9)
    expect([r.beforeRestart, r.beforeFlat]).toEqual([1, 3])
  })
  test('a larger tank never gives fewer; nothing is given that is not there', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 50, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 1e5, max: 1.5e6, noNaN: true }),
        (tank, more, p) => {
          const of = (litres: number) =>
            tankFills(
              { volume: litres / 1000, pressure: p, cutIn: 4e5 },
              { volume: 0.004, from: 34_000, to: 350_000 },
            )
          expect(of(tank + more).beforeFlat).toBeGreaterThanOrEqual(of(tank).beforeFlat)
          expect(of(tank).beforeRestart).toBeLessThanOrEqual(of(tank).beforeFlat)
          expect(p - of(tank).beforeFlat * (p - of(tank).afterFirst)).toBeGreaterThan(
            Math.min(p, 350_000) - 1,
          )
        },
      ),
    )
  })
})

describe('air for a tool', () => {
  test('without a compressor: V·Δp/(p_atm·Q) (gas law)', () => {
    expect(
      toolRun(
        { volume: 0.0189, pressure: 1e6 },
        [
          [0, 0],
          [1e6, 0],
        ],
        110 / 60_000,
        550_000,
      ).seconds!,
    ).toBeCloseTo((0.0189 * 450_000) / (101_325 * (110 / 60_000)), 6)
  })
  test('a small set does not keep up with a sander (common practice), a small brad nailer’s demand it does', () => {
    const of = (demand: number) =>
      calculate('tool-air', {
        demand_L_min: demand,
        needed_kPa: 550,
        tank_L: 18.9,
        tank_kPa: 1034,
        curve: [
          [0, 62],
          [414, 42],
          [690, 34],
          [1034, 25],
        ],
      }) as { minutes: number | null; keepsUp: boolean; share_percent: number }
    expect(of(250)).toMatchObject({ keepsUp: false })
    expect(of(250).minutes!).toBeLessThan(1)
    expect(of(250).share_percent).toBeLessThan(20)
    expect(of(20)).toMatchObject({ keepsUp: true, minutes: null, share_percent: 100 })
  })
})

describe('letting down', () => {
  const tau = 0.002 / (2.4e-9 * 1.185 * GAS_CONSTANT_AIR * 293.15)
  test('isothermal while choked: τ·ln(p0/p) (reference sheet)', () => {
    expect(blowDown(0.002, 600_000, 450_000, 2.4e-9, 0.2, 293.15, true).seconds!).toBeCloseTo(
      tau * Math.log(701_325 / 551_325),
      4,
    )
  })
  test('without heat it is quicker to a pressure and cold: T = T0·(p/p0)^((γ−1)/γ)', () => {
    const cold = blowDown(0.002, 600_000, 300_000, 2.4e-9, 0.2, 293.15, false)
    expect(cold.temperature).toBeCloseTo(293.15 * (401_325 / 701_325) ** (0.4 / 1.4), 2)
    expect(cold.seconds!).toBeLessThan(blowDown(0.002, 600_000, 300_000, 2.4e-9, 0.2, 293.15, true).seconds!)
  })
  test('nothing to do takes no time; to the atmosphere’s own pressure it never quite comes', () => {
    expect(blowDown(0.002, 600_000, 600_000, 2.4e-9, 0.2, 293.15, true).seconds).toBe(0)
    expect(blowDown(0.002, 600_000, 1000, 2.4e-9, 0.2, 293.15, true).seconds!).toBeGreaterThan(tau)
  })
})
