import fc from 'fast-check'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { createDeriver } from '../derive/derive'
import { newPlan } from '../jobs/newPlan'
import { checkPlan } from '../document/schema'
import type { Archetype, Plan } from '../document/types'
import { OperationError } from '../quantity/operation'
import { floatingNodes } from './network/solve'
import { solveState } from './network/states'
import {
  earthAt,
  feedFrom,
  fitBusBar,
  fitSecondBattery,
  offeredFor,
  putInWire,
  putRelayInLine,
  takeBusBarOut,
  takeOutOfWire,
  takeRelayOut,
  takeSecondBatteryOut,
  type PowerChange,
} from './operations'
import { sourceOf } from './wires'

const derive = createDeriver()
const planOf = (archetype: Archetype): Plan => {
  const plan = newPlan('leaf-flatbed', 'x')
  Object.assign(plan.air, { archetype, ...startingCircuit(archetype) })
  return plan
}
const wiringOf = (plan: Plan) => derive(plan).stages.power.result.wiring
const after = (plan: Plan, ...changes: PowerChange[]): Plan =>
  changes.reduce((p, change) => ({ ...p, power: change(p.power, wiringOf(p)) }), plan)
const partOf = (plan: Plan, id: string) => wiringOf(plan).parts.find((p) => p.id === id)

test('a relay put in line carries the motor, and what switched it works the coil; out again it is as before', () => {
  const plan = planOf('wireless-dual')
  expect(partOf(plan, 'coil')).toBeUndefined()
  const relayed = after(plan, putRelayInLine)
  expect(partOf(relayed, 'relay')).toMatchObject({ closedBy: { coil: 'coil' } })
  expect(partOf(relayed, 'control')).toMatchObject({ closedBy: 'block' })
  expect(solveState(wiringOf(relayed), 'compressor').turning.has('motor')).toBe(true)
  expect(solveState(wiringOf(relayed), 'on').turning.has('motor')).toBe(false)
  expect(wiringOf(after(relayed, takeRelayOut)).parts).toEqual(wiringOf(plan).parts)
  expect(() => after(relayed, putRelayInLine)).toThrow(OperationError)
  expect(() => after(plan, takeRelayOut)).toThrow('There is no relay to take out.')
  expect(() => after(planOf('hand-two'), putRelayInLine)).toThrow('No electric compressor')
})

test('switches in series with the motor: with the relay out they carry it all', () => {
  const plan = after(planOf('tank-paddles'), takeRelayOut)
  const { amps, turning } = solveState(wiringOf(plan), 'compressor')
  expect(turning.has('motor')).toBe(true)
  expect(amps.pressure).toBeCloseTo(amps.motor!, 9)
})

test('a guard put in a wire stands in its way at the end asked for, and guards what lies behind', () => {
  const plan = after(planOf('wireless-dual'), putInWire('wire-block', 'fuse', 'source'))
  const [id] = Object.keys(plan.power.inWire)
  const fuse = partOf(plan, id!)!
  expect(fuse).toMatchObject({ role: 'guard', kind: 'fuse', a: 'feed-end' })
  const { rows } = derive(plan).stages.power.result
  expect(rows.find((row) => row.id === 'wire-block')!.guard!.id).toBe(id)
  expect(() => after(plan, putInWire('wire-block', 'fuse', 'source'))).toThrow(
    'One stands there already: fuse.',
  )
  const atEnd = after(plan, putInWire('wire-block', 'switch', 'load'))
  expect(partOf(atEnd, 'switch-in-wire-block')).toMatchObject({ role: 'contact', b: 'block-in' })
  expect(wiringOf(after(plan, takeOutOfWire(id!))).parts).toEqual(wiringOf(planOf('wireless-dual')).parts)
  expect(() => after(plan, takeOutOfWire('fuse'))).toThrow('belongs to the circuit')
  expect(() => after(plan, putInWire('earth', 'fuse', 'source'))).toThrow('an earth is never fused')
  expect(() => after(plan, putInWire('ghost', 'fuse', 'source'))).toThrow('no longer in this wiring')
})

test('a wire takes one of each kind at each end, each by a name of its own, in the order they were put in', () => {
  const plan = after(
    planOf('wireless-dual'),
    putInWire('wire-block', 'fuse', 'source'),
    putInWire('wire-block', 'fuse', 'load'),
    putInWire('wire-block', 'switch', 'source'),
    putInWire('wire-wake', 'fuse', 'source'),
  )
  const put = Object.entries(plan.power.inWire).map(([id, p]) => `${p.order} ${id} ${p.at}`)
  expect(put.sort()).toEqual([
    '1 fuse-in-wire-block source',
    '2 fuse-in-wire-block-2 load',
    '3 switch-in-wire-block source',
    '4 fuse-in-wire-wake source',
  ])
  // The plain name is free again once what had it is out.
  const again = after(plan, takeOutOfWire('fuse-in-wire-block'), putInWire('wire-block', 'fuse', 'source'))
  expect(Object.keys(again.power.inWire).sort()).toEqual(Object.keys(plan.power.inWire).sort())
})

