import { FASTENING_IDS, FASTENINGS } from '../catalog/fastenings'
import { factsOf, jointMap, readJoints } from './evidence'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { applyEdit } from '../document/edit'
import { demoPlan } from '../demo/demoShop'
import fc from 'fast-check'
import { startingCircuit, ARCHETYPES } from '../air/circuit/startingCircuits'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { newHaul } from '../document/newHaul'
import {
  NOTHING_RECORDED,
  RAISED_BY,
  type Archetype,
  type BuildPlan,
  type Plan,
  type TruckKind,
} from '../document/types'
import { parseQuantity } from '../quantity/parse'
import { unitFor, US_UNITS } from '../quantity/units'
import { fastenersOf, judgeFastener, takeUsual } from './fasteners'
import { blockedBy, heldBy } from './order'
import { threadOf } from './torque'

const FT_LBF = 1.355818
const planOf = (kind: TruckKind, archetype: Archetype): Plan => {
  const plan = newPlan(kind, 'x')
  Object.assign(plan.air, {
    archetype,
    ...startingCircuit(archetype),
    blockClass: ARCHETYPES.find((a) => a.id === archetype)!.block ?? 'block-one',
  })
  return plan
}
const workOf = (plan: Plan) => createDeriver()(plan).stages.build.result
const stepsOf = (plan: Plan) => workOf(plan).steps
const tick = { who: 'Bram', at: '2026-03-12T08:00:00.000Z', ...NOTHING_RECORDED }

