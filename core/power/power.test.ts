import fc from 'fast-check'
import { AWG_SIZES } from '../catalog/electrical'
import { blockClass } from '../catalog/blocks'
import { compressorClass } from '../catalog/compressors'
import { exampleTruck } from '../catalog/trucks'
import { newPlan } from '../jobs/newPlan'
import type { Plan, PowerPlan } from '../document/types'
import { areaOfAwg } from '../quantity/units'
import { chooseFuse } from './circuit'
import { planFeed, powerStage } from './power'
import { wiringOf } from './network/wiring'

const truck = exampleTruck('leaf-flatbed')
const set = {
  compressor: compressorClass('compact'),
  block: blockClass('block-two'),
  current: 16,
  motors: 1,
  slowed: null as number | null,
  times: {} as Record<string, number | null>,
}
type FedSet = Omit<typeof set, 'compressor'> & Pick<Parameters<typeof planFeed>[1], 'compressor'>
const base = newPlan('leaf-flatbed', 'x').power
const PART = { state: 'new', side: null, sheet: {}, class: null }
/** A compressor and its block, as the circuit has them. */
const partsOf = (of: FedSet) =>
  ({
    ...(of.compressor && { compressor: { ...PART, kind: 'compressor', label: 'Compressor' } }),
    ...(of.block && { block: { ...PART, kind: 'block', label: 'Valve block' } }),
  }) as unknown as Plan['air']['components']
/** The stage on the feed planned for its set. */
const staged = (power: PowerPlan, of: FedSet, run: number | null, harness: number, under = truck) => {
  const feed = planFeed(power, of, run, harness)
  const wiring = wiringOf({
    air: { components: partsOf(of), lines: {} },
    power,
    feed,
    bed: under.bed.material,
    ampsOf: () => of.block?.current ?? 0,
    asleepOf: () => of.block?.standby ?? 0,
    lengthOf: () => 1,
  })
  return powerStage(power, under, of, feed, wiring, [])
}
const run = (
  power: Partial<PowerPlan> = {},
  run = 3,
  harness = 5.5,
  material: 'steel' | 'aluminium' = 'steel',
) => staged({ ...base, ...power }, set, run, harness, { ...truck, bed: { ...truck.bed, material } })
const rules = (...args: Parameters<typeof run>) => run(...args).notes.map((n) => `${n.rank} ${n.rule}`)

test('as proposed it keeps the drop, carries the load and is guarded by its fuse', () => {
  const { result, notes } = run()
  expect(result.dropRatio).toBeLessThanOrEqual(base.maxDrop)
  expect(result.ampacity).toBeGreaterThanOrEqual(result.continuous)
  expect(result.fuse!).toBeLessThanOrEqual(result.ampacity)
  expect(result.continuous / result.fuse!).toBeLessThanOrEqual(0.8)
  expect(notes.map((n) => `${n.rank} ${n.rule}`)).toEqual([
    'know fuse-last',
    'know tap-unknown',
    'know fuse-reach-unknown',
  ])
})

test('the wire is as long as the run or the harness, whichever is more', () => {
  expect(run({}, 3, 5.5).result.oneWay).toBe(5.5)
  expect(run({}, 7, 5.5).result.oneWay).toBe(7)
})

test('a thin wire: drop, overload and no fuse that would guard it; each remedy is the proposal', () => {
  const thin = run({ wireArea: areaOfAwg(18) })
  expect(thin.notes.map((n) => `${n.rank} ${n.rule}`)).toEqual(
    expect.arrayContaining(['fix drop', 'stop wire-overload', 'stop no-fuse']),
  )
  for (const note of thin.notes.filter((n) => n.remedy))
    expect(note.remedy!.patches).toEqual([{ op: 'replace', path: ['power', 'wireArea'], value: null }])
})

test('a fuse above the wire’s ampacity is a Stop, one too near the load a Fix', () => {
  expect(rules({ wireArea: areaOfAwg(12), fuse: 40 })).toContain('stop fuse-over-wire')
  expect(rules({ fuse: 20 })).toContain('fix fuse-nuisance')
})

test('an aluminium body is no earth; steel is; the frame never is the trouble', () => {
  expect(rules({ earth: 'body' }, 3, 5.5, 'aluminium')).toContain('stop earth-not-steel')
  expect(rules({ earth: 'body' }, 3, 5.5, 'steel')).not.toContain('stop earth-not-steel')
  expect(rules({ earth: 'frame' }, 3, 5.5, 'aluminium')).not.toContain('stop earth-not-steel')
})

