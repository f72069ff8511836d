import { circuitAsFound, circuitAsItRuns, isAllNew } from '../air/circuit/states'
import { looseLines, openPorts } from '../air/circuit/connections'
import { putInLine, replacePart, takeOut } from '../air/circuit/operations'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { isFitted } from '../catalog/partStates'
import { applyEdit } from '../document/edit'
import { checkPlan } from '../document/schema'
import type { Archetype, Plan } from '../document/types'
import { createDeriver } from './derive'
import { beginJob, JOB_KINDS, type JobKind } from './jobKinds'
import { newPlan } from './newPlan'
import { tryRemedy } from './tryRemedy'

const derive = createDeriver()
const begun = (id: string, found: Archetype | null, target: Archetype): Plan => {
  const base = newPlan('leaf-flatbed', 'x')
  return applyEdit(base, beginJob(base.air, id, found, target).patches)
}
const ways = (kind: JobKind): [Archetype | null, Archetype][] => {
  const founds = kind.founds.length ? kind.founds : [null]
  return founds.flatMap((found): [Archetype | null, Archetype][] =>
    kind.targets.length ? kind.targets.map((target) => [found, target]) : [[found, found!]],
  )
}
const stepIds = (plan: Plan) => derive(plan).stages.build.result.steps.map((s) => s.id)
const notes = (plan: Plan) => derive(plan).notes.map((n) => `${n.rank} ${n.rule}`)

for (const kind of JOB_KINDS)
  test(`“${kind.label}” from every circuit: whole, only what is fitted is mounted and cut, nothing taken out stays`, () => {
    for (const [found, target] of ways(kind)) {
      const plan = begun(kind.id, found, target)
      const way = `${kind.id} ${found} ${target}`
      expect([way, checkPlan(plan).problems]).toEqual([way, null])
      const runs = circuitAsItRuns(plan.air)
      expect([way, openPorts(runs), looseLines(runs)]).toEqual([way, [], []])
      expect([way, openPorts(plan.air), looseLines(plan.air)]).toEqual([way, [], []])
      const { result } = derive(plan).stages.lay
      for (const cut of result.cuts) expect(isFitted(plan.air.lines[cut.id]!.state)).toBe(true)
      const { steps } = derive(plan).stages.build.result
      const ids = steps.map((s) => s.id)
      expect(new Set(ids).size).toBe(ids.length)
      steps.forEach((step, i) => {
        for (const before of Object.keys(step.after)) {
          const at = ids.indexOf(before)
          expect([way, step.id, before, at >= 0 && at < i]).toEqual([way, step.id, before, true])
        }
      })
      for (const [id, c] of Object.entries(plan.air.components)) {
        if (!isFitted(c.state)) expect([way, ids.includes(`mount-${id}`)]).toEqual([way, false])
        const small = c.kind === 'tee' || c.kind === 'plug'
        if ((c.state === 'kept' || c.used) && !small) expect(ids).toContain(`look-${id}`)
        if (c.state === 'replaced' && !small) expect(ids).toContain(`off-${id}`)
        expect([way, c.state]).not.toEqual([way, 'out'])
      }
      for (const [id, c] of Object.entries(plan.air.gone.components)) {
        expect(c.state).toBe('out')
        if (c.kind !== 'tee' && c.kind !== 'plug') expect(ids).toContain(`off-${id}`)
      }
      const opened = ids.find((id) => id.startsWith('off-'))
      if (opened) expect(ids.indexOf('let-down')).toBeLessThan(ids.indexOf(opened))
    }
  })

test('what is found is the circuit that was said to be there, part for part and line for line', () => {
  for (const id of ['control', 'air', 'tank', 'back'])
    for (const [found, target] of ways(JOB_KINDS.find((k) => k.id === id)!)) {
      const asFound = circuitAsFound(begun(id, found, target).air)
      const { components, lines } = startingCircuit(found!)
      expect(Object.keys(asFound.components).sort()).toEqual(Object.keys(components).sort())
      expect(Object.keys(asFound.lines).sort()).toEqual(Object.keys(lines).sort())
    }
})

test('a plan that is all new runs as it is, the very same object', () => {
  const { air } = begun('whole', null, 'tank-wireless')
  expect(isAllNew(air)).toBe(true)
  expect(circuitAsItRuns(air)).toBe(air)
  expect(isAllNew(begun('control', 'hand-two', 'wireless-dual').air)).toBe(false)
})