describe('order', () => {
  const steps = stepsOf(planOf('leaf-flatbed', 'wireless-dual'))
  const at = (id: string) => steps.findIndex((s) => s.id === id)
  const step = (id: string) => steps[at(id)]!

  test('fuse last: after every line, the earth, the feed and every plug (common practice)', () => {
    for (const other of steps
      .filter((s) => s.group === 'Air lines' || s.group === 'Wiring')
      .map((s) => s.id)) {
      if (['fuse', 'meter', 'loom', 'key-fuse', 'lamp-wire'].includes(other)) continue
      const all = Object.fromEntries(
        steps.filter((s) => s.id !== other && s.id !== 'fuse').map((s) => [s.id, tick]),
      )
      expect(blockedBy(step('fuse'), steps, { ticks: all, struck: {} })).toMatchObject({
        step: { id: other },
      })
      // A step struck with a reason blocks nothing.
      const passed = { ...tick, reason: 'No such part' }
      expect(blockedBy(step('fuse'), steps, { ticks: all, struck: { [other]: passed } })).toBeNull()
    }
  })

  test('stands before hands, lines before battery, fill after fuse, soap after fill', () => {
    expect(step('lift').after).toHaveProperty('chock')
    expect(Object.keys(step('feed').after).some((id) => id.startsWith('line-'))).toBe(true)
    // Everybody is clear before there is air.
    expect(step('fuse').after).toHaveProperty('live-air')
    expect(step('first-fill').after).toHaveProperty('fuse')
    expect(step('soap').after).toHaveProperty('first-fill')
  })

  test('easy side first: the side away from the exhaust, then its mirror', () => {
    expect(at('torque-left')).toBeLessThan(at('spring-right'))
    const mirrored = planOf('leaf-flatbed', 'hand-teed')
    mirrored.truck.exhaust.points = mirrored.truck.exhaust.points.map((p) => ({ ...p, y: -p.y }))
    const list = stepsOf(mirrored).map((s) => s.id)
    expect(list.indexOf('torque-right')).toBeLessThan(list.indexOf('spring-left'))
  })

  test('a heat shield goes on before the spring on that side', () => {
    const plan = planOf('leaf-flatbed', 'hand-teed')
    plan.lay.shields = { 'spring-right': true }
    const shielded = stepsOf(plan)
    expect(shielded.find((s) => s.id === 'spring-right')!.after).toHaveProperty('shield-right')
    // The shield of a line is a step too. It says what it guards, and comes before the spring on the exhaust's
    // side only.
    plan.lay.shields = { 'split-right': true, 'no-such-line': true }
    const lined = stepsOf(plan)
    const shield = lined.find((s) => s.id === 'shield-split-right')!
    expect(shield.title).toBe(
      'Clamp a heat shield on the pipe for the line from the tee between springs to the right spring',
    )
    expect(lined.find((s) => s.id === 'spring-right')!.after).toHaveProperty('shield-split-right')
    expect(lined.find((s) => s.id === 'spring-left')!.after).not.toHaveProperty('shield-split-right')
    expect(lined.some((s) => s.id === 'shield-no-such-line')).toBe(false)
    plan.lay.shields = { 'spring-right': false }
    expect(stepsOf(plan).some((s) => s.id === 'shield-right')).toBe(false)
  })

  test('a tick that others stand on cannot be taken back; the last one can', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: steps.length }), (n) => {
        const ticks = Object.fromEntries(steps.slice(0, n).map((s) => [s.id, tick]))
        for (const s of steps.slice(0, n)) {
          const holds = steps.slice(0, n).some((later) => later.after[s.id])
          expect(heldBy(s, steps, { ticks }) !== null).toBe(holds)
        }
        expect(heldBy(steps[n - 1]!, steps, { ticks })).toBeNull()
      }),
    )
  })

  test('hand fill has nothing to wire; coil inserts have no bench work on brackets', () => {
    expect(stepsOf(planOf('leaf-flatbed', 'hand-two')).some((s) => s.group === 'Wiring')).toBe(false)
    expect(stepsOf(planOf('coil-van', 'hand-teed')).some((s) => s.id.startsWith('bench'))).toBe(false)
  })

  test('time on stands, alone: in the bands of practice, h', () => {
    const hours = (kind: TruckKind, a: Archetype, of: 'minutes' | 'minutesOfTwo' = 'minutes') =>
      workOf(planOf(kind, a))[of] / 60
    const inBand = (value: number, [low, high]: readonly [number, number]) =>
      expect([value, value >= low && value <= high]).toEqual([value, true])
    inBand(hours('leaf-flatbed', 'hand-teed'), [1.5, 2.5])
    // "Under 2 h", but for the spare wheel and two fill valves.
    inBand(hours('coil-wagon', 'hand-teed'), [1, 2])
    // A control and its compressor on top of hand filling, no carrier.
    inBand(hours('leaf-flatbed', 'wireless-dual') - hours('leaf-flatbed', 'hand-teed'), [1.5, 3])
    inBand(hours('leaf-flatbed', 'cab-gauge') - hours('leaf-flatbed', 'hand-teed'), [2, 3])
    // "A day": tank and manifold.
    for (const a of ['tank-wireless', 'tank-paddles', 'high-flow'] as const)
      inBand(hours('leaf-flatbed', a), [5.5, 9])
    // A helper takes about a third off.
    for (const a of ['hand-teed', 'wireless-dual', 'tank-paddles', 'high-flow'] as const)
      inBand(hours('leaf-flatbed', a, 'minutesOfTwo') / hours('leaf-flatbed', a), [0.5, 0.75])
    const onHoist = planOf('leaf-flatbed', 'hand-teed')
    onHoist.truck.raisedBy = 'hoist'
    expect((hours('leaf-flatbed', 'hand-teed') * 60) / workOf(onHoist).minutes).toBeCloseTo(1.3, 1)
  })
})

test('usual torques are those of practice, lbf·ft, with their threads (common practice), and suit their sizes', () => {
  const withTorque = FASTENING_IDS.flatMap((id) => {
    const { usual, soft } = FASTENINGS[id]
    return usual ? [{ id, usual, soft }] : []
  })
  const feet = withTorque.map(({ id, usual }) => [id, Math.round(usual.torque / FT_LBF), usual.thread])
  expect(feet).toEqual([
    ['plate', 16, '3/8-16'],
    ['flathead', 20, '3/8-24'],
    ['upper', 38, 'M10'],
    ['u-bolt', 10, '3/8-16'],
    ['flange', 38, 'M10'],
    ['lower', 10, '3/8-16'],
    ['strap', 20, '3/8-16'],
    ['clamp', 10, '3/8-16'],
    ['brace', 18, 'M8'],
    ['frame', 18, 'M8'],
    ['control', 17, '5/16-18'],
    ['tapped', 7, 'M6'],
    ['blind', 5, 'M6'],
  ])
  for (const { usual, soft } of withTorque) {
    const { looksLike, high } = judgeFastener({ ...usual, from: 'usual', unit: '' })!
    // A clamped part bears less than the thread of a U-bolt or strap. Only a torque above what the thread bears
    // is an error.
    if (soft) expect(usual.torque).toBeLessThanOrEqual(high)
    else expect(looksLike).toBe('ok')
  }
})

