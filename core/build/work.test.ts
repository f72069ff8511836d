import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { USUAL_JOBS } from '../../tests/usualJobs'
import { PASSES } from '../catalog/fastenings'
import { isFitted, isMoved } from '../catalog/partStates'
import { createDeriver } from '../derive/derive'
import { applyEdit } from '../document/edit'
import { demoPlan } from '../demo/demoShop'
import { LOWER_HOLDS, type KitStep, type Plan } from '../document/types'
import { newPlan } from '../jobs/newPlan'
import { guideSource, stepGuide } from '../papers/stepGuide'
import { METRIC_UNITS, US_UNITS, type UnitChoice } from '../quantity/units'
import { buildLists, photoWanted } from './lists'
import { csvText } from '../quantity/csv'
import { changedOf, factsOf } from './evidence'
import { keepForKit, kitPlaceOf } from './kitSheet'
import { kitStepTable, readKitSteps } from './kitSheetTable'
import { leavingNow } from './leaving'
import { inOrder } from './order'
import { criticalPath, ScheduleError, shareOut, type Task } from './schedule'
import type { BuildResult } from './types'

const derive = createDeriver()
const SWAPPED = { left: 'right', right: 'left', Left: 'Right', Right: 'Left' } as const
const workOf = (plan: Plan): BuildResult => derive(plan).stages.build.result

/** The list of a job as a person reads it. */
function listOf(label: string, plan: Plan): string {
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const { steps, joints, freed, minutes, minutesOfTwo, minutesCritical } = derived.stages.build.result
  const lists = buildLists(derived.stages.build.result, plan.air, plan.build, METRIC_UNITS)
  const lines = [
    `# ${label}`,
    '',
    `${steps.length} steps, ${joints.length} joints, ${freed.length} things off and back. Alone ${Math.round(minutes)} min, with two ${Math.round(minutesOfTwo)} min, longest chain ${Math.round(minutesCritical)} min.`,
  ]
  let group = ''
  for (const step of steps) {
    if (step.group !== group) lines.push('', `## ${(group = step.group)}`, '')
    const guide = stepGuide(step, source)
    lines.push(`- **${step.title}** (${step.id}, ${step.place}, ${step.minutes} min)`)
    for (const words of [
      guide.what,
      ...guide.where,
      ...guide.way,
      ...guide.run,
      ...guide.holes,
      ...guide.ends,
    ])
      lines.push(`  - ${words}`)
    for (const { label: joint, fasteners, passes } of guide.joints)
      lines.push(`  - ${joint}: ${fasteners}; ${passes.join(', ')}`)
    for (const caution of step.cautions) lines.push(`  - ! ${caution}`)
  }
  lines.push(
    '',
    '## Lists',
    '',
    `- Tools: ${lists.tools.join('; ')}`,
    `- Consumables: ${lists.consumables.join('; ')}`,
  )
  return `${lines.join('\n')}\n`
}

test('a photo is wanted before anything comes off, of what is hidden later, and of the fuse; of nothing else', () => {
  const { plan } = USUAL_JOBS.find(({ id }) => id === 'wireless-dual')!
  const { steps } = createDeriver()(plan()).stages.build.result
  const wanted = (id: string) => photoWanted(steps.find((step) => step.id === id)!)
  expect(wanted('free-breather')).toBe('as it was before')
  expect(wanted('spring-left')).toBe('every joint that will be hidden')
  expect(wanted('fuse')).toBe('the fuse in its place')
  expect(wanted('chock')).toBeNull()
  expect(wanted('road')).toBeNull()
})

describe('step lists of the twenty usual jobs, changed only on purpose (npm run golden)', () => {
  test('there are twenty', () => expect(new Set(USUAL_JOBS.map(({ id }) => id)).size).toBe(20))
  test.each(USUAL_JOBS)('$id', ({ id, label, plan }) => {
    const file = `tests/fixtures/steps/${id}.md`
    const now = listOf(label, plan())
    if (process.env.GOLDEN === 'write') writeFileSync(file, now)
    expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(now)
  })
})

