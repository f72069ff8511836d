import { PRACTICE } from '../../catalog/practice'
import fc from 'fast-check'
import { demoJobs } from '../../demo/demoShop'
import { answerPlan, runPlan, scenariosOf, trySet } from '../../derive/runs'
import { createDeriver } from '../../derive/derive'
import type { Derived } from '../../derive/types'
import { applyEdit } from '../../document/edit'
import { report } from '../../derive/report'
import { PARTS } from '../../catalog/partClasses'
import type { OwnClass } from '../../document/types'
import { answeredScenarios, answersFromRuns } from './answers'
import { circuitPatches } from '../circuit/changeCircuit'
import { circuitGraph } from '../circuit/graph'
import { baseClassesOf, ownClassesCsv, ownClassesJson, readOwnClasses } from '../parts/ownClasses'
import { compressorOf, partOf, springOf } from '../parts/parts'
import { newScenario } from './scenarios'
import { setLabel, setsToTry, unbeatenSets, volumeOfSet, withSet, type SetTried } from './whichSet'

const job = (id: string) => demoJobs().find((j) => j.id === id)!.plan

describe('answers drawn from runs', () => {
  const plan = job('hive-hauler')
  const derived = createDeriver()(plan)
  const { figures } = answerPlan(plan, derived)
  test('each haul: up, past, down; tyres, tool and lifts of a tank', () => {
    for (const id of Object.keys(plan.hauls))
      for (const what of ['run', 'past', 'down'])
        expect(figures[`${id}.${what}`]!.value).toEqual(expect.any(Number))
    expect(figures.liftsFlat!.value!).toBeGreaterThanOrEqual(figures.liftsRestart!.value!)
    expect(figures.tyres!.value!).toBeGreaterThan(1)
    expect(figures.duty!.value!).toBeLessThanOrEqual(1)
  })
  test('the same as the run itself says, and in the report', () => {
    const up = scenariosOf(plan, derived).find((s) => s.id === 'up-hives')!
    expect(figures['hives.run']!.value).toBe(runPlan(plan, derived, up).brought[0])
    expect(report(createDeriver()(plan, { figures, notes: [] })).figures.air!['hives.run']!.value).toBe(
      figures['hives.run']!.value,
    )
  })
  test('every figure of every demo job says why and is finite; charge, heat and rest agree with one another', () => {
    for (const { plan: p } of demoJobs()) {
      const all = answerPlan(p, createDeriver()(p)).figures
      for (const [id, f] of Object.entries(all)) {
        expect({ id, finite: f.value === null || Number.isFinite(f.value) }).toEqual({ id, finite: true })
        expect({ id, why: f.formula !== '' && f.source !== '' && f.inputs.length > 0 }).toEqual({
          id,
          why: true,
        })
      }
      for (const haul of Object.keys(p.hauls)) {
        const of = (what: string) => all[`${haul}.${what}`]
        const [charge, amps, hottest, rest] = [of('charge'), of('amps'), of('hottest'), of('rest')]
        if (!charge || !amps) continue
        // Never more than the largest current all along, and not a tenth of it: a motor near stall draws some times its idle current.
        const on = charge.inputs.find((i) => i.label.endsWith(' ran'))!.value as number
        expect(charge.value!).toBeLessThanOrEqual(amps.value! * on * (1 + 1e-9))
        expect(charge.value!).toBeGreaterThan(amps.value! * on * 0.1)
        if (!hottest || !rest) continue
        // Newton's cooling (textbook): rest long enough brings the rise down to a fifth of the room to the cut-out, 20 °C about it.
        const { thermal } = compressorOf(
          p.air,
          Object.keys(p.air.components).find((c) => p.air.components[c]!.kind === 'compressor')!,
        )!
        const left = (hottest.value! - 293.15) * Math.exp(-rest.value! / thermal.constant)
        const fifth = (thermal.cutOut - 293.15) * 0.2
        if (rest.value! > 0) expect(left).toBeCloseTo(fifth, 6)
        else expect(left).toBeLessThanOrEqual(fifth)
      }
    }
  })
  test('an engine’s belt takes no charge from the battery; two motors take both of theirs', () => {
    const wagon = job('ridge-tender')
    const belt = applyEdit(wagon, circuitPatches(wagon.air, 'engine-driven'))
    expect(
      Object.keys(answerPlan(belt, createDeriver()(belt)).figures).filter((id) =>
        /\.(charge|amps|hottest|rest)$/.test(id),
      ),
    ).toEqual([])
    const two = { a: 30, b: 12 }
    const used = (on: number, charge: number, hottest: number) => ({ on, charge, hottest, starts: 1 })
    const base = answeredScenarios(plan.air, scenariosOf(plan, derived)).find((s) => s.id === 'up-hives')!
    const up = runPlan(plan, derived, base)
    const air = {
      ...plan.air,
      components: {
        ...plan.air.components,
        second: { ...plan.air.components.compressor!, label: 'Second compressor' },
      },
    }
    const sets = [{ id: 'hives', label: 'Hives', left: 100_000, right: 100_000 }]
    const motors = { compressor: used(two.a, 500, 340), second: used(two.b, 200, 330) }
    const { figures: both } = answersFromRuns({
      air,
      spring: springOf(plan.air)!,
      sets,
      scenarios: [base],
      runs: { 'up-hives': { ...up, used: motors } },
      springVolume: { left: 0.002, right: 0.002 },
      plannedCurrent: 20,
    })
    expect(both['hives.charge']!.value).toBe(700)
    expect(both['hives.hottest']!.value).toBe(340)
  })
  test('a spring driven past its limit in a run is a Stop with its figures', () => {
    const bold = structuredClone(job('core-sampler'))
    bold.air.sheet = { area: 0.006, minPressure: 68_940, maxPressure: 120_000, maxLoad: 340 }
    bold.air.components['paddle-left']!.sheet = { conductance: 4e-8 }
    bold.air.components['paddle-right']!.sheet = { conductance: 4e-8 }
    const derive = createDeriver()
    const before = derive(bold)
    const after = derive(bold, answerPlan(bold, before))
    const note = after.notes.find((n) => n.rule === 'run-over-pressure' && n.subject === 'spring-left')!
    expect(note).toMatchObject({ rank: 'stop', limit: 120_000 })
    // Of several runs over the limit, the furthest.
    const each = answeredScenarios(bold.air, scenariosOf(bold, before))
      .map((s) => runPlan(bold, before, s).extremes.left.pressure)
      .filter((p) => p > 123_447)
    expect(each.length).toBeGreaterThan(1)
    expect(note.value).toBe(Math.max(...each))
    // It holds the hand-over up like any other Stop.
    const stops = (d: Derived) => d.notes.filter((n) => n.rank === 'stop').length
    expect(stops(after)).toBeGreaterThan(stops(before))
    expect(after.stages.air.state).toBe('stop')
    expect(after.stages.handover.result.open[0]).toContain(`${stops(after)} Stop note`)
    // Without the answers it is as it was.
    expect(derive(bold).notes).toEqual(before.notes)
  })
  test('a scenario written by hand is looked at too', () => {
    const bold = structuredClone(job('core-sampler'))
    bold.air.scenarios.hold = {
      ...newScenario('Held on', 1, 68_940, 68_940),
      steps: [{ do: 'press', part: 'paddle-left', way: 'up', seconds: 60 }],
    }
    const note = answerPlan(bold, createDeriver()(bold)).notes.find(
      (n) => n.rule === 'run-over-pressure' && n.text.includes('Held on'),
    )
    expect(note).toMatchObject({ rank: 'stop', subject: 'spring-left', limit: 552_000 })
  })
  test('the bore the note names keeps a run close to the limit too', () => {
    const base = job('estuary-flatbed')
    const six = applyEdit(base, circuitPatches(base.air, 'tank-wireless'))
    const note = createDeriver()(six).notes.find((n) => n.rule === 'tank-feeds-block')!
    const mended = applyEdit(six, note.remedy!.patches)
    const past = (p: typeof six) =>
      Math.max(
        ...Object.entries(answerPlan(p, createDeriver()(p)).figures)
          .filter(([id]) => id.endsWith('.past'))
          .map(([, f]) => f.value!),
      )
    // One side's filling moves the other too, which no bore prevents: two and a half times the limit at most, and less than without.
    expect(past(mended)).toBeLessThan(PRACTICE.presetTolerance.value * 2.5)
    expect(past(mended)).toBeLessThan(past(six))
  })
})

