import { compressorClass } from '../../catalog/compressors'
import { createDeriver } from '../../derive/derive'
import { runPlan, scenariosOf } from '../../whatIf/runs'
import { demoPlan } from '../../demo/demoShop'
import type { Plan } from '../../document/types'
import { areaOfAwg } from '../../quantity/units'
import { atmosphereAt } from '../../quantity/atmosphere'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { compressorOnSite, motorSpeed, terminalVoltage } from './compressorOnSite'

const compact = compressorClass('compact')!
const top = 690_000

test.each([
  [0, 101_325],
  [1000, 89_874.6],
  [2000, 79_495.2],
  [4000, 61_640.2],
])('the standard atmosphere at %i m is %f Pa (ISO 2533, table)', (altitude, pressure) => {
  expect(atmosphereAt(altitude) / pressure).toBeCloseTo(1, 4)
})

test('at sea level and without a feed it is the very class', () => {
  expect(compressorOnSite(compact, { atmosphere: STANDARD_ATMOSPHERE, feed: null })).toBe(compact)
})

test('in thinner air the same gauge pressure is a higher ratio, and less is drawn in', () => {
  const atmosphere = atmosphereAt(2000)
  const there = compressorOnSite(compact, { atmosphere, feed: null })
  // 207 kPa at sea level is a ratio of 3.043, and so is this at 2 000 m.
  const same = 207_000 * (atmosphere / STANDARD_ATMOSPHERE)
  expect((same + atmosphere) / atmosphere).toBeCloseTo(
    (207_000 + STANDARD_ATMOSPHERE) / STANDARD_ATMOSPHERE,
    9,
  )
  expect(interpolate(there.flow, same)).toBeCloseTo(27 / 60_000, 9)
  expect(interpolate(there.flow, top)).toBeLessThan(interpolate(compact.flow, top))
  // The idle 11 A stay; the rest is proportional to the air drawn.
  expect(interpolate(there.current, same)).toBeCloseTo(11 + 3 * (atmosphere / STANDARD_ATMOSPHERE), 9)
  // Up to its rating the last slope continues, so it never gives more than its curve says.
  const [before, last] = there.flow.slice(-2)
  expect(last![0]).toBe(compact.maxPressure)
  expect(last![1]).toBeLessThan(before![1])
})

describe('on its feed', () => {
  const feed = { supply: 11.95, loop: 0.05, nominal: 12 }
  test('U = open volts − ohms·motor; speed (U − I·R)/(12 − I·R), R = 12/(4·20 A)', () => {
    expect(terminalVoltage(feed, 15)).toBeCloseTo(11.2, 12)
    expect(motorSpeed(compact, feed, 15)).toBeCloseTo((11.2 - 2.25) / (12 - 2.25), 12)
    expect(motorSpeed(compact, { supply: 12, loop: 0, nominal: 12 }, 15)).toBe(1)
    // A motor for 24 V on half its drop: the same.
    expect(motorSpeed(compact, { supply: 24, loop: 0, nominal: 24 }, 15)).toBe(1)
  })
  test('a loop that leaves no volts stalls it, and it never turns backwards', () => {
    expect(motorSpeed(compact, { supply: 12, loop: 0.65, nominal: 12 }, 15)).toBe(0)
    expect(motorSpeed(compact, { supply: 12, loop: 0.64, nominal: 12 }, 15)).toBeGreaterThan(0)
  })
  test('flow follows the speed at each pressure, the current stays', () => {
    const on = compressorOnSite(compact, { atmosphere: STANDARD_ATMOSPHERE, feed })
    expect(on.current).toEqual(compact.current)
    for (const [p, q] of on.flow) {
      const amps = interpolate(compact.current, p)
      expect(q).toBeCloseTo(interpolate(compact.flow, p) * motorSpeed(compact, feed, amps), 12)
    }
  })
})

describe('in a whole plan', () => {
  const base = demoPlan('estuary-flatbed')
  const of = (change: (p: Plan) => void) => {
    const plan = structuredClone(base)
    change(plan)
    return { plan, ...createDeriver()(plan).stages }
  }
  const haul = 'totes'
  const proposed = of((p) => void (p.power.wireArea = null))
  const thin = of((p) => void (p.power.wireArea = areaOfAwg(18)))

  test('an 18 AWG feed makes filling slow and says so; its remedy takes the note away', () => {
    const slower = thin.air.figures[`${haul}.time`]!.value! / proposed.air.figures[`${haul}.time`]!.value!
    expect(slower).toBeGreaterThan(1.1)
    const note = thin.power.notes.find((n) => n.rule === 'feed-slows')!
    expect(note).toMatchObject({ rank: 'fix', value: thin.air.figures.slowed!.value })
    expect(note.remedy!.patches).toEqual([{ op: 'replace', path: ['power', 'wireArea'], value: null }])
    expect(proposed.power.notes.map((n) => n.rule)).not.toContain('feed-slows')
    // Air's volts come from Power: one number in both stages.
    const { figures } = thin.power
    expect(thin.air.figures.volts!.value).toBeCloseTo(figures.motorVolts!.value!, 9)
  })
  test('the run in time is as slow as the sum says', () => {
    const seconds = ({ plan }: { plan: Plan }) => {
      const derived = createDeriver()(plan)
      const up = scenariosOf(plan, derived).find(({ id }) => id === `up-${haul}`)!
      return runPlan(plan, derived, up).brought[0]!
    }
    const ran = seconds(thin) / seconds(proposed)
    const sum = thin.air.figures[`${haul}.time`]!.value! / proposed.air.figures[`${haul}.time`]!.value!
    expect(ran / sum).toBeGreaterThan(0.9)
    expect(ran / sum).toBeLessThan(1.1)
  })
  test('too thin to turn the motor at all is a Stop', () => {
    const stuck = of((p) => {
      p.power.wireArea = areaOfAwg(18)
      p.lay.harnessLength = 60
    })
    expect(stuck.power.notes.map((n) => `${n.rank} ${n.rule}`)).toContain('stop feed-stalls')
  })
  test('at 2 000 m filling takes longer, the air around is told, and gauge pressures of Load stay', () => {
    const high = of((p) => void (p.job.altitude = 2000))
    const low = of(() => {})
    expect(high.air.figures[`${haul}.time`]!.value!).toBeGreaterThan(low.air.figures[`${haul}.time`]!.value!)
    expect(high.load.figures[`${haul}.left`]!.value).toBe(low.load.figures[`${haul}.left`]!.value)
    expect(high.air.result.site.atmosphere).toBe(atmosphereAt(2000))
    expect(high.prove.result.atmosphere).toBe(atmosphereAt(2000))
    // Less air in the same volume: the springs are softer over a bump.
    const rate = (of: typeof high) => of.load.figures[`${haul}.rideRate`]!.value!
    expect(rate(high)).toBeLessThan(rate(low))
  })
})
