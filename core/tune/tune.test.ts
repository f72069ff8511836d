import fc from 'fast-check'
import { PRACTICE } from '../catalog/practice'
import { springClass } from '../catalog/springs'
import { newPlan } from '../jobs/newPlan'
import { applyEdit } from '../document/edit'
import { newHaul, newReading } from '../document/newHaul'
import type { Haul, TunePlan } from '../document/types'
import { leverRules, type LeverRuleInput } from './leverRules'
import { tuneStage } from './tune'
import type { TrialSaid } from './types'

const spring = springClass('leaf-helper-double-2270')!
const haul = (order: number, label: string): Haul => newHaul(label, order)
const hauls = { a: haul(1, 'Empty'), b: haul(2, 'Full') }
const pressures = { a: { left: 34_470, right: 34_470 }, b: { left: 300_000, right: 380_000 } }
/** A corner that rises one millimetre for each 10 kPa. */
const height = (p: number) => 0.15 + p / 1e7
const corner = { heightAt: { left: height, right: height } }
const needs = { a: { ...pressures.a, ...corner }, b: { ...pressures.b, ...corner } }
const site = {
  volumeAt: (h: number) => 0.02 * h,
  motionRatio: 1,
  wheelbase: 3.5,
  altitude: 0,
  hasMemories: true,
  heldBy: 'block' as const,
  trailerSignal: null,
  keepsUp: false,
}
/** The same weather everywhere: its effect has tests of its own. */
const weather = { shop: 293.15, cold: 293.15, hot: 293.15, pass: 0 }
const base = { ...newPlan('leaf-flatbed', 'x').tune, weather }
const run = (tune: Partial<TunePlan>, teed = false, trial: TrialSaid | null = null) =>
  tuneStage({ ...base, ...tune }, hauls, { needs, spring, teed, trial, site })
const rules = (tune: Partial<TunePlan>, teed = false) =>
  run(tune, teed).notes.map((n) => `${n.rank} ${n.rule} ${n.subject}`)

test('with nothing stored every preset follows Load, and the line says so', () => {
  const stage = run({})
  expect(stage.result.presets.b).toEqual({ left: 300_000, right: 380_000, followsLoad: true })
  expect(stage.headline).toEqual({ text: '0 of 2 presets' })
  expect(stage.state).toBe('none')
  expect(stage.notes).toEqual([])
})

test('part stored is begun, all stored is clear', () => {
  expect(run({ presets: { a: pressures.a } }).state).toBe('begun')
  expect(run({ presets: pressures }).state).toBe('clear')
  expect(run({ presets: pressures }).figures['b.left']).toMatchObject({
    value: 300_000,
    formula: 'as stored',
    max: spring.maxPressure,
  })
})

test('where the height is held nothing is stored: what an earlier control had stored is not looked at', () => {
  const facts = { needs, spring, teed: false, trial: null, site: { ...site, heldBy: 'height' as const } }
  const stage = tuneStage({ ...base, presets: { b: { left: 900_000, right: 10_000 } } }, hauls, facts)
  expect(stage.result.presets.b).toEqual({ left: 300_000, right: 380_000, followsLoad: true })
  expect(stage.notes).toEqual([])
  const heavy = { ...needs, b: { ...needs.b!, left: 900_000 } }
  const [over] = tuneStage(base, hauls, { ...facts, needs: heavy }).notes
  expect(over).toMatchObject({
    rule: 'preset-over-limit',
    title: `“${hauls.b!.label}” is over the spring’s limit`,
  })
  expect(over!.remedy).toBeUndefined()
})

test('over the limit and under the minimum are Stops with the figure and its limit', () => {
  const over = run({ presets: { b: { left: 700_000, right: 380_000 } } }).notes[0]!
  expect(over).toMatchObject({
    rank: 'stop',
    rule: 'preset-over-limit',
    value: 700_000,
    limit: spring.maxPressure,
  })
  expect(rules({ presets: { a: { left: 10_000, right: 34_470 } } })).toContain('stop preset-under-minimum a')
  expect(rules({ minimum: 20_000 })).toContain('stop minimum-too-low minimum')
})

test('a raised minimum lifts what follows Load, and a stored preset under it is told', () => {
  expect(run({ minimum: 60_000 }).result.presets.a).toMatchObject({ left: 60_000, right: 60_000 })
  expect(rules({ minimum: 60_000, presets: { a: pressures.a } })).toContain('stop preset-under-minimum a')
})

