import type { SensingPlan } from '../document/types'
import { sensorAngle, sensorTravel } from './sensor'
import { sensorRules } from './sensorRules'

/** A height sensor by hand: level arm, upright rod, so that a small rise turns it by rise/arm. */
test('about ride height it turns by the travel over the arm; body up turns it down', () => {
  expect(sensorAngle({ arm: 0.1, rod: 0.2 }, 0)).toBeCloseTo(0, 12)
  expect(sensorAngle({ arm: 0.1, rod: 0.2 }, 0.001)).toBeCloseTo(-0.01, 3)
})

test('taught at both ends it is right there and at ride height, and off in between by its arc', () => {
  const { reads, error } = sensorTravel({ arm: 0.1, rod: 0.2 }, 0.06, 0.06)
  expect(reads(0)).toBeCloseTo(0, 12)
  // Both ends together span the wheel's travel: the halves share the error of the arc.
  expect(reads(0.06)! - reads(-0.06)!).toBeCloseTo(0.12, 9)
  expect(error!).toBeGreaterThan(0.001)
  expect(error!).toBeLessThan(0.02)
})

test('a longer arm and rod are straighter; far too short they do not reach, and read nothing', () => {
  const off = (arm: number, rod: number) => sensorTravel({ arm, rod }, 0.06, 0.06).error
  expect(off(0.2, 0.4)!).toBeLessThan(off(0.1, 0.2)!)
  const short = sensorTravel({ arm: 0.03, rod: 0.04 }, 0.1, 0.1)
  expect([short.error, short.reads(0)]).toEqual([null, null])
})

test('what it says rises with the travel all the way, within its reach', () => {
  const { reads } = sensorTravel({ arm: 0.1, rod: 0.25 }, 0.08, 0.08)
  const says = Array.from({ length: 33 }, (_, i) => reads(-0.08 + i * 0.005)!)
  says.forEach((value, i) => i > 0 && expect(value).toBeGreaterThan(says[i - 1]!))
})

describe('what is noticed', () => {
  const SAID: SensingPlan = {
    arm: 0.1,
    rod: 0.2,
    range: 0.7,
    filter: 2,
    driving: 30,
    door: true,
    key: true,
    hitch: true,
    lock: true,
  }
  const told = (change: Partial<SensingPlan>, droop = 0.06, bump = 0.06) => {
    const sensing = { ...SAID, ...change }
    return sensorRules({ id: 'controller', sensing, droop, bump, travel: sensorTravel(sensing, droop, bump) })
  }
  const ranks = (...of: Parameters<typeof told>) => told(...of).map(({ rank, rule }) => `${rank} ${rule}`)
  test('with everything said the caution before jacking stays, and nothing takes it away', () => {
    expect(ranks({})).toEqual(['know service-lock'])
    expect(told({})[0]!.remedy).toBeUndefined()
  })
  test('what was not looked up is asked for; no lock is a Fix, and its remedy says one', () => {
    const unsaid = told({ door: null, lock: null })
    expect(unsaid.map(({ rule, value }) => [rule, value])).toContainEqual(['inhibits-unknown', 2])
    expect(ranks({ lock: false })).toContain('fix no-service-lock')
    const { remedy } = told({ lock: false }).find(({ rule }) => rule === 'no-service-lock')!
    expect(remedy!.patches).toEqual([{ op: 'replace', path: ['tune', 'sensing', 'lock'], value: true }])
    expect(ranks({ hitch: false })).toContain('know no-hitch-hold')
    expect(ranks({ hitch: true })).not.toContain('know no-hitch-hold')
  })
  test('the range on both sides of its limit; a longer arm is offered where one fits', () => {
    const { droop, bump } = sensorTravel(SAID, 0.06, 0.06)
    const most = Math.max(Math.abs(droop!), Math.abs(bump!))
    expect(ranks({ range: most + 1e-6 })).not.toContain('fix sensor-range')
    expect(ranks({ range: most - 1e-6 })).toContain('fix sensor-range')
    const { remedy } = told({ range: most - 1e-6 }).find(({ rule }) => rule === 'sensor-range')!
    expect(remedy!.patches[0]).toMatchObject({ path: ['tune', 'sensing', 'arm'], value: 0.15 })
  })
  test('offered is the shortest of the longer arms that stays within the range, at the range itself too; else none', () => {
    const mostOf = (arm: number) => {
      const { droop, bump } = sensorTravel({ arm, rod: SAID.rod }, 0.06, 0.06)
      return Math.max(Math.abs(droop!), Math.abs(bump!))
    }
    const offered = (range: number) =>
      told({ arm: 0.075, range }).find(({ rule }) => rule === 'sensor-range')?.remedy
    expect(offered(mostOf(0.1))).toMatchObject({ label: 'An arm of 100 mm', patches: [{ value: 0.1 }] })
    expect(offered(mostOf(0.1) - 1e-9)).toMatchObject({
      label: 'An arm of 150 mm',
      patches: [{ value: 0.15 }],
    })
    expect(offered(mostOf(0.2))).toMatchObject({ label: 'An arm of 200 mm' })
    expect(offered(mostOf(0.2) - 1e-9)).toBeUndefined()
  })
  test('arm and rod that come into one line are a Stop', () => {
    expect(ranks({ arm: 0.03, rod: 0.04 }, 0.1, 0.1)).toContain('stop sensor-over-centre')
  })
})
