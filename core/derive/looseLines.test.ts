import { circuitPlan } from '../../tests/support/circuitPlans'
import { faultsOf } from '../../tests/faultsOf'
import { partOperations, wholeOperations } from '../air/circuit/offered'
import { ARCHETYPES } from '../air/circuit/startingCircuits'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import type { AirPlan, Plan } from '../document/types'
import { OperationError } from '../quantity/operation'
import { createDeriver } from './derive'
import { newPlan } from '../jobs/newPlan'
import type { Derived } from './types'
import { slice } from '../../tests/slice'

/**
 * Where one person takes a part out while another puts a line to it, the line ends at nothing. The plan must
 * still be worked out, say so, and be mended by what it offers.
 */

const bare = newPlan('leaf-flatbed', 'x')
const derive = createDeriver()
const looseIn = ({ notes }: Derived) => notes.filter((note) => note.rule === 'loose-line')
const stopsIn = ({ notes }: Derived) =>
  notes.filter(({ rank, rule }) => rank === 'stop' && rule !== 'loose-line')

/** A line of each two kinds of port that starting circuits join, loosened at either end. */
function loosened(): { way: string; plan: Plan }[] {
  const seen = new Set<string>()
  return ARCHETYPES.flatMap(({ id }) => {
    const air = circuitPlan(id)
    return Object.keys(air.lines).flatMap((line) =>
      (['from', 'to'] as const).flatMap((end) => {
        const joins = `${end} of ${endOf(air, line, 'from')}–${endOf(air, line, 'to')}`
        if (seen.has(joins)) return []
        seen.add(joins)
        const loose = structuredClone(air)
        loose.lines[line]![end] = 'ghost'
        return { way: `${id}: ${line}, ${joins}`, plan: { ...bare, air: loose } }
      }),
    )
  })
}
function endOf({ lines, components }: AirPlan, id: string, end: 'from' | 'to'): string {
  const line = lines[id]!
  return `${components[line[end]]!.kind}.${end === 'from' ? line.fromPort : line.toPort}`
}

const all = loosened()
const plans = slice('loose lines', all, 0.4)

test('a line that ends at nothing is told at every kind of part, and its remedy leaves nothing worse', () => {
  expect(all.length).toBeGreaterThan(80)
  for (const { way, plan } of plans) {
    const derived = derive(plan)
    expect([way, faultsOf(derived)]).toEqual([way, []])
    const [note] = looseIn(derived)
    expect([way, note?.rank]).toEqual([way, 'stop'])
    const [on] = Object.values(plan.air.lines).flatMap(({ from, to }) =>
      from === 'ghost' ? [to] : to === 'ghost' ? [from] : [],
    )
    expect(note!.text).toContain(`The line at the ${plan.air.components[on!]!.label.toLowerCase()} has`)
    const mended = derive(applyEdit(plan, note!.remedy!.patches))
    expect([way, looseIn(mended)]).toEqual([way, []])
    const [before, after] = [stopsIn(derived), stopsIn(mended)].map((list) => list.map(({ rule }) => rule))
    expect([way, after!.filter((rule) => !before!.includes(rule))]).toEqual([way, []])
  }
})

test('every operation offered on such a circuit is done, or says why not', () => {
  for (const { way, plan } of plans) {
    const parts = Object.keys(plan.air.components).flatMap((id) => partOperations(plan.air, id))
    for (const { label, run } of [...wholeOperations(plan.air), ...parts])
      try {
        run(plan.air)
      } catch (error) {
        expect([way, label, error]).toEqual([way, label, expect.any(OperationError)])
      }
  }
})

test('a job stands whichever of its parts is gone with its lines still there', () => {
  const job = demoPlan('ridge-tender')
  for (const id of Object.keys(job.air.components)) {
    const { [id]: _gone, ...components } = job.air.components
    const derived = derive({ ...job, air: { ...job.air, components } })
    expect([id, faultsOf(derived)]).toEqual([id, []])
    expect([id, looseIn(derived).length > 0]).toEqual([id, true])
  }
})
