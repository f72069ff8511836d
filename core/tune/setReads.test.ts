import { calculate } from '../calculators'
import { atmosphereAt } from '../quantity/atmosphere'
import { headlampRise } from '../load/level'
import { leverRules } from './leverRules'
import { lampOf } from './memories'
import type { TuneSite } from './types'
import { armAngle, leverAngle, leverTravel, type LeverGeometry } from './lever'
import { bagLater, holdsFor, keptAfter, setReads } from './setReads'

const at = (temperature: number, altitude = 0) => ({ temperature, altitude })

test('set at 30 °C, read at −5 °C: absolute pressure in proportion to the temperature', () => {
  const absolute = (400_000 + 101_325) * (268.15 / 303.15)
  expect(setReads(400_000, at(303.15), at(268.15))).toBeCloseTo(absolute - 101_325, 6)
})

test('over a pass the gauge reads more by what the air around it lacks: 83.5 kPa at 1 600 m (ISO 2533)', () => {
  expect(atmosphereAt(1600) / 1000).toBeCloseTo(83.52, 1)
  expect(setReads(400_000, at(288.15), at(288.15, 1600))).toBeCloseTo(
    400_000 + 101_325 - atmosphereAt(1600),
    6,
  )
})

test('lamps: the rear up by 36 mm on both sides of 3.6 m is a hundredth of a radian, on one side half of it', () => {
  const site = { wheelbase: 3.6 } as TuneSite
  expect(lampOf({ left: 0.036, right: 0.036 }, site)).toBeCloseTo(0.01, 12)
  expect(lampOf({ left: 0.036, right: 0 }, site)).toBeCloseTo(0.005, 12)
  expect(lampOf({ left: 0.036, right: -0.036 }, site)).toBeCloseTo(0, 12)
  const { rise, pitch } = headlampRise(3.6, 0.036, 0, 10)
  expect([rise, pitch]).toEqual([expect.closeTo(0.1, 12), expect.closeTo(0.01, 6)])
  // A front that sinks as much takes it back.
  expect(headlampRise(3.6, 0.036, 0.036, 10)).toEqual({ rise: 0, pitch: 0 })
})

const bag = { heightAt: (p: number) => 0.1 + p / 4e6, volumeAt: (h: number) => 0.02 * h }

test('a bag under its load hardly moves its gauge and sinks: its air keeps p·V/T', () => {
  const later = bagLater(bag, 400_000, at(303.15), at(268.15))
  const air = (p: number, t: number) => ((p + 101_325) * bag.volumeAt(bag.heightAt(p))) / t
  expect(air(later.pressure, 268.15)).toBeCloseTo(air(400_000, 303.15), 6)
  expect(later.height).toBeLessThan(bag.heightAt(400_000))
  // Rigid it would have lost far more.
  expect(400_000 - later.pressure).toBeLessThan(400_000 - setReads(400_000, at(303.15), at(268.15)))
  expect(bagLater(bag, 400_000, at(293.15), at(293.15)).pressure).toBeCloseTo(400_000, 3)
  expect(bagLater(bag, 400_000, at(293.15), at(293.15), 0.9).height).toBeLessThan(bag.heightAt(400_000))
  // A hundred times the air is beyond all sense: twice the set and two bar are the end.
  expect(bagLater(bag, 100_000, at(293.15), at(293.15), 100).pressure).toBe(400_000)
})