describe('which set', () => {
  const plan = job('hive-hauler')
  test('only sets that make sense: no compressor below the cut-out, no tank rated under it', () => {
    const choices = setsToTry(plan.air)
    expect(choices.length).toBeGreaterThan(30)
    expect(choices.some((c) => c.compressor === 'small-wireless' && c.tank !== null)).toBe(false)
    for (const c of choices.filter((x) => x.tank))
      expect(PARTS.find((p) => p.id === c.tank)!.figures.maxPressure!).toBeGreaterThanOrEqual(1_000_000)
    expect(new Set(choices.map(setLabel)).size).toBe(choices.length)
  })
  test('put in, the circuit has it; without a tank its guards are gone', () => {
    const choice = { compressor: 'medium', tank: 'tank-11', tube: 'nylon-3-8', block: 'block-two' }
    const air = withSet(plan.air, choice)
    expect([air.compressorClass, air.components.tank!.class, air.tubeClass]).toEqual([
      'medium',
      'tank-11',
      'nylon-3-8',
    ])
    const bare = withSet(plan.air, { ...choice, compressor: 'compact', tank: null })
    expect(
      Object.values(bare.components)
        .map((c) => c.kind)
        .filter((k) => k === 'relief' || k === 'tank' || k === 'drain'),
    ).toEqual([])
    expect(createDeriver()({ ...plan, air: bare }).stages.air.notes.filter((n) => n.rank === 'stop')).toEqual(
      [],
    )
    expect(volumeOfSet(choice)).toBeGreaterThan(0.0114)
  })
  test('a larger compressor without a tank is quicker; a tank quicker still', () => {
    const of = (compressor: string, tank: string | null) =>
      trySet(plan, { compressor, tank, tube: 'nylon-1-4', block: 'block-two' })
    const [small, large, stored] = [of('small-wireless', null), of('compact', null), of('medium', 'tank-7-6')]
    expect(large.seconds!).toBeLessThan(small.seconds!)
    expect(stored.seconds!).toBeLessThan(large.seconds!)
  })
  test('nothing beats the unbeaten, and each of the others is beaten by one', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            seconds: fc.option(fc.integer({ min: 1, max: 9 }), { nil: null }),
            current: fc.integer({ min: 1, max: 9 }),
            volume: fc.integer({ min: 1, max: 9 }),
          }),
          { maxLength: 30 },
        ),
        (rows) => {
          const tried = rows.map((r): SetTried => ({
            ...r,
            compressor: null,
            tank: null,
            tube: '',
            block: null,
            byHaul: {},
            overshoot: 0,
          }))
          const best = unbeatenSets(tried)
          const beats = (a: SetTried, b: SetTried) =>
            a.seconds! <= b.seconds! &&
            a.current <= b.current &&
            a.volume <= b.volume &&
            (a.seconds! < b.seconds! || a.current < b.current || a.volume < b.volume)
          const whole = tried.filter((t) => t.seconds !== null)
          for (const t of whole) expect(best.has(t)).toBe(!whole.some((o) => beats(o, t)))
          expect([...best].every((t) => t.seconds !== null)).toBe(true)
        },
      ),
    )
  })
})

