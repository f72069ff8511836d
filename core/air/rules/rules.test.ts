import {
  circuitPlan as plan,
  needOf as need,
  SEA_LEVEL,
  withSheet as sheet,
} from '../../../tests/support/circuitPlans'
import { newComponent } from '../parts/parts'
import { exampleTruck } from '../../catalog/trucks'
import { applyEdit } from '../../document/edit'
import { newPlan } from '../../jobs/newPlan'
import { DIRECT, type AirPlan, type JointKind, type Plan, LINE_NOT_LOOKED_AT } from '../../document/types'
import { airStage } from '../air'
import { ARCHETYPES } from '../circuit/startingCircuits'
import { addCoupler, addTank } from '../circuit/additions'
import { connectPorts, plugPort, putInLine, replacePart, takeOut, teeOff } from '../circuit/operations'
import { TUBES } from '../../catalog/tubes'
import { fittingsOf } from '../circuit/fittings'
import { compressorClass } from '../../catalog/compressors'
import { wheelTravel } from '../../catalog/truckGeometry'
import { reliefHolds, worstPressures } from '../circuit/worstPressure'

const truck = exampleTruck('leaf-flatbed')
const notes = (air: AirPlan, p = 300_000) => airStage(air, truck, { full: need(p) }, SEA_LEVEL).notes
const rules = (air: AirPlan, p?: number) => notes(air, p).map((n) => `${n.rank} ${n.rule}`)

/** Breaks a circuit, finds the note, applies its remedy: the note is gone and no Stop has replaced it. */
function mended(air: AirPlan, rule: string, p?: number): void {
  const before: Plan = { ...newPlan('leaf-flatbed', 'x'), air }
  const note = notes(air, p).find((n) => n.rule === rule)
  expect(note?.remedy).toBeDefined()
  const after = applyEdit(before, note!.remedy!.patches).air
  const left = notes(after, p)
  expect(left.map((n) => n.rule)).not.toContain(rule)
  expect(left.filter((n) => n.rank === 'stop').length).toBeLessThanOrEqual(
    notes(air, p).filter((n) => n.rank === 'stop' && n.rule !== rule).length,
  )
}

test('every starting circuit stands without a Stop', () => {
  for (const a of ARCHETYPES)
    expect({ id: a.id, stops: rules(plan(a.id)).filter((r) => r.startsWith('stop')) }).toEqual({
      id: a.id,
      stops: [],
    })
})

describe('the tank’s guards', () => {
  const six = plan('tank-wireless')
  test('no relief valve, no drain, no pressure switch', () => {
    for (const [part, rule] of [
      ['relief', 'stop no-relief'],
      ['drain', 'fix no-drain'],
      ['switch', 'stop no-switch'],
    ] as const) {
      const bare = takeOut(part)(six)
      expect(rules(bare)).toContain(rule)
      mended(bare, rule.split(' ')[1]!)
    }
  })
  test('relief above the tank’s rating; at or below cut-out (pressure-equipment practice)', () => {
    const late = sheet(six, 'relief', { set: 1_500_000 })
    expect(notes(late).find((n) => n.rule === 'relief-over-tank')).toMatchObject({
      rank: 'stop',
      value: 1_500_000,
      limit: 1_379_000,
    })
    mended(late, 'relief-over-tank')
    expect(rules(sheet(six, 'relief', { set: 827_000 }))).toContain('fix relief-under-cut-out')
  })
  test('a drain on any other port than the lowest', () => {
    const high = structuredClone(six)
    Object.assign(high.lines['drain-tank']!, { toPort: 'gauge' })
    Object.assign(high.lines['switch-tank']!, { toPort: 'drain' })
    expect(rules(high)).toContain('fix drain-not-lowest')
  })
  test('cut-in not below cut-out; a compressor that never reaches it', () => {
    const odd = sheet(six, 'switch', { cutIn: 1_000_000, cutOut: 900_000 })
    expect(rules(odd)).toContain('stop switch-order')
    mended(odd, 'switch-order')
    expect(rules({ ...six, compressorClass: 'small-wireless' })).toContain('fix cut-out-unreached')
  })
})

