import { demoJobs } from '../../demo/demoShop'
import { createDeriver as createKept } from '../../derive/derive'
import type * as derive from '../../derive/derive'
import { makeEdit } from '../../document/edit'
import type { Plan } from '../../document/types'
import { randomNumbers } from '../../quantity/random'
import { slice } from '../../../tests/slice'

declare const loadAnew: <T>(path: string) => T

/** Small edits, some that affect runs and some that do not. */
const EDITS: ((draft: Plan, by: number) => void)[] = [
  (d, by) => void (d.truck.battery.x += by),
  (d, by) => void (d.truck.battery.y += by),
  (d, by) => d.truck.exhaust.points.forEach((p, i) => i % 2 && (p.y += by)),
  (d, by) => void (d.truck.wheelbase += by),
  (d, by) => void (d.truck.frame.crossMembers[0]! += by),
  (d, by) => void (d.lay.allowance = Math.abs(by)),
  (d, by) => Object.values(d.air.components).forEach((part) => (part.label = `Part ${by.toFixed(3)}`)),
  (d, by) => {
    const place = { x: 1 + by, y: 0.3, z: d.truck.frame.top - 0.1 }
    const [id] = Object.keys(d.air.components).filter((part) => d.air.components[part]!.kind !== 'spring')
    if (id) d.lay.places[id] = place
  },
]

const JOBS = demoJobs().map(({ id, plan }) => [id, plan] as const)

test.each(slice('kept runs', JOBS, 0.4))(
  '%s: after any edits, runs kept from before are those that nothing kept would find',
  (id, plan) => {
    const random = randomNumbers(id.length)
    const kept = createKept()
    let now = plan
    kept(now)
    const turns = Array.from({ length: 24 }, () => {
      const edit = EDITS[Math.floor(random() * EDITS.length)]!
      now = makeEdit(now, 'test', 'x', (draft) => edit(draft as Plan, (random() - 0.5) * 0.4))?.plan ?? now
      return { plan: now, lay: kept(now).stages.lay.result }
    })
    // Freshly loaded modules have kept no grid, no search and no distance.
    for (const turn of turns.filter((_, i) => i % 4 === 3)) {
      const { createDeriver } = loadAnew<typeof derive>('core/derive/derive.ts')
      expect(createDeriver()(turn.plan).stages.lay.result).toEqual(turn.lay)
    }
  },
)
