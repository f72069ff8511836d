import { startingCircuit } from '../air/circuit/startingCircuits'
import { springClass } from '../catalog/springs'
import { tubeClass } from '../catalog/tubes'
import { newPlan } from '../jobs/newPlan'
import { READING_UNSAID, type AirPlan, type HoldTest, type ProvePlan, type Reading } from '../document/types'
import { coversText, writeCovers } from './covers'
import { allowedCourse } from './holds'
import { jointsOf } from './joints'
import { proveStage } from './prove'
import { leakPlaces } from './ranking'
import { recheckFigure, roadChecks } from './road'
import { testVolumes, testVolume } from './volumes'

const air = { ...newPlan('leaf-flatbed', 'x').air, ...startingCircuit('wireless-dual') }
const spring = springClass('leaf-helper-double-2270')
const volumes = { left: 0.002, right: 0.0025, supply: 0.0076 }
const at = (hours: number, pressure: number): Reading => ({
  t: hours * 3600,
  pressure,
  temperature: 293.15,
  ...READING_UNSAID,
})
const steady = Array.from({ length: 13 }, (_, i) => at(i, 414_000))
const falling = Array.from({ length: 13 }, (_, i) => at(i, 414_000 - i * 2000))
const hold = (rest: Partial<HoldTest> = {}): HoldTest => ({
  label: 'Night',
  order: 1,
  side: 'both',
  volume: null,
  resolution: 1000,
  allowed: 3500,
  heightHeld: true,
  plugged: false,
  thermometer: 0.01,
  rested: 36_000,
  lag: 0,
  startedAt: '',
  who: '',
  gauge: '',
  gaugeChecked: '',
  covers: '',
  readings: steady,
  ...rest,
})
const run = (prove: Partial<ProvePlan>, fitted = spring) =>
  proveStage(
    { holds: {}, soap: {}, functions: {}, repairs: {}, road: {}, ...prove },
    air,
    fitted,
    volumes,
    101_325,
    true,
    [],
  )
const dry = Object.fromEntries(
  leakPlaces(air, jointsOf(air)).map(({ id }) => [
    id,
    { finding: 'dry' as const, who: 'Bram', at: '', of: '' },
  ]),
)

test('every line has two joints, named by what they stand on', () => {
  const joints = jointsOf(air)
  expect(joints).toHaveLength(Object.keys(air.lines).length * 2)
  expect(joints.find((j) => j.id === 'block-left:from')!.label).toBe('Valve block, line to left tee')
})

test('volume: spring and its own side’s lines; what feeds both is halved; typed rules over computed', () => {
  const tube = tubeClass('nylon-1-4')!
  const bore = (Math.PI / 4) * tube.bore ** 2
  const v = testVolumes(
    { left: 0.002, right: 0.002 },
    0.0076,
    [
      { path: 'left', cut: 3 },
      { path: 'both', cut: 2 },
      { path: 'supply', cut: 5 },
    ],
    tube,
  )
  expect(v.left).toBeCloseTo(0.002 + 4 * bore, 12)
  expect(v.right).toBeCloseTo(0.002 + 1 * bore, 12)
  expect(v.supply).toBeCloseTo(0.0076 + 5 * bore, 12)
  expect(testVolume(hold({ side: 'supply' }), volumes)).toBe(0.0076)
  expect(testVolume(hold({ side: 'left' }), volumes)).toBe(0.002)
  expect(testVolume(hold(), volumes)).toBeCloseTo(0.0045, 12)
  expect(testVolume(hold({ volume: 0.001 }), volumes)).toBe(0.001)
})

test('a steady night is tight; with every joint dry the stage is clear', () => {
  const stage = run({ holds: { a: hold() }, soap: dry })
  expect(stage.result.holds.a!.verdict).toBe('tight')
  expect(stage.state).toBe('clear')
  expect(stage.headline).toEqual({ text: 'tight' })
})

test('it is begun by a place soaped, by a test, and by one of each', () => {
  const [first] = Object.entries(dry)
  const soap = Object.fromEntries([first!])
  const short = hold({ readings: steady.slice(0, 1) })
  expect(run({}).state).toBe('none')
  expect(run({ soap }).state).toBe('begun')
  expect(run({ holds: { a: short } }).state).toBe('begun')
  expect(run({ holds: { a: short }, soap }).state).toBe('begun')
})