test('ports: open, plugged where the exhaust is, a dead end', () => {
  const open = plan('wireless-dual')
  delete open.lines['fill-line-left']
  expect(rules(open).filter((r) => r === 'stop open-port')).toHaveLength(2)
  mended(
    {
      ...open,
      components: Object.fromEntries(Object.entries(open.components).filter(([id]) => id !== 'fill-left')),
    },
    'open-port',
  )
  const shut = structuredClone(plan('tank-paddles'))
  shut.components.cap = { ...shut.components['plug-out']!, label: 'Cap' }
  shut.lines.cap = {
    from: 'cap',
    fromPort: 'in',
    to: 'paddle-left',
    toPort: 'exhaust',
    path: 'supply',
    tube: DIRECT,
    state: 'new',
    found: LINE_NOT_LOOKED_AT,
  }
  expect(rules(shut)).toContain('stop no-exhaust')
  mended(shut, 'no-exhaust')
  const dead = plugPort(
    'bore',
    'out',
  )(
    connectPorts(
      { component: 'tank', port: 'out2' },
      { component: 'bore', port: 'in' },
    )({
      ...plan('tank-paddles'),
      components: {
        ...plan('tank-paddles').components,
        bore: newComponent('restrictor', 'Bore'),
      },
    }),
  )
  expect(rules(dead)).toContain('fix dead-end')
  mended(dead, 'dead-end')
})

test('a boost-fed tank never stands above boost: what it cannot lift is a Stop, and a belt drives it instead', () => {
  const boosted = replacePart('belt', 'boost')(plan('engine-driven'))
  expect(notes(boosted, 300_000).find((n) => n.rule === 'supply-short')).toMatchObject({
    rank: 'stop',
    value: 300_000,
    // The check valve's opening pressure does not reach the tank.
    limit: 202_000,
  })
  expect(rules(boosted, 150_000)).not.toContain('stop supply-short')
  mended(boosted, 'supply-short', 300_000)
})

test('a regulator below what a haul needs falls short too', () => {
  const low = sheet(plan('high-flow'), 'regulator', { set: 200_000 })
  expect(notes(low, 300_000).find((n) => n.rule === 'supply-short')).toMatchObject({
    limit: 200_000,
    subject: 'regulator',
  })
})

test('check valves: behind the supply, and where a dump branch and a levelling valve meet', () => {
  const bleeds = takeOut('check')(plan('tank-wireless'))
  expect(rules(bleeds)).toContain('fix no-check')
  mended(bleeds, 'no-check')
  const fed = takeOut('hold')(plan('height-valve'))
  expect(rules(fed)).toContain('stop no-check-dump')
  mended(fed, 'no-check-dump')
})

test('an open dump behind a height valve is filled against, check valve or none; without a dump nothing is said', () => {
  expect(rules(plan('height-valve'))).toContain('know dump-refills')
  expect(rules(takeOut('dump')(plan('height-valve')))).not.toContain('know dump-refills')
  expect(rules(plan('tank-wireless'))).not.toContain('know dump-refills')
})

test('two supplies that meet without a check valve push against each other', () => {
  const two = structuredClone(plan('engine-driven'))
  two.components.boost = newComponent('boost', 'Boost feed')
  two.components.join = newComponent('tee', 'Tee')
  Object.assign(two.lines.charge!, { to: 'join', toPort: 'a' })
  two.lines.on = {
    from: 'join',
    fromPort: 'b',
    to: 'check',
    toPort: 'in',
    path: 'supply',
    tube: null,
    state: 'new',
    found: LINE_NOT_LOOKED_AT,
  }
  two.lines.boost = {
    from: 'boost',
    fromPort: 'out',
    to: 'join',
    toPort: 'c',
    path: 'supply',
    tube: null,
    state: 'new',
    found: LINE_NOT_LOOKED_AT,
  }
  expect(rules(two)).toContain('fix supplies-not-isolated')
  expect(rules(putInLine('boost', 'check')(putInLine('charge', 'check')(two)))).not.toContain(
    'fix supplies-not-isolated',
  )
})