describe('the lever of a height valve', () => {
  const lever: LeverGeometry = { arm: 0.15, link: 0.25, ahead: 0.15, below: 0.25 }
  test('level at ride height, and by hand: the arm level, the link upright', () => {
    expect(leverAngle(lever, 0)).toBeCloseTo(0, 9)
    // A long link goes straight up: the angle is asin(rise/arm) but for what the link leans.
    const long = { ...lever, link: 25, below: 25 }
    expect(leverAngle(long, 0.05)).toBeCloseTo(armAngle(0.15, 0.05), 4)
  })
  test('the end of the arm is a link’s length from the bracket, wherever the axle is', () => {
    for (const rise of [-0.08, -0.03, 0.02, 0.07]) {
      const angle = leverAngle(lever, rise)!
      const end = { x: lever.arm * Math.cos(angle), z: lever.arm * Math.sin(angle) }
      expect(Math.hypot(end.x - lever.ahead, end.z - (rise - lever.below))).toBeCloseTo(lever.link, 12)
    }
  })
  test('out of reach it has no angle; a shorter arm turns more for the same travel', () => {
    expect(leverAngle(lever, 1)).toBeNull()
    const short = { ...lever, arm: 0.1, ahead: 0.1 }
    const turn = (of: LeverGeometry) => Math.abs(leverAngle(of, 0.04)!)
    expect(turn(short)).toBeGreaterThan(turn(lever))
    expect(leverTravel(lever, 0.06, 0.06, 1).perRadian).toBeCloseTo(0.15, 3)
  })
  test('stretched and folded it just reaches; further, or too near, it does not', () => {
    const flat = (arm: number, link: number, ahead: number) => leverAngle({ arm, link, ahead, below: 0 }, 0)
    expect(flat(3, 4, 7)).toBe(0)
    expect(flat(3, 4, 7.001)).toBeNull()
    expect(flat(4, 3, 1)).toBe(0)
    expect(flat(4, 3, 0.999)).toBeNull()
    expect(flat(1, 1, 0)).toBeNull()
  })
  test('what does not reach on one side of ride height has no travel for a degree', () => {
    const straight = { arm: 0.15, link: 0.25, ahead: 0 }
    expect(leverTravel({ ...straight, below: 0.4 }, 0.01, 0.01, 1).perRadian).toBe(0)
    expect(leverTravel({ ...straight, below: -0.4 }, 0.01, 0.01, 1).perRadian).toBe(0)
  })
  test('over centre and at the valve’s stops are told on both sides', () => {
    expect(leverTravel(lever, 0.05, 0.05, 0.6)).toMatchObject({ overCentre: false, atStops: false })
    expect(leverTravel(lever, 0.05, 0.05, 0.2).atStops).toBe(true)
    expect(leverTravel(lever, 0.16, 0.05, 2).overCentre).toBe(true)
  })
  test('over centre is a Stop whatever the stops; past the stops one with its angle; within both nothing', () => {
    const told = (stops: number, droop: number) =>
      leverRules({
        id: 'v',
        arm: 0.15,
        stops,
        better: 0.22,
        isChosen: true,
        travel: leverTravel(lever, droop, 0.05, stops),
      })
    expect(told(0.6, 0.05)).toEqual([])
    expect(told(0.3, 0.05)[0]).toMatchObject({ rule: 'lever-at-stops', rank: 'stop', limit: 0.3 })
    expect(told(0.3, 0.16)[0]).toMatchObject({ rule: 'lever-over-centre', rank: 'stop' })
    expect(told(0.3, 0.05)[0]!.remedy!.patches[0]).toMatchObject({
      path: ['air', 'components', 'v', 'sheet', 'arm'],
      value: 0.22,
    })
  })
  test('the sum is asin(deflection/arm), and what is longer than the arm is refused', () => {
    expect(calculate('lever-angle', { arm_mm: 100, deflection_mm: 50 }).angle_deg).toBeCloseTo(30, 9)
    expect(() => calculate('lever-angle', { arm_mm: 100, deflection_mm: 101 })).toThrow('longer than the arm')
  })
})

test('a remote at 1 m in the open loses 40.05 dB at 2.4 GHz (Friis), 20 dB more at ten times as far, 15 dB a sheet', () => {
  const of = (distance_m: number, steelLayers = 0) =>
    calculate('radio-margin', {
      distance_m,
      frequency_MHz: 2400,
      transmit_dBm: 0,
      sensitivity_dBm: -90,
      steelLayers,
    })
  expect(of(1).pathLoss_dB).toBeCloseTo(40.05, 2)
  expect((of(10).pathLoss_dB as number) - (of(1).pathLoss_dB as number)).toBeCloseTo(20, 9)
  expect(of(1, 2)).toMatchObject({
    received_dBm: expect.closeTo(-70.05, 2),
    margin_dB: expect.closeTo(19.95, 2),
  })
})

describe('a bag that loses what still counts as tight', () => {
  const shop = at(293.15)
  /** Held at its height, so that pressure is all that goes. */
  const held = { heightAt: () => 0.2, volumeAt: () => 0.003 }
  /** Ten kPa a day. */
  const leak = { loss: 10_000 / 86_400, volume: 0.003 }
  test('held at its height it loses its pressure day by day: 60 kPa over the least last six days', () => {
    expect(holdsFor(held, 120_000, 60_000, shop, shop, leak) / 86_400).toBeCloseTo(6, 9)
    expect(holdsFor(held, 60_000, 60_000, shop, shop, leak)).toBe(0)
    expect(holdsFor(held, 50_000, 60_000, shop, shop, leak)).toBe(0)
    expect(keptAfter(held, 120_000, shop, leak, 86_400)).toBeCloseTo(1 - 10_000 / 221_325, 9)
    expect(keptAfter(held, 0, shop, leak, 1e9)).toBe(0)
  })
  test('in the cold the least is reached sooner: by what the cold takes first', () => {
    const cold = at(263.15)
    const spare = (120_000 + 101_325) / 293.15 - (60_000 + 101_325) / 263.15
    expect(holdsFor(held, 120_000, 60_000, shop, cold, leak)).toBeCloseTo((spare * 293.15) / leak.loss, 3)
  })
  test('under its load it sinks and keeps its pressure: a day takes less of the gauge than of a held one', () => {
    const bag = { heightAt: (p: number) => 0.15 + p / 2e6, volumeAt: (h: number) => 0.016 * h }
    const volume = bag.volumeAt(bag.heightAt(120_000))
    const kept = keptAfter(bag, 120_000, shop, { ...leak, volume }, 86_400)
    const after = bagLater(bag, 120_000, shop, shop, kept)
    expect(after.pressure).toBeLessThan(120_000)
    expect(after.pressure).toBeGreaterThan(110_000)
    expect(after.height).toBeLessThan(bag.heightAt(120_000))
  })
})

test('what to set is what a bag brought back from there would read; emptied it reads nothing, never less', () => {
  const [shop, cold] = [at(293.15), at(268.15)]
  for (const limit of [40_000, 200_000, 600_000]) {
    const set = bagLater(bag, limit, cold, shop).pressure
    expect(bagLater(bag, set, shop, cold).pressure / limit).toBeCloseTo(1, 9)
  }
  expect(bagLater(bag, 100_000, shop, shop, 0).pressure).toBe(0)
})
