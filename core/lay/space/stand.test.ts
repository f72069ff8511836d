import fc from 'fast-check'
import { startingCircuit } from '../../air/circuit/startingCircuits'
import { FACES } from '../../catalog/layFacts'
import { partSize } from '../../catalog/partSizes'
import { newPlan } from '../../jobs/newPlan'
import { type Stand, UPS } from '../../document/types'
import { partBox } from './room'
import { boxAround, boxToShape } from './shapes'
import { facing, hostOf, laidSize, portEnd, standsOf } from './stand'

const { air: begun } = newPlan('leaf-flatbed', 'x')
const air = { ...begun, ...startingCircuit('tank-wireless') }
const stand = fc.record<Stand>({ turn: fc.nat(3), up: fc.constantFrom(...UPS) })

test('turned by hand, worked on paper: a quarter turn to the left brings the front to the left, upside down the top below', () => {
  const plus = { x: 0, y: 0, z: 0 }
  expect(facing('front', { turn: 1, up: 'upright' })).toEqual({ ...plus, y: 1 })
  expect(facing('left', { turn: 1, up: 'upright' })).toEqual({ ...plus, x: -1 })
  expect(facing('top', { turn: 2, up: 'over' })).toMatchObject({ z: -1 })
  expect(facing('left', { turn: 0, up: 'side' })).toMatchObject({ z: 1 })
  expect(facing('front', { turn: 3, up: 'side' }).y).toBe(-1)
})

test('a port stands on its own side: left of the middle on the left, right of it on the right, and leaves that way', () => {
  const place = { x: 1, y: -0.4, z: 0.5 }
  const size = [0.2, 0.12, 0.1] as const
  const asIs = { turn: 0, up: 'upright' } as const
  const end = (face: Parameters<typeof portEnd>[2], s: Stand = asIs) => portEnd(place, [...size], face, s)
  expect(end('left')).toEqual({ at: { x: 1, y: -0.4 + 0.06, z: 0.55 }, leaves: { x: 0, y: 1, z: 0 } })
  expect(end('right').at.y).toBeCloseTo(-0.46, 12)
  expect(end('right').leaves!.y).toBe(-1)
  expect(end('front').at.x).toBeCloseTo(1.1, 12)
  expect(end('back').at.x).toBeCloseTo(0.9, 12)
  expect(end('top').at.z).toBeCloseTo(0.6, 12)
  expect(end('bottom').at.z).toBeCloseTo(0.5, 12)
  expect(end(null)).toEqual({ at: { x: 1, y: -0.4, z: 0.55 }, leaves: null })
})

test('whichever way it stands, six faces look six ways, opposite faces opposite', () => {
  fc.assert(
    fc.property(stand, (s) => {
      const ways = FACES.map((face) => facing(face, s))
      expect(new Set(ways.map(({ x, y, z }) => `${x + 0} ${y + 0} ${z + 0}`)).size).toBe(6)
      for (let i = 0; i < 6; i += 2)
        expect(ways[i]!.x + ways[i + 1]!.x + ways[i]!.z + ways[i + 1]!.z).toBeCloseTo(0)
    }),
  )
})

test('turning changes neither a part’s volume nor where its ports stand on its faces', () => {
  const place = { x: 1, y: 0.5, z: 0.6 }
  fc.assert(
    fc.property(stand, fc.constantFrom(...FACES), (s, face) => {
      const size = laidSize(air, { compressor: s }, 'compressor')
      const whole = (of: readonly number[]) => of[0]! * of[1]! * of[2]!
      expect(whole(size)).toBeCloseTo(whole(partSize(air, 'compressor')), 12)
      const { at, leaves } = portEnd(place, size, face, s)
      expect(boxToShape(boxAround(at, at), partBox(place, size))).toBeLessThan(1e-9)
      const out = { x: at.x + leaves!.x * 0.01, y: at.y + leaves!.y * 0.01, z: at.z + leaves!.z * 0.01 }
      expect(boxToShape(boxAround(out, out), partBox(place, size))).toBeCloseTo(0.01, 9)
    }),
  )
})

test('a part points the way that what it is joined to stands; as turned by hand whatever stands where', () => {
  const ahead = { x: 2, y: 0.5, z: 0.6 }
  const behind = { x: 0, y: 0.5, z: 0.6 }
  const dual = { ...begun, ...startingCircuit('wireless-dual') }
  const everywhere = Object.fromEntries(Object.keys(dual.components).map((id) => [id, { ...behind, x: 1 }]))
  const standing = (dryer: typeof ahead) =>
    standsOf(dual, { ...everywhere, compressor: { x: 1, y: 0.5, z: 0.6 }, dryer }, {}).compressor!.turn
  // Its outlet is at its back.
  expect(standing(behind)).toBe(0)
  expect(standing(ahead)).toBe(2)
  const byHand = { compressor: { turn: 1, up: 'side' as const } }
  expect(standsOf(dual, everywhere, byHand).compressor).toBe(byHand.compressor)
})

test('what is screwed into a tank leaves as the tank’s port does', () => {
  const [check] = Object.entries(air.components).find(([, c]) => c.kind === 'check')!
  expect(hostOf(air, { id: check, port: 'in' })).toEqual({ id: 'tank', port: 'in' })
  expect(hostOf(air, { id: 'compressor', port: 'out' })).toEqual({ id: 'compressor', port: 'out' })
})

test('a size off the part’s own sheet rules over its class', () => {
  const component = { ...air.components.compressor!, sheet: { sizeAcross: 0.3 } }
  const own = { ...air, components: { ...air.components, compressor: component } }
  expect(partSize(own, 'compressor')).toEqual([
    partSize(air, 'compressor')[0],
    0.3,
    partSize(air, 'compressor')[2],
  ])
})