test('hand-filled springs get a control: springs and valves stay, their lines are cut for the tees', () => {
  const plan = begun('control', 'hand-two', 'wireless-dual')
  const { components, lines, gone } = plan.air
  expect(components['spring-left']!.state).toBe('kept')
  expect(components['fill-right']!.state).toBe('kept')
  expect(components.compressor!.state).toBe('new')
  expect(Object.keys(gone.lines)).toEqual(['line-left', 'line-right'])
  expect(lines['tee-spring-left']!.state).toBe('new')
  const ids = stepIds(plan)
  expect(ids).not.toContain('bench-left')
  expect(ids).not.toContain('mount-fill-left')
  expect(ids).toEqual(
    expect.arrayContaining(['look-spring-left', 'off-line-line-left', 'mount-compressor', 'fuse']),
  )
  const whole = begun('whole', null, 'wireless-dual')
  const minutes = (p: Plan) => derive(p).stages.build.result.minutes
  expect(minutes(plan)).toBeLessThan(minutes(whole))
})

test('a compressor that cannot fill the tank is replaced, though one is there', () => {
  const plan = begun('tank', 'wireless-dual', 'tank-wireless')
  expect(plan.air.components.compressor!.state).toBe('replaced')
  expect(plan.air.components.block!.state).toBe('kept')
  expect(plan.air.compressorClass).toBe('compact')
})

test('a drowned compressor becomes a solenoid on existing air', () => {
  const plan = begun('solenoid', 'wireless-dual', 'onboard-wireless')
  const { components, gone } = plan.air
  expect(components['feed-valve']!.state).toBe('new')
  expect(components.tank!.state).toBe('kept')
  expect(components.block!.state).toBe('kept')
  expect(gone.components['old-compressor']).toMatchObject({
    state: 'out',
    found: { condition: 'failed', failedBy: 'wet' },
  })
  expect(notes(plan)).toEqual(expect.arrayContaining(['stop tank-no-plate', 'know failed-by']))
})

test('bags now, compressor later: it runs by hand, what waits is plugged, and later it is fitted', () => {
  const plan = begun('later', null, 'wireless-dual')
  const { stages } = derive(plan)
  expect(stages.air.result.powered).toBe(false)
  expect(stages.power.result.powered).toBe(false)
  const ids = stages.build.result.steps.map((s) => s.id)
  expect(ids).toContain('later-block')
  expect(ids.filter((id) => /mount-(compressor|block)|fuse|feed/.test(id))).toEqual([])
  expect(notes(plan)).toContain('know left-for-later')
  const next = begun('fit-later-ones', 'wireless-dual', 'wireless-dual')
  expect(next.air.components.compressor!.state).toBe('new')
  expect(next.air.components['spring-left']!.state).toBe('kept')
  expect(stepIds(next)).toEqual(expect.arrayContaining(['mount-compressor', 'look-spring-left', 'fuse']))
})

test('everything taken out: nothing is filled or carried any more, its feed comes off and the stops go back', () => {
  const plan = begun('all-out', 'tank-wireless', 'tank-wireless')
  const { stages } = derive(plan)
  expect(stages.air.result).toMatchObject({ spring: null, compressor: null, powered: false })
  const ids = stages.build.result.steps.map((s) => s.id)
  expect(ids).toEqual(expect.arrayContaining(['let-down', 'off-tank', 'off-feed', 'stops-back', 'down']))
  expect(ids.filter((id) => /first-fill|soap|presets|mount|look/.test(id))).toEqual([])
  expect(notes(plan)).toContain('know nothing-left')
  expect(notes(plan).filter((n) => n.startsWith('stop'))).toEqual([])
  expect(stages.tune.headline).toEqual({ text: 'nothing to set' })
  expect(stages.handover.result).toMatchObject({ minimum: null, maximum: null, handFill: [] })
  expect(stages.handover.result.rows.every((row) => row.left === null)).toBe(true)
  expect(stages.handover.result.open.map((o) => o.text).join()).not.toContain('hold test')
  expect(notes(begun('back', 'tank-wireless', 'hand-two'))).not.toContain('know nothing-left')
  expect(stepIds(begun('back', 'wireless-dual', 'hand-two'))).toContain('off-feed')
})

