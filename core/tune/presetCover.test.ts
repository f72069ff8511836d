import fc from 'fast-check'
import type { Preset } from '../document/types'
import { coverWith, memoriesNeeded, missOf } from './presetCover'

/** The smallest largest miss, by trying every way to put hauls on memories. */
function byHand(hauls: readonly Preset[], memories: number): number {
  let best = Infinity
  const groups: Preset[][] = []
  const miss = (group: readonly Preset[]) => {
    const width = (of: 'left' | 'right') => {
      const values = group.map((p) => p[of])
      return (Math.max(...values) - Math.min(...values)) / 2
    }
    return Math.max(width('left'), width('right'))
  }
  function put(i: number): void {
    if (i === hauls.length) {
      best = Math.min(best, Math.max(...groups.map(miss)))
      return
    }
    for (const group of [...groups]) {
      group.push(hauls[i]!)
      put(i + 1)
      group.pop()
    }
    if (groups.length === memories) return
    groups.push([hauls[i]!])
    put(i + 1)
    groups.pop()
  }
  put(0)
  return best
}

const someHauls = fc.array(
  fc.record({ left: fc.integer({ min: 0, max: 12 }), right: fc.integer({ min: 0, max: 12 }) }),
  { minLength: 1, maxLength: 7 },
)

test('against every way of putting hauls on memories, on small cases', () => {
  fc.assert(
    fc.property(someHauls, fc.integer({ min: 1, max: 4 }), (hauls, memories) => {
      const { presets, assigned, worst } = coverWith(hauls, memories)
      expect(worst).toBeCloseTo(byHand(hauls, memories), 9)
      expect(presets.length).toBeLessThanOrEqual(memories)
      hauls.forEach((haul, i) =>
        expect(missOf(haul, presets[assigned[i]!]!)).toBeLessThanOrEqual(worst + 1e-9),
      )
    }),
    { numRuns: 400 },
  )
})

test('the fewest memories within a tolerance are those with which the least miss is no more', () => {
  fc.assert(
    fc.property(someHauls, fc.integer({ min: 0, max: 6 }), (hauls, tolerance) => {
      const needed = memoriesNeeded(hauls, tolerance)
      expect(byHand(hauls, needed)).toBeLessThanOrEqual(tolerance)
      if (needed > 1) expect(byHand(hauls, needed - 1)).toBeGreaterThan(tolerance)
    }),
    { numRuns: 400 },
  )
})

test('more memories never miss by more, and one for each haul misses nothing', () => {
  const hauls = Array.from({ length: 40 }, (_, i) => ({ left: (i * 37) % 400, right: (i * 91) % 400 }))
  let before = Infinity
  for (const memories of [1, 2, 3, 4, 6]) {
    const { worst } = coverWith(hauls, memories)
    expect(worst).toBeLessThanOrEqual(before)
    before = worst
  }
  expect(coverWith(hauls, 40).worst).toBe(0)
  expect(coverWith([], 3)).toEqual({ presets: [], assigned: [], worst: 0 })
})
