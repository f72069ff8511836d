import fc from 'fast-check'
import { springClass } from '../catalog/springs'
import { newHaul } from '../document/newHaul'
import type { Haul, TunePlan } from '../document/types'
import { tuneStage } from './tune'
import type { TrialSaid } from './types'

const spring = springClass('leaf-helper-double-2270')!
const haul = (order: number, label: string): Haul => newHaul(label, order)
const hauls = { a: haul(1, 'Empty'), b: haul(2, 'Full') }
const needs = { a: { left: 34_470, right: 34_470 }, b: { left: 300_000, right: 380_000 } }
const run = (tune: Partial<TunePlan>, teed = false) =>
  tuneStage({ presets: {}, minimum: null, trials: {}, ...tune }, hauls, needs, spring, teed)
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
  expect(run({ presets: { a: needs.a } }).state).toBe('begun')
  expect(run({ presets: needs }).state).toBe('clear')
  expect(run({ presets: needs }).figures['b.left']).toMatchObject({
    value: 300_000,
    formula: 'as stored',
    max: spring.maxPressure,
  })
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
  expect(rules({ minimum: 60_000, presets: { a: needs.a } })).toContain('stop preset-under-minimum a')
})

test('far from what the load asks is worth knowing; within the block’s own tolerance is not', () => {
  expect(rules({ presets: { b: { left: 300_000 + 13_000, right: 380_000 } } })).toEqual([])
  expect(rules({ presets: { b: { left: 200_000, right: 380_000 } } })).toEqual(['know preset-off-load b'])
})

test('teed springs take one pressure: two are told, and the remedy keeps the higher', () => {
  const note = run({ presets: { b: needs.b } }, true).notes.find((n) => n.rule === 'teed-preset')!
  expect(note.remedy!.patches[0]!.value).toEqual({ left: 380_000, right: 380_000 })
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
  const reading = { order: 1, at: '', haul: 'b', left: 300_000, right: 300_000, lipLeft: 0.9, lipRight: 0.9 }
  const said = (change: Partial<TrialSaid>): TrialSaid => ({
    area: { factor: 1, tolerance: 0.02 },
    rate: { factor: 1, tolerance: 0.05 },
    lips: [{ id: 'r', side: 'left', taped: 0.9, planned: 0.9, corrected: 0.9 }],
    leftOver: { value: 0, limit: 0.005 },
    besides: null,
    ...change,
  })
  const notes = (trial: TrialSaid | null, change = {}) =>
    tuneStage(
      { presets: {}, minimum: null, trials: { r: { ...reading, ...change } } },
      hauls,
      needs,
      spring,
      false,
      trial,
    ).notes.map((n) => `${n.rank} ${n.rule} ${n.title}`)

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
  })
  test('what the tape leaves unexplained is a Fix past its limit, and so is a load that would have to be further off', () => {
    expect(notes(said({ leftOver: { value: 0.005, limit: 0.005 } }))).toEqual([])
    expect(notes(said({ leftOver: { value: 0.0051, limit: 0.005 } }))[0]).toMatch(/^fix trial-unexplained/)
    const besides = (share: number) => notes(said({ besides: { label: 'the crate', share } }))
    expect(besides(1)).toEqual(['know trial-besides The road trial points at the load too'])
    expect(besides(-1.01)[0]).toMatch(/^fix trial-unexplained/)
  })
})
