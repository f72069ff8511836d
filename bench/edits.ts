import { createDeriver } from '#core/derive/derive'
import { makeEdit } from '#core/document/edit'
import type { Plan } from '#core/document/types'
import { writeFileSync } from 'node:fs'
import { demoJobs } from '../core/demo/demoShop'

/**
 * Time to derive a plan again after one edit, in ms, by kind of edit: the slowest of all such edits on all demo
 * jobs. `edits FILE` writes the times to FILE.
 */
type Change = (plan: Plan, turn: number) => void

/** Every edit of a kind that is possible in a plan. */
const KINDS: Record<string, (plan: Plan) => Change[]> = {
  'rename a part': ({ air }) =>
    Object.keys(air.components).map((id) => (d, turn) => void (d.air.components[id]!.label = `Part ${turn}`)),
  'a price': ({ air }) =>
    Object.keys(air.components).map((id) => (d, turn) => void (d.air.components[id]!.own.price = turn + 1)),
  'a wire’s colour': () => [(d, turn) => void (d.power.colours.feed = `colour ${turn}`)],
  'a mass': ({ hauls }) =>
    Object.entries(hauls).flatMap(([haul, { items }]) =>
      Object.keys(items).map(
        (item) => (d: Plan, turn: number) => void (d.hauls[haul]!.items[item]!.mass += turn + 1),
      ),
    ),
  'a part moved': (plan) => {
    const { places } = createDeriver()(plan).stages.lay.result
    const moved = Object.keys(plan.air.components).filter(
      (id) => places[id] && plan.air.components[id]!.kind !== 'spring',
    )
    return moved.map((id) => (d, turn) => {
      const at = places[id]!
      d.lay.places[id] = { ...at, x: at.x + 0.01 * (turn + 1) }
    })
  },
  wheelbase: () => [(d, turn) => void (d.truck.wheelbase += 0.01 * (turn + 1))],
  battery: () => [(d, turn) => void (d.truck.battery.x += 0.01 * (turn + 1))],
  exhaust: () => [(d, turn) => void (d.truck.exhaust.points[1]!.x += 0.01 * (turn + 1))],
}

const ROUNDS = 5
const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Each edit with a new value, after the unchanged plan. */
function slowest(plan: Plan, changes: readonly Change[]): number {
  const times = changes.map((change) => {
    const derive = createDeriver()
    derive(plan)
    const taken = Array.from({ length: ROUNDS }, (_, turn) => {
      const edited = makeEdit(plan, 'bench', 'x', (draft) => change(draft as Plan, turn))!.plan
      // Collects young garbage first, so that it is not collected while this is timed.
      globalThis.gc?.({ type: 'minor' })
      const from = performance.now()
      derive(edited)
      return performance.now() - from
    })
    return median(taken)
  })
  return Math.max(...times, 0)
}

const jobs = demoJobs().map(({ plan }) => plan)
// A first round compiles the code, so that only the work is timed.
for (const plan of jobs) slowest(plan, KINDS.wheelbase!(plan))
const found = Object.entries(KINDS).map(([kind, of]): [string, number] => [
  kind,
  Math.max(...jobs.map((plan) => slowest(plan, of(plan)))),
])
writeFileSync(process.argv[2]!, JSON.stringify(Object.fromEntries(found)))