describe.each(USUAL_JOBS)('$id', ({ plan: made }) => {
  const plan = made()
  const { steps, joints, freed } = workOf(plan)
  const at = (id: string) => steps.findIndex((step) => step.id === id)
  /** True if a step waits for another, straight or through others. */
  const follows = (id: string, before: string): boolean =>
    Object.keys(steps[at(id)]!.after).some((one) => one === before || follows(one, before))

  test('every joint has all its passes, each once and in their order', () => {
    for (const joint of joints) {
      const turns = steps.flatMap(({ id, tightens }) =>
        tightens.filter((t) => t.joint === joint.id).map(({ pass }) => ({ pass, at: at(id) })),
      )
      expect({ joint: joint.id, passes: turns.map(({ pass }) => pass) }).toEqual({
        joint: joint.id,
        passes: PASSES.filter((pass) => joint.passes.includes(pass)),
      })
      expect(turns.map((turn) => turn.at)).toEqual(turns.map((turn) => turn.at).sort((a, b) => a - b))
    }
    for (const { tightens } of steps)
      for (const { joint } of tightens) expect(joints.map(({ id }) => id)).toContain(joint)
  })

  test('what comes off comes back once, later and after its reason; what stays off has no way back, and says why', () => {
    for (const { id, fate, reason } of freed) {
      const off = steps.filter(({ frees }) => frees.includes(id))
      const back = steps.filter(({ putsBack }) => putsBack.includes(id))
      expect({ id, off: off.length }).toEqual({ id, off: 1 })
      if (fate === 'off') expect({ id, back: back.length }).toEqual({ id, back: 0 })
      else {
        expect({ id, back: back.length }).toEqual({ id, back: 1 })
        expect(at(back[0]!.id)).toBeGreaterThan(at(off[0]!.id))
        expect(follows(back[0]!.id, off[0]!.id)).toBe(true)
      }
      if (fate === 'off') expect(reason).not.toBe('')
    }
  })

  test('no step before what it follows, whatever order somebody puts first', () => {
    const ids = steps.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    fc.assert(
      fc.property(fc.shuffledSubarray(ids), (first) => {
        const order = inOrder(steps, first).map(({ id }) => id)
        expect([...order].sort()).toEqual([...ids].sort())
        for (const { id, after } of steps)
          for (const before of Object.keys(after))
            expect(order.indexOf(before)).toBeLessThan(order.indexOf(id))
      }),
      { numRuns: 20 },
    )
  })

  test('nothing that this job does not touch is mounted, tightened or opened', () => {
    const touched = (id: string) => {
      const part = plan.air.components[id]
      return !part || isFitted(part.state) || isMoved(part)
    }
    for (const { id, part } of joints)
      expect({ id, touched: part === null || touched(part) }).toEqual({ id, touched: true })
    for (const step of steps)
      if (step.id.startsWith('mount-'))
        expect({ id: step.id, touched: touched(step.part!) }).toEqual({ id: step.id, touched: true })
    const springsGoIn = Object.values(plan.air.components).some(
      (c) => c.kind === 'spring' && isFitted(c.state),
    )
    if (!springsGoIn) expect(freed).toEqual([])
  })

  test('a truck mirrored has the same steps of its springs, mirrored in their words, reasons and rooms', () => {
    const turned = structuredClone(plan)
    const { truck } = turned
    const other = <T extends { y: number }>(at: T): T => ({ ...at, y: -at.y })
    truck.exhaust.points = truck.exhaust.points.map(other)
    for (const thing of Object.values(truck.beside)) thing.at = other(thing.at)
    truck.battery = other(truck.battery)
    truck.fuelTank.centre = other(truck.fuelTank.centre)
    if (truck.spare) truck.spare.centre = other(truck.spare.centre)
    const { heights, unladen } = truck
    for (const corners of [heights, unladen]) {
      const [fl, rl] = [corners.frontLeft, corners.rearLeft]
      Object.assign(corners, { frontLeft: corners.frontRight, rearLeft: corners.rearRight })
      Object.assign(corners, { frontRight: fl, rearRight: rl })
    }
    const swap = (text: string) =>
      text.replace(/\b(left|right|Left|Right)\b/g, (side) => SWAPPED[side as keyof typeof SWAPPED])
    turned.lay.shields = Object.fromEntries(
      Object.entries(plan.lay.shields).map(([id, on]) => [swap(id), on]),
    )
    const springs = (list: BuildResult['steps']) =>
      list
        .filter(({ group }) => / spring$/.test(group))
        .map(({ id, title, detail, after, reads, tightens, cautions }) =>
          JSON.stringify({
            ...{ id, title, detail, cautions },
            after: Object.entries(after).filter(([before]) => !before.startsWith('off-')),
            reads: reads.map(({ id: read, label }) => [read, label]),
            joints: tightens.map(({ joint, pass }) => `${joint} ${pass}`),
          }),
        )
    expect(springs(workOf(turned).steps).map(swap)).toEqual(springs(steps))
  })
})

