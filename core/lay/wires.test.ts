import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { exampleTruck } from '../catalog/trucks'
import { newPlan } from '../jobs/newPlan'
import type { Archetype, LayPlan } from '../document/types'
import { layStage } from './lay'
import { wiresOf } from './wires'
import { FUSE_BOX } from '../catalog/wiring'

const truck = exampleTruck('leaf-flatbed')
const airOf = (archetype: Archetype) => ({
  ...newPlan('leaf-flatbed', 'x').air,
  ...startingCircuit(archetype),
})
const told = (archetype: Archetype) =>
  wiresOf(airOf(archetype))
    .map(({ from, to, carries }) => `${from} ${to} ${carries}`)
    .sort()

test('hand-filled springs want no wire; a wireless set its harness and its wake wire (common practice)', () => {
  expect(told('hand-two')).toEqual([])
  expect(told('wireless-dual')).toEqual(['compressor block harness', `${FUSE_BOX} block wake`])
})

test('a pressure switch is wired in series with the cab switch where there is one', () => {
  expect(told('tank-wireless')).toContain('compressor switch control')
  const air = airOf('engine-driven')
  const cab = Object.keys(air.components).find((id) => air.components[id]!.kind === 'cabSwitch')!
  const pressure = Object.keys(air.components).find((id) => air.components[id]!.kind === 'pressureSwitch')!
  const supply = Object.keys(air.components).find((id) => air.components[id]!.kind === 'belt')
  expect(told('engine-driven')).toContain(`${cab} ${pressure} control`)
  if (supply) expect(told('engine-driven')).toContain(`${cab} ${supply} control`)
})

test('every part on wires alone is reached by one, in every circuit', () => {
  for (const { id } of ARCHETYPES) {
    const air = airOf(id)
    const reached = new Set(wiresOf(air).flatMap(({ from, to }) => [from, to]))
    const wired = [
      'controller',
      'heightSensor',
      'cabSwitch',
      'pressureSwitch',
      'sensor',
      'solenoid',
      'gauge',
      'block',
    ]
    for (const [part, { kind }] of Object.entries(air.components))
      if (wired.includes(kind))
        expect({ id, part, reached: reached.has(part) }).toEqual({ id, part, reached: true })
  }
})

test('a part left for later has no wire yet', () => {
  const air = airOf('wireless-dual')
  const block = { ...air.components.block!, state: 'later' as const }
  expect(wiresOf({ ...air, components: { ...air.components, block } })).toEqual([])
})

test('a wire has a drip loop at each end outside the cab and two terminals; as cut, its length is what was typed', () => {
  const lay = (rest: Partial<LayPlan> = {}) =>
    layStage({ ...newPlan('leaf-flatbed', 'x').lay, ...rest }, truck, airOf('wireless-dual'), {
      compressor: null,
      spring: null,
    })
  const wire = (id: string, rest?: Partial<LayPlan>) => lay(rest).result.wires.find((w) => w.id === id)!
  // Two loops of 120 mm and two ends of 60 mm; one loop from inside the cab.
  expect(wire('wire-block-compressor').slack).toBeCloseTo(0.36, 12)
  expect(wire(`wire-block-${FUSE_BOX}`).slack).toBeCloseTo(0.24, 12)
  const typed = wire('wire-block-compressor', { cutTo: { 'wire-block-compressor': 1.5 } })
  expect([typed.cut, typed.planned]).toEqual([1.5, wire('wire-block-compressor').cut])
  const { wires, cuts } = lay().result
  expect(wires.map((w) => w.cut)).toEqual(wires.map((w) => w.cut).sort((a, b) => b - a))
  expect(cuts.every(({ kind }) => kind === 'air')).toBe(true)
  expect(lay().figures.wires!.value).toBeCloseTo(
    wires.reduce((s, w) => s + w.cut, 0),
    12,
  )
})
