import fc from 'fast-check'
import { demoPlan } from '../../demo/demoShop'
import { trySet } from '../../whatIf/runs'
import { createDeriver } from '../../derive/derive'
import { PARTS } from '../../catalog/partClasses'
import { setLabel, setsToTry, unbeatenSets, volumeOfSet, withSet, type SetTried } from './whichSet'

const plan = demoPlan('hive-hauler')

describe('which set', () => {
  test('only sets that make sense: no compressor below the cut-out, no tank rated under it', () => {
    const choices = setsToTry(plan.air)
    expect(choices.length).toBeGreaterThan(30)
    expect(choices.some((c) => c.compressor === 'small-wireless' && c.tank !== null)).toBe(false)
    for (const c of choices.filter((x) => x.tank))
      expect(PARTS.find((p) => p.id === c.tank)!.figures.maxPressure!).toBeGreaterThanOrEqual(1_000_000)
    expect(new Set(choices.map(setLabel)).size).toBe(choices.length)
  })
  test('put in, the circuit has it; without a tank its guards are gone', () => {
    const choice = { compressor: 'medium', tank: 'tank-11', tube: 'nylon-3-8', block: 'block-two' }
    const air = withSet(plan.air, choice)
    expect([air.compressorClass, air.components.tank!.class, air.tubeClass]).toEqual([
      'medium',
      'tank-11',
      'nylon-3-8',
    ])
    const bare = withSet(plan.air, { ...choice, compressor: 'compact', tank: null })
    expect(
      Object.values(bare.components)
        .map((c) => c.kind)
        .filter((k) => k === 'relief' || k === 'tank' || k === 'drain'),
    ).toEqual([])
    expect(createDeriver()({ ...plan, air: bare }).stages.air.notes.filter((n) => n.rank === 'stop')).toEqual(
      [],
    )
    expect(volumeOfSet(choice)).toBeGreaterThan(0.0114)
  })
  test('a larger compressor without a tank is quicker; a tank quicker still', () => {
    const of = (compressor: string, tank: string | null) =>
      trySet(plan, { compressor, tank, tube: 'nylon-1-4', block: 'block-two' })
    const [small, large, stored] = [of('small-wireless', null), of('compact', null), of('medium', 'tank-7-6')]
    expect(large.seconds!).toBeLessThan(small.seconds!)
    expect(stored.seconds!).toBeLessThan(large.seconds!)
  })
  test('nothing beats the unbeaten, and each of the others is beaten by one', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            seconds: fc.option(fc.integer({ min: 1, max: 9 }), { nil: null }),
            current: fc.integer({ min: 1, max: 9 }),
            volume: fc.integer({ min: 1, max: 9 }),
          }),
          { maxLength: 30 },
        ),
        (rows) => {
          const tried = rows.map((r): SetTried => ({
            ...r,
            compressor: null,
            tank: null,
            tube: '',
            block: null,
            byHaul: {},
            overshoot: 0,
          }))
          const best = unbeatenSets(tried)
          const beats = (a: SetTried, b: SetTried) =>
            a.seconds! <= b.seconds! &&
            a.current <= b.current &&
            a.volume <= b.volume &&
            (a.seconds! < b.seconds! || a.current < b.current || a.volume < b.volume)
          const whole = tried.filter((t) => t.seconds !== null)
          for (const t of whole) expect(best.has(t)).toBe(!whole.some((o) => beats(o, t)))
          expect([...best].every((t) => t.seconds !== null)).toBe(true)
        },
      ),
    )
  })
})