test('bellows beside a coil sit on the axle or a trailing arm: no step of theirs speaks of leaves, and the coil is measured', () => {
  const plan = newPlan('coil-van', 'Bellows')
  plan.truck.suspension.helper = 'beside'
  plan.air.springClass = demoPlan('estuary-flatbed').air.springClass
  for (const lower of LOWER_HOLDS) {
    plan.truck.bracket.lower = lower
    const springs = workOf(plan).steps.filter(({ group }) => / spring$/.test(group))
    expect(springs.length).toBeGreaterThan(8)
    for (const { id, detail } of springs) expect([id, /\bleaf|leaves\b/.test(detail)]).toEqual([id, false])
    expect(springs.find(({ id }) => id === 'align-left')!.detail).toContain('clear of the coil')
  }
})

test('every step that the table of coverage names is a step of a usual job, or says where it is found', () => {
  const ids = USUAL_JOBS.flatMap(({ plan }) => workOf(plan()).steps.map(({ id }) => id))
  const rows = readFileSync('docs/build-coverage.md', 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/, where /.test(line))
  const named = rows.flatMap((row) => [...row.matchAll(/`([a-z]+(?:-[a-z<>]+)*)`/g)].map(([, id]) => id!))
  expect(named.length).toBeGreaterThan(50)
  for (const name of named.filter((id) => id !== 'brace')) {
    const shape = new RegExp(`^${name.replace('<side>', '(left|right)').replace(/<(part|line)>/, '.+')}$`)
    expect({ name, found: ids.some((id) => shape.test(id)) }).toEqual({ name, found: true })
  }
})

