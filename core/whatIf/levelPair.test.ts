import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { arrangementOf, PAIR_DRIVES, runPair } from './levelPair'
import { rollBar } from '../truck/rollBar'

/** Both corners of the demo's jobs that level themselves. */
const ridge = demoPlan('ridge-tender')
const derived = createDeriver()(ridge)

test('roll by hand: half the front’s rate on its base squared, and the bars, over the rear’s base squared', () => {
  const { truck } = derived.stages.truck.result
  const known = {
    frontRate: 40_000,
    frontSpringBase: 1,
    frontAntiRoll: 3000,
    rearAntiRoll: 2000,
    rearSpringBase: 1.25,
  }
  // 40 000 · 1² ⁄ 2 + 5000 = 25 000 N·m/rad; over 1.25² it is 16 000 N/m.
  expect(rollBar({ ...truck, suspension: { ...truck.suspension, ...known } })).toBeCloseTo(16_000, 6)
})

test('every arrangement over both drives comes to an end with figures; without a haul there is none', () => {
  for (const { id } of PAIR_DRIVES)
    for (const arrangement of ['sides', 'middle', 'swapped'] as const) {
      const found = runPair(ridge, derived, 'water', id, arrangement)!
      for (const value of [found.off, found.lean, found.filled, found.vented])
        expect(Number.isFinite(value)).toBe(true)
    }
  expect(runPair(ridge, derived, 'ghost', 'load', 'sides')).toBeNull()
})

test('on a kerb one a side spends more air than one in the middle', () => {
  const air = (arrangement: 'sides' | 'middle') => {
    const { filled, vented } = runPair(ridge, derived, 'half', 'kerb', arrangement)!
    return filled + vented
  }
  expect(air('sides')).toBeGreaterThan(air('middle'))
})

test('how a circuit has its valves or its sensors', () => {
  expect(['sides', 'middle']).toContain(arrangementOf(ridge))
  expect(arrangementOf(demoPlan('kiln-trailer'))).toBe('sides')
})
