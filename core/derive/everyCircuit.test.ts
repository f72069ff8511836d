import { readFileSync, writeFileSync } from 'node:fs'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { TRUCK_KINDS } from '../catalog/trucks'
import type { Archetype, Plan, TruckKind } from '../document/types'
import { createDeriver } from './derive'
import { newPlan } from './newPlan'

const FILE = 'docs/layouts.md'

const planOf = (kind: TruckKind, archetype: Archetype): Plan => {
  const plan = newPlan(kind, 'x')
  const block = ARCHETYPES.find((a) => a.id === archetype)!.block ?? plan.air.blockClass
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype), blockClass: block })
  return plan
}

/** One circuit on one truck as it is proposed: metres of tube, holes, and what Lay says of it. */
function layoutOf(kind: TruckKind, archetype: Archetype) {
  const { figures, result, notes } = createDeriver()(planOf(kind, archetype)).stages.lay
  const told = notes.filter((n) => n.rank !== 'know').map((n) => `${n.rank} ${n.rule} of ${n.subject}`)
  const holes = result.routes.reduce((sum, r) => sum + r.grommets, 0)
  return {
    text: `${figures.tube!.value!.toFixed(1)} m, ${holes}`,
    told,
    wayless: result.routes.filter((r) => r.wayless),
  }
}

const rows = ARCHETYPES.map(({ id, label }) => ({
  label,
  cells: TRUCK_KINDS.map((kind) => layoutOf(kind.id, id)),
}))

/** What a new truck's spring beside the exhaust asks for: a shield, which is the installer's to decide. */
const SHIELDS = /^stop part-near-heat of spring-(left|right)$/

test('every circuit on every kind of truck is laid whole: every run finds its way, and Lay has no Stop of its own', () => {
  for (const { label, cells } of rows)
    cells.forEach(({ told, wayless }, i) => {
      const own = told.filter((t) => !SHIELDS.test(t))
      expect({ label, kind: TRUCK_KINDS[i]!.id, own, wayless }).toMatchObject({ own: [], wayless: [] })
    })
})

test('the table in docs is what is laid (npm run golden)', () => {
  const head = ['', ...TRUCK_KINDS.map((k) => k.label)]
  const line = (cells: string[]) => `| ${cells.join(' | ')} |`
  const table = [
    '# Every circuit on every kind of truck',
    '',
    'As Lay proposes it on the kind’s example truck, with nothing put by hand: metres of tube to cut, and holes through sheet',
    'metal. Every run finds its way, and no part stands in anything; a spring beside the exhaust asks for its shield as on',
    'any truck. Written by `npm run golden`, checked by every test run.',
    '',
    line(head),
    line(head.map(() => '---')),
    ...rows.map(({ label, cells }) => line([label, ...cells.map((c) => c.text)])),
    '',
  ].join('\n')
  if (process.env.GOLDEN === 'write') writeFileSync(FILE, table)
  expect(readFileSync(FILE, 'utf8')).toBe(table)
})