describe('register and evidence', () => {
  test('what is added by hand gets its step off and back; thrown away it needs none; still off on the wheels is said', () => {
    const plan = structuredClone(demoPlan('star-wagon'))
    const thing = {
      label: 'Rail cover',
      where: 'outside of the rail',
      order: 101,
      bolts: 4,
      head: 'hex 10 mm',
      bag: '',
      fate: 'back' as const,
      reason: '',
      torque: 9,
      locker: true,
    }
    plan.build.freed['own-101'] = thing
    const { steps } = workOf(structuredClone(plan))
    const [off, back] = ['free-own-101', 'back-own-101'].map((id) => steps.find((s) => s.id === id)!)
    expect(off!.detail).toMatch(/^Outside of the rail\. 4 bolts, hex 10 mm, in bag \d+\.$/)
    expect(back!.detail).toMatch(/4 bolts out of bag \d+, thread locker on each\. Tightened to \{torque\}\.$/)
    expect(back!.values.torque).toEqual({ value: 9, quantity: 'torque' })
    expect(steps.find((s) => s.id === 'down')!.after).toHaveProperty('back')
    expect(steps.find((s) => s.id === 'back')!.after).toHaveProperty('back-own-101')
    const tick = { ...plan.build.ticks.chock! }
    const hanging = structuredClone(plan)
    hanging.build.ticks['free-own-101'] = { ...tick, facts: null }
    expect(derive(hanging).stages.build.notes.map(({ rule }) => rule)).toContain('still-off')
    const thrown = structuredClone(hanging)
    thrown.build.freed['own-101'] = { ...thing, fate: 'off' as never, reason: 'Broken' }
    const after = derive(thrown).stages.build
    expect(after.notes.map(({ rule }) => rule)).not.toContain('still-off')
    expect(after.result.steps.some(({ id }) => id === 'back-own-101')).toBe(false)
    // Without a reason it is asked for, and nobody's reason is made up.
    expect(after.notes.map(({ rule }) => rule)).not.toContain('off-without-reason')
    const silent = structuredClone(thrown)
    silent.build.freed['own-101']!.reason = ' '
    expect(derive(silent).stages.build.notes.map(({ rule }) => rule)).toContain('off-without-reason')
  })

  /** The flatbed with rooms read at the test fit on the left, m, and its notes of one rule. */
  const fitted = (readings: Record<string, number>) => {
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    plan.build.ticks['fit-left']!.readings = readings
    return plan
  }
  const notesOf = (plan: Plan, rule: string) =>
    derive(plan).stages.build.notes.filter((note) => note.rule === rule && note.subject === 'fit-left')

  test('a room read at the test fit under 13 mm is a Fix, touching a Stop, and enough says nothing', () => {
    const ranks = (room: number) =>
      notesOf(fitted({ 'room-tyre': room }), 'test-fit-tight').map(({ rank }) => rank)
    expect([ranks(0.013), ranks(0.0129), ranks(0)]).toEqual([[], ['fix'], ['stop']])
  })

  test('the least shift that clears is said where the other side has it to spare, and trimming where not', () => {
    const text = (tyre: number, frame: number) =>
      notesOf(fitted({ 'room-tyre': tyre, 'room-frame': frame }), 'test-fit-tight')[0]!.text
    expect(text(0.01, 0.016)).toMatch(/Moved inwards by what is short, it clears on both sides/)
    expect(text(0.01, 0.0159)).toMatch(/not as much to spare on its other side/)
  })

  test('a room that is not as planned corrects Truck by a press, and the plan then says what was read', () => {
    const { steps } = workOf(demoPlan('estuary-flatbed'))
    const asked = steps.find(({ id }) => id === 'fit-left')!.reads
    expect(asked.map(({ id }) => id)).toEqual(['room-frame', 'room-tyre', 'room-brake-line'])
    const correctable = asked.filter(({ room }) => room!.moves.length > 0)
    expect(correctable.map(({ id }) => id)).toEqual(['room-tyre', 'room-brake-line'])
    for (const { id, expected } of correctable) {
      // 5 mm is what a tape cannot tell.
      expect(notesOf(fitted({ [id]: expected! - 0.0049 }), 'test-fit-otherwise')).toEqual([])
      const plan = fitted({ [id]: expected! - 0.012 })
      const [note] = notesOf(plan, 'test-fit-otherwise')
      expect(note).toMatchObject({ rank: 'fix', limit: expected })
      const taken = applyEdit(plan, note!.remedy!.patches)
      expect(notesOf(taken, 'test-fit-otherwise')).toEqual([])
      const now = workOf(taken).steps.find((step) => step.id === 'fit-left')!
      expect(now.reads.find((ask) => ask.id === id)!.expected).toBeCloseTo(expected! - 0.012, 2)
    }
    // More room than planned is good to know.
    expect(notesOf(fitted({ 'room-tyre': 0.2 }), 'test-fit-otherwise')).toMatchObject([{ rank: 'know' }])
  })

  test('a lip that is read otherwise corrects Truck by a press, at every corner, on a lifted truck too; 8 mm are nothing', () => {
    const corners = [
      ['fl', 'frontLeft', 'frontLift'],
      ['fr', 'frontRight', 'frontLift'],
      ['rl', 'rearLeft', 'lift'],
      ['rr', 'rearRight', 'lift'],
    ] as const
    for (const lifted of [0, 0.06])
      for (const [id, corner, lift] of corners) {
        const plan = structuredClone(demoPlan('estuary-flatbed'))
        Object.assign(plan.truck.suspension, { [lift]: lifted, liftMeasured: false })
        const { reads } = workOf(plan).steps.find((step) => step.id === 'measure')!
        const { expected } = reads.find((ask) => ask.id === id)!
        expect(expected).toBeCloseTo(plan.truck.heights[corner] + lifted, 9)
        const read = (by: number) => {
          const told = structuredClone(plan)
          told.build.ticks.measure = { ...told.build.ticks.measure!, readings: { [id]: expected! + by } }
          return told
        }
        const of = (told: Plan) =>
          derive(told).stages.build.notes.filter(
            (n) => n.rule === 'height-otherwise' && n.subject === 'measure',
          )
        for (const by of [-0.0079, 0.0079]) expect([id, by, of(read(by))]).toEqual([id, by, []])
        for (const by of [-0.0081, 0.0081]) {
          const told = read(by)
          const [note, more] = of(told)
          expect([note?.rank, note?.limit, more]).toEqual(['fix', expected, undefined])
          const taken = applyEdit(told, note!.remedy!.patches)
          expect(taken.truck.heights[corner]).toBeCloseTo(plan.truck.heights[corner] + by, 3)
          expect(of(taken)).toEqual([])
          // The step that was read is not asked for again because of its own reading.
          const again = (p: Plan) =>
            derive(p).stages.build.notes.some((n) => n.rule === 'step-changed' && n.subject === 'measure')
          expect([id, by, again(taken)]).toEqual([id, by, again(told)])
        }
      }
  })

  test('how a part is held decides its joint and its tools; held anew after it was mounted, the step asks again', () => {
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    const mount = (p: Plan) => {
      const { steps, joints, left } = workOf(p)
      const step = steps.find(({ id }) => id === 'mount-compressor')!
      return {
        tools: step.tools,
        fastening: joints.find(({ id }) => id === 'hold-compressor')!.fastening,
        open: left.includes(step.id),
      }
    }
    expect(mount(plan)).toMatchObject({ fastening: 'frame', open: false })
    const tapped = structuredClone(plan)
    tapped.build.holds.compressor = 'tapped'
    expect(mount(tapped)).toMatchObject({ fastening: 'tapped', open: true })
    expect(mount(tapped).tools).toEqual(expect.arrayContaining(['Drill 5 mm', 'Tap M6']))
  })
})

