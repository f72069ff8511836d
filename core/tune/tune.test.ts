import fc from 'fast-check'
import { springClass } from '../catalog/springs'
import { newHaul } from '../document/newHaul'
import type { Haul, TunePlan } from '../document/types'
import { tuneStage } from './tune'

const spring = springClass('leaf-helper-double-2270')!
const haul = (order: number, label: string): Haul => newHaul(label, order)
const hauls = { a: haul(1, 'Empty'), b: haul(2, 'Full') }
const needs = { a: { left: 34_470, right: 34_470 }, b: { left: 300_000, right: 380_000 } }
const run = (tune: Partial<TunePlan>, teed = false) =>
  tuneStage({ presets: {}, minimum: null, ...tune }, hauls, needs, spring, teed)
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