test('a part rated below what reaches it; past a regulator it sees less', () => {
  const air = plan('high-flow')
  const seen = worstPressures(air, 690_000)
  expect(['manifold', 'paddle-left', 'gauge-tee-left'].map((id) => seen.get(id)!.normal)).toEqual([
    1_379_000, 862_000, 690_000,
  ])
  const bare = takeOut('regulator')(air)
  expect(rules(bare)).toContain('stop part-pressure')
  const weak = { ...air, lines: { ...air.lines, supply: { ...air.lines.supply!, tube: 'nylon-1-4' } } }
  expect(notes(weak).find((n) => n.rule === 'part-pressure')).toMatchObject({
    subject: 'supply',
    value: 1_379_000,
    limit: 1_034_000,
  })
  mended(weak, 'part-pressure')
})

describe('the worst pressure of each part with any one guard failed', () => {
  const tanked = plan('tank-wireless')
  const worstOf = (air: AirPlan, id: string) => {
    const { normal, faults } = worstPressures(air, 690_000).get(id)!
    const [first] = [...faults].sort((a, b) => b.pressure - a.pressure)
    return { normal, worst: first?.pressure ?? normal, fault: first?.fault, relief: first?.relief }
  }
  test('a welded switch: the relief valve holds it at its set pressure and a tenth', () => {
    expect(worstOf(tanked, 'tank')).toEqual({
      normal: 827_000,
      worst: 862_000 * 1.1,
      fault: { what: 'switch-welded', part: 'switch' },
      relief: { id: 'relief', enough: true },
    })
    // Without one, the compressor's own stall less the check valve's opening pressure.
    const bare = takeOut('relief')(tanked)
    expect(worstOf(bare, 'tank').worst).toBeCloseTo(1_034_000 * 1.1 - 5000, 3)
    // A relief valve that never opens, because the compressor stalls below it.
    expect(worstOf(sheet(tanked, 'relief', { set: 1_300_000 }), 'tank').worst).toBeCloseTo(1_132_400, 3)
  })
  test('a relief valve too small lets the pressure rise to where it passes what the supply gives', () => {
    const small = sheet(tanked, 'relief', { conductance: 5e-11 })
    const { pressure, enough } = reliefHolds(small, 'relief', ['compressor'])
    expect(enough).toBe(false)
    expect(pressure).toBeGreaterThan(862_000 * 1.1)
    expect(pressure).toBeLessThan(1_034_000 * 1.1)
    // ISO 6358 by hand, choked: free air C·p1; the compressor's last stretch falls linearly to its stall.
    const free = (5e-11 * (pressure + 101_325) * 1.185 * 287.05 * 293.15) / 101_325
    const last = compressorClass('compact')!.flow.at(-1)![1]
    const given = pressure <= 1_034_000 ? last : last * (1 - (pressure / 1_034_000 - 1) / 0.1)
    expect(free / given).toBeCloseTo(1, 2)
    expect(reliefHolds(tanked, 'relief', ['compressor'])).toEqual({ pressure: 862_000 * 1.1, enough: true })
  })
  test('a check valve turned round: what lies before it stands at the stall, what lies behind it at nothing more', () => {
    const seen = worstOf(tanked, 'check')
    expect(seen).toMatchObject({ worst: 1_034_000 * 1.1, fault: { what: 'check-reversed', part: 'check' } })
  })
  test('a regulator stuck open lets the whole supply through; the relief valve behind it holds it', () => {
    const air = plan('high-flow')
    expect(worstOf(air, 'paddle-left')).toMatchObject({
      normal: 862_000,
      worst: 931_000 * 1.1,
      fault: { what: 'regulator-open', part: 'regulator' },
      relief: { id: 'dash-relief', enough: true },
    })
    const bare = takeOut('dash-relief')(air)
    expect(worstOf(bare, 'paddle-left').worst).toBe(1_379_000)
    expect(rules(bare)).toContain('stop fault-pressure')
    mended(bare, 'fault-pressure')
  })
  test('both sides of a rating: a part that bears it, and one that does not by a little', () => {
    const bears = 862_000 * 1.1
    const at = (maxPressure: number) => rules(sheet(tanked, 'block', { maxPressure }))
    expect(at(bears)).not.toContain('stop fault-pressure')
    expect(at(bears * 0.999)).toContain('stop fault-pressure')
    const note = notes(sheet(tanked, 'block', { maxPressure: bears * 0.999 })).find(
      (n) => n.rule === 'fault-pressure',
    )
    expect(note).toMatchObject({ subject: 'block', value: bears, limit: bears * 0.999 })
    expect(note!.text).toMatch(/^If the pressure switch welds shut/)
  })
  test('a tank that its own relief valve covers is a Fix: set lower, it is right', () => {
    const near = sheet(tanked, 'tank', { maxPressure: 900_000 })
    expect(rules(near)).toContain('fix fault-pressure')
    mended(near, 'fault-pressure')
  })
  test('one failure does not hide another: a welded switch is told beside a relief valve that sticks', () => {
    const high = sheet(plan('cab-gauge'), 'relief', { set: 900_000 })
    expect(notes(high).filter((n) => n.rule === 'fault-pressure')).toContainEqual(
      expect.objectContaining({ rank: 'stop', subject: 'spring-left', value: 900_000 * 1.1, limit: 690_000 }),
    )
  })
  test('a relief valve away from the tank that blows with everything working, at its limit and past it', () => {
    const at = (set: number) => rules(sheet(plan('high-flow'), 'dash-relief', { set }))
    expect(at(862_001)).not.toContain('fix relief-blows')
    expect(at(862_000)).toContain('fix relief-blows')
  })
  test('a check valve the wrong way round in the circuit itself: the supply has no way into the tank', () => {
    expect(rules(tanked)).not.toContain('stop tank-not-fed')
    const turned = structuredClone(tanked)
    turned.lines.charge!.toPort = 'out'
    turned.lines['check-tank']!.fromPort = 'in'
    expect(rules(turned)).toContain('stop tank-not-fed')
  })
  test('a keep-up switch that welds runs on into the springs, unless a relief valve is there', () => {
    expect(rules(plan('cab-gauge'))).not.toContain('stop fault-pressure')
    const bare = takeOut('relief')(plan('cab-gauge'))
    expect(notes(bare).find((n) => n.rule === 'fault-pressure')).toMatchObject({
      rank: 'stop',
      limit: 690_000,
    })
    mended(bare, 'fault-pressure')
  })
})