test('a thread is a size and its pitch or turns, whole and possible; spaces around it mean nothing', () => {
  // ASME B1.1: 3/8-16 has 0.0775 in², 5/16-18 has 0.0524 in².
  expect(threadOf(' 3/8-16 ')!.area / 0.0254 ** 2).toBeCloseTo(0.0775, 4)
  expect(threadOf('5/16-18')!.area / 0.0254 ** 2).toBeCloseTo(0.0524, 4)
  expect(threadOf('11/16-12')!.diameter).toBeCloseTo((11 / 16) * 0.0254, 12)
  for (const slip of ['1-3/8-16', '3/8-16x', '3/0-16', '3/8-0', '3/8-2', 'M8x9', 'bolt'])
    expect({ slip, thread: threadOf(slip) }).toEqual({ slip, thread: null })
  // A pitch that leaves just half of the shank is too coarse; a slightly finer one is a thread.
  const half = (8 / 2 / 0.9382).toFixed(9)
  expect(threadOf(`M8x${half.slice(0, -3)}`)).not.toBeNull()
  expect(threadOf(`M8x${Number(half) + 0.001}`)).toBeNull()
})

describe('torques are typed off the kit’s sheet', () => {
  const flatbed = newPlan('leaf-flatbed', 'x')
  const withFasteners = (fasteners: BuildPlan['fasteners']) => {
    const plan = structuredClone(flatbed)
    plan.build.fasteners = fasteners
    return { plan, stage: createDeriver()(plan).stages.build }
  }
  const all = takeUsual(fastenersOf(workOf(flatbed).joints))
  const rules = (fasteners: BuildPlan['fasteners']) =>
    withFasteners(fasteners).stage.notes.map((n) => `${n.rank} ${n.rule} ${n.subject}`)
  const m8 = (torque: number, from: 'sheet' | 'usual' = 'sheet') => ({
    ...all,
    upper: { torque, thread: 'M8', grade: '8.8', from, unit: '' },
  })

  test('none typed: a Fix that names them; taken over knowing so, it is gone and they stand as usual', () => {
    const { plan, stage } = withFasteners({})
    const note = stage.notes.find((n) => n.rule === 'torque-missing')!
    expect(note).toMatchObject({ rank: 'fix', value: Object.keys(all).length })
    expect(note.text).toContain('upper bracket')
    const after = applyEdit(plan, note.remedy!.patches)
    expect(after.build.fasteners).toEqual(all)
    expect(Object.values(after.build.fasteners).every((f) => f.from === 'usual')).toBe(true)
    expect(createDeriver()(after).stages.build.notes.map((n) => n.rule)).not.toContain('torque-missing')
    // A coil insert is pushed in: none of a leaf kit's fasteners are asked for.
    const coil = createDeriver()(newPlan('coil-wagon', 'x')).stages.build.notes
    expect(coil.find((n) => n.rule === 'torque-missing')).toBeUndefined()
  })
  test('the 38 lbf·ft of an M10 on an M8 is caught on either side of what it bears', () => {
    expect(rules(m8(38 * FT_LBF))).toEqual(['fix torque-unlikely fastener-upper'])
    const { low, high } = judgeFastener(m8(1).upper)!
    for (const [torque, told] of [
      [low, false],
      [low - 0.01, true],
      [high, false],
      [high + 0.01, true],
    ] as const)
      expect({ torque, told: rules(m8(torque)).length > 0 }).toEqual({ torque, told })
  })
  test('18 lbf·ft typed as N·m is told as a slip of unit, and its remedy sets it right', () => {
    const { plan, stage } = withFasteners(m8(18))
    const [note] = stage.notes
    expect(note!.text).toMatch(/^It looks like ft·lbf typed as another unit/)
    const after = applyEdit(plan, note!.remedy!.patches)
    expect(after.build.fasteners.upper!.torque).toBeCloseTo(18 * FT_LBF, 6)
    expect(createDeriver()(after).stages.build.notes).toEqual([])
  })
  test('a unit that was typed is never offered away: 38 N·m stays 38 N·m, however little it is', () => {
    const typed = (torque: number, unit: string) =>
      withFasteners({ ...all, upper: { torque, thread: 'M10', grade: '10.9', from: 'sheet', unit } }).stage
        .notes
    const [bare] = typed(45, '')
    expect(bare!.remedy!.label).toBe('It was ft·lbf')
    const [meant] = typed(45, 'N·m')
    expect(meant).toMatchObject({ rule: 'torque-unlikely' })
    expect(meant!.remedy).toBeUndefined()
    expect(meant!.text).not.toContain('It looks like')
    expect(parseQuantity('38 Nm', 'torque', unitFor('torque', US_UNITS))).toEqual({
      ok: true,
      value: 38,
      unit: 'N·m',
    })
    expect(parseQuantity('38', 'torque', unitFor('torque', US_UNITS))).toMatchObject({ unit: '' })
  })
  test('a tightening step is not done before its torques are told, each measured or said not to be', () => {
    const { plan } = withFasteners(all)
    const { steps, joints } = workOf(plan)
    const step = steps.find((s) => s.id === 'torque-left')!
    const mine = readJoints(step, jointMap(joints))
    expect(mine.map(({ id }) => id)).toEqual(['strap-left', 'lower-left', 'upper-left', 'foot-left'])
    const left = (torques: Record<string, number | null> | null) => {
      const next = structuredClone(plan)
      next.build.ticks[step.id] = { ...tick, facts: factsOf(step), torques }
      const { result, notes } = createDeriver()(next).stages.build
      const rules = notes.map((n) => n.rule).filter((rule) => rule.startsWith('torque-'))
      return { left: result.left.includes(step.id), rules }
    }
    const reached = Object.fromEntries(mine.map(({ id, fastening }) => [id, all[fastening]!.torque]))
    expect(left({})).toMatchObject({ left: true })
    const { 'strap-left': _, ...three } = reached
    expect(left(three)).toMatchObject({ left: true })
    expect(left(reached)).toEqual({ left: false, rules: [] })
    expect(left({ ...reached, 'strap-left': null })).toEqual({ left: false, rules: ['torque-not-measured'] })
    // Both ends of a torque wrench's tolerance: a tenth.
    const strap = all.strap!.torque
    for (const [part, told] of [
      [1.0999, false],
      [1.1001, true],
      [0.9001, false],
      [0.8999, true],
    ] as const)
      expect([
        part,
        left({ ...reached, 'strap-left': strap * part }).rules.includes('torque-otherwise'),
      ]).toEqual([part, told])
  })
  test('a coil insert has no strap; a strap is tightened where it is fitted, and again on the wheels and after the road', () => {
    const fastenings = (plan: Plan) => workOf(plan).joints.map(({ fastening }) => fastening)
    expect(fastenings(newPlan('coil-wagon', 'x'))).not.toContain('strap')
    const turns = stepsOf(flatbed).flatMap(({ id, tightens }) =>
      tightens.filter(({ joint }) => joint === 'strap-left').map(({ pass }) => [id, pass]),
    )
    expect(turns).toEqual([
      ['spring-left', 'loose'],
      ['align-left', 'snug'],
      ['torque-left', 'final'],
      ['down', 'wheels'],
      ['road', 'road'],
    ])
  })
  test('a thread or class nobody knows is not judged', () => {
    expect(
      rules({ ...all, upper: { torque: 500, thread: 'odd', grade: '8.8', from: 'sheet', unit: '' } }),
    ).toEqual([])
    expect(
      rules({ ...all, upper: { torque: 500, thread: 'M8', grade: 'odd', from: 'sheet', unit: '' } }),
    ).toEqual([])
  })
  test('typing another torque takes no tick back: it says what was reached and what is wanted', () => {
    const { plan } = withFasteners(m8(24))
    const { steps, joints } = workOf(plan)
    const step = steps.find((s) => s.id === 'torque-left')!
    const torques = Object.fromEntries(
      readJoints(step, jointMap(joints)).map(({ id, fastening }) => [
        id,
        plan.build.fasteners[fastening]!.torque,
      ]),
    )
    plan.build.ticks[step.id] = { ...tick, facts: factsOf(step), torques }
    plan.build.fasteners.upper!.torque = 28
    const stage = createDeriver()(plan).stages.build
    expect(stage.result.left).not.toContain(step.id)
    expect(stage.notes.find((n) => n.rule === 'torque-otherwise')).toMatchObject({ value: 24, limit: 28 })
  })
})

