import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { newPlan } from '../jobs/newPlan'
import type { AirPlan, Archetype } from '../document/types'
import { toShut } from './shut'

const circuit = (archetype: Archetype): AirPlan => ({
  ...newPlan('leaf-flatbed', 'x').air,
  ...startingCircuit(archetype),
})
const parts = (archetype: Archetype, side: 'left' | 'right' | 'both' | 'supply', plugged = false) =>
  toShut(circuit(archetype), { side, plugged })
    .map(({ part }) => part)
    .sort()
const text = (archetype: Archetype, side: 'left' | 'supply', part: string, plugged = false) =>
  toShut(circuit(archetype), { side, plugged }).find((p) => p.part === part)?.text

test('what stands between a side and the rest is named, on its own side only', () => {
  expect(parts('wireless-dual', 'left')).toEqual(['block', 'fill-left'])
  expect(parts('wireless-dual', 'both')).toEqual(['block', 'fill-left', 'fill-right'])
  expect(parts('hand-teed', 'left')).toEqual(['fill'])
  expect(parts('electronic', 'left')).toContain(
    Object.entries(circuit('electronic').components).find(([, c]) => c.kind === 'controller')![0],
  )
})

test('the supply: what fills it, what lets out of it, what takes from it; a relief valve is never plugged', () => {
  const supply = parts('high-flow', 'supply')
  expect(supply).toEqual(expect.arrayContaining(['compressor', 'drain', 'coupler', 'relief', 'paddle-left']))
  expect(supply).not.toContain('fill-left')
  for (const plugged of [false, true])
    expect(text('high-flow', 'supply', 'relief', plugged)).toContain('never plugged')
})

test('plugged off, the valves are taken from their lines', () => {
  expect(text('wireless-dual', 'left', 'block')).toContain('its fuse out')
  expect(text('wireless-dual', 'left', 'block', true)).toContain('a plug in the end of the tube')
})

test('every circuit with springs has something to shut on either side', () => {
  for (const { id } of ARCHETYPES) expect([id, parts(id, 'left').length > 0]).toEqual([id, true])
})