test('far from what the load asks is worth knowing; within the block’s own tolerance is not', () => {
  expect(rules({ presets: { b: { left: 300_000 + 13_000, right: 380_000 } } })).toEqual([])
  expect(rules({ presets: { b: { left: 200_000, right: 380_000 } } })).toEqual(['know preset-off-load b'])
})

test('teed springs take one pressure: two are told, and the remedy keeps the higher', () => {
  const note = run({ presets: { b: pressures.b } }, true).notes.find((n) => n.rule === 'teed-preset')!
  expect(note.remedy!.patches[0]!.value).toEqual({ left: 380_000, right: 380_000 })
})

test('at its limit a preset is told nothing, a pascal past it it is, on either side', () => {
  const { presetOffLoad } = PRACTICE
  const off = (by: number) => rules({ presets: { b: { left: 300_000, right: 380_000 + by } } })
  expect(off(presetOffLoad.value)).toEqual([])
  expect(off(presetOffLoad.value + 1)).toEqual(['know preset-off-load b'])
  expect(off(-presetOffLoad.value - 1)).toEqual(['know preset-off-load b'])
  const at = (left: number, right: number) =>
    rules({ presets: { b: { left, right } } }).filter((r) => r.startsWith('stop'))
  expect(at(spring.maxPressure, spring.minPressure)).toEqual([])
  expect(at(300_000, spring.maxPressure + 1)).toEqual(['stop preset-over-limit b'])
  expect(at(spring.minPressure - 1, 300_000)).toEqual(['stop preset-under-minimum b'])
  expect(rules({ minimum: spring.minPressure })).toEqual([])
  expect(rules({ minimum: spring.minPressure - 1 })).toEqual(['stop minimum-too-low minimum'])
  const teed = (apart: number) =>
    rules({ presets: { b: { left: 380_000 - apart, right: 380_000 } } }, true).filter((r) =>
      r.includes('teed'),
    )
  expect(teed(1)).toEqual([])
  expect(teed(2)).toEqual(['fix teed-preset b'])
})

test('what follows Load is never told to differ from it, teed or not', () => {
  const apart = { a: needs.a, b: { ...needs.b, left: 300_000, right: 380_000 } }
  const { notes } = tuneStage(base, hauls, { needs: apart, spring, teed: true, trial: null, site })
  expect(notes).toEqual([])
})

test('each remedy of a preset, done, takes its note away', () => {
  const done = (tune: Partial<TunePlan>, rule: string, teed = false) => {
    const note = run(tune, teed).notes.find((n) => n.rule === rule)!
    const { tune: after } = applyEdit({ tune: { ...base, ...tune } }, note.remedy!.patches)
    return tuneStage(after, hauls, { needs, spring, teed, trial: null, site }).notes.map((n) => n.rule)
  }
  expect(done({ presets: { b: { left: 9e5, right: 380_000 } } }, 'preset-over-limit')).toEqual([])
  expect(done({ presets: { b: { left: 10, right: 380_000 } } }, 'preset-under-minimum')).toEqual([])
  expect(done({ presets: { b: { left: 200_000, right: 380_000 } } }, 'preset-off-load')).toEqual([])
  expect(done({ minimum: 20_000 }, 'minimum-too-low')).toEqual([])
  expect(done({ presets: { b: pressures.b } }, 'teed-preset', true)).not.toContain('teed-preset')
})

test('a truck without springs has nothing to set, whatever is stored', () => {
  const facts = { needs, spring: null, teed: false, trial: null, site }
  const stage = tuneStage({ ...base, presets: pressures, minimum: 1 }, hauls, facts)
  expect(stage).toMatchObject({ notes: [], state: 'none', headline: { text: 'nothing to set' } })
  expect(stage.result).toMatchObject({ presets: {}, shared: null, minimum: 1 })
  expect(tuneStage(base, hauls, facts).result.minimum).toBe(0)
  expect(Object.keys(stage.figures)).toEqual(['minimum'])
})

test('one haul is one preset, none is none', () => {
  const of = (some: Record<string, Haul>) =>
    tuneStage({ ...base, presets: pressures }, some, { needs, spring, teed: false, trial: null, site })
  expect(of({ a: hauls.a })).toMatchObject({ headline: { text: '1 of 1 preset' }, state: 'clear' })
  expect(of({})).toMatchObject({ headline: { text: '0 of 0 presets' }, state: 'none' })
})