test('threads: named sizes, fine pitch, inch; nonsense is none', () => {
  expect(threadOf('M8')!.area * 1e6).toBeCloseTo(36.6, 1)
  expect(threadOf('M8x1.25')!.area * 1e6).toBeCloseTo(36.6, 1)
  expect(threadOf('m10 x 1.5')!.area * 1e6).toBeCloseTo(58, 1)
  expect(threadOf('3/8-16')!.area / 0.0254 ** 2).toBeCloseTo(0.0775, 4) // ASME B1.1
  for (const odd of ['', 'M', 'M8x9', '3/0-16', '8', 'three']) expect(threadOf(odd)).toBeNull()
})

describe('what was done stays true', () => {
  const flatbed = demoPlan('estuary-flatbed')
  const build = (p: Plan) => createDeriver()(p).stages.build
  const ticked = () => {
    const plan = structuredClone(flatbed)
    const { steps, joints } = workOf(plan)
    plan.build.fasteners = takeUsual(fastenersOf(joints))
    const known = jointMap(joints)
    for (const step of steps)
      plan.build.ticks[step.id] = {
        ...tick,
        title: step.title,
        facts: factsOf(step),
        readings: Object.fromEntries(step.reads.map(({ id, expected }) => [id, expected ?? 0.02])),
        torques: Object.fromEntries(
          readJoints(step, known).map(({ id, fastening }) => [id, plan.build.fasteners[fastening]!.torque]),
        ),
      }
    return plan
  }
  test('ticked as it is planned, everything stands', () => {
    const stage = build(ticked())
    expect([stage.result.left, stage.notes]).toEqual([[], []])
  })
  test('the plan changes under a tick: the step opens again and says what was done; taken back, it stands again', () => {
    const plan = ticked()
    plan.lay.slackAtSpring = 0.5
    const stage = build(plan)
    expect(stage.result.left).toEqual(
      expect.arrayContaining(['line-tee-spring-left', 'line-tee-spring-right']),
    )
    const note = stage.notes.find((n) => n.subject === 'line-tee-spring-left')!
    expect(note).toMatchObject({ rule: 'step-changed', rank: 'fix', limit: 0.62 })
    expect(note.text).toContain('Bram did it with another length cut: {limit}; the plan now says {value}.')
    const kept = applyEdit(structuredClone(plan), note.remedy!.patches)
    expect(build(kept).result.left).not.toContain('line-tee-spring-left')
    plan.lay.slackAtSpring = flatbed.lay.slackAtSpring
    expect(build(plan).result.left).toEqual([])
  })
  test('a tick without a record stands for its step as it is', () => {
    const plan = structuredClone(flatbed)
    plan.build.ticks = { chock: tick }
    expect(build(plan).result.left).not.toContain('chock')
  })
  test('steps no longer in the plan stay in the record, to be undone', () => {
    const plan = applyEdit(ticked(), circuitPatches(flatbed.air, 'hand-two'))
    const gone = build(plan).notes.filter((n) => n.rule === 'step-gone')
    expect(gone.map((n) => n.subject)).toContain('mount-compressor')
    expect(gone.find((n) => n.subject === 'mount-compressor')!.text).toMatch(
      /^Bram did “Mount the compressor”\./,
    )
    const after = applyEdit(plan, gone[0]!.remedy!.patches)
    expect(build(after).notes.some((n) => n.subject === gone[0]!.subject)).toBe(false)
  })
})

