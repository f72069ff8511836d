import { demoPlan } from '../demo/demoShop'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { createDeriver } from '../derive/derive'
import { movePreset, presetPairs } from './presetMoves'

/** From preset to preset on the demo's wireless truck. */
const plan = demoPlan('estuary-flatbed')
const [low, high] = Object.keys(plan.hauls) as [string, string]
plan.tune.presets = { [low]: { left: 150_000, right: 150_000 }, [high]: { left: 400_000, right: 350_000 } }
const derived = createDeriver()(plan)
const move = (from: string, to: string) => movePreset(plan, derived, from, to)!

test('every preset to every other, none to itself', () => {
  const count = Object.keys(derived.stages.tune.result.presets).length
  const pairs = presetPairs(plan, derived)
  expect(pairs).toHaveLength(count * (count - 1))
  expect(pairs.every(([from, to]) => from !== to)).toBe(true)
})

test('up it draws air and amps, down none; up takes longer than down', () => {
  const [up, down] = [move(low, high), move(high, low)]
  expect(up.air).toBeGreaterThan(0)
  expect(up.amps).toBeGreaterThan(5)
  expect(down.air).toBeLessThan(up.air / 20)
  expect(up.seconds!).toBeGreaterThan(down.seconds!)
})

test('the air drawn is what the springs hold more, by the gas law, but for what valves let go on the way', () => {
  const { air } = move(low, high)
  const { stages } = derived
  const { springVolume } = stages.air.result
  // Volumes at the highest haul for both: an upper bound of what two springs of this size take, and half of it
  // a lower one.
  const most = (springVolume.left * 250_000 + springVolume.right * 200_000) / STANDARD_ATMOSPHERE
  expect(air).toBeGreaterThan(0.5 * most)
  expect(air).toBeLessThan(2.5 * most)
})

test('what no supply can reach is not reached, and says so', () => {
  const beyond = structuredClone(plan)
  beyond.tune.presets[high] = { left: 1_500_000, right: 1_500_000 }
  const there = movePreset(beyond, createDeriver()(beyond), low, high)
  expect(there!.seconds).toBeNull()
})
