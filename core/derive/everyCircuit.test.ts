import { readFileSync, writeFileSync } from 'node:fs'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { TRUCK_KINDS } from '../catalog/trucks'
import { blockedBy } from '../build/order'
import { NOTHING_RECORDED, type Archetype, type BuildPlan, type Plan } from '../document/types'
import { createDeriver } from './derive'
import { newPlan } from '../jobs/newPlan'
import type { Derived } from './types'
import { faultsOf } from '../../tests/faultsOf'

const FILE = 'docs/layouts.md'

/** A new job of a kind with a circuit put on it. */
function planOf(base: Plan, archetype: Archetype): Plan {
  const { block } = ARCHETYPES.find((a) => a.id === archetype)!
  const blockClass = block ?? base.air.blockClass
  return { ...base, air: { ...base.air, archetype, ...startingCircuit(archetype), blockClass } }
}

/** Every circuit on every kind of truck, derived once for all that is looked at in it. */
const every = TRUCK_KINDS.map(({ id }) => {
  const [base, derive] = [newPlan(id, 'x'), createDeriver()]
  return ARCHETYPES.map((a) => ({ way: `${a.id} on ${id}`, derived: derive(planOf(base, a.id)) }))
})
const all = every.flat()

test('figures are finite, each with a formula and a source, and so are notes', () => {
  for (const { way, derived } of all) expect([way, faultsOf(derived)]).toEqual([way, []])
})

test('the list of the build is in an order that its own rules allow, each step once, none waiting for what comes later', () => {
  for (const { way, derived } of all) {
    const { steps } = derived.stages.build.result
    expect([way, new Set(steps.map((s) => s.id)).size]).toEqual([way, steps.length])
    const done: BuildPlan['ticks'] = {}
    for (const step of steps) {
      for (const before of Object.keys(step.after))
        expect([way, step.id, before, steps.some((s) => s.id === before)]).toEqual([
          way,
          step.id,
          before,
          true,
        ])
      expect([way, step.id, blockedBy(step, steps, { ticks: done, struck: {} })]).toEqual([
        way,
        step.id,
        null,
      ])
      done[step.id] = { who: 'Bram', at: '2026-03-12T08:00:00.000Z', ...NOTHING_RECORDED }
    }
  }
})

test('every figure a step of the build names is there', () => {
  for (const { way, derived } of all)
    for (const step of derived.stages.build.result.steps) {
      const named = [...step.detail.matchAll(/\{(\w+)\}/g)].map(([, name]) => name)
      expect([way, step.id, named.filter((name) => !(name! in step.values))]).toEqual([way, step.id, []])
    }
})

/** One circuit on one truck as it is proposed: metres of tube, holes, and what Lay says of it. */
function layoutOf({ stages }: Derived) {
  const { figures, result, notes } = stages.lay
  const told = notes.filter((n) => n.rank !== 'know').map((n) => `${n.rank} ${n.rule} of ${n.subject}`)
  const holes = result.routes.reduce((sum, r) => sum + r.grommets, 0)
  return {
    text: `${figures.tube!.value!.toFixed(1)} m, ${holes}`,
    told,
    wayless: result.routes.filter((r) => r.wayless),
  }
}

const rows = ARCHETYPES.map(({ label }, i) => ({
  label,
  cells: every.map((kind) => layoutOf(kind[i]!.derived)),
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