describe('what levels by itself is planned by its lever, or by what holds it still', () => {
  const turned: LeverRuleInput = {
    id: 'valve',
    arm: 0.1,
    stops: 0.8,
    better: null,
    isChosen: true,
    travel: { droop: -0.3, bump: 0.3, overCentre: false, atStops: false, perRadian: 0.2 },
  }
  const lever = (isChosen: boolean) =>
    tuneStage({ ...base, presets: pressures }, hauls, {
      needs,
      spring,
      teed: false,
      trial: null,
      site,
      lever: { ...turned, isChosen },
    })
  test('by its lever', () => {
    expect(lever(true)).toMatchObject({ headline: { text: 'lever chosen' }, state: 'clear' })
    expect(lever(false)).toMatchObject({ headline: { text: 'lever to choose' }, state: 'none' })
    const { figures } = lever(true)
    expect(figures['lever.droop']).toMatchObject({ value: -0.3, min: -0.8, max: 0.8 })
    expect(figures['lever.bump']).toMatchObject({ value: 0.3, min: -0.8, max: 0.8 })
    const offered = (better: number | null) =>
      leverRules({ ...turned, travel: { ...turned.travel, atStops: true }, better })[0]!.remedy
    expect(offered(0.15)).toMatchObject({ label: 'Hang the link 150 mm out', patches: [{ value: 0.15 }] })
    expect(offered(null)).toBeUndefined()
    // A degree is π/180 of a radian.
    expect(figures['lever.perDegree']!.value).toBeCloseTo(0.2 * 0.0174533, 7)
  })
})

test('whatever is stored, a preset outside the limits always carries a Stop', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 2e6, noNaN: true }),
      fc.double({ min: 0, max: 2e6, noNaN: true }),
      (left, right) => {
        const outside =
          Math.max(left, right) > spring.maxPressure || Math.min(left, right) < spring.minPressure
        expect(run({ presets: { b: { left, right } } }).notes.some((n) => n.rank === 'stop')).toBe(outside)
      },
    ),
  )
})

