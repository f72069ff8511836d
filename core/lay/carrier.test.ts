import { movedTogether } from './carrier'

const places = {
  compressor: { x: 1, y: 0.5, z: 0.7 },
  block: { x: 0.7, y: 0.5, z: 0.7 },
  tank: { x: 0, y: 0, z: 0.6 },
}

test('parts on one plate move together, by the same way; all others stay', () => {
  const to = { x: 1.25, y: 0.5, z: 0.75 }
  expect(movedTogether({ carrier: ['compressor', 'block'] }, places, 'block', to)).toEqual({
    compressor: { x: 1 + (1.25 - 0.7), y: 0.5, z: 0.7 + (0.75 - 0.7) },
    block: to,
  })
  expect(movedTogether({ carrier: ['compressor', 'block'] }, places, 'tank', to)).toEqual({ tank: to })
  expect(movedTogether({ carrier: [] }, places, 'block', to)).toEqual({ block: to })
})

test('a part that is no longer in the circuit is left out', () => {
  const to = { x: 2, y: 0, z: 0 }
  expect(movedTogether({ carrier: ['compressor', 'gone'] }, places, 'compressor', to)).toEqual({
    compressor: to,
  })
})