describe('a carrier plate', () => {
  const plan = structuredClone(demoPlan('estuary-flatbed'))
  plan.build.ticks = {}
  plan.lay.carrier = ['compressor', 'block', 'gone']
  const { steps, joints } = workOf(plan)
  const step = (id: string) => steps.find((one) => one.id === id)!

  test('its parts are bolted to it on the bench, and it goes up as one before anything is joined to them', () => {
    expect(step('mount-carrier').title).toMatch(/^Mount the carrier plate with the .* and the /)
    for (const id of ['compressor', 'block']) {
      expect(step(`mount-${id}`)).toMatchObject({
        place: 'bench',
        title: expect.stringContaining('on the carrier plate'),
      })
      expect(step('mount-carrier').after).toHaveProperty(`mount-${id}`)
      expect(joints.find((joint) => joint.id === `hold-${id}`)!.to).toBe('carrier plate')
    }
    expect(step('mount-carrier').tightens).toEqual([{ joint: 'hold-carrier', pass: 'final' }])
    for (const { id, after } of steps)
      if (id !== 'mount-carrier' && (after['mount-compressor'] || after['mount-block']))
        expect([id, after]).toEqual([
          id,
          expect.objectContaining({ 'mount-carrier': 'The plate hangs first.' }),
        ])
  })

  test('one part alone needs no plate', () => {
    const alone = { ...plan, lay: { ...plan.lay, carrier: ['compressor'] } }
    expect(workOf(alone).steps.some(({ id }) => id === 'mount-carrier')).toBe(false)
  })

  test('another part on the plate after it was mounted is asked about', () => {
    const done = structuredClone(plan)
    const { who, at, title } = demoPlan('estuary-flatbed').build.ticks.chock!
    done.build.ticks['mount-carrier'] = {
      ...{ who, at, title, wrench: '', otherwise: '', readings: {} },
      facts: factsOf(step('mount-carrier')),
      torques: { 'hold-carrier': 24 },
    }
    const changed = (carrier: string[]) =>
      derive({ ...done, lay: { ...done.lay, carrier } }).stages.build.notes.filter(
        ({ rule, subject }) => rule === 'step-changed' && subject === 'mount-carrier',
      ).length
    expect([changed(['compressor', 'block']), changed(['compressor', 'block', 'dryer'])]).toEqual([0, 1])
  })
})

