import { LEVEL_DRIVES, levelLoopOf, runLevel } from '#core/whatIf/levelLoops'
import { LEVER_TRIES, tryLevel } from '#core/whatIf/levelSweep'
import { createDeriver } from '#core/derive/derive'
import { demoPlan } from '../core/demo/demoShop'

/** Ten minutes of rough road in a closed loop, and a sweep of sixty over arms and lags, s. */
const plan = demoPlan('ridge-tender')
const derived = createDeriver()(plan)
const loop = levelLoopOf(plan, derived, 'water')!
const timed = (run: () => void) => {
  const began = performance.now()
  run()
  return (performance.now() - began) / 1000
}
const rough = LEVEL_DRIVES.find(({ id }) => id === 'rough')!.id
const ten = Math.min(...Array.from({ length: 5 }, () => timed(() => void runLevel(loop, rough))))
const one =
  timed(() => LEVER_TRIES.forEach((pair) => tryLevel(plan, derived, 'water', pair))) / LEVER_TRIES.length
console.log(JSON.stringify({ ten, sixty: 60 * one }))