test('a tank straight into a block goes past its target; the bore named keeps it under 2 psi', () => {
  const six = plan('tank-wireless')
  const note = notes(six).find((n) => n.rule === 'tank-feeds-block')!
  expect(note.value!).toBeGreaterThan(13_790)
  const before: Plan = { ...newPlan('leaf-flatbed', 'x'), air: six }
  const after = airStage(
    applyEdit(before, note.remedy!.patches).air,
    truck,
    { full: need(300_000) },
    SEA_LEVEL,
  )
  expect(after.figures.overshoot!.value!).toBeLessThanOrEqual(13_790)
  expect(after.figures.overshoot!.value!).toBeGreaterThan(13_790 * 0.75)
  expect(after.notes.map((n) => n.rule)).not.toContain('tank-feeds-block')
})

test('moisture, filter, hand fill, horn', () => {
  const wet = takeOut('dryer')(plan('tank-wireless'))
  expect(rules(wet)).toContain('fix no-dryer')
  mended(wet, 'no-dryer')
  const dusty = takeOut('filter')(plan('wireless-dual'))
  expect(rules(dusty)).toContain('fix no-inlet-filter')
  mended(dusty, 'no-inlet-filter')
  const alone = takeOut('fill-left')(plan('tank-paddles'))
  expect(notes(alone).find((n) => n.rule === 'no-backup-fill')!.subject).toBe('spring-left')
  mended(alone, 'no-backup-fill')
  const loud = takeOut('horn-valve')(plan('high-flow'))
  expect(rules(loud)).toContain('stop horn-open')
  mended(loud, 'horn-open')
})

test('a small set does not run an impact wrench (common practice): told with both flows', () => {
  const note = notes(plan('tank-wireless')).find((n) => n.rule === 'tool-beyond-supply')!
  expect(note.value!).toBeLessThan(note.limit!)
  expect(rules(addTank(plan('wireless-dual')))).not.toContain('know tool-beyond-supply')
})

test('a boost-fed coupler does not fill a tyre', () => {
  const boosted = addCoupler(replacePart('belt', 'boost')(plan('engine-driven')))
  expect(notes(boosted).find((n) => n.rule === 'tyre-beyond-supply')).toMatchObject({
    value: 380_000,
    limit: 202_000,
  })
  expect(rules(addCoupler(plan('engine-driven')))).not.toContain('fix tyre-beyond-supply')
})

