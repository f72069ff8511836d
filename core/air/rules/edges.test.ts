import {
  circuitPlan as plan,
  needOf as need,
  SEA_LEVEL,
  withSheet as sheet,
} from '../../../tests/support/circuitPlans'
import { exampleTruck } from '../../catalog/trucks'
import { newPlan } from '../../jobs/newPlan'
import { applyEdit } from '../../document/edit'
import { type AirPlan, LINE_NOT_LOOKED_AT } from '../../document/types'
import { PRACTICE } from '../../catalog/practice'
import { airStage, motorLoad } from '../air'
import { addCoupler } from '../circuit/additions'
import { ARCHETYPES } from '../circuit/startingCircuits'
import { replacePart, takeOut } from '../circuit/operations'
import { airSet, newComponent, partOf } from '../parts/parts'
import { TOOL } from '../run/scenarios'

/** Both sides of limits that starting circuits never approach, and that the order of lines means nothing. */

const truck = exampleTruck('leaf-flatbed')
const needs = { full: need(300_000) }
const notes = (air: AirPlan, of = truck) => airStage(air, of, needs, SEA_LEVEL).notes
const rules = (air: AirPlan, of = truck) => notes(air, of).map((n) => n.rule)
const backwards = (air: AirPlan): AirPlan => ({
  ...air,
  lines: Object.fromEntries(Object.entries(air.lines).reverse()),
})

test('held on too long: the springs’ limit itself is quiet, a pascal more is told, and so is what has no valve', () => {
  const air = plan('high-flow')
  const { maxPressure } = airSet(air).spring!
  const at = (set: number) =>
    notes(sheet(air, 'regulator', { set })).find((n) => n.rule === 'supply-over-spring')
  expect(at(maxPressure)).toBeUndefined()
  expect(at(maxPressure + 1)).toMatchObject({ rank: 'know', value: maxPressure + 1, limit: maxPressure })
  // A block holds the air back by itself.
  expect(rules(plan('wireless-dual'))).not.toContain('supply-over-spring')
})

test('the arm of a height valve against the travel down as against the travel up', () => {
  const { arm } = partOf(plan('height-valve'), 'height').figures as { arm: number }
  const { seatGap, suspension } = truck
  const hanging = (travel: number) => {
    const droop = seatGap.unladen + travel * suspension.motionRatio
    return { ...truck, seatGap: { ...seatGap, droop } }
  }
  expect(rules(plan('height-valve'), hanging(arm - 1e-9))).not.toContain('arm-short')
  const note = notes(plan('height-valve'), hanging(arm + 0.001)).find((n) => n.rule === 'arm-short')
  expect(note).toMatchObject({ value: arm, limit: expect.closeTo(arm + 0.001, 9) })
})

test('a horn on a tank without any supply still sounds; without a tank either it does not', () => {
  const { horn, tank } = plan('high-flow').components
  const line = {
    fromPort: 'out1',
    toPort: 'in',
    path: 'supply',
    tube: null,
    state: 'new',
    found: LINE_NOT_LOOKED_AT,
  } as const
  const only = (components: AirPlan['components']): AirPlan => ({
    ...plan('high-flow'),
    components,
    lines: { horn: { ...line, from: Object.keys(components)[0]!, to: 'horn' } },
  })
  expect(rules(only({ tank: tank!, horn: horn! }))).toContain('horn-open')
  const coupler = { ...tank!, kind: 'coupler' as const }
  expect(rules(only({ coupler, horn: horn! }))).not.toContain('horn-open')
})

test('boost stops by itself, a belt does not: only what is switched asks for a pressure switch', () => {
  const bare = takeOut('switch')(plan('engine-driven'))
  expect(rules(bare)).toContain('no-switch')
  expect(rules(replacePart('belt', 'boost')(bare))).not.toContain('no-switch')
})

test('with a tank the motor works up to the cut-out, and never beyond its own rating', () => {
  const air = plan('tank-wireless')
  const { cutOut } = partOf(air, 'switch').figures as { cutOut: number }
  expect(motorLoad(air, needs, 101_325).pressure).toBe(cutOut)
  const weak = { ...air, compressorClass: 'small-wireless' }
  const { maxPressure } = airSet(weak).compressor!
  expect(maxPressure).toBeLessThan(cutOut)
  // It reaches less, by the check valve's opening pressure.
  const { opening } = partOf(air, 'check').figures as { opening: number }
  expect(motorLoad(weak, needs, 101_325).pressure).toBeCloseTo(maxPressure - opening, 6)
})

test('the bore before a block goes into the line that feeds it, wherever that stands among the lines', () => {
  const base = newPlan('leaf-flatbed', 'x')
  for (const air of [plan('tank-wireless'), backwards(plan('tank-wireless'))]) {
    const note = notes(air).find((n) => n.rule === 'tank-feeds-block')!
    const mended = applyEdit({ ...base, air }, note.remedy!.patches).air
    const made = Object.keys(mended.components).find((id) => !(id in air.components))!
    const after = Object.values(mended.lines).filter((l) => l.from === made)
    expect(after.map(({ to, toPort }) => `${to}.${toPort}`)).toEqual(['block.in'])
  }
  // Nothing feeds it, so there is no line for a bore.
  const air = plan('tank-wireless')
  const lines = Object.fromEntries(
    Object.entries(air.lines).filter(([, l]) => l.toPort !== 'in' || l.to !== 'block'),
  )
  expect(notes({ ...air, lines }).find((n) => n.rule === 'tank-feeds-block')?.remedy).toBeUndefined()
})