describe('a kit’s own sheet', () => {
  const step = (title: string, instead: KitStep['instead'], more: Partial<KitStep> = {}): KitStep => ({
    title,
    text: `${title}, as the sheet has it.`,
    instead,
    truck: null,
    minutes: null,
    picture: '',
    ...more,
  })
  const withSheet = (...steps: KitStep[]) => {
    const plan = structuredClone(newPlan('leaf-flatbed', 'Kit'))
    plan.air.kit = {
      label: 'Box 7',
      number: '',
      make: '',
      price: null,
      tubeClass: null,
      tubeLength: null,
      parts: {},
      lift: null,
      steps,
    }
    return derive(plan).stages.build
  }
  test('a step done otherwise is kept for the kit: in place of the one there, for this truck, with its photo', () => {
    const kept = step('Cup down', 'bench', { truck: 'leaf-flatbed', picture: 'job/photo' })
    const own = [step('Look', null), step('Bolt it', 'bench', { truck: 'coil-van' })]
    keepForKit(own, kept)
    expect(own.map(({ title }) => title)).toEqual(['Look', 'Bolt it', 'Cup down'])
    const again = { ...kept, text: 'Cup up' }
    keepForKit(own, again)
    expect(own.slice(2)).toEqual([again])
    expect([kitPlaceOf('bench-left'), kitPlaceOf('down'), kitPlaceOf('mount-tank')]).toEqual([
      'bench',
      'down',
      null,
    ])
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    plan.air.kit = {
      ...{ label: 'Kit', number: '', make: '', price: null, tubeClass: null, tubeLength: null },
      ...{ parts: {}, lift: null },
      steps: [{ ...kept, truck: plan.truck.kind }],
    }
    const taken = workOf(plan).steps.find(({ id }) => id === 'bench-right')!
    expect(taken).toMatchObject({
      from: 'kit',
      picture: 'job/photo',
      detail: 'Cup down, as the sheet has it.',
    })
  })

  test('its steps stand for usual ones on both sides, in its words and order; its own come after the one before', () => {
    const { result, notes } = withSheet(
      step('Bolt the bag together', 'bench', { minutes: 9 }),
      step('Grease the cup', null),
      step('Hang it', 'spring'),
      step('For another truck', 'torque', { truck: 'coil-van' }),
    )
    const of = (id: string) => result.steps.find((s) => s.id === id)!
    expect(of('bench-left')).toMatchObject({ from: 'kit', title: 'Bolt the bag together, left', minutes: 9 })
    // Joints and what is asked stay those of the usual step.
    expect(of('bench-left').tightens.map(({ pass }) => pass)).toEqual(['loose', 'final'])
    expect(of('kit-2-left')).toMatchObject({ from: 'kit', title: 'Grease the cup, left' })
    expect(of('kit-2-left').after).toEqual({ 'bench-left': 'The kit’s sheet has this order.' })
    expect(of('spring-left').after).toHaveProperty('kit-2-left')
    expect(of('spring-left').after).not.toHaveProperty('kit-2-right')
    expect(of('torque-left').from).toBe('usual')
    expect(notes.filter(({ rule }) => rule.startsWith('sheet-'))).toEqual([])
    expect(result.hasSheet).toBe(true)
  })
  test('a step before its own reason keeps the usual order and is named; so is one for a step that is not there', () => {
    const { result, notes } = withSheet(
      step('Tighten', 'torque'),
      step('Bench', 'bench'),
      step('Cap it', 'cap'),
    )
    expect(
      notes.filter(({ rule }) => rule.startsWith('sheet-')).map(({ rank, rule }) => `${rank} ${rule}`),
    ).toEqual(['fix sheet-order', 'know sheet-place'])
    const at = (id: string) => result.steps.findIndex((s) => s.id === id)
    expect(at('bench-left')).toBeLessThan(at('torque-left'))
  })
  test('as a table and back it is the same; what does not fit is said by row, with what to type', () => {
    const steps = [
      step('One, “quoted”', 'bench', { minutes: 5 }),
      step('=Two', null, { truck: 'leaf-flatbed' }),
    ]
    const { head, rows } = kitStepTable(steps)
    expect(readKitSteps(csvText(head, rows))).toEqual({ steps })
    const problem = (text: string) => {
      const read = readKitSteps(text)
      return 'problem' in read ? read.problem : null
    }
    expect(problem('title,colour\nA,red')).toMatch(/column “colour”. Use title, text, instead/)
    expect(problem('text\nA')).toMatch(/must name a column “title”/)
    expect(problem('title,instead\nA,bench\nB,roof')).toMatch(/^Row 2: “roof” is no usual step. Use fitting/)
    expect(problem('title,truck\nA,lorry')).toMatch(/^Row 1: “lorry” is no kind of truck/)
    expect(problem('title,minutes\nA,soon')).toMatch(/^Row 1: “soon” is no time/)
    expect(problem('title,minutes\n,5')).toMatch(/^Row 1: there is no title/)
  })
})

