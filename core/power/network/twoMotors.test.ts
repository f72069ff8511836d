import { addSecondCompressor, addTank } from '../../air/circuit/additions'
import { endsAt } from '../../air/circuit/connections'
import { wholeOperations } from '../../air/circuit/offered'
import { takeOut } from '../../air/circuit/operations'
import { ARCHETYPES, startingCircuit } from '../../air/circuit/startingCircuits'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { answerPlan } from '../../whatIf/runs'
import { wiringFor } from '../../papers/network'
import { newPlan } from '../../jobs/newPlan'
import type { Archetype, Plan } from '../../document/types'
import { POWER_STATES, solveState } from './states'
import type { PartOf } from './types'

/** Two compressors in one circuit: parallel in the air, one after the other on the wires. */
const ONE = ARCHETYPES.map(({ id }) => id).filter((id) =>
  Object.values(startingCircuit(id).components).some(({ kind }) => kind === 'compressor'),
)
function planOf(archetype: Archetype, staging: number | null = null): Plan {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  plan.air = addSecondCompressor(plan.air)
  plan.power.staging = staging
  return plan
}
const derive = createDeriver()
const alone = (archetype: Archetype) => {
  const plan = planOf(archetype)
  return derive({ ...plan, air: { ...plan.air, ...startingCircuit(archetype) } }).stages
}

test.each(ONE)('%s: both motors turn together, each behind a relay that is worked', (archetype) => {
  const wiring = wiringFor(planOf(archetype, 2))
  for (const { id } of POWER_STATES) {
    const { turning } = solveState(wiring, id)
    const both = ['compressor', 'running', 'everything', 'cold', 'hot', 'corroded'].includes(id)
    const wanted = both ? ['motor', 'motor-2'] : id === 'start' ? ['motor'] : []
    expect({ id, turning: [...turning] }).toEqual({ id, turning: wanted })
  }
})

test('with the first one’s feed broken the second does not run: its relay hangs on it', () => {
  const wiring = wiringFor(planOf('wireless-dual', 2))
  const { turning } = solveState(wiring, 'compressor', { part: 'relay', how: 'open' })
  expect([...turning]).toEqual([])
  const second = solveState(wiring, 'compressor', { part: 'coil-2', how: 'open' })
  expect([...second.turning]).toEqual(['motor'])
})

test('starting: both at once stand still under both inrushes, one after the other only the second does', () => {
  const amps = (staging: number | null) => {
    const wiring = wiringFor(planOf('wireless-dual', staging))
    const solved = solveState(wiring, 'start')
    return { wiring, feed: solved.amps.feed!, motor: solved.amps.motor!, volts: solved.volts }
  }
  const [atOnce, later] = [amps(null), amps(2)]
  const own = later.wiring.parts.find((part): part is PartOf<'motor'> => part.id === 'motor')!.amps
  expect(later.motor).toBeCloseTo(own, 9)
  expect(atOnce.motor).toBeGreaterThan(2 * own)
  expect(atOnce.feed).toBeGreaterThan(later.feed)
})

test('the feed is planned for both: their amps by hand, and their inrush by how they start', () => {
  const single = alone('wireless-dual').power.result
  const { compressor, motor } = single.feed!
  const besides = single.continuous - motor
  const fed = (staging: number | null) => derive(planOf('wireless-dual', staging)).stages.power.result
  for (const [staging, inrush] of [
    [null, 2 * motor * compressor.inrush],
    [0, 2 * motor * compressor.inrush],
    [compressor.inrushTime - 0.001, 2 * motor * compressor.inrush],
    [compressor.inrushTime, motor * (compressor.inrush + 1)],
    [30, motor * (compressor.inrush + 1)],
  ] as const) {
    const { continuous, inrush: found } = fed(staging)
    expect(continuous).toBeCloseTo(2 * motor + besides, 9)
    expect({ staging, inrush: found.toFixed(6) }).toEqual({ staging, inrush: inrush.toFixed(6) })
  }
})

test('whether the second waits is asked for until it is said, and its remedy says it', () => {
  const told = (staging: number | null) =>
    derive(planOf('wireless-dual', staging)).notes.filter(({ rule }) => rule === 'staging-unknown')
  expect(told(0)).toEqual([])
  const [note] = told(null)
  expect(note!.rank).toBe('know')
  expect(note!.remedy!.patches).toEqual([{ op: 'add', path: ['power', 'staging'], value: 2 }])
  expect(alone('wireless-dual').power.notes.some(({ rule }) => rule === 'staging-unknown')).toBe(false)
})

test('Air: twice the flow on the same pressures, half of the delay lost; a delay longer than the fill gains nothing', () => {
  const longest = (staging: number) => {
    const plan = demoPlan('estuary-flatbed')
    const pair = { ...plan, air: addSecondCompressor(plan.air), power: { ...plan.power, staging } }
    const { times } = derive(pair).stages.air.result
    return Math.max(...Object.values(times).map((seconds) => seconds ?? 0))
  }
  const [atOnce, later, never] = [longest(0), longest(3), longest(599)]
  expect(later - atOnce).toBeCloseTo(1.5, 0)
  expect(never / atOnce).toBeCloseTo(2, 1)
})

test('it meets the first one before the tank and the check valve, comes with its filter, and goes again', () => {
  const first = planOf('wireless-dual').air
  const tanked = addTank(first)
  const tee = endsAt(tanked, 'compressor-2').find(({ port }) => port === 'out')!.other
  expect(tanked.components[tee]!.kind).toBe('tee')
  const behind = endsAt(tanked, tee).find(({ port }) => port === 'b')!.other
  expect(tanked.components[behind]!.kind).toBe('check')
  expect(endsAt(first, 'compressor-2').map(({ other }) => first.components[other]!.kind)).toEqual(
    expect.arrayContaining(['filter', 'tee']),
  )
  const gone = takeOut('compressor-2')(first)
  const kinds = (air: Plan['air']) => Object.values(air.components).map(({ kind }) => kind)
  const { air } = newPlan('leaf-flatbed', 'x')
  const before = { ...air, ...startingCircuit('wireless-dual') }
  expect(kinds(gone).sort()).toEqual(kinds(before).sort())
  const offers = (of: Plan['air']) => wholeOperations(of).some(({ id }) => id === 'second-compressor')
  expect([offers(before), offers(first), offers(startingHand())]).toEqual([true, false, false])
  expect(() => addSecondCompressor(first)).toThrow('two compressors already')
  expect(() => addSecondCompressor(startingHand())).toThrow('no electric compressor yet')
})
const startingHand = () => ({ ...newPlan('leaf-flatbed', 'x').air, ...startingCircuit('hand-two') })

test('a run that draws what both were planned to draw is told nothing of: Power knows of both', () => {
  const { hauls, ...rest } = demoPlan('estuary-flatbed')
  // One haul of the three, because a motor draws the same in all.
  const plan: Plan = { ...rest, hauls: { totes: hauls.totes! } }
  const pair = { ...plan, air: addSecondCompressor(plan.air) }
  const over = (of: Plan) =>
    answerPlan(of, derive(of))
      .notes.filter(({ rule }) => rule === 'run-current')
      .map(({ value }) => value)
  expect(over(pair)).toEqual(over(plan))
})
