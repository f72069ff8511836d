import { slice } from '../slice'

const all = Array.from({ length: 20 }, (_, i) => i)
const of = (seed: string, name = 'kinds', share = 0.25) => slice(name, all, share, { seed, isWhole: false })
const days = Array.from({ length: 60 }, (_, i) => new Date(86_400_000 * i).toISOString().slice(0, 10))

test('one day’s slice is always the same, in the order of the whole, and another day’s is another', () => {
  expect(of('2026-12-01')).toEqual(of('2026-12-01'))
  expect(of('2026-12-01')).toEqual([...of('2026-12-01')].sort((a, b) => a - b))
  expect(of('2026-12-01')).not.toEqual(of('2026-12-02'))
  expect(of('2026-12-01')).not.toEqual(of('2026-12-01', 'drawers'))
})

test('it has its share, at least one, and the whole when the whole is wanted', () => {
  for (const day of days) expect(of(day)).toHaveLength(5)
  expect(of('2026-12-01', 'kinds', 0.001)).toHaveLength(1)
  expect(slice('kinds', all, 0.25, { isWhole: true })).toEqual(all)
})

test('within sixty days every entry has its turn, about as often as any other', () => {
  const turns = all.map((entry) => days.filter((day) => of(day).includes(entry)).length)
  expect(Math.min(...turns)).toBeGreaterThanOrEqual(5)
  expect(Math.max(...turns)).toBeLessThanOrEqual(28)
})