test('hydraulic anti-roll: its shutter valves are opened before the axle drops, and closed before it stands', () => {
  const plan = planOf('coil-wagon', 'hand-two')
  const ids = (p: Plan) => stepsOf(p).map((s) => s.id)
  expect(ids(plan)).not.toContain('shutters-open')
  plan.truck.suspension.interlinked = true
  const steps = stepsOf(structuredClone(plan))
  const at = (id: string) => steps.findIndex((s) => s.id === id)
  expect(at('shutters-open')).toBeLessThan(at('clear'))
  expect(steps[at('clear')]!.after).toHaveProperty('shutters-open')
  expect(at('shutters-close')).toBeLessThan(at('down'))
  expect(steps[at('down')]!.after).toHaveProperty('shutters-close')
})

test('bump stops are cut where the survey says so, by how much, once there is room', () => {
  const plan = newPlan('coil-van', 'x')
  const stepsOf = () => createDeriver()(plan).stages.build.result.steps
  expect(stepsOf().map((s) => s.id)).not.toContain('stop-cut')
  plan.truck = { ...plan.truck, suspension: { ...plan.truck.suspension, stopCut: 0.02 } }
  const cut = stepsOf().find((s) => s.id === 'stop-cut')!
  expect(cut.values!.cut).toEqual({ value: 0.02, quantity: 'length' })
  expect(cut.after).toHaveProperty('clear')
})