describe('stopping before it is done', () => {
  /** The words for stopping after the first steps up to and including one. */
  const after = (id: string) => {
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    const { steps } = workOf(plan)
    const tick = { ...plan.build.ticks.chock!, facts: null, torques: null }
    plan.build.ticks = Object.fromEntries(
      steps.slice(0, steps.findIndex((step) => step.id === id) + 1).map((step) => [step.id, tick]),
    )
    return leavingNow(workOf(plan), plan.build).join('\n')
  }
  test('each state says what must be safe, and says it no longer once it is', () => {
    expect(after('measure')).toBe('')
    expect(after('lift')).toContain('It stays up')
    expect(after('clear')).toMatch(/Off now.*both rear wheels/)
    expect(after('align-left')).toContain('Only loose or snug: axle strap of the left lower bracket')
    expect(after('torque-left')).not.toContain('Only loose or snug')
    expect(after('feed')).toContain('The fuse stays out')
    expect(after('fuse')).toContain('Fuse out again')
    expect(after('first-fill')).not.toContain('Fuse out again')
    expect(after('first-fill')).toContain('Air out of the springs')
    expect(after('down')).not.toContain('It stays up')
    const whole = demoPlan('festival-rig')
    expect(leavingNow(workOf(whole), whole.build)).toEqual([])
    const none = newPlan('leaf-flatbed', 'x')
    expect(leavingNow(workOf(none), none.build)).toEqual([])
  })
})

test('what was done and not read is named; a tick from before readings were asked for says nothing', () => {
  const rules = (change: (plan: Plan) => void) => {
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    change(plan)
    return derive(plan).stages.build.notes.filter(({ rule }) => rule === 'not-read')
  }
  const [note] = rules((p) => (p.build.ticks.measure!.readings = { fl: 0.95, fr: 0.95, rl: 0.98 }))
  expect(note).toMatchObject({ rank: 'know', value: 2 })
  expect(note!.text).toContain('rear right lip')
  expect(rules((p) => Object.assign(p.build.ticks.measure!, { readings: {}, facts: null }))).toEqual([])
})

test('ticks of before anything was recorded are counted, of steps that have something to record', () => {
  const counted = (ids: readonly string[]) => {
    const plan = structuredClone(demoPlan('estuary-flatbed'))
    for (const id of ids) plan.build.ticks[id]!.facts = null
    const notes = derive(plan).stages.build.notes.filter(({ rule }) => rule === 'tick-without-record')
    return notes.map(({ rank, value }) => [rank, value])
  }
  expect(counted([])).toEqual([])
  expect(counted(['chock'])).toEqual([])
  expect(counted(['chock', 'mount-compressor', 'feed'])).toEqual([['know', 2]])
})