describe('height valves and sides', () => {
  const levelled = plan('height-valve')
  test('an arm shorter than the axle’s travel, on both sides of it', () => {
    const { droop, bump } = wheelTravel(truck)
    const travel = Math.max(-droop, bump)
    const withArm = (arm: number) => sheet(levelled, 'height', { arm })
    expect(rules(withArm(travel))).not.toContain('stop arm-short')
    expect(notes(withArm(travel * 0.99)).find((n) => n.rule === 'arm-short')).toMatchObject({ limit: travel })
    mended(withArm(travel * 0.5), 'arm-short')
  })
  test('no dead band hunts; the least that is told is the limit itself', () => {
    expect(rules(levelled)).not.toContain('fix no-dead-band')
    expect(rules(sheet(levelled, 'height', { deadBand: 0.02 }))).not.toContain('fix no-dead-band')
    expect(rules(sheet(levelled, 'height', { deadBand: 0.019 }))).toContain('fix no-dead-band')
    mended(sheet(levelled, 'height', { deadBand: 0 }), 'no-dead-band')
  })
  test('a block’s outlets to the wrong sides are a Stop and swapped; a paddle’s too', () => {
    const dual = plan('wireless-dual', { blockClass: 'block-two' })
    expect(rules(dual)).not.toContain('stop crossed-sides')
    const crossed = structuredClone(dual)
    crossed.lines['block-left']!.fromPort = 'out2'
    crossed.lines['block-right']!.fromPort = 'out1'
    expect(rules(crossed)).toContain('stop crossed-sides')
    mended(crossed, 'crossed-sides')
    const paddles = structuredClone(plan('tank-paddles'))
    expect(rules(paddles)).not.toContain('stop crossed-sides')
    const [left, right] = ['left', 'right'].map((side) =>
      Object.values(paddles.lines).find((l) => l.from === `paddle-${side}` && l.fromPort === 'out')!,
    )
    left!.from = 'paddle-right'
    right!.from = 'paddle-left'
    expect(
      notes(paddles)
        .filter((n) => n.rule === 'crossed-sides')
        .map((n) => n.subject),
    ).toEqual(['paddle-left', 'paddle-right'])
  })
  test('a height valve of one side that reaches the other side alone is crossed; of both sides it is not', () => {
    const right = structuredClone(levelled)
    right.components.height!.side = 'right'
    expect(rules(right)).not.toContain('stop crossed-sides')
    delete right.lines['split-right']
    expect(notes(right).find((n) => n.rule === 'crossed-sides')?.subject).toBe('height')
    right.components.height!.side = null
    expect(rules(right)).not.toContain('stop crossed-sides')
  })
})

test('a block that limits nothing: on tank air over the springs’ limit, told; with a regulator or reliefs, not', () => {
  const bare = { ...plan('app-block'), blockClass: 'block-app-two' }
  expect(rules(bare)).toContain('fix block-without-limits')
  mended(bare, 'block-without-limits')
  expect(rules({ ...bare, blockClass: 'block-two' })).not.toContain('fix block-without-limits')
  // The part's own sheet overrides its class, either way.
  expect(rules(sheet(bare, 'block', { limits: 1 }))).not.toContain('fix block-without-limits')
  const other = sheet({ ...bare, blockClass: 'block-two' }, 'block', { limits: 0 })
  expect(rules(other)).toContain('fix block-without-limits')
  const { limit } = notes(bare).find((n) => n.rule === 'block-without-limits')!
  const at = (set: number) => rules(sheet(putInLine('supply', 'regulator')(bare), 'regulator', { set }))
  expect(at(limit!)).not.toContain('fix block-without-limits')
  expect(at(limit! + 1)).toContain('fix block-without-limits')
  const relieved = (set: number) => {
    const left = teeOff('tee-spring-left', 'relief')(bare)
    const both = teeOff('tee-spring-right', 'relief')(left)
    return rules(sheet(sheet(both, 'relief-left', { set }), 'relief-right', { set }))
  }
  expect(relieved(limit!)).not.toContain('fix block-without-limits')
  expect(relieved(limit! + 1)).toContain('fix block-without-limits')
})