test('a falling one leaks: a Stop with the loss and what was allowed', () => {
  const stage = run({ holds: { a: hold({ readings: falling }) } })
  expect(stage.notes).toContainEqual(
    expect.objectContaining({ rank: 'stop', rule: 'leaking', limit: 3500 / 86_400 }),
  )
  expect(stage.figures['a.loss']!.value! * 3600).toBeCloseTo(2000, 0)
  expect(stage.state).toBe('stop')
})

test('too few readings: what is wanted, not a number', () => {
  const stage = run({ holds: { a: hold({ readings: [at(0, 414_000)] }) } })
  expect(stage.result.holds.a).toMatchObject({
    leak: null,
    verdict: null,
    problem: expect.stringContaining('two readings'),
  })
  expect(stage.figures['a.loss']).toBeUndefined()
  expect(stage.headline).toEqual({ text: 'readings wanted' })
})

test('height not held: never tight, a Fix, and its remedy', () => {
  const stage = run({ holds: { a: hold({ heightHeld: false }) } })
  expect(stage.result.holds.a!.verdict).toBe('cannot tell')
  expect(stage.notes).toContainEqual(
    expect.objectContaining({ rank: 'fix', rule: 'height-not-held', remedy: expect.anything() }),
  )
  expect(run({ holds: { a: hold({ heightHeld: false, readings: falling }) } }).result.holds.a!.verdict).toBe(
    'leaking',
  )
})

describe('a test that nothing could have failed never reads tight', () => {
  const fixes = (stage: ReturnType<typeof run>) =>
    stage.notes.filter(({ rule }) => rule === 'held-too-low').map(({ value, limit }) => [value, limit])
  const filled = (pressure: number, rest: Partial<HoldTest> = {}, fitted = spring) =>
    run({ holds: { a: hold({ readings: steady.map((r) => ({ ...r, pressure })), ...rest }) } }, fitted)

  test('begun empty: a Fix, no verdict to trust, and no time that would decide', () => {
    const stage = filled(0)
    expect(stage.result.holds.a).toMatchObject({ verdict: 'cannot tell', leak: { waitMore: 0 } })
    expect(fixes(stage)).toEqual([[0, spring!.minPressure]])
    expect(stage.headline).toEqual({ text: 'cannot tell' })
    const untold = run({ holds: { a: hold({ readings: [at(0, 0), at(0.1, 0)], thermometer: 5 }) } })
    expect(untold.result.holds.a!.leak).toMatchObject({ verdict: 'cannot tell', waitMore: 0 })
    expect(untold.notes.map(({ rule }) => rule)).not.toContain('cannot-tell')
  })
  test('a side goes by the spring’s own least; the supply, and a side without a spring, by practice', () => {
    const least = spring!.minPressure
    expect(fixes(filled(least))).toEqual([])
    expect(filled(least).result.holds.a!.verdict).toBe('tight')
    expect(fixes(filled(least - 1))).toEqual([[least - 1, least]])
    expect(fixes(filled(100_000, { side: 'supply' }))).toEqual([])
    expect(fixes(filled(99_999, { side: 'supply' }))).toEqual([[99_999, 100_000]])
    expect(fixes(filled(100_000, {}, null))).toEqual([])
    expect(fixes(filled(99_999, {}, null))).toEqual([[99_999, 100_000]])
  })
  test('what has emptied since it began leaks all the same', () => {
    const emptied = steady.map((r, i) => ({ ...r, pressure: i === 0 ? 414_000 : 0 }))
    const stage = run({ holds: { a: hold({ readings: emptied }) } })
    expect(stage.result.holds.a!.verdict).toBe('leaking')
    expect(fixes(stage)).toEqual([])
  })
  test('one that gains more than it may lose is fed from somewhere: it cannot be told', () => {
    const gaining = (perHour: number, allowed = 3500) => {
      const readings = steady.map((r, i) => ({ ...r, pressure: r.pressure + i * perHour }))
      return run({ holds: { a: hold({ allowed, readings }) } })
    }
    const plain = gaining(2000)
    expect(plain.result.holds.a).toMatchObject({
      verdict: 'cannot tell',
      why: 'gains',
      leak: { waitMore: 0 },
    })
    const note = plain.notes.find(({ rule }) => rule === 'cannot-tell')
    expect(note?.text).toMatch(/^It gains air/)
    // Within the allowed loss of 3500 Pa a day, a gain is only scatter.
    expect(gaining(100).result.holds.a!.verdict).toBe('tight')
    // By its own interval: a gain is plain once all of it is beyond the allowed loss.
    const { high } = plain.result.holds.a!.leak!
    const allowed = (-high / plain.result.holds.a!.volume) * 86_400
    const against = (share: number) => gaining(2000, allowed * share).result.holds.a!.verdict
    expect([against(1.05), against(0.95)]).toEqual(['tight', 'cannot tell'])
  })
})

