import fc from 'fast-check'
import { uncmin } from 'numeric'
import { PRACTICE } from '../catalog/practice'
import { springClass } from '../catalog/springs'
import { exampleTruck } from '../catalog/trucks'
import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { newHaul, newItem } from '../document/newHaul'
import type { Haul, Plan, TrialReading } from '../document/types'
import { solveSpd } from '../quantity/spd'
import { balanceBody } from './body'
import { haulLoads } from './target'
import { roadTrial, type TrialInput } from './trial'

const truck = exampleTruck('leaf-flatbed')
const spring = { ...springClass('leaf-helper-double-2270')!, designHeight: 0.16 }
const towing = (ball: number): Haul => ({ ...newHaul('Trailer', 1), ballLoad: ball, ballFrom: 'weighed' })
const tolerances = { frontAxle: 20, rearAxle: 20, gap: 0.003, rearRate: 0.2, area: 0.05, motion: 0, seat: 0 }
const surveyed = { truck, tolerances, springHeight: spring.designHeight, spacer: 0 }
const hauls = { tow: towing(400) }
const empty = newHaul('Empty', 0)

interface Truth {
  area: number
  rate: number
  ball: number
  gap: number
}
const TOLD: Truth = { area: 1, rate: 1, ball: 1, gap: 0 }

/**
 * Lips of a truck whose spring, steel, ball and gap are as given, computed independently of the code under
 * test.
 */
function lipsOf(air: { left: number; right: number }, haul: Haul | null, of: Truth) {
  const s = truck.suspension
  const stiff = { ...truck, suspension: { ...s, rearRate: s.rearRate * of.rate } }
  const bag = {
    ...spring,
    designHeight: spring.designHeight + of.gap,
    areaByHeight: spring.areaByHeight.map(([h, a]) => [h, a * of.area] as const),
  }
  const aboard = haul ? { ...haul, ballLoad: haul.ballLoad * of.ball } : empty
  const at = balanceBody(stiff, haulLoads(aboard, stiff).body, bag, air)
  return {
    lipLeft: truck.heights.rearLeft - at.rearLeft,
    lipRight: truck.heights.rearRight - at.rearRight,
  }
}
function reading(order: number, pressure: number, of: Truth, haul: string | null = 'tow'): TrialReading {
  const air = { left: pressure, right: pressure }
  return {
    order,
    at: '',
    haul,
    known: 0,
    setAside: null,
    ...air,
    ...lipsOf(air, haul === null ? null : hauls.tow, of),
  }
}
const trialOf = (of: Truth, pressures: number[]): TrialInput => ({
  surveyed,
  spring,
  hauls,
  empty,
  trials: Object.fromEntries(pressures.map((p, i) => [`r${i}`, reading(i, p, of)])),
})
const PRESSURES = [34_474, 200_000, 235_000, 270_000]

test('a truck that stands as planned corrects nothing, and what was in doubt is in less of it', () => {
  const said = roadTrial(trialOf(TOLD, PRESSURES))!
  expect(said.area.factor).toBeCloseTo(1, 6)
  expect(said.rate.factor).toBeCloseTo(1, 6)
  expect(said.rate.tolerance).toBeLessThan(tolerances.rearRate / 2)
  expect(said.area.tolerance).toBeLessThan(tolerances.area)
  expect(said.leftOver.value).toBeLessThan(1e-9)
  expect(said.besides).toBeNull()
})

test('a bag drawn out by 4 % and steel stiffer by 8 % are found from four readings, and the lips follow the tape', () => {
  const truth = { ...TOLD, area: 0.96, rate: 1.08 }
  const said = roadTrial(trialOf(truth, PRESSURES))!
  // A heavier load would look nearly the same, so only part of the 4 % is attributed to the bag.
  expect(said.area.factor).toBeGreaterThan(0.96)
  expect(said.area.factor).toBeLessThan(0.998)
  expect(said.rate.factor).toBeGreaterThan(1.06)
  expect(said.rate.factor).toBeLessThan(1.1)
  for (const { taped, corrected, planned } of said.lips) {
    expect(Math.abs(taped - corrected)).toBeLessThan(0.002)
    expect(Math.abs(taped - corrected)).toBeLessThanOrEqual(Math.abs(taped - planned))
  }
})