describe('notes of what is there, both sides of each', () => {
  const tank = (change: (plan: Plan) => void) => {
    const plan = structuredClone(begun('springs', 'tank-wireless', 'tank-wireless'))
    for (const c of Object.values(plan.air.components)) if (c.state === 'kept') c.found.condition = 'good'
    Object.assign(plan.air.components.tank!.found, { rating: 1_034_000, dated: '2021-05' })
    change(plan)
    return plan
  }
  const tried = (plan: Plan, rule: string) => {
    const derived = derive(plan)
    return tryRemedy(
      derive,
      plan,
      derived,
      derived.notes.find((n) => n.rule === rule)!,
    )
  }
  const mends = (plan: Plan, rule: string) => expect(tried(plan, rule)).toEqual({ helps: true, brings: [] })

  test('no plate, no pressure: rating and date both', () => {
    expect(notes(tank(() => {}))).not.toContain('stop tank-no-plate')
    for (const gap of [{ rating: null }, { dated: '' }]) {
      const plan = tank((p) => Object.assign(p.air.components.tank!.found, gap))
      expect(notes(plan)).toContain('stop tank-no-plate')
      mends(plan, 'tank-no-plate')
    }
    const bought = tank((p) => {
      p.air.components.tank!.state = 'new'
      p.air.components.tank!.found.dated = ''
    })
    expect(notes(bought)).not.toContain('stop tank-no-plate')
    const moved = tank((p) => {
      Object.assign(p.air.components.tank!, { state: 'new', used: true })
      p.air.components.tank!.found.dated = ''
    })
    expect(notes(moved)).toContain('stop tank-no-plate')
  })

  test('the plate rules over the class: a tank plated under the relief valve is told', () => {
    const low = tank((p) => void (p.air.components.tank!.found.rating = 700_000))
    const limits = (plan: Plan) => derive(plan).notes.flatMap((n) => (n.rank === 'stop' ? [n.limit] : []))
    expect(limits(low)).toContain(700_000)
    // A new one in its place has a plate of its own.
    const anew = structuredClone(low)
    anew.air.components.tank!.state = 'replaced'
    expect(limits(anew)).not.toContain(700_000)
  })

  test('air parts found under there, and everything planned new', () => {
    const plan = newPlan('leaf-flatbed', 'x')
    expect(notes(plan)).not.toContain('know found-not-planned')
    const at = { x: 0.5, y: 0.2, z: 0.6 }
    plan.truck.existing = { a: { label: 'Old tank', kind: 'air', at, order: 1 } }
    expect(notes(structuredClone(plan))).toContain('know found-not-planned')
    plan.truck.existing.a!.kind = 'switch'
    expect(notes(structuredClone(plan))).not.toContain('know found-not-planned')
  })

  test('looked at, failed and kept, failed without a reason', () => {
    const unseen = tank((p) => void (p.air.components.block!.found.condition = 'unseen'))
    expect(notes(unseen)).toContain('fix not-looked-at')
    expect(notes(tank(() => {}))).not.toContain('fix not-looked-at')
    const kept = tank((p) => void (p.air.components.block!.found.condition = 'failed'))
    expect(notes(kept)).toContain('stop failed-and-kept')
    // Put in its place, it is asked why it failed.
    const { brings, helps } = tried(kept, 'failed-and-kept')
    expect([helps, brings.map((n) => n.rule)]).toEqual([true, ['failed-without-reason']])
    const worn = tank((p) => void (p.air.components.block!.found.condition = 'worn'))
    expect(notes(worn)).toContain('know worn-and-kept')
    mends(worn, 'worn-and-kept')
    expect(notes(tank(() => {}))).not.toContain('know worn-and-kept')
    const why = tank((p) => {
      Object.assign(p.air.components.block!, { state: 'replaced' })
      p.air.components.block!.found.condition = 'failed'
    })
    expect(notes(why)).toContain('fix failed-without-reason')
    why.air.components.block!.found.failedBy = 'wet'
    expect(notes(structuredClone(why))).not.toContain('fix failed-without-reason')
    expect(notes(structuredClone(why))).toContain('know failed-by')
  })
})

describe('operations on what is there', () => {
  const there = () => {
    const { air } = begun('springs', 'tank-wireless', 'tank-wireless')
    return air
  }

  test('a part taken out stands among what is taken out, with its lines; a new one leaves nothing behind', () => {
    const { gone, components } = takeOut('dryer')(there())
    expect(components.dryer).toBeUndefined()
    expect(gone.components.dryer).toMatchObject({ kind: 'dryer', state: 'out' })
    expect(Object.keys(gone.lines).sort()).toEqual(['supply', 'to-dryer'])
    const { air: whole } = begun('whole', null, 'tank-wireless')
    expect(takeOut('dryer')(whole).gone).toEqual({ components: {}, lines: {} })
  })

  test('a tube that is there is cut in two and both halves stay; what was screwed together wants new tubes', () => {
    const cut = putInLine('supply', 'regulator')(there()).lines
    expect([cut.supply!.state, cut['regulator-block']!.state]).toEqual(['kept', 'kept'])
    const parted = putInLine('check-tank', 'restrictor')(there())
    expect(parted.lines['check-tank']).toMatchObject({ state: 'new', tube: null })
    expect(parted.lines['bore-tank']).toMatchObject({ state: 'new', tube: null })
  })

  test('another kind in a part’s place: the old one is taken out', () => {
    const { gone, components } = replacePart('dryer', 'restrictor')(there())
    expect([components.dryer!.kind, components.dryer!.state]).toEqual(['restrictor', 'new'])
    expect(gone.components.dryer).toMatchObject({ kind: 'dryer', state: 'out' })
  })
})