describe('joints by kind', () => {
  const joined = (air: AirPlan, joints: AirPlan['joints']): AirPlan => ({ ...air, joints })
  const own = (air: AirPlan) =>
    rules(air).filter((r) => r.includes('joint-unfit') || r.includes('joint-pressure'))
  const withTube = (tube: string) => plan('tank-wireless', { tubeClass: tube })
  const line = Object.entries(plan('tank-wireless').lines).find(([, l]) => l.tube === null)![0]
  const screwed = Object.entries(plan('tank-wireless').lines).find(([, l]) => l.tube === DIRECT)![0]

  test('every tube’s usual joint holds on it: no note whatever the tube', () => {
    for (const { id, material } of TUBES)
      expect({
        id,
        notes: own(withTube(id)).filter((r) => material !== 'hose' || r.includes('unfit')),
      }).toEqual({
        id,
        notes: [],
      })
  })
  test('push-fit on soft hose or braided hose, a barb on braided, a thread on a tube, a barb between ports: each a Stop', () => {
    const at = (tube: string, kind: JointKind, id = line) =>
      own(joined(withTube(tube), { [`${id}:from`]: kind }))
    expect(at('hose-1-4', 'push')).toContain('stop joint-unfit')
    expect(at('braided-1-4', 'push')).toEqual(['stop joint-unfit'])
    expect(at('braided-1-4', 'barb').sort()).toContain('stop joint-unfit')
    expect(at('nylon-1-4', 'taper')).toEqual(['stop joint-unfit'])
    expect(at('nylon-1-4', 'barb', screwed)).toContain('stop joint-unfit')
    expect(at('nylon-1-4', 'compression')).toEqual([])
    expect(at('braided-1-4', 'flare')).toEqual([])
    expect(at('nylon-1-4', 'straight', screwed)).toEqual([])
  })
  test('a barb holds up to its pressure and no further: cut-out just under and just over it', () => {
    const barbed = (cutOut: number) => {
      const air = plan('tank-wireless')
      const tank = Object.entries(air.lines).find(([, l]) => l.tube === null && l.from === 'tank')![0]
      const low = sheet(air, 'switch', { cutIn: 700_000, cutOut })
      return own(joined(low, { [`${tank}:from`]: 'barb' }))
    }
    expect(barbed(860_000)).toEqual([])
    expect(barbed(870_000)).toEqual(['stop joint-pressure'])
  })
  test('the remedy puts the usual joint back, or tube in the hose’s place', () => {
    const air = joined(plan('tank-wireless'), { [`${line}:to`]: 'taper' })
    const note = notes(air).find((n) => n.rule === 'joint-unfit')!
    const base = newPlan('leaf-flatbed', 'x')
    const mended = applyEdit({ ...base, air }, note.remedy!.patches).air
    expect(own(mended)).toEqual([])
    expect(mended.joints).toEqual({})
    const filled = sheet(plan('tank-wireless'), 'switch', { cutIn: 700_000, cutOut: 1_000_000 })
    const hosed = { ...filled, tubeClass: 'hose-1-4' }
    const over = notes(hosed).find((n) => n.rule === 'joint-pressure')!
    const piped = applyEdit({ ...base, air: hosed }, over.remedy!.patches).air
    expect(piped.lines[over.subject]!.tube).toBe('nylon-1-4')
    expect(notes(piped).some((n) => n.rule === 'joint-pressure' && n.subject === over.subject)).toBe(false)
  })
  test('fittings are counted two a line and one where parts are screwed together; what is kept has its own', () => {
    const air = plan('tank-wireless')
    const all = Object.values(air.lines)
    const ports = all.filter((l) => l.tube === DIRECT).length
    // The compressor's leader is a hose of its own.
    const hoses = all.filter((l) => l.tube?.startsWith('braided')).length
    const tubes = all.length - ports - hoses
    const joints = (of: AirPlan) => fittingsOf(of).filter((f) => f.kind !== 'adapter')
    const count = (of: AirPlan) => Object.fromEntries(joints(of).map((f) => [f.kind, f.count]))
    expect(count(air)).toEqual({ push: tubes * 2, braided: hoses * 2, taper: ports })
    const kept = { ...air, lines: { ...air.lines, [line]: { ...air.lines[line]!, state: 'kept' as const } } }
    expect(count(kept).push).toBe(tubes * 2 - 2)
    expect(count(joined(air, { [`${line}:from`]: 'barb' }))).toMatchObject({ barb: 1, push: tubes * 2 - 1 })
  })
})