test('a length that a tape cannot tell apart is the same: 10 mm of a cut, either way; the wrench is in the shop’s unit', () => {
  const step = workOf(demoPlan('estuary-flatbed')).steps.find(({ id }) => id === 'line-block-left')!
  const { figures, choices } = factsOf(step)
  const changed = (by: number) =>
    changedOf(step, { facts: { figures: { cut: figures.cut! + by }, choices } }).map(({ name }) => name)
  expect([0.0099, -0.0099, 0.0101, -0.0101].map(changed)).toEqual([[], [], ['cut'], ['cut']])
  const plan = demoPlan('estuary-flatbed')
  const wrench = (units: UnitChoice) =>
    buildLists(workOf(plan), plan.air, plan.build, units).tools.find((tool) =>
      tool.startsWith('Torque wrench'),
    )
  expect(wrench(METRIC_UNITS)).toMatch(/ N·m$/)
  expect(wrench(US_UNITS)).toMatch(/ ft·lbf$/)
})

describe('schedule', () => {
  /** Tasks of which each follows some of those before it. */
  const tasks = fc
    .array(
      fc.record({ minutes: fc.integer({ min: 1, max: 60 }), after: fc.array(fc.nat(30), { maxLength: 3 }) }),
      {
        minLength: 1,
        maxLength: 12,
      },
    )
    .map((list): Task[] =>
      list.map(({ minutes, after }, i) => ({
        id: `t${i}`,
        minutes,
        after: i === 0 ? [] : [...new Set(after.map((n) => `t${n % i}`))],
      })),
    )

  test('by hand: 3 and 5 before 4, beside 6: longest chain 9, alone 18, two people 9', () => {
    const list: Task[] = [
      { id: 'a', minutes: 3, after: [] },
      { id: 'b', minutes: 5, after: [] },
      { id: 'c', minutes: 4, after: ['a', 'b'] },
      { id: 'd', minutes: 6, after: [] },
    ]
    expect(criticalPath(list)).toEqual({ minutes: 9, critical: ['b', 'c'] })
    // One takes b (to 5), then c (to 9); the other takes a (to 3), then d (to 9).
    expect(shareOut(list, 2).minutes).toBe(9)
    expect(shareOut(list, 1).minutes).toBe(18)
  })
  test('never shorter than the longest chain or the fair share, never longer than one person; nothing before its reason', () => {
    fc.assert(
      fc.property(tasks, fc.integer({ min: 1, max: 3 }), (list, people) => {
        const alone = list.reduce((sum, { minutes }) => sum + minutes, 0)
        const { minutes, turns } = shareOut(list, people)
        const chain = criticalPath(list).minutes
        expect(minutes).toBeGreaterThanOrEqual(Math.max(chain, alone / people))
        expect(minutes).toBeLessThanOrEqual(alone)
        // Graham's bound for list scheduling.
        expect(minutes).toBeLessThanOrEqual(alone / people + chain * (1 - 1 / people) + 1e-9)
        const turn = new Map(turns.map((t) => [t.id, t]))
        for (const { id, after } of list)
          for (const before of after) expect(turn.get(before)!.to).toBeLessThanOrEqual(turn.get(id)!.from)
      }),
    )
  })
  test('a ring and an unknown id are refused by name', () => {
    const ring = [
      { id: 'a', minutes: 1, after: ['b'] },
      { id: 'b', minutes: 1, after: ['a'] },
    ]
    expect(() => criticalPath(ring)).toThrow(ScheduleError)
    expect(() => criticalPath([{ id: 'a', minutes: 1, after: ['x'] }])).toThrow('follows “x”')
  })
  test('an empty plan of work takes no time', () => {
    expect(criticalPath([])).toEqual({ minutes: 0, critical: [] })
    expect(shareOut([], 2).minutes).toBe(0)
    expect(newPlan('leaf-flatbed', 'x').build.order).toEqual([])
  })
})
