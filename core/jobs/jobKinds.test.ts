import { circuitAsFound, circuitAsItRuns, isAllNew } from '../air/circuit/states'
import { looseLines, openPorts } from '../air/circuit/connections'
import { putInLine, replacePart, takeOut, teeOff } from '../air/circuit/operations'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { isFitted } from '../catalog/partStates'
import { applyEdit } from '../document/edit'
import { checkPlan } from '../document/schema'
import type { AirLine, Archetype, Plan } from '../document/types'
import { createDeriver } from '../derive/derive'
import { beginJob, JOB_KINDS, type JobKind } from './jobKinds'
import { slice } from '../../tests/slice'
import { newPlan } from './newPlan'
import { tryRemedy } from '../whatIf/tryRemedy'

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
    for (const [found, target] of slice(kind.id, ways(kind), 0.35)) {
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
      // A line that will be cut goes by the name of one of its pieces: lines are the same by their ends.
      const ends = (of: Record<string, AirLine>) =>
        Object.values(of)
          .map((l) => [`${l.from}.${l.fromPort}`, `${l.to}.${l.toPort}`].sort().join(' '))
          .sort()
      expect(ends(asFound.lines)).toEqual(ends(lines))
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
  expect(Object.keys(gone.lines)).toEqual([])
  expect(lines['tee-spring-left']!.state).toBe('kept')
  const ids = stepIds(plan)
  expect(ids).not.toContain('bench-left')
  expect(ids).not.toContain('mount-fill-left')
  expect(ids).toEqual(
    expect.arrayContaining(['look-spring-left', 'cut-in-tee-left', 'mount-compressor', 'fuse']),
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
  const mends = (plan: Plan, rule: string) =>
    expect(tried(plan, rule)).toMatchObject({ helps: true, brings: [] })

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
    expect(notes(structuredClone(why))).toContain('fix failed-without-reason')
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

/** Whether a step of the build fits a part: mounted or screwed in by name, its spring set, or a line to it made. */
const fits = (plan: Plan, id: string): boolean => {
  const { steps } = derive(plan).stages.build.result
  const { kind, side } = plan.air.components[id]!
  const lines = Object.entries(plan.air.lines).filter(([, l]) => l.from === id || l.to === id)
  return steps.some(
    (s) =>
      s.id === `mount-${id}` ||
      s.id === `cut-in-${id}` ||
      (kind === 'spring' && s.id === `spring-${side}`) ||
      (/^(dress|short|line)-/.test(s.id) && lines.some(([line]) => s.opens?.lines?.includes(line))),
  )
}

test.each([
  'relief',
  'pressureSwitch',
  'drain',
  'check',
  'filter',
  'compressor',
  'tank',
  'dryer',
  'tee',
  'handFill',
  'spring',
  'paddle',
  'dualGauge',
] as const)('a %s that is replaced comes off and the new one goes in, in this order', (kind) => {
  const target = kind === 'dryer' ? 'wireless-dual' : 'tank-paddles'
  const plan = structuredClone(begun('leak', target, target))
  const ids = Object.keys(plan.air.components).filter((id) => plan.air.components[id]!.kind === kind)
  expect(ids.length).toBeGreaterThan(0)
  for (const id of ids) plan.air.components[id]!.state = 'replaced'
  const steps = stepIds(plan)
  for (const id of ids) {
    const { side } = plan.air.components[id]!
    const on = kind === 'spring' ? `spring-${side}` : `mount-${id}`
    expect([id, steps.includes(`off-${id}`), steps.includes(on)]).toEqual([id, true, true])
    expect(steps.indexOf(`off-${id}`)).toBeLessThan(steps.indexOf(on))
    // What goes where another was goes into the holes that are there; what is new is drilled for.
    const said = (p: Plan) =>
      derive(p)
        .stages.build.result.steps.find((s) => s.id === on)!
        .cautions.join(' ')
    if (!said(plan).includes('drill')) continue
    const bought = structuredClone(plan)
    bought.air.components[id]!.state = 'new'
    expect([id, said(plan).includes('the holes that are there')]).toEqual([id, true])
    expect([id, said(bought).includes('the holes that are there')]).toEqual([id, false])
  }
})

for (const kind of JOB_KINDS)
  test(`“${kind.label}”: every part that changes state has its off step and its on step, and no new one is promised that is not bought`, () => {
    for (const [found, target] of ways(kind)) {
      const plan = begun(kind.id, found, target)
      const way = `${kind.id} ${found} ${target}`
      const { steps } = derive(plan).stages.build.result
      for (const [id, c] of Object.entries(plan.air.components)) {
        if (isFitted(c.state) && c.kind !== 'plug') expect([way, id, fits(plan, id)]).toEqual([way, id, true])
        if (c.state === 'replaced')
          expect([way, id, steps.some((s) => s.id === `off-${id}`)]).toEqual([way, id, true])
      }
      for (const [id, c] of Object.entries(plan.air.gone.components)) {
        const off = steps.find((s) => s.id === `off-${id}`)
        expect([way, id, off !== undefined]).toEqual([way, id, true])
        const comes = Object.values(plan.air.components).some((p) => p.kind === c.kind && isFitted(p.state))
        if (!comes) expect(off!.detail).not.toMatch(/(?<!No )new one (goes|fails)|before the new one/)
      }
      const promised = derive(plan).notes.filter((n) => /the new one goes higher/i.test(n.text))
      for (const n of promised) {
        const { kind: of } = (plan.air.components[n.subject!] ?? plan.air.gone.components[n.subject!])!
        expect(Object.values(plan.air.components).some((p) => p.kind === of && isFitted(p.state))).toBe(true)
      }
    }
  })

test.each([
  ['hand-two', 'wireless-dual'],
  ['hand-two', 'electronic'],
  ['hand-teed', 'wireless-single'],
] as const)(
  'a control on hand-filled springs (%s to %s) keeps the fill lines: cut, a tee put in, nothing of them bought',
  (found, target) => {
    const plan = begun('control', found, target)
    const old = Object.values(startingCircuit(found).lines).filter((l) => l.from.startsWith('fill'))
    expect(Object.values(plan.air.gone.lines).filter((l) => l.from.startsWith('fill'))).toEqual([])
    const { steps } = derive(plan).stages.build.result
    const cutIn = steps.filter((s) => s.id.startsWith('cut-in-'))
    expect(cutIn).toHaveLength(old.length)
    for (const step of cutIn) {
      const tee = step.id.slice('cut-in-'.length)
      const pieces = Object.entries(plan.air.lines).filter(
        ([, l]) => l.state === 'kept' && (l.from === tee || l.to === tee),
      )
      expect(pieces).toHaveLength(2)
      // Both remaining lengths stand in the step, as Lay runs them.
      const { routes, cuts } = derive(plan).stages.lay.result
      const lengths = pieces.map(([id]) => routes.find((r) => r.id === id)!.cut)
      expect([step.values.one!.value, step.values.two!.value].sort()).toEqual(lengths.sort())
      for (const [id] of pieces) expect(cuts.some((cut) => cut.id === id)).toBe(false)
      expect(step.opens!.lines).toEqual(pieces.map(([id]) => id))
      expect(stepIds(plan).indexOf(step.id)).toBeLessThan(stepIds(plan).indexOf('soap'))
    }
    // What the tee adds to the way along the old line is a bend, not a detour to the other side of the axle.
    const whole = derive(begun('leak', found, found)).stages.lay.result.routes
    const lengthOf = (list: typeof whole, ids: string[]) =>
      list.filter((r) => ids.includes(r.id)).reduce((sum, r) => sum + r.cut, 0)
    const before = lengthOf(
      whole,
      Object.keys(startingCircuit(found).lines).filter((id) =>
        startingCircuit(found).lines[id]!.from.startsWith('fill'),
      ),
    )
    const after = lengthOf(
      derive(plan).stages.lay.result.routes,
      Object.keys(plan.air.lines).filter(
        (id) =>
          plan.air.lines[id]!.state === 'kept' &&
          cutIn.some((s) => [plan.air.lines[id]!.from, plan.air.lines[id]!.to].includes(s.id.slice(7))),
      ),
    )
    expect(after).toBeLessThan(before + 0.4 * old.length)
  },
)

test.each([
  ['control-on-air', 'hand-two', 'tank-wireless'],
  ['control-on-air', 'hand-two', 'onboard-wireless'],
  ['solenoid', 'wireless-dual', 'onboard-wireless'],
] as const)('“%s” keeps the compressor of the air that is there (%s to %s)', (id, found, target) => {
  const { air } = begun(id, found, target)
  const compressors = Object.values(air.components).filter((c) => c.kind === 'compressor')
  expect(compressors.length).toBeGreaterThan(0)
  expect(compressors.map((c) => c.state)).toEqual(compressors.map(() => 'kept'))
})

test('a dump teed into a line that is there has its cut and its tee', () => {
  const plan = begun('leak', 'wireless-dual', 'wireless-dual')
  const line = Object.keys(plan.air.lines).find(
    (id) => plan.air.lines[id]!.to === 'spring-left' || plan.air.lines[id]!.from === 'spring-left',
  )!
  const teed = { ...plan, air: teeOff(line, 'dump')(plan.air) }
  const tee = Object.keys(teed.air.components).find(
    (id) => teed.air.components[id]!.kind === 'tee' && teed.air.components[id]!.state === 'new',
  )!
  const ids = stepIds(teed)
  expect(ids).toContain(`cut-in-${tee}`)
  expect(ids).toContain(
    `mount-${Object.keys(teed.air.components).find((id) => teed.air.components[id]!.kind === 'dump')}`,
  )
  expect(derive(teed).stages.build.result.steps.find((s) => s.id === `cut-in-${tee}`)!.title).toMatch(
    /^Cut the line from the .* to .*, and put the tee/,
  )
})

test('a compressor that stays and goes to the other rail comes off, goes on, and its lines are measured', () => {
  const stays = begun('leak', 'wireless-dual', 'wireless-dual')
  expect(stepIds(stays).some((id) => id.startsWith('measure-') || id === 'mount-compressor')).toBe(false)
  const plan = structuredClone(stays)
  plan.air.components.compressor!.moved = true
  const ids = stepIds(plan)
  const lines = Object.keys(plan.air.lines).filter((id) => {
    const l = plan.air.lines[id]!
    return l.tube !== 'direct' && [l.from, l.to].includes('compressor')
  })
  for (const step of [
    'let-down',
    'off-compressor',
    'mount-compressor',
    ...lines.map((id) => `measure-${id}`),
  ])
    expect(ids).toContain(step)
  expect(ids.indexOf('off-compressor')).toBeLessThan(ids.indexOf('mount-compressor'))
  expect(lines.length).toBeGreaterThan(0)
  // Nothing of it is bought or cut.
  expect(derive(plan).stages.lay.result.cuts).toEqual([])
})

test('work on springs that stay has no shield, no brake clips, no wires of a kept block, no stands for a truck on its wheels', () => {
  const plan = structuredClone(begun('air', 'wireless-dual', 'tank-wireless'))
  plan.lay.shields = { 'spring-left': true, 'spring-right': true }
  plan.truck.raisedBy = 'not'
  const { steps } = derive(plan).stages.build.result
  const text = steps.map((s) => `${s.id} ${s.title} ${s.detail}`).join('\n')
  expect(text).not.toMatch(/shield-/)
  expect(text).not.toMatch(/free-brake-clips|Off the stands/)
  expect(steps.find((s) => s.id === 'look-spring-left')!.detail).toContain('heat shield tight')
  const { rows } = derive(plan).stages.power.result
  const ofBlock = rows.filter(({ id }) => id === 'wire-block' || id === 'earth-block').map(({ mark }) => mark)
  expect(ofBlock.length).toBe(2)
  const wires = steps.find((s) => s.id === 'wires')?.detail ?? ''
  for (const mark of ofBlock) expect(wires.split(/[,:]/).map((w) => w.trim())).not.toContain(mark)
  // With springs that go in they are there.
  const whole = structuredClone(begun('whole', null, 'tank-wireless'))
  whole.lay.shields = { 'spring-left': true }
  const all = derive(whole)
    .stages.build.result.steps.map((s) => `${s.id} ${s.title} ${s.detail}`)
    .join('\n')
  expect(all).toMatch(/shield-left/)
  expect(all).toMatch(/free-brake-clips/)
  expect(all).toMatch(/Off the stands/)
})
