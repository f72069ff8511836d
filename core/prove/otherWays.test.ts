import { calculate } from '../calculators'
import { planHold, type HoldAsked } from './holdPlan'
import { cutInLeak, sinkLeak } from './otherWays'

test('a truck that sinks 4 mm in 12 h on 160 cm² at 400 kPa: p·A·Δh/t by hand', () => {
  const byHand = (501_325 * 0.016 * 0.004) / 43_200
  expect(sinkLeak(501_325, 0.016, 0.004, 43_200, 293.15)).toBeCloseTo(byHand, 12)
  expect(
    calculate('sink-leak', { pressure_kPa: 400, area_cm2: 160, sink_mm: 4, hours: 12, temperature_C: 20 })
      .leak_Pa_m3_s,
  ).toBeCloseTo(byHand, 12)
  // Cold air is denser, so the same sinking loses more of it.
  expect(sinkLeak(501_325, 0.016, 0.004, 43_200, 263.15) / byHand).toBeCloseTo(293.15 / 263.15, 9)
})

test('a 19 L tank that comes in every two hours, 758 to 1034 kPa: V·Δp/t by hand', () => {
  const { leak, lossRate } = cutInLeak(0.019, 758_000, 1_034_000, 7200, 293.15)
  expect(leak).toBeCloseTo((0.019 * 276_000) / 7200, 12)
  expect(lossRate).toBeCloseTo(276_000 / 7200, 12)
  const out = calculate('cut-in-leak', {
    tank_L: 19,
    cutIn_kPa: 758,
    cutOut_kPa: 1034,
    interval_s: 7200,
    temperature_C: 20,
  })
  expect(out.pressureLoss_kPa_per_day).toBeCloseTo(276 * 12, 9)
  expect(() =>
    calculate('cut-in-leak', {
      tank_L: 19,
      cutIn_kPa: 900,
      cutOut_kPa: 900,
      interval_s: 1,
      temperature_C: 20,
    }),
  ).toThrow('cutOut_kPa must be above')
})

test('both ways tell of one leak the same: a bag that sinks, and the tank that feeds it', () => {
  // What a level control refills is what was lost.
  const lost = sinkLeak(501_325, 0.016, 0.01, 7200, 293.15)
  const fed = cutInLeak(0.019, 758_000, 758_000 + (lost * 7200) / 0.019, 7200, 293.15)
  expect(fed.leak).toBeCloseTo(lost, 12)
})

describe('how long a test must run', () => {
  const asked: HoldAsked = {
    pressure: 480_000,
    temperature: 291.15,
    night: 8,
    rested: 1800,
    lag: 1800,
    every: 3600,
    resolution: 1000,
    thermometer: 0.3,
    allowed: 3500 / 86_400,
  }
  test('a leak twice what is allowed is told in the end: its gauge falls, and sooner where more is allowed', () => {
    const leaking = (over: Partial<HoldAsked> = {}) => planHold({ ...asked, ...over }).leaking
    expect(leaking()).not.toBeNull()
    expect(leaking({ allowed: 5 * asked.allowed })!).toBeLessThan(leaking()!)
    // At low pressure a degree changes it less, so the verdict comes sooner.
    expect(leaking({ pressure: asked.pressure / 4, night: 0 })!).toBeLessThan(leaking({ night: 0 })!)
  })
  const hours = (over: Partial<HoldAsked>) => (planHold({ ...asked, ...over }).tight ?? Infinity) / 3600
  test('a coarser gauge, a worse thermometer, a smaller loss looked for: each longer', () => {
    expect(hours({})).toBeGreaterThan(6)
    expect(hours({})).toBeLessThan(48)
    expect(hours({ resolution: 6895 })).toBeGreaterThan(hours({}))
    expect(hours({ thermometer: 1 })).toBeGreaterThan(hours({}))
    expect(hours({ allowed: asked.allowed / 3 })).toBeGreaterThan(hours({}))
    expect(hours({ allowed: asked.allowed * 4 })).toBeLessThan(hours({}))
  })
  test('the time is that of the reading that tells: where the second tells it, as long as from one to the next', () => {
    const sure = { ...asked, night: 0, rested: 86_400, resolution: 1, thermometer: 0.001, every: 7200 }
    expect(planHold({ ...sure, allowed: 10 })).toEqual({ tight: 7200, leaking: 7200 })
  })
  test('a gauge of five psi does not tell half a psi a day in one night, and says so', () => {
    expect(hours({ resolution: 34_474 })).toBeGreaterThan(100)
    expect(planHold({ ...asked, resolution: 100_000, thermometer: 5 })).toEqual({
      tight: null,
      leaking: null,
    })
  })
  test('no test is planned longer than three weeks, nor with more than a thousand readings', () => {
    const daily = { ...asked, every: 86_400 }
    expect(planHold({ ...daily, resolution: 40_000 }).tight! / 86_400).toBe(18)
    expect(planHold({ ...daily, resolution: 50_000 }).tight).toBeNull()
    // A thousand minutes are fewer than the hours it takes.
    expect(planHold({ ...asked, every: 60 }).tight).toBeNull()
    expect(hours({}) * 60).toBeGreaterThan(100)
  })
  test('the sum is the same, in hours', () => {
    const out = calculate('hold-plan', {
      pressure_kPa: 480,
      temperature_C: 18,
      night_K: 8,
      rested_min: 30,
      every_min: 60,
      resolution_kPa: 1,
    })
    expect(out.tight_h).toBeCloseTo(hours({}), 9)
  })
})
