import { produce } from 'immer'
import { demoPlan } from '../demo/demoShop'
import type { Plan } from '../document/types'
import { createDeriver } from '../derive/derive'
import { runParts } from './runParts'
import { haulSets, runFacts, scenariosOf } from './runs'

const plan = demoPlan('hive-hauler')
/** All that a run of a plan is given, as text. */
function given(of: Plan): string {
  const derived = createDeriver()(of)
  const { springs: _heights, ...facts } = runFacts(of, derived)
  const { current, springVolume } = derived.stages.air.result
  const rest = { sets: haulSets(of, derived), scenarios: scenariosOf(of, derived), current, springVolume }
  return JSON.stringify([of.air, of.truck, facts, rest])
}
const isOther = (of: Plan) => runParts(of).some((part, i) => part !== runParts(plan)[i])

test.each<[string, (draft: Plan) => void]>([
  ['the height above the sea', (d) => void (d.job.altitude = 2000)],
  ['a thinner wire', (d) => void (d.power.wireArea = 0.8e-6)],
  ['a heavier load', (d) => void (d.hauls.hives!.ballLoad = 200)],
  ['the slack at the springs', (d) => void (d.lay.slackAtSpring = 1)],
  ['another spring', (d) => void (d.air.springClass = 'leaf-helper-single-2700')],
  ['a softer truck', (d) => void (d.truck.suspension.rearRate *= 0.9)],
])('%s changes what a run is given, and so its answers are of another plan', (_, change) => {
  const other = produce(plan, change)
  expect(other).not.toBe(plan)
  expect(given(other)).not.toBe(given(plan))
  expect(isOther(other)).toBe(true)
})

test.each<[string, (draft: Plan) => void]>([
  [
    'a tick',
    (d) => void (d.build.struck.chock = { who: 'Pim', at: '2026-04-20T08:00:00.000Z', reason: 'none' }),
  ],
  ['the driver', (d) => void (d.handover.driver = 'Pim')],
  ['the customer', (d) => void (d.job.customer = 'Pim')],
  ['a preset', (d) => void (d.tune.minimum = 50_000)],
])('%s changes nothing that a run is given, and its answers stand', (_, change) => {
  const other = produce(plan, change)
  expect(other).not.toBe(plan)
  expect(given(other)).toBe(given(plan))
  expect(isOther(other)).toBe(false)
})