test('foam passes only with a tight hold; a growing bubble never', () => {
  const soap = { ...dry, 'block-left:from': { finding: 'foam' as const, who: '', at: '', of: '' } }
  const foam = (stage: ReturnType<typeof run>) => stage.notes.filter((n) => n.rule === 'soap-foam').length
  expect(foam(run({ soap }))).toBe(1)
  expect(foam(run({ soap, holds: { a: hold() } }))).toBe(0)
  expect(foam(run({ soap, holds: { a: hold({ heightHeld: false }) } }))).toBe(1)
  expect(
    run({ soap: { 'block-left:from': { finding: 'bubble', who: '', at: '', of: '' } }, holds: { a: hold() } })
      .notes[0],
  ).toMatchObject({ rank: 'stop', rule: 'soap-bubble' })
})

describe('a test stands for the circuit it was made on', () => {
  const rules = (stage: ReturnType<typeof run>) => stage.notes.map((n) => `${n.rank} ${n.rule}`)
  const made = hold({ covers: coversText(air, spring, 'both') })
  /** The tube of the left line exchanged. */
  const retubed: AirPlan = {
    ...air,
    lines: { ...air.lines, 'block-left': { ...air.lines['block-left']!, tube: 'nylon-3-8' } },
  }
  const on = (circuit: AirPlan, prove: Partial<ProvePlan>, with_ = spring) =>
    proveStage(
      { holds: {}, soap: {}, functions: {}, repairs: {}, road: {}, ...prove },
      circuit,
      with_,
      volumes,
      101_325,
      true,
      [],
    )

  test('on the same circuit it is tight; after a change of what it covers it says nothing, and why', () => {
    expect(on(air, { holds: { a: made } }).result.holds.a!.verdict).toBe('tight')
    const changed = on(retubed, { holds: { a: made } })
    expect(changed.result.holds.a).toMatchObject({ verdict: null, ofThisCircuit: false })
    expect(changed.headline).toEqual({ text: 'test again' })
    expect(rules(changed)).toEqual(['fix hold-earlier', 'know functions-untried', 'know road-left'])
    expect(changed.notes[0]!.text).toContain(made.covers)
    // With another spring, a different thing is under test.
    expect(on(air, { holds: { a: made } }, springClass('coil-insert-450')).result.holds.a!.verdict).toBeNull()
  })
  test('a change elsewhere leaves it, and so does another name', () => {
    const right = hold({ side: 'right', covers: coversText(air, spring, 'right') })
    expect(on(retubed, { holds: { a: right } }).result.holds.a!.verdict).toBe('tight')
    const named = structuredClone(air)
    for (const c of Object.values(named.components)) c.label = `Our ${c.label}`
    expect(on(named, { holds: { a: made } }).result.holds.a!.verdict).toBe('tight')
  })
  test('a leak of an earlier circuit is no Stop of this one', () => {
    const leaks = { ...made, readings: falling }
    expect(rules(on(air, { holds: { a: leaks } }))).toContain('stop leaking')
    expect(rules(on(retubed, { holds: { a: leaks } }))).toEqual([
      'fix hold-earlier',
      'know functions-untried',
      'know road-left',
    ])
  })
  test('one that nobody wrote down stands as it is', () => {
    expect(on(retubed, { holds: { a: hold() } }).result.holds.a!.verdict).toBe('tight')
  })
  test('soap: a remade joint is to be soaped anew, a bubble there is gone with it, the others stay', () => {
    const of = Object.fromEntries(jointsOf(air).map((j) => [j.id, j.of]))
    const found = (id: string, finding: 'dry' | 'bubble') => ({
      [id]: { finding, who: 'Bram', at: '', of: of[id]! },
    })
    const soap = { ...found('block-left:from', 'bubble'), ...found('block-right:from', 'dry') }
    expect(rules(on(air, { soap }))).toEqual(['stop soap-bubble'])
    const changed = on(retubed, { soap })
    expect(changed.result.soap).toEqual({ 'block-right:from': 'dry' })
    expect(rules(changed)).toEqual(['know soap-earlier'])
    expect(changed.figures.soaped!.value).toBe(1)
    expect(changed.notes[0]!.remedy!.patches).toEqual([
      { op: 'remove', path: ['prove', 'soap', 'block-left:from'] },
    ])
  })
  test('what it covers is written with the first reading, follows the side while it stands, and goes with the last', () => {
    const write = (before: HoldTest, change: Partial<HoldTest>, circuit = air) => {
      const after = { ...before, ...change }
      writeCovers(before, after, circuit, spring)
      return after.covers
    }
    const empty = hold({ readings: [] })
    expect(write(empty, { label: 'Named' })).toBe('')
    expect(write(empty, { readings: steady })).toBe(made.covers)
    expect(write(made, { side: 'left' })).toBe(coversText(air, spring, 'left'))
    // Readings added to a test of an earlier circuit do not make it a test of this one.
    expect(write(made, { readings: falling }, retubed)).toBe(made.covers)
    expect(write(made, { side: 'left' }, retubed)).toBe(made.covers)
    expect(write(made, { readings: [] })).toBe('')
  })
})