describe('the road trial', () => {
  const reading = {
    order: 1,
    at: '',
    haul: 'b',
    known: 0,
    setAside: null,
    left: 300_000,
    right: 300_000,
    lipLeft: 0.9,
    lipRight: 0.9,
  }
  const said = (change: Partial<TrialSaid>): TrialSaid => ({
    area: { factor: 1, tolerance: 0.02 },
    rate: { factor: 1, tolerance: 0.05 },
    lips: [{ id: 'r', side: 'left', taped: 0.9, planned: 0.9, corrected: 0.9 }],
    leftOver: { value: 0, limit: 0.005 },
    besides: null,
    refused: null,
    odd: null,
    atBound: [],
    ...change,
  })
  const notes = (trial: TrialSaid | null, change = {}) =>
    run({ trials: { r: { ...reading, ...change } } }, false, trial).notes.map(
      (n) => `${n.rank} ${n.rule} ${n.title}`,
    )

  test('a reading over the spring’s limit is a Stop; at the limit it is not', () => {
    expect(notes(null, { left: spring.maxPressure + 1 })[0]).toMatch(/^stop trial-over-limit/)
    expect(notes(said({}), { left: spring.maxPressure })).toEqual([])
  })
  test('a reading without a lip says so', () => {
    expect(notes(said({}), { lipRight: null })).toEqual([
      'know trial-not-taped A reading of the road trial without its heights',
    ])
  })
  test('taped, and yet nothing came of it: it says so; with nothing taped it does not', () => {
    expect(notes(null)).toEqual(['fix trial-not-counted The road trial is not counted'])
    expect(notes(null, { lipLeft: null, lipRight: null })).toEqual([
      'know trial-not-taped A reading of the road trial without its heights',
    ])
  })
  test('a reading under a haul that is gone is not counted, and says so until it is taken away', () => {
    expect(notes(null, { haul: 'gone' })).toEqual([
      'know trial-haul-gone A reading of the road trial that is not counted',
    ])
    const [gone] = run({ trials: { r: { ...reading, haul: 'gone' } } }, false, null).notes
    expect(gone!.remedy!.patches).toEqual([{ op: 'remove', path: ['tune', 'trials', 'r'] }])
    expect(notes(said({}), { haul: null })).toEqual([])
  })
  test('area and rate are told from a hundredth on, each way', () => {
    expect(notes(said({ area: { factor: 0.9901, tolerance: 0.02 } }))).toEqual([])
    expect(notes(said({ area: { factor: 0.94, tolerance: 0.02 } }))).toEqual([
      'know trial-area The bags lift less than planned',
    ])
    expect(notes(said({ area: { factor: 1.04, tolerance: 0.02 } }))[0]).toContain('more than planned')
    expect(notes(said({ rate: { factor: 1.0099, tolerance: 0.02 } }))).toEqual([])
    expect(notes(said({ rate: { factor: 1.02, tolerance: 0.02 } }))[0]).toContain('steel is stiffer')
    expect(notes(said({ rate: { factor: 0.98, tolerance: 0.02 } }))[0]).toContain('steel is softer')
    const area = (factor: number) =>
      run({ trials: { r: reading } }, false, said({ area: { factor, tolerance: 0.02 } })).notes[0]!.text
    expect([area(0.94), area(1.04)]).toEqual([
      expect.stringContaining('{value} less: drawn out'),
      expect.stringContaining('{value} more: squeezed flatter'),
    ])
    const text = (factor: number) =>
      run({ trials: { r: reading } }, false, said({ rate: { factor, tolerance: 0.02 } })).notes[0]!.text
    expect([text(1.02), text(0.98)]).toEqual([
      expect.stringContaining('{value} more than the survey'),
      expect.stringContaining('{value} less than the survey'),
    ])
  })
  test('a trial that is refused is a Fix, and says why; one that is not may still point at the load', () => {
    expect(notes(said({ leftOver: { value: 0.005, limit: 0.005 } }))).toEqual([])
    expect(notes(said({ refused: 'unexplained' }))[0]).toMatch(/^fix trial-unexplained/)
    expect(notes(said({ refused: 'unlikely' }))[0]).toMatch(/^fix trial-unlikely/)
    const besides = { label: 'the crate', share: 1 }
    expect(notes(said({ besides }))).toEqual(['know trial-besides The road trial points at the load too'])
    const bound = (...atBound: TrialSaid['atBound']) => notes(said({ refused: 'bound', atBound, besides }))
    expect(bound('area')).toEqual([expect.stringMatching(/^fix trial-at-bound .*area of its bags/)])
    expect(bound('area', 'rate')[0]).toContain('area of its bags and the rate of its steel')
  })
  test('the reading that stands by itself is named by its number, and can be taken away; without one nothing is', () => {
    const trials = { a: { ...reading, order: 1 }, r: { ...reading, order: 2 }, c: { ...reading, order: 3 } }
    for (const refused of ['unexplained', 'bound', 'unlikely'] as const) {
      const [note] = run({ trials }, false, said({ refused, odd: 'r', atBound: ['area'] })).notes
      expect(note!.text).toContain('Without reading 2 the others agree')
      expect(note!.text).toContain('say at the reading what was wrong')
      expect(note!.remedy!.patches).toEqual([{ op: 'remove', path: ['tune', 'trials', 'r'] }])
      expect(run({ trials }, false, said({ refused, atBound: ['area'] })).notes[0]!.remedy).toBeUndefined()
    }
  })
})

test('of a reading that somebody set aside nothing more is asked, but a pressure over the limit stays a Stop', () => {
  const aside = {
    ...newReading(1, { haul: 'gone', known: 0, left: 900_000, right: 10_000 }),
    setAside: 'gauge' as const,
  }
  expect(run({ trials: { aside } }).notes.map(({ rule }) => rule)).toEqual(['trial-over-limit'])
  const open = { ...aside, setAside: null }
  expect(run({ trials: { open } }).notes.map(({ rule }) => rule)).toEqual([
    'trial-over-limit',
    'trial-not-taped',
    'trial-haul-gone',
  ])
})