test('a relief valve is teed in behind a regulator that may stick open, wherever its lines stand', () => {
  const base = newPlan('leaf-flatbed', 'x')
  const bare = takeOut('dash-relief')(plan('high-flow'))
  for (const air of [bare, backwards(bare)]) {
    const note = notes(air).find((n) => n.rule === 'fault-pressure')!
    const mended = applyEdit({ ...base, air }, note.remedy!.patches).air
    expect(rules(mended)).not.toContain('fault-pressure')
  }
})

test('the order in which lines are kept changes no note of any circuit', () => {
  for (const { id } of ARCHETYPES)
    expect({ id, notes: rules(backwards(plan(id))).sort() }).toEqual({ id, notes: rules(plan(id)).sort() })
})

describe('what stands between a supply and what it fills', () => {
  test('without a tank the springs bleed back through a supply that has no check valve; with one they do not', () => {
    const air = plan('cab-gauge')
    expect(rules(air)).not.toContain('no-check')
    const bare = takeOut('check')(air)
    expect(notes(bare).find((n) => n.rule === 'no-check')).toMatchObject({
      rank: 'fix',
      subject: 'compressor',
    })
    // Nothing that could bleed is connected to it.
    const { compressor } = bare.components
    expect(rules({ ...bare, components: { compressor: compressor! }, lines: {} })).not.toContain('no-check')
  })
  test('what falls short says what lets no more by: boost, which fills a tank no higher, or a regulator', () => {
    const textOf = (air: AirPlan) => notes(air).find((n) => n.rule === 'supply-short')!.text
    const boosted = replacePart('belt', 'boost')(plan('engine-driven'))
    expect(textOf(boosted)).toContain('boost lets it have: a tank never stands above what fills it.')
    const regulated = sheet(plan('high-flow'), 'regulator', { set: 200_000 })
    expect(textOf(regulated)).toContain('the regulator lets it have.')
  })
  test('a cut-out out of reach: a stronger compressor is offered, for an engine’s belt there is none', () => {
    const weak = { ...plan('tank-wireless'), compressorClass: 'small-wireless' }
    const note = notes(weak).find((n) => n.rule === 'cut-out-unreached')!
    expect(note.text).toContain('runs until it is hot')
    const base = newPlan('leaf-flatbed', 'x')
    const mended = applyEdit({ ...base, air: weak }, note.remedy!.patches).air
    expect(rules(mended)).not.toContain('cut-out-unreached')
    const belt = sheet(plan('engine-driven'), 'switch', { cutIn: 3_000_000, cutOut: 4_000_000 })
    const ofBelt = notes(belt).find((n) => n.rule === 'cut-out-unreached')!
    expect(ofBelt.text).not.toContain('runs until it is hot')
    expect(ofBelt.remedy).toBeUndefined()
  })
  test('what is over its rating with everything working is not told again for each guard that may fail', () => {
    const weak = sheet(plan('tank-wireless'), 'block', { maxPressure: 700_000 })
    const subjects = (rule: string) => notes(weak).flatMap((n) => (n.rule === rule ? [n.subject] : []))
    expect(subjects('part-pressure')).toEqual(['block'])
    expect(subjects('fault-pressure')).not.toContain('block')
  })
})

test('a tank from another truck gets air once its rating and its date were read, not with one of them', () => {
  const air = plan('tank-wireless')
  const told = (rating: number | null, dated: string) => {
    const tank = air.components.tank!
    const kept = { ...tank, state: 'kept' as const, found: { ...tank.found, rating, dated } }
    return rules({ ...air, components: { ...air.components, tank: kept } }).includes('tank-no-plate')
  }
  expect([told(null, ''), told(null, '2019'), told(1_500_000, ''), told(1_500_000, '2019')]).toEqual([
    true,
    true,
    true,
    false,
  ])
})

test('without a haul the springs stand at their minimum, with the air they have at their design height', () => {
  const air = plan('wireless-dual')
  const { minPressure, volume } = airSet(air).spring!
  const { result } = airStage(air, truck, {}, SEA_LEVEL)
  expect(result.highest).toBe(minPressure)
  expect(result.springVolume).toEqual({ left: volume, right: volume })
})

test('a class that no catalogue has is a Stop at its part, by the name of its kind', () => {
  const air = plan('tank-wireless')
  const check = { ...air.components.check!, class: 'moon-rock' }
  const odd = { ...air, components: { ...air.components, check } }
  expect(notes(odd).find((n) => n.rule === 'unknown-class')).toMatchObject({
    rank: 'stop',
    subject: 'check',
    title: 'The catalogue has no check valve class “moon-rock”',
  })
})