test('a reading over the spring’s limit is a Stop; at it, or of the supply, it is none', () => {
  const told = (pressure: number, side: 'left' | 'supply' = 'left') =>
    run({ holds: { a: hold({ side, readings: [at(0, pressure), at(1, pressure)] }) } }).notes.filter(
      (n) => n.rule === 'test-over-limit',
    )
  const { maxPressure } = spring!
  expect(told(maxPressure + 1)).toMatchObject([{ value: maxPressure + 1, limit: maxPressure, rank: 'stop' }])
  expect(told(maxPressure)).toEqual([])
  expect(told(maxPressure + 1, 'supply')).toEqual([])
})

test('what may be lost: from the first reading down by what is allowed a day, whatever order they were typed in', () => {
  const day = (days: number, pressure: number) => ({ ...steady[0]!, t: days * 86_400, pressure })
  const test = hold({ readings: [day(2, 393_000), day(0, 400_000), day(1, 397_000)] })
  const of = run({ holds: { a: test } }).result.holds.a!
  expect(of.readings.map(({ t }) => t / 86_400)).toEqual([0, 1, 2])
  expect(of.leak!.corrected[0]).toBeCloseTo(400_000 + 101_325, 0)
  expect(allowedCourse(test, of)).toEqual([
    { t: 0, pressure: of.leak!.corrected[0] },
    { t: 172_800, pressure: expect.closeTo(of.leak!.corrected[0]! - 7000, 6) },
  ])
  expect(allowedCourse(test, { ...of, readings: of.readings.slice(0, 1) })).toEqual([])
})

test('a reading far from its neighbours is told, and left out by its remedy it counts no more; one within doubt is not', () => {
  const off = (by: number) => {
    const readings = steady.map((r, i) => (i === 5 ? { ...r, pressure: r.pressure + by } : r))
    return run({ holds: { a: hold({ readings }) } })
  }
  const far = off(-8000)
  const note = far.notes.find(({ rule }) => rule === 'reading-astray')!
  expect(note).toMatchObject({ rank: 'know', title: expect.stringContaining('reading 6') })
  expect(note.value! / 8000).toBeCloseTo(1, 1)
  expect(note.remedy!.patches).toEqual([
    { op: 'replace', path: ['prove', 'holds', 'a', 'readings', 5, 'out'], value: true },
  ])
  expect(off(-800).notes.map(({ rule }) => rule)).not.toContain('reading-astray')
  const without = run({
    holds: {
      a: hold({ readings: steady.map((r, i) => (i === 5 ? { ...r, pressure: 406_000, out: true } : r)) }),
    },
  })
  expect(without.result.holds.a!.readings).toHaveLength(steady.length - 1)
  expect(without.notes.map(({ rule }) => rule)).not.toContain('reading-astray')
  expect(note.text).toContain('under what those before and after')
  expect(note.remedy!.label).toBe('Leave reading 6 out')
  expect(off(8000).notes.find(({ rule }) => rule === 'reading-astray')!.text).toContain('over what those')
  // A few readings have no real neighbours.
  const few = hold({ readings: [at(0, 414_000), at(1, 380_000), at(2, 414_000)] })
  expect(run({ holds: { a: few } }).result.holds.a!.astray).toBeNull()
})