test('how the rear is raised decides the gap while it is fitted: axle hanging, full droop; else as on the road', () => {
  const lift = (raisedBy: Plan['truck']['raisedBy']) => {
    const plan = planOf('leaf-flatbed', 'hand-two')
    plan.truck.raisedBy = raisedBy
    return stepsOf(plan).find((s) => s.id === 'lift')!
  }
  const { droop, unladen } = planOf('leaf-flatbed', 'hand-two').truck.seatGap
  expect(RAISED_BY.map((by) => lift(by).values.gap!.value)).toEqual([droop, unladen, droop, unladen, unladen])
  expect(new Set(RAISED_BY.map((by) => lift(by).title)).size).toBe(5)
  for (const by of RAISED_BY) expect(lift(by).cautions.length).toBeGreaterThan(1)
})

describe('lines by their joints', () => {
  const detail = (change: (p: Plan) => void) => {
    const plan = planOf('leaf-flatbed', 'hand-two')
    change(plan)
    return stepsOf(structuredClone(plan)).find((s) => s.id.startsWith('line-'))!
  }

  test('push-fits at both ends are told once; another kind at one end is told where', () => {
    expect(detail(() => {}).detail).toMatch(
      /^Laid first, then cut \{cut\} square with a tube cutter, deburred, push home past the first stop, tug\./,
    )
    const mixed = detail((p) => {
      for (const id of Object.keys(p.air.lines)) p.air.joints[`${id}:to`] = 'compression'
    })
    expect(mixed.detail).toMatch(
      /at the .* push home past the first stop, tug; at the .* nut and sleeve on first/,
    )
  })
  test('a hose with its ends on is never cut, two wrenches at each end, what is over coiled', () => {
    const hose = detail((p) => (p.air.tubeClass = 'braided-1-4'))
    expect(hose.detail).toContain('never cut')
    expect(hose.detail).toContain('a sixth of a turn with two wrenches')
    expect(hose.tools).toEqual(['Two wrenches'])
    expect(hose.values.coiled!.value).toBeGreaterThanOrEqual(0)
  })
})