test('the most likely of all: the same as a general minimiser finds (numeric 1.2.6, uncmin) on sums written apart', () => {
  const truth = { ...TOLD, area: 0.97, rate: 1.1, ball: 1.02 }
  const input = trialOf(truth, PRESSURES)
  const said = roadTrial(input)!
  const lip = PRACTICE.lip.value / Math.sqrt(3)
  const prior = 1 / Math.sqrt(3)
  const cost = ([a, r, g, b, left, right, told]: number[]) => {
    const at: Truth = {
      area: 1 + a! * tolerances.area,
      rate: 1 + r! * tolerances.rearRate,
      gap: g! * tolerances.gap,
      ball: 1 + b! * PRACTICE.ballWeighed.value + told! * PRACTICE.statedLoad.value,
    }
    const priors = [a!, r!, g!, b!, left!, right!, told!].reduce((sum, z) => sum + (z / prior) ** 2, 0)
    return Object.values(input.trials).reduce((sum, t) => {
      const planned = lipsOf({ left: t.left, right: t.right }, hauls.tow, at)
      const offLeft = t.lipLeft! - planned.lipLeft - left! * PRACTICE.unladenLip.value
      const offRight = t.lipRight! - planned.lipRight - right! * PRACTICE.unladenLip.value
      return sum + (offLeft / lip) ** 2 + (offRight / lip) ** 2
    }, priors)
  }
  const { solution } = uncmin(cost, [0, 0, 0, 0, 0, 0, 0], 1e-9)
  expect(said.area.factor).toBeCloseTo(1 + solution[0]! * tolerances.area, 4)
  expect(said.rate.factor).toBeCloseTo(1 + solution[1]! * tolerances.rearRate, 4)
})

test('a bag further off than its doubt allows moves nothing: it is refused', () => {
  for (const [area, refused] of [
    [0.75, 'unlikely'],
    [0.6, 'bound'],
  ] as const) {
    const said = roadTrial(trialOf({ ...TOLD, area }, PRESSURES))!
    expect(said.refused).toBe(refused)
    expect([said.area.factor, said.rate.factor]).toEqual([1, 1])
    expect([said.area.tolerance, said.rate.tolerance]).toEqual([tolerances.area, tolerances.rearRate])
    for (const lip of said.lips) expect(lip.corrected).toBe(lip.planned)
  }
})

test('a lip written down 100 mm wrong moves nothing, and what is left over is told', () => {
  const input = trialOf(TOLD, PRESSURES)
  const slip = { ...input.trials.r1!, lipLeft: input.trials.r1!.lipLeft! + 0.1 }
  const said = roadTrial({ ...input, trials: { ...input.trials, r1: slip } })!
  expect(said).toMatchObject({ refused: expect.any(String) as unknown, odd: 'r1' })
  expect(said.leftOver.value).toBeGreaterThan(PRACTICE.lip.value)
  expect([said.area.factor, said.rate.factor]).toEqual([1, 1])
  // Somebody says that the tape was misread: the reading stays where it is, and the trial counts without it.
  const { r1: _, ...others } = input.trials
  const without = roadTrial({ ...input, trials: others })!
  expect(without).toMatchObject({ refused: null, odd: null })
  const setAside = { ...slip, setAside: 'tape' as const }
  expect(roadTrial({ ...input, trials: { ...input.trials, r1: setAside } })).toEqual(without)
})

test('one reading taped twelve times says no more than once', () => {
  const truth = { ...TOLD, rate: 1.08 }
  const [once, often] = [[200_000], Array<number>(12).fill(200_000)].map((p) => roadTrial(trialOf(truth, p))!)
  expect(often!.rate.factor).toBeCloseTo(once!.rate.factor, 9)
  expect(often!.rate.tolerance).toBeCloseTo(once!.rate.tolerance, 9)
  expect(often!.area.tolerance).toBeCloseTo(once!.area.tolerance, 9)
})

test('the empty truck counts too; a reading that is not taped, or of a haul taken away, does not', () => {
  const one = { ...reading(1, 200_000, TOLD), lipRight: null }
  const gone = { ...reading(2, 200_000, TOLD), haul: 'gone' }
  const bare = reading(3, 69_000, TOLD, null)
  const said = roadTrial({ surveyed, spring, hauls, empty, trials: { one, gone, bare } })!
  expect(said.lips.map((l) => `${l.id} ${l.side}`)).toEqual(['one left', 'bare left', 'bare right'])
  const untaped = { ...one, lipLeft: null }
  expect(roadTrial({ surveyed, spring, hauls, empty, trials: { untaped } })).toBeNull()
})