test('that no function was tried is said once something was proved, until one reading is there', () => {
  const reading = { value: 1, who: '', at: '', of: '' }
  const rules = (of: ReturnType<typeof run>) => of.notes.map((n) => `${n.rank} ${n.rule}`)
  expect(rules(run({ holds: { a: hold() } }))).toContain('know functions-untried')
  expect(rules(run({ holds: { a: hold() }, functions: { 'up-left:left': reading } }))).not.toContain(
    'know functions-untried',
  )
  expect(rules(run({}))).not.toContain('know functions-untried')
})

test('a bag, a core or a seat that bubbles is a Stop as a joint is; none of them is of an earlier circuit', () => {
  const said = (id: string, finding: 'dry' | 'bubble') =>
    run({ soap: { [id]: { finding, who: '', at: '', of: '' } } }).notes
  for (const id of ['spring-left:spring', 'fill-left:core', 'block:seat']) {
    expect(said(id, 'bubble').map(({ rule, subject }) => [rule, subject])).toEqual([['soap-bubble', id]])
    expect(said(id, 'dry')).toEqual([])
  }
})

describe('after the road', () => {
  const checks = run({}).result.roadChecks
  const finding = (value: number | null, found: 'fine' | 'not' | null = 'fine') => {
    return { found, value, who: 'Bram', at: '' }
  }
  const found = (road: ProvePlan['road'], holds: ProvePlan['holds'] = {}) =>
    run({ road, holds }).notes.filter((n) => n.rule.startsWith('road'))

  test('both springs, bolts, lines, wires and pressures; without wires and springs only what is there', () => {
    expect(checks.map(({ id }) => id)).toEqual([
      'clear-left',
      'clear-right',
      'fasteners',
      'lines',
      'wires',
      'pressure-left',
      'pressure-right',
    ])
    expect(roadChecks({ ...air, components: {}, lines: {} }, false)).toEqual([])
    expect(roadChecks(air, false).some(({ id }) => id === 'wires')).toBe(false)
  })
  test('room all round at 13 mm is fine, just under it is a Fix whatever is ticked; what is not fine is one too', () => {
    expect(found({ 'clear-left': finding(0.013) })).toEqual([])
    const [short] = found({ 'clear-left': finding(0.0129) })
    expect(short).toMatchObject({ rule: 'road-not-fine', rank: 'fix', value: 0.0129, limit: 0.013 })
    expect(found({ lines: finding(null, 'not') })[0]).toMatchObject({ rank: 'fix', subject: 'lines' })
    expect(found({ 'clear-left': finding(0.02, 'not') })[0]!.value).toBeNull()
    expect(found({ 'clear-left': finding(0.013, 'not') })[0]!.value).toBeNull()
    expect(found({ 'clear-left': finding(null, 'not') })[0]).toMatchObject({
      value: null,
      quantity: 'length',
    })
    const unlike = found({ 'pressure-left': finding(1000, 'not') })[0]!
    expect(unlike).toMatchObject({ value: null, limit: null })
    expect(unlike.text).not.toContain('{limit}')
  })
  test('what nobody looked at is said once something was held, until all was', () => {
    expect(found({})).toEqual([])
    expect(found({}, { a: hold() })[0]).toMatchObject({ rule: 'road-left', value: checks.length })
    const all = Object.fromEntries(checks.map(({ id }) => [id, finding(null)]))
    expect(found(all, { a: hold() })).toEqual([])
    // A pressure that was read but not judged is still to be inspected.
    const unjudged = { ...all, 'pressure-left': finding(2e5, null) }
    expect(found(unjudged, { a: hold() })[0]).toMatchObject({ rule: 'road-left', value: 1 })
    expect(found(unjudged)).toEqual([])
  })
  test('the recheck comes at 100 miles, in whole days, one at the least', () => {
    const days = (km: number) => recheckFigure(km * 1000).value! / 86_400
    expect(days(50)).toBe(4)
    expect(days(160.934)).toBe(1)
    expect(days(160.933)).toBe(2)
    expect(days(1000)).toBe(1)
    expect(recheckFigure(50_000).inputs.map(({ value }) => value)).toEqual([160_934, 50_000])
  })
})