describe('the shop’s own classes', () => {
  const tank: OwnClass = {
    kind: 'tank',
    label: 'Yard tank',
    like: 'tank-7-6',
    figures: { volume: 0.009 },
    number: 'Y-9',
    make: 'Yard',
    price: 80,
  }
  test('there and back as JSON and as CSV', () => {
    const classes = {
      'yard-9': tank,
      'yard-c': {
        ...tank,
        kind: 'compressor' as const,
        label: 'Bench, tall',
        like: 'compact',
        figures: { freeAir: 0.001, maxPressure: 1_200_000 },
        price: null,
      },
    }
    expect(readOwnClasses(ownClassesJson(classes)).classes).toEqual(classes)
    expect(readOwnClasses(ownClassesCsv(classes)).classes).toEqual(classes)
  })
  test('what is wrong is told with its line or its name, and nothing is taken in', () => {
    const bad = (text: string) => readOwnClasses(text).problems!.join('\n')
    expect(bad('id,label\na,b')).toContain('“kind”')
    expect(bad('id,kind,label,volume\na,tank,A,big')).toMatch(/Line 2, “volume”.*big/)
    expect(bad('id,kind,label,volume\na,tank,A,90')).toContain('not between')
    expect(bad('id,kind,label,wings\na,tank,A,2')).toContain('has no figure “wings”')
    expect(bad('id,kind,label\na,balloon,A')).toContain('no kind “balloon”')
    expect(bad('id,kind,label\na,tank,A\na,tank,B')).toContain('twice')
    expect(bad('{"a": 3}')).toContain('“a” needs')
    expect(bad('{"a"')).toContain('not JSON')
    expect(bad(JSON.stringify({ x: { ...tank, like: 'moon' } }))).toContain(baseClassesOf('tank')[0])
    fc.assert(
      fc.property(fc.string(), (text) => {
        const r = readOwnClasses(text)
        expect((r.classes === null) !== (r.problems === null)).toBe(true)
      }),
    )
  })
  test('a part of an own class takes its figures, its sheet rules over them; springs and compressors scale their curves', () => {
    const plan = structuredClone(job('hive-hauler'))
    plan.air.classes = {
      'yard-9': tank,
      'own-c': { ...tank, kind: 'compressor', like: 'compact', figures: { freeAir: 34 / 30_000 } },
      'own-s': {
        ...tank,
        kind: 'spring',
        like: 'leaf-helper-double-2270',
        figures: { maxPressure: 500_000 },
      },
    }
    plan.air.components.tank!.class = 'yard-9'
    expect(partOf(plan.air, 'tank').figures).toMatchObject({ volume: 0.009, maxPressure: 1_379_000 })
    plan.air.components.tank!.sheet = { volume: 0.01 }
    expect(partOf(plan.air, 'tank').figures.volume).toBe(0.01)
    plan.air.compressorClass = 'own-c'
    // Twice the class's free air at nothing is twice all along its curve.
    expect(compressorOf(plan.air, 'compressor')!.flow.map((r) => r[1] * 60_000)).toEqual(
      [68, 54, 44, 32, 18].map((v) => expect.closeTo(v, 6)),
    )
    plan.air.springClass = 'own-s'
    expect(springOf(plan.air)!.maxPressure).toBe(500_000)
    expect(createDeriver()(plan).stages.air.notes.map((n) => n.rule)).not.toContain('unknown-class')
  })
  test('the graph names every part and line', () => {
    const { air } = job('festival-rig')
    const { nodes, edges } = circuitGraph(air)
    expect(nodes).toHaveLength(Object.keys(air.components).length)
    const ids = new Set(nodes.map((n) => n.id))
    expect(edges.every((e) => ids.has(e.from.split('.')[0]!) && ids.has(e.to.split('.')[0]!))).toBe(true)
  })
})