test('of a great many things aboard only those that move the lips furthest are weighed; the truck’s figures stay', () => {
  const crates = Array.from({ length: 60 }, (_, i) => [
    `c${i}`,
    newItem('Crate', i, 8, 0, 0, [0.3, 0.3, 0.3]),
  ])
  const many: Haul = { ...towing(400), items: Object.fromEntries(crates) }
  const input = trialOf(TOLD, PRESSURES)
  const said = roadTrial({ ...input, hauls: { tow: many } })!
  // 480 kg that the tape does not show: the load is named, and the truck's own figures stay.
  expect(said.refused).not.toBeNull()
  expect([said.area.factor, said.rate.factor]).toEqual([1, 1])
  expect(said.besides).not.toBeNull()
})

test('the order in which the readings were taken changes nothing', () => {
  const input = trialOf({ ...TOLD, area: 0.97 }, PRESSURES)
  const turned = Object.fromEntries(
    Object.entries(input.trials)
      .reverse()
      .map(([id, t], i) => [id, { ...t, order: i }]),
  )
  const [a, b] = [roadTrial(input)!, roadTrial({ ...input, trials: turned })!]
  expect(b.area.factor).toBeCloseTo(a.area.factor, 9)
  expect(b.rate.factor).toBeCloseTo(a.rate.factor, 9)
})

test('a definite matrix solved: A·x gives b back, whatever A = BᵀB + I; one that is not definite is refused', () => {
  const entry = fc.double({ min: -5, max: 5, noNaN: true })
  fc.assert(
    fc.property(
      fc.array(fc.array(entry, { minLength: 4, maxLength: 4 }), { minLength: 4, maxLength: 4 }),
      fc.array(entry, { minLength: 4, maxLength: 4 }),
      (b, right) => {
        const a = b.map((_, i) =>
          b.map((_, j) => b.reduce((sum, row) => sum + row[i]! * row[j]!, i === j ? 1 : 0)),
        )
        const x = solveSpd(a, right)
        a.forEach((row, i) => expect(row.reduce((sum, v, j) => sum + v * x[j]!, 0)).toBeCloseTo(right[i]!, 6))
      },
    ),
  )
  expect(() => solveSpd([[0]], [1])).toThrow('positive definite')
})

describe('in the plan', () => {
  const plan = demoPlan('estuary-flatbed')
  const derived = createDeriver()(plan)
  const solved = Object.entries(derived.stages.load.result.hauls)
  const [id, { left, right }] = solved.reduce((a, b) =>
    Math.min(b[1].left.pressure, b[1].right.pressure) > Math.min(a[1].left.pressure, a[1].right.pressure)
      ? b
      : a,
  )
  const { heights } = derived.stages.truck.result.truck
  const tried = (lower: number): Plan => ({
    ...plan,
    tune: {
      ...plan.tune,
      trials: {
        a: {
          order: 1,
          at: '',
          haul: id,
          known: 0,
          setAside: null,
          left: left.pressure,
          right: right.pressure,
          lipLeft: heights.rearLeft - lower,
          lipRight: heights.rearRight - lower,
        },
      },
    },
  })
  const pressureOf = (p: Plan) => createDeriver()(p).stages.load.result.hauls[id]!

  test('a truck that stood lower than planned is given more, one that stood higher less; how sure narrows', () => {
    const low = pressureOf(tried(0.01))
    const high = pressureOf(tried(-0.01))
    expect(low.left.pressure).toBeGreaterThan(left.pressure)
    expect(high.left.pressure).toBeLessThan(left.pressure)
    const width = (p: Plan) => createDeriver()(p).stages.load.result.uncertainties[id]!.deviation.left
    expect(width(tried(0.01))).toBeLessThan(width(plan))
  })

  test('a lip of the empty truck measured anew is what the trial goes by, whatever was derived before', () => {
    const before = tried(0.03)
    const after = structuredClone(before)
    after.truck.heights.rearLeft += 0.05
    const derive = createDeriver()
    derive(before)
    const planned = (d: ReturnType<typeof derive>) => d.stages.tune.result.trial!.lips.map((l) => l.planned)
    expect(planned(derive(after))).toEqual(planned(createDeriver()(after)))
  })

  test('rate and area stand corrected wherever they are used, and say where that is from', () => {
    const { truck: t, tune, load } = createDeriver()(tried(0.01)).stages
    const { area, rate } = tune.result.trial!
    const before = derived.stages
    expect(t.figures.rearRate!.value).toBeCloseTo(before.truck.figures.rearRate!.value! * rate.factor, 6)
    expect(t.figures.rearRate!.source).toContain('road trial')
    const areas = (s: typeof load) => (s.result.spring!.areaByHeight as [number, number][]).map(([, a]) => a)
    areas(load).forEach((a, i) => expect(a).toBeCloseTo(areas(before.load)[i]! * area.factor, 12))
    expect(tune.figures['trial.area']!.value).toBe(area.factor)
  })
})