test('a tight test with the valves plugged off does not let foam pass, and is not that of its side', () => {
  const soap = { 'block-left:from': { finding: 'foam' as const, who: '', at: '', of: '' } }
  const of = jointsOf(air).find(({ id }) => id === 'block-left:from')!.of
  soap['block-left:from'].of = of
  const foams = (over: Partial<HoldTest>) =>
    run({ soap, holds: { a: hold(over) } }).notes.some(({ rule }) => rule === 'soap-foam')
  expect(foams({})).toBe(false)
  expect(foams({ plugged: true })).toBe(true)
  const { evidence } = run({ holds: { a: hold({ side: 'left', plugged: true }) } }).result
  expect(evidence.sides.left).toBeNull()
  expect(evidence.plugged.left?.verdict).toBe('tight')
})

describe('read again the next day', () => {
  const sides = (holds: Record<string, HoldTest>) =>
    Object.fromEntries(run({ holds }).result.sides.map(({ side, ...of }) => [side, of]))
  const short = Array.from({ length: 71 }, (_, i) => at(i / 10, 414_000))
  const OPEN = { held: false, nextDay: false }
  const PROVED = { held: true, nextDay: true }
  test('a night of one side is the next day of that side and of no other', () => {
    for (const side of ['left', 'right'] as const) {
      const other = side === 'left' ? 'right' : 'left'
      expect(sides({ night: hold({ side }) })).toEqual({ [side]: PROVED, [other]: OPEN })
    }
  })
  test('a night of both is of each; seven hours hold and are no next day', () => {
    expect(sides({ night: hold() })).toEqual({ left: PROVED, right: PROVED })
    expect(sides({ evening: hold({ side: 'left', readings: short, resolution: 100 }) })).toEqual({
      left: { held: true, nextDay: false },
      right: OPEN,
    })
    // A short test of one side beside the night test of the other.
    const both = {
      evening: hold({ side: 'left', readings: short, resolution: 100 }),
      night: hold({ side: 'right', order: 2 }),
    }
    expect(sides(both)).toEqual({ left: { held: true, nextDay: false }, right: PROVED })
  })
})

describe('what the sides are known to do', () => {
  const of = (holds: Record<string, HoldTest>) => run({ holds }).result.evidence.sides
  const leak = 2000 / 3600
  test('the newest of a side that could tell stands, with what it loses as free air', () => {
    const { left, right, supply } = of({ a: hold({ side: 'left', readings: falling }) })
    expect(left!.verdict).toBe('leaking')
    expect(left!.freeAir / ((leak * volumes.left) / 101_325)).toBeCloseTo(1, 2)
    expect([right, supply]).toEqual([null, null])
    const mended = of({
      a: hold({ side: 'left', readings: falling }),
      b: hold({ side: 'left', order: 2 }),
      c: hold({ side: 'left', order: 3, readings: steady.slice(0, 2), thermometer: 5 }),
    })
    expect(mended.left!.verdict).toBe('tight')
  })
  test('both sides tight together are tight each; leaking together, neither is known to', () => {
    expect(of({ a: hold() })).toMatchObject({
      left: { verdict: 'tight' },
      right: { verdict: 'tight' },
      supply: null,
    })
    expect(of({ a: hold({ readings: falling }) })).toEqual({ left: null, right: null, supply: null })
  })
  test('one that could not tell is said so, with why and how much longer', () => {
    const short = run({ holds: { a: hold({ readings: steady.slice(0, 3), thermometer: 0.3 }) } })
    const note = short.notes.find(({ rule }) => rule === 'cannot-tell')!
    expect(note).toMatchObject({ rank: 'know', value: short.result.holds.a!.leak!.waitMore })
    expect(note.text).toContain('A further {value}')
    // If no acceptable waiting time is enough, none is shown.
    const coarse = run({ holds: { a: hold({ readings: steady.slice(0, 3), resolution: 300_000 }) } })
    expect(coarse.result.holds.a!.leak!.waitMore).toBe(0)
    const untold = coarse.notes.find(({ rule }) => rule === 'cannot-tell')!
    expect(untold.text).not.toContain('further')
    expect(untold.text).toContain('too coarse')
    expect(run({ holds: { a: hold() } }).notes.some(({ rule }) => rule === 'cannot-tell')).toBe(false)
  })
})