test('nothing to feed: no figures, no notes, nothing to wire', () => {
  const none = staged(base, { ...set, compressor: null, block: null, current: 0 }, null, 0)
  expect([Object.keys(none.figures), none.notes, none.headline]).toEqual([
    [],
    [],
    { text: 'nothing to wire' },
  ])
})

test('a run that no size serves is told, with the thickest in the figures', () => {
  const long = run({}, 400, 5)
  expect(long.notes.map((n) => n.rule)).toContain('no-wire-fits')
  expect(long.result.area).toBeCloseTo(AWG_SIZES.at(-1)!.area, 12)
})

test('stand-by: 70 Ah, half of it, 2 mA is 729 days (reference sheet’s form)', () => {
  // 35 Ah over 2 mA of the block at 12 V (its battery rests at 12.475), 20 mA of the truck and 5 % a month of 70 Ah.
  const asleep = 0.002 * (12.475 / 12)
  expect(run().figures.standby!.value! / 86_400).toBeCloseTo(35 / (asleep + 0.02 + (70 * 0.05) / 720) / 24, 1)
  // What a battery loses by itself ends it within a year, however large it is.
  expect(run({ batteryCapacity: 5e6 }).figures.standby!.value! / 86_400).toBeLessThan(365)
})

test('whatever wire and fuse are typed, a combination that could burn never passes without a Stop', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...AWG_SIZES),
      fc.constantFrom(5, 10, 15, 20, 25, 30, 35, 40),
      fc.integer({ min: 1, max: 8 }),
      fc.boolean(),
      (size, fuse, bundle, engineSpace) => {
        const { result, notes } = run({ wireArea: size.area, fuse, bundle, engineSpace })
        const burns = fuse > result.ampacity || result.continuous > result.ampacity
        expect(notes.some((n) => n.rank === 'stop')).toBe(burns)
      },
    ),
  )
})

test('wire and fuse are chosen together: what is proposed passes its own rules, whatever the run', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2, max: 31, noNaN: true }),
      fc.double({ min: 0.1, max: 9, noNaN: true }),
      fc.integer({ min: 1, max: 8 }),
      fc.boolean(),
      fc.constantFrom('compact', 'medium', 'small-wireless'),
      (current, length, bundle, engineSpace, compressor) => {
        const stage = staged(
          { ...base, bundle, engineSpace, wireArea: null, fuse: null },
          { ...set, compressor: compressorClass(compressor), block: null, current },
          length,
          0,
        )
        if (stage.notes.some((n) => n.rule === 'no-wire-fits')) return
        const { inrush, inrushTime } = stage.result
        const carried = chooseFuse(current, inrush, inrushTime, Infinity).rating !== null
        const { notes } = stage
        expect(notes.map((n) => n.rule)).toEqual([
          ...(carried ? [] : ['no-fuse']),
          'fuse-last',
          'fuse-reach-unknown',
        ])
      },
    ),
  )
})

test('over what blade fuses carry there is none, and it is said; a thicker wire is not', () => {
  const stage = staged(base, { ...set, current: 36 }, 3, 0)
  expect(stage.notes.find((n) => n.rule === 'no-fuse')!.text).toMatch(/^No blade fuse up to 40 A/)
  expect(stage.notes.map((n) => n.rule)).not.toContain('wire-overload')
})

test('a feed that takes a tenth of the air is usual, more is a Fix, all of it a motor that stands still', () => {
  const told = (slowed: number | null, power: Partial<PowerPlan> = {}) =>
    staged({ ...base, ...power }, { ...set, slowed }, 3, 0).notes.find((n) => n.rule.startsWith('feed-'))
  expect(told(null)).toBeUndefined()
  expect(told(0.1)).toBeUndefined()
  expect(told(0.1001)).toMatchObject({ rule: 'feed-slows', rank: 'fix', value: 0.1001, limit: 0.1 })
  expect(told(0.9999)).toMatchObject({ rule: 'feed-slows' })
  expect(told(1)).toMatchObject({ rule: 'feed-stalls', rank: 'stop' })
  // Only a wire that somebody typed can be taken back.
  expect(told(0.2)!.remedy).toBeUndefined()
  expect(told(0.2, { wireArea: areaOfAwg(18) })!.remedy!.label).toBe('Use the proposed wire')
})