test('the next compressor up is the first that reaches the cut-out; where none does none is offered', () => {
  const offered = (cutOut: number) => {
    const weak = { ...plan('tank-wireless'), compressorClass: 'small-wireless' }
    const note = notes(sheet(weak, 'switch', { cutIn: 500_000, cutOut })).find(
      (n) => n.rule === 'cut-out-unreached',
    )!
    return note.remedy?.patches[0]!.value
  }
  expect([900_000, 1_034_000, 1_034_001, 1_379_000, 1_379_001].map(offered)).toEqual([
    'compact',
    'compact',
    'medium',
    'medium',
    undefined,
  ])
})

test('cut-in is set as far below cut-out as switches are made, and never below nothing', () => {
  const lower = (cutOut: number) => {
    const odd = sheet(plan('tank-wireless'), 'switch', { cutIn: cutOut, cutOut })
    return notes(odd)
      .find((n) => n.rule === 'switch-order')!
      .remedy!.patches.map(({ value }) => value)
  }
  const usual = PRACTICE.switchHysteresis.value
  expect(lower(800_000)).toContain(800_000 - usual)
  expect(lower(usual / 2)).toContain(0)
})

test('an intake is meant to stand open; a port that is not is a Stop', () => {
  const dusty = takeOut('filter')(plan('wireless-dual'))
  expect(rules(dusty)).toContain('no-inlet-filter')
  expect(rules(dusty)).not.toContain('open-port')
})

test('a dead band is offered only where the valve is not wide open within it', () => {
  const least = PRACTICE.leastDeadBand.value
  const remedy = (fullOpen: number) =>
    notes(sheet(plan('height-valve'), 'height', { deadBand: 0, fullOpen })).find(
      (n) => n.rule === 'no-dead-band',
    )!.remedy
  expect(remedy(least)).toBeUndefined()
  expect(remedy(least + 0.001)).toBeDefined()
})

test('a tool beyond the supply: what an engine’s belt gives at the tool’s pressure, on both sides of what it takes', () => {
  const belt = (freeAir: number) =>
    notes(sheet(addCoupler(plan('engine-driven')), 'belt', { freeAir })).find(
      (n) => n.rule === 'tool-beyond-supply',
    )
  expect(belt(TOOL.demand * 3)).toBeUndefined()
  const told = belt(TOOL.demand / 2)!
  expect(told.value!).toBeGreaterThan(0)
  expect(told.value!).toBeLessThan(TOOL.demand)
})

test('a relief valve over its tank is set to the tank’s rating only where the switch stops below that', () => {
  const six = plan('tank-wireless')
  const rated = partOf(six, 'tank').figures.maxPressure!
  const remedy = (air: AirPlan) =>
    notes(sheet(air, 'relief', { set: rated + 100_000 })).find((n) => n.rule === 'relief-over-tank')!.remedy
  expect(remedy(six)!.patches.map(({ value }) => value)).toContain(rated)
  expect(remedy(sheet(six, 'switch', { cutIn: 500_000, cutOut: rated }))).toBeUndefined()
  expect(remedy(takeOut('switch')(six))).toBeUndefined()
})

test('without a tank nobody runs the supply up to its end: no relief valve is said to blow', () => {
  expect(rules(sheet(plan('cab-gauge'), 'relief', { set: 400_000 }))).not.toContain('relief-blows')
})

test('a second compressor halves the time to a haul once it runs, and is no help before', () => {
  const air = plan('wireless-dual')
  const two = { ...air, components: { ...air.components, second: newComponent('compressor', 'Second') } }
  const time = (of: AirPlan, staging: number) =>
    airStage(of, truck, needs, { ...SEA_LEVEL, staging }).result.times.full!
  const alone = time(air, 0)
  expect(time(two, 0)).toBeCloseTo(alone / 2, 9)
  expect(time(two, alone / 2)).toBeCloseTo((alone * 3) / 4, 9)
  expect(time(two, 2 * alone)).toBeCloseTo(alone, 9)
})

test('everything taken out is said once no spring is left of those there were, not before and not of none', () => {
  const air = plan('hand-two')
  const bare = Object.fromEntries(Object.entries(air.components).filter(([, c]) => c.kind !== 'spring'))
  const told = (components: AirPlan['components'], gone: AirPlan['components']) =>
    rules({ ...air, components, lines: {}, gone: { components: gone, lines: {} } }).includes('nothing-left')
  expect([told(bare, air.components), told(air.components, air.components), told(bare, bare)]).toEqual([
    true,
    false,
    false,
  ])
})

test('a supply that meets no other is isolated; so is none', () => {
  for (const id of ['engine-driven', 'hand-two'] as const)
    expect(rules(plan(id))).not.toContain('supplies-not-isolated')
})

test('without a spring class nothing is asked of the springs’ air', () => {
  const air = { ...plan('wireless-dual'), springClass: 'moon-rock' }
  const { result } = airStage(air, truck, {}, SEA_LEVEL)
  expect([result.highest, result.springVolume]).toEqual([0, { left: 0, right: 0 }])
})
