import { applyEdit } from '../document/edit'
import { demoPlan } from '../demo/demoShop'
import { beginJob, JOB_KINDS } from './jobKinds'
import { kindOfJob } from './kindOf'
import { newPlan } from './newPlan'

/** Kinds that make of a truck what another makes too, and are named as that. */
const ALSO: Record<string, readonly string[]> = {
  air: ['air', 'tank', 'control-on-air'],
  'fit-later-ones': ['control'],
  'control-on-air': ['control-on-air'],
}

test.each(JOB_KINDS.map((kind) => [kind.id, kind] as const))('“%s” is told from its circuit', (id, kind) => {
  const base = newPlan('leaf-flatbed', 'x')
  for (const found of kind.founds.length ? kind.founds : [null])
    for (const target of kind.targets.length ? kind.targets : [found!]) {
      if (found === target && kind.targets.length > 0) continue
      const plan = applyEdit(base, beginJob(base.air, id, found, target).patches)
      expect([found, target, ALSO[id] ?? [id]]).toEqual([
        found,
        target,
        expect.arrayContaining([kindOfJob(plan.air)?.id]),
      ])
    }
})

test('the demo’s retrofit and its whole kits are told', () => {
  expect(kindOfJob(demoPlan('estuary-flatbed').air)?.id).toBe('whole')
  expect(kindOfJob(demoPlan('hive-hauler').air)?.id).toBe('control-on-air')
})

test('a new gauge on a truck where all else stays is no repair of a leak: it is none of the kinds', () => {
  const base = newPlan('leaf-flatbed', 'x')
  const plan = structuredClone(applyEdit(base, beginJob(base.air, 'leak', 'cab-gauge', 'cab-gauge').patches))
  expect(kindOfJob(plan.air)?.id).toBe('leak')
  const gauge = Object.values(plan.air.components).find(({ kind }) => kind === 'gauge')!
  gauge.state = 'new'
  expect(kindOfJob(plan.air)).toBeNull()
})