test('a bracket held by U-bolts, a spacer with its cup, a gap closed by a load: each in the words of its steps', () => {
  const plan = demoPlan('estuary-flatbed')
  Object.assign(plan.truck.seatGap, { unladen: 0.29, droop: 0.3 })
  Object.assign(plan.truck.bracket, { inWay: 'bed-hitch', hold: 'u-bolts' })
  plan.truck.raisedBy = 'axle'
  Object.assign(plan.air, { spacer: 0.0254, spacerAt: 'above', cup: 'down', closing: 'load' })
  const { stages } = createDeriver()(plan)
  const { steps } = stages.build.result
  const step = (id: string) => steps.find((s) => s.id === id)!
  const order = (id: string) => steps.findIndex((s) => s.id === id)
  expect(step('bench-left').detail).toContain(
    'Spacer of {spacer} over the spring, its cup facing down: a raise cup lies with its flat side to the bag.',
  )
  expect(step('bench-left').values.spacer!.value).toBe(0.0254)
  expect(step('spring-left').detail).toContain('by U-bolts round the rail, {inside} wide inside')
  expect(stages.build.result.joints.find((j) => j.id === 'upper-left')!.fastening).toBe('u-bolt')
  expect(step('close-gap').values.load!.value).toBe(stages.truck.result.closingLoad)
  expect(step('open-gap').values.height!.value).toBe(stages.truck.result.springHeight)
  expect(order('close-gap')).toBeLessThan(Math.min(order('spring-left'), order('spring-right')))
  expect(order('open-gap')).toBeGreaterThan(Math.max(order('torque-left'), order('torque-right')))
  plan.truck.bracket.hold = 'drilled'
  const drilled = createDeriver()(plan).stages.build.result.steps
  expect(drilled.filter((s) => s.id.startsWith('drill-'))).toHaveLength(2)
  expect(drilled.find((s) => s.id === 'spring-right')!.after).toHaveProperty('drill-right')
})

test('each circuit is set up in its own way: memories stored, a card for what is worked by hand, a lever hung, a controller taught', () => {
  const OWN = ['presets', 'card', 'lever', 'teach', 'still']
  const set = (archetype: Archetype) => {
    const plan = planOf('leaf-flatbed', archetype)
    plan.hauls = { a: newHaul('Full', 1) }
    return stepsOf(plan).filter(({ id }) => OWN.includes(id))
  }
  const ids = (archetype: Archetype) => set(archetype).map(({ id }) => id)
  expect(ids('wireless-dual')).toEqual(['presets'])
  expect(ids('tank-paddles')).toEqual(['card'])
  expect(ids('hand-two')).toEqual(['card'])
  expect(ids('electronic')).toEqual(['teach', 'still'])
  const [lever] = set('height-valve')
  expect(lever!.values).toMatchObject({ arm: { value: 0.2 }, link: { value: 0.25 } })
  expect(lever!.cautions.join(' ')).toContain('before it is jacked')
})

test('what a step says of the hauls is in their own order, whatever order their keys come back in', () => {
  const plan = demoPlan('star-wagon')
  const turned = { ...plan, hauls: Object.fromEntries(Object.entries(plan.hauls).reverse()) }
  expect(Object.keys(turned.hauls)).not.toEqual(Object.keys(plan.hauls))
  expect(stepsOf(turned)).toEqual(stepsOf(plan))
  expect(createDeriver()(turned).notes.filter(({ rule }) => rule === 'step-changed')).toEqual([])
})

test('what the dash or a coil closes in is soaped first, and nothing is put back before; where nothing is, no such step', () => {
  const steps = (id: string) => {
    const plan = demoPlan(id)
    return createDeriver()(plan).stages.build.result.steps
  }
  const inDash = steps('festival-rig')
  const hidden = inDash.find(({ id }) => id === 'soap-hidden')!
  expect(hidden.detail).toContain('Dual gauge')
  expect(inDash.find(({ id }) => id === 'soap')!.after).toHaveProperty('soap-hidden')
  expect(inDash.find(({ id }) => id === 'back')!.after).toHaveProperty('soap-hidden')
  expect(steps('star-wagon').find(({ id }) => id === 'soap-hidden')!.detail).toContain('spring')
  expect(steps('estuary-flatbed').some(({ id }) => id === 'soap-hidden')).toBe(false)
})
