import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { levelLoopOf, runLevel } from './levelLoops'
import { answerPlan } from './runs'

test.each([
  ['left', 0.3],
  ['right', -0.3],
] as const)('of two sides the one that is level later is told: more on the %s', (heavy, y) => {
  const plan = demoPlan('kiln-trailer')
  for (const haul of Object.values(plan.hauls)) for (const item of Object.values(haul.items)) item.y = y
  const derived = createDeriver()(plan)
  const { levels } = answerPlan(plan, derived)
  const loop = levelLoopOf(plan, derived, 'kiln')!
  expect(loop.haulForce > loop.rightForce).toBe(heavy === 'left')
  const [left, right] = [loop.haulForce, loop.rightForce].map((haulForce) =>
    runLevel({ ...loop, haulForce }, 'load'),
  )
  expect(left!.levelAt).not.toBe(right!.levelAt)
  const later = left!.levelAt! > right!.levelAt! ? left! : right!
  expect(levels.kiln).toEqual({ levelAt: later.levelAt, off: later.off, hunting: later.hunting })
})
