import { adaptersAt, portSize, usualPort } from '../catalog/ports'
import { demoJobs, demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { kitOfJob, kitWords, takeKit, withoutKit } from './kits'
import { report } from '../papers/report'
import { checkPlan } from '../document/schema'
import type { AirPlan, Kit, OwnClass, Plan } from '../document/types'
import { fittingsOf } from '../air/circuit/fittings'
import { inKit, kitLacks, partsCost } from '../air/circuit/kit'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'

const whole = (archetype: AirPlan['archetype']): AirPlan => ({
  ...demoPlan('estuary-flatbed').air,
  ...startingCircuit(archetype),
})

describe('adapters, where ends do not fit each other', () => {
  const tank = whole('tank-wireless')
  const screwed = (kind: string) =>
    Object.keys(tank.lines).find((id) => tank.components[tank.lines[id]!.from]!.kind === kind)!
  test('a switch of 1/8 in a tank’s port of 1/4 wants one; a relief valve of 1/4 none', () => {
    expect(adaptersAt(tank, screwed('pressureSwitch')).map((a) => a.label)).toEqual([
      'thread adapter, 1/4 to 1/8 in',
    ])
    expect(adaptersAt(tank, screwed('relief'))).toEqual([])
  })
  test('what the part’s own sheet says rules: the switch with a 1/4 thread wants none, the relief valve with 3/8 one', () => {
    const { from, fromPort } = tank.lines[screwed('pressureSwitch')]!
    const typed = (ports: AirPlan['ports']) => ({ ...tank, ports })
    expect(adaptersAt(typed({ [`${from}:${fromPort}`]: '1/4' }), screwed('pressureSwitch'))).toEqual([])
    const relief = tank.lines[screwed('relief')]!.from
    const larger = typed({ [`${relief}:in`]: '3/8' })
    expect(portSize(larger, relief, 'in')).toBe('3/8')
    expect(adaptersAt(larger, screwed('relief'))[0]!.label).toBe('thread adapter, 1/4 to 3/8 in')
    const stem = typed({ [`${relief}:in`]: 'tube' })
    expect(adaptersAt(stem, screwed('relief'))[0]!.label).toBe('stem, tube to 1/4 in thread')
  })
  test('a line of another tube at a tee wants a reducer there, and none at a thread', () => {
    const air = demoPlan('estuary-flatbed').air
    const [id, line] = Object.entries(air.lines).find(
      ([, l]) =>
        l.tube === null && air.components[l.to]!.kind === 'spring' && air.components[l.from]!.kind === 'tee',
    )!
    const thick = { ...air, lines: { ...air.lines, [id]: { ...line, tube: 'nylon-3-8' } } }
    expect(adaptersAt(air, id)).toEqual([])
    expect(adaptersAt(thick, id).map((a) => a.label)).toEqual([
      'reducer, 3/8 in nylon tube to 1/4 in nylon tube',
    ])
    expect(fittingsOf(thick).find((f) => f.kind === 'adapter')).toMatchObject({ count: 1, on: null })
  })
  test('of a class told by its size the ports are of that size; a plug fits its port', () => {
    const air = whole('tank-wireless')
    const [id] = Object.entries(air.components).find(([, c]) => c.kind === 'check')!
    expect(usualPort(air, id)).toBe('1/4')
    air.components[id] = { ...air.components[id]!, class: 'check-3-8' }
    expect(usualPort(air, id)).toBe('3/8')
    for (const { id: archetype } of ARCHETYPES) {
      const circuit = whole(archetype)
      for (const [line, l] of Object.entries(circuit.lines))
        if (circuit.components[l.from]!.kind === 'plug') expect(adaptersAt(circuit, line)).toEqual([])
    }
  })
  test('a step that screws one part into another names what goes between', () => {
    const plan = { ...demoPlan('estuary-flatbed'), air: tank }
    const { steps } = createDeriver()(plan).stages.build.result
    const line = screwed('pressureSwitch')!
    const dress = steps.find((s) => s.id.startsWith('dress-') && s.opens!.lines!.includes(line))!
    expect(dress.detail).toContain('Pressure switch with thread adapter, 1/4 to 1/8 in between')
  })
})

describe('a kit, taken whole', () => {
  const own: Record<string, OwnClass> = {
    bag: {
      kind: 'spring',
      label: 'Yard bag',
      like: 'leaf-helper-double-2270',
      figures: { maxPressure: 600_000 },
      table: [],
      number: '',
      make: '',
      price: null,
    },
  }
  const kit = (change: Partial<Kit> = {}): Kit => ({
    label: 'Box 7',
    number: 'B-7',
    make: 'Yard',
    price: 740,
    springClass: 'bag',
    compressorClass: 'compact',
    blockClass: null,
    tubeClass: 'nylon-1-4',
    tubeLength: 9,
    harness: 6.2,
    parts: { spring: 2, compressor: 1, tee: 1 },
    lift: null,
    fasteners: { upper: { torque: 48, thread: 'M10', grade: '8.8', from: 'sheet', unit: '' } },
    steps: [
      {
        title: 'Bolt the bag together',
        text: 'Cup up.',
        instead: 'bench',
        truck: null,
        minutes: 9,
        picture: '',
      },
      { title: 'Look at the marks', text: '', instead: null, truck: null, minutes: null, picture: '' },
    ],
    ...change,
  })
  const taken = (change: Partial<Kit> = {}) => {
    const plan = demoPlan('estuary-flatbed')
    takeKit(plan, kit(change), own)
    return plan
  }
  test('brings its classes with the shop’s own, its harness and torques; what it does not have stays', () => {
    const before = demoPlan('estuary-flatbed')
    const plan = taken()
    expect(plan.air).toMatchObject({
      springClass: 'bag',
      compressorClass: 'compact',
      blockClass: before.air.blockClass,
    })
    expect(plan.air.classes.bag).toEqual(own.bag)
    expect(plan.lay.harnessLength).toBe(6.2)
    expect(plan.build.fasteners.upper!.torque).toBe(48)
    expect(checkPlan(plan).problems).toBeNull()
    withoutKit(plan)
    expect(plan.air.kit).toBeNull()
    expect(plan.air.springClass).toBe('bag')
  })
  test('what lies in it is counted once, what is bought beside it is told, plugs are not', () => {
    const { air } = taken()
    const inside = [...inKit(air)].map((id) => air.components[id]!.kind)
    expect(inside.sort()).toEqual(['compressor', 'spring', 'spring', 'tee'])
    const kinds = Object.values(air.components)
      .map((c) => c.kind)
      .filter((kind) => kind !== 'plug')
    const lacks = kitLacks(air)
    expect(lacks.reduce((sum, l) => sum + l.count, 0) + inside.length).toBe(kinds.length)
    expect(lacks.find((l) => l.kind === 'tee')!.count).toBe(kinds.filter((k) => k === 'tee').length - 1)
    const notes = (plan: Plan) => createDeriver()(plan).stages.air.notes.map((n) => n.rule)
    expect(notes(taken())).toContain('kit-lacks')
    const told = createDeriver()(taken()).stages.air.notes.find((n) => n.rule === 'kit-lacks')!
    expect(told.value).toBe(kinds.length - inside.length)
    const all = Object.fromEntries(kinds.map((kind) => [kind, 9]))
    expect(notes(taken({ parts: all }))).not.toContain('kit-lacks')
    expect(notes(demoPlan('estuary-flatbed'))).not.toContain('kit-lacks')
  })
  test('its price once, and only of what is beside it its own', () => {
    const { air } = taken()
    for (const c of Object.values(air.components)) c.own.price = 10
    expect(partsCost(air)).toBe(740 + 10 * (Object.keys(air.components).length - 4))
    expect(partsCost({ ...air, kit: null })).toBe(10 * Object.keys(air.components).length)
  })
  test('its tube against what is cut of it: just enough is quiet, a millimetre less is told', () => {
    const notes = (tubeLength: number | null) =>
      createDeriver()(taken({ tubeLength })).stages.lay.notes.map((n) => n.rule)
    const { cuts } = createDeriver()(taken()).stages.lay.result
    const { air } = taken()
    const sum = cuts
      .filter(({ id }) => (air.lines[id]!.tube ?? air.tubeClass) === 'nylon-1-4')
      .reduce((total, { cut }) => total + cut, 0)
    expect(notes(sum)).not.toContain('tube-short')
    expect(notes(sum - 0.001)).toContain('tube-short')
    expect(notes(null)).not.toContain('tube-short')
  })
  test('made for so much lift: at either end of it quiet, a millimetre past it told', () => {
    const notes = (lift: number, range = { least: 0.02, most: 0.05 }) => {
      const plan = taken({ lift: range })
      plan.truck.suspension.lift = lift
      return createDeriver()(plan).stages.truck.notes.filter((n) => n.rule === 'kit-for-another-lift')
    }
    expect([notes(0.02), notes(0.05)]).toEqual([[], []])
    expect(notes(0.019)[0]).toMatchObject({ limit: 0.02, text: expect.stringContaining('at least {limit}') })
    expect(notes(0.051)[0]).toMatchObject({ limit: 0.05, text: expect.stringContaining('at most {limit}') })
  })
  test('made of a job and taken again it lacks nothing, and its tube is long enough', () => {
    for (const { id } of demoJobs()) {
      const plan = demoPlan(id)
      const derived = createDeriver()(plan)
      const made = kitOfJob(plan, derived.stages.lay)
      takeKit(plan, made, plan.air.classes)
      expect({ id, lacks: kitLacks(plan.air) }).toEqual({ id, lacks: [] })
      const again = createDeriver()(plan)
      expect(again.stages.lay.notes.map((n) => n.rule)).not.toContain('tube-short')
      expect(checkPlan(plan).problems).toBeNull()
    }
    expect(kitWords(kit())).toBe('2 × spring, 1 × tee, 1 × electric compressor')
  })
  test('the headless report has it with what it lacks', () => {
    const plan = taken()
    expect(report(plan, createDeriver()(plan)).kit).toMatchObject({
      label: 'Box 7',
      lacks: kitLacks(plan.air),
    })
  })
})

test('a port at the spring’s lower end goes with the axle: its line is cut longer by its travel', () => {
  const plan = demoPlan('estuary-flatbed')
  plan.air.classes.low = {
    kind: 'spring',
    label: 'Port below',
    like: plan.air.springClass,
    figures: { portLow: 1, portOut: 0.03 },
    table: [],
    number: '',
    make: '',
    price: null,
  }
  plan.air.springClass = 'low'
  const at = (slack: number) => {
    plan.lay.slackAtSpring = slack
    return createDeriver()(plan).stages
  }
  const limit = 0.25
  expect(at(limit).lay.notes.map((n) => n.rule)).not.toContain('short-slack')
  const short = at(limit - 0.001).lay.notes.find((n) => n.rule === 'short-slack')!
  expect(short.limit).toBe(limit)
  expect(short.text).toContain('goes with the axle')
  const { cuts, swept } = at(limit).lay.result
  // At full droop it hangs at least the whole gap below, less the bracket under it.
  expect(swept!.reach).toBeGreaterThan(plan.truck.seatGap.droop - 0.1)
  expect(cuts.find((c) => c.to === 'spring-left')!.slack).toBeCloseTo(limit + swept!.reach, 12)
  const bench = at(limit).build.result.steps.find((s) => s.id === 'bench-left')!
  expect(bench.detail).toContain('The port is at its lower end, {port} from its middle.')
  expect(bench.values.port!.value).toBe(0.03)
})