describe('other weather, and few memories', () => {
  const cold = (change: Partial<TunePlan> = {}, keepsUp = false) =>
    tuneStage({ ...base, weather: { ...weather, cold: 253.15 }, ...change }, hauls, {
      needs,
      spring,
      teed: false,
      trial: null,
      site: { ...site, keepsUp },
    })
  test('a stored minimum falls under itself in the cold: a Fix by hand, worth knowing where the control keeps it', () => {
    const stored = { presets: { a: { left: spring.minPressure, right: spring.minPressure }, b: pressures.b } }
    const told = (...of: Parameters<typeof cold>) =>
      cold(...of)
        .notes.filter((n) => n.rule === 'cold-under-minimum')
        .map((n) => `${n.rank} ${n.subject}`)
    expect(told(stored)).toEqual(['fix a'])
    expect(told(stored, true)).toEqual(['know a'])
    expect(told({})).toEqual(['know a'])
    // Its remedy sets just enough that the coldest reads the minimum.
    const note = cold(stored).notes.find((n) => n.rule === 'cold-under-minimum')!
    const value = (note.remedy!.patches[0] as unknown as { value: typeof pressures.a }).value
    const after = cold({ presets: { ...stored.presets, a: value } })
    expect(after.notes.map((n) => n.rule)).not.toContain('cold-under-minimum')
    expect(after.result.elsewhere.a!.cold.reads - spring.minPressure).toBeLessThan(1000)
  })
  test('near its limit a preset goes over it in the heat, and over a pass by what the air around it lacks', () => {
    const near = { presets: { a: pressures.a, b: { left: spring.maxPressure - 1000, right: 300_000 } } }
    const rules = (change: Partial<typeof weather>) =>
      run({ ...near, weather: { ...weather, ...change } }).notes.map((n) => n.rule)
    expect(rules({})).not.toContain('hot-over-limit')
    expect(rules({ hot: 313.15 })).toContain('hot-over-limit')
    expect(rules({ pass: 3000 })).toContain('hot-over-limit')
    // Its remedy sets just enough that the worst of them reads the limit.
    for (const there of [{ hot: 313.15 }, { pass: 3000 }, { hot: 303.15, pass: 4000 }]) {
      const elsewhere = { weather: { ...weather, ...there } }
      const note = run({ ...near, ...elsewhere }).notes.find((n) => n.rule === 'hot-over-limit')!
      const { tune: after } = applyEdit({ tune: { ...base, ...near, ...elsewhere } }, note.remedy!.patches)
      const { notes, result } = run(after)
      expect(notes.map((n) => n.rule)).not.toContain('hot-over-limit')
      const { hot, pass } = result.elsewhere.b!
      expect(spring.maxPressure - Math.max(hot.reads, pass.reads)).toBeGreaterThan(0)
      expect(spring.maxPressure - Math.max(hot.reads, pass.reads)).toBeLessThan(1000)
    }
  })
  test('three hauls on two memories: the remedy shares them, and says how far each then stands off', () => {
    const more = { ...hauls, c: haul(3, 'Half') }
    const three = { ...needs, c: { left: 280_000, right: 360_000, ...corner } }
    const of = (tune: Partial<TunePlan>) =>
      tuneStage({ ...base, ...tune }, more, { needs: three, spring, teed: false, trial: null, site })
    const presets = { ...pressures, c: { left: 280_000, right: 360_000 } }
    const { notes, result } = of({ presets, memories: 2 })
    const note = notes.find((n) => n.rule === 'memories-few')!
    expect(note).toMatchObject({ rank: 'fix', value: 3, limit: 2 })
    // b and c share 290/370 kPa: 10 kPa off, a millimetre here.
    expect(result.shared!.byHaul.b!.preset).toEqual({ left: 290_000, right: 370_000 })
    expect(result.shared!.byHaul.b!.rise.left).toBeCloseTo(-0.001, 9)
    expect(of({ presets, memories: 3 }).notes.map((n) => n.rule)).not.toContain('memories-few')
    const shared = Object.fromEntries(
      note.remedy!.patches.map((p) => [p.path[2], (p as unknown as { value: typeof pressures.a }).value]),
    )
    expect(of({ presets: shared, memories: 2 }).notes.map((n) => n.rule)).not.toContain('memories-few')
    expect(of({ heightTolerance: 0.001 }).result.shared!.needed).toBe(2)
    expect(of({ heightTolerance: 0.0009 }).result.shared!.needed).toBe(3)
  })
})

test('a trailer whose far end the block is not heard at: told under the reserve, quiet at it, and without a trailer', () => {
  const told = (margin: number | null) => {
    const trailerSignal = margin === null ? null : { far: 10, between: ['bed'], margin }
    const facts = { needs, spring, teed: false, trial: null, site: { ...site, trailerSignal } }
    return tuneStage(base, hauls, facts).notes.filter(({ rule }) => rule === 'trailer-signal')
  }
  expect(told(14.99)[0]!.text).toContain('between stand bed')
  expect(told(15)).toEqual([])
  expect(told(null)).toEqual([])
})