test('a part is fed from where it is told, with a fuse of its own off a battery', () => {
  const plan = planOf('electronic')
  expect(sourceOf(wiringOf(plan), 'controller')).toBe('ignition')
  const moved = after(plan, feedFrom('controller', 'battery'))
  expect(sourceOf(wiringOf(moved), 'controller')).toBe('battery')
  expect(partOf(moved, 'fuse-controller')).toMatchObject({ role: 'guard', a: 'battery-plus' })
  expect(() => after(moved, feedFrom('controller', 'battery'))).toThrow('what feeds it now')
  expect(() => after(plan, feedFrom('controller', 'second'))).toThrow('no second battery')
  expect(() => after(plan, feedFrom('motor', 'ignition'))).toThrow('from a battery')
  const clutch = planOf('engine-driven')
  expect(() => after(clutch, feedFrom('belt', 'feed'))).toThrow('no compressor’s feed')
})

test('a second battery feeds the motor over the feed; out again everything is as before', () => {
  const plan = planOf('wireless-dual')
  const two = after(plan, fitSecondBattery, feedFrom('motor', 'second'))
  const { amps } = solveState(wiringOf(two), 'compressor')
  // The isolator is open with the engine off: the motor's current is the second battery's.
  expect(amps['battery-2']).toBeGreaterThan(amps.motor!)
  expect(Math.abs(amps.battery!)).toBeLessThan(0.1)
  expect(Math.abs(solveState(wiringOf(two), 'running').amps.isolator!)).toBeGreaterThan(1)
  expect(wiringOf(after(two, takeSecondBatteryOut)).parts).toEqual(wiringOf(plan).parts)
  expect(() => after(two, fitSecondBattery)).toThrow('already')
  expect(() => after(plan, takeSecondBatteryOut)).toThrow('no second battery')
})

test('at a bus bar each has a fuse of its own', () => {
  const plan = after(planOf('wireless-dual'), fitBusBar)
  expect(partOf(plan, 'fuse-block')).toMatchObject({ role: 'guard', a: 'feed-end' })
  expect(() => after(plan, fitBusBar)).toThrow('already')
  expect(wiringOf(after(plan, takeBusBarOut)).parts).toEqual(wiringOf(planOf('wireless-dual')).parts)
})

test('an earth goes where it is told; what has none is refused', () => {
  const plan = after(planOf('wireless-dual'), earthAt('motor', 'stud'))
  expect(partOf(plan, 'earth')).toMatchObject({ role: 'earth', at: 'stud' })
  expect(() => after(plan, earthAt('motor', 'stud'))).toThrow('earthed there now')
  expect(() => after(plan, earthAt('wake', 'frame'))).toThrow('no earth of its own')
})

test('whatever is done in whatever order, the wiring is whole: it solves, it is valid, currents sum to zero', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ARCHETYPES.map(({ id }) => id)),
      fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 8 }),
      (archetype, picks) => {
        let plan = planOf(archetype)
        for (const [which, what] of picks) {
          const wiring = wiringOf(plan)
          const part = wiring.parts[which % wiring.parts.length]!
          const offered = offeredFor(part.id, plan.power, wiring)
          if (offered.length > 0) plan = after(plan, offered[what % offered.length]!.run)
        }
        expect(checkPlan(plan).problems).toBeNull()
        const wiring = wiringOf(plan)
        const ids = wiring.parts.map(({ id }) => id)
        expect(new Set(ids).size).toBe(ids.length)
        const { elements, amps } = solveState(wiring, 'everything')
        expect(floatingNodes(elements, 'battery-minus')).toEqual([])
        const sums: Record<string, number> = {}
        for (const { id, kind, a, b } of elements) {
          const out = kind === 'source' ? -amps[id]! : amps[id]!
          sums[a] = (sums[a] ?? 0) + out
          sums[b] = (sums[b] ?? 0) - out
        }
        for (const sum of Object.values(sums)) expect(Math.abs(sum)).toBeLessThan(1e-6)
      },
    ),
    { numRuns: 60 },
  )
})

test('what is offered at a part is what can be done there, and nothing that is done already', () => {
  const offers = (plan: Plan, id: string) => offeredFor(id, plan.power, wiringOf(plan)).map((o) => o.id)
  const tank = planOf('tank-paddles')
  const guards = ['fuse-source', 'breaker-source', 'link-source', 'switch-load', 'socket-source']
  expect(offers(tank, 'feed')).toEqual([...guards, 'bar'])
  expect(offers(after(tank, fitBusBar), 'feed')).toEqual([...guards, 'no-bar'])
  expect(offers(tank, 'wire-coil')).toEqual(guards)
  expect(offers(tank, 'pressure')).toEqual(['no-relay'])
  expect(offers(after(tank, takeRelayOut), 'pressure')).toEqual(['relay'])
  expect(offers(tank, 'coil')).toContain('no-relay')
  expect(offers(tank, 'earth')).toHaveLength(3)
  expect(offers(tank, 'fuse')).toEqual([])
  expect(offers(tank, 'lamp-gauge')).toEqual([])
  expect(offers(tank, 'nothing of the kind')).toEqual([])
  const fused = after(tank, putInWire('wire-coil', 'fuse', 'source'))
  const [put] = Object.keys(fused.power.inWire)
  expect(offers(fused, put!)).toEqual(['take-out'])
})
