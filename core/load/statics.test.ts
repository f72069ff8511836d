import fc from 'fast-check'
import { axleLoads, type PlacedMass } from './statics'

const unladen = { frontLeft: 800, frontRight: 780, rearLeft: 520, rearRight: 530 }
const masses = fc.array(
  fc.record({
    mass: fc.double({ min: 0, max: 5000, noNaN: true }),
    x: fc.double({ min: -3, max: 5, noNaN: true }),
    y: fc.double({ min: -1, max: 1, noNaN: true }),
  }),
  { maxLength: 12 },
)
const sum = (r: ReturnType<typeof axleLoads>) =>
  r.laden.frontLeft + r.laden.frontRight + r.laden.rearLeft + r.laden.rearRight
const rear = (r: ReturnType<typeof axleLoads>) => r.laden.rearLeft + r.laden.rearRight
const solve = (list: PlacedMass[]) => axleLoads(3.7, 1.7, 1.7, unladen, list)

test('400 kg 1.25 m behind the rear axle of a 3.70 m wheelbase: rear +535.1 kg, front −135.1 kg (first-year statics, reference sheet)', () => {
  const r = solve([{ mass: 400, x: -1.25, y: 0 }])
  expect(r.rearChange).toBeCloseTo(535.135, 3)
  expect(r.frontChange).toBeCloseTo(-135.135, 3)
})

test('a load straight over an axle goes to that axle alone', () => {
  expect(solve([{ mass: 300, x: 0, y: 0 }]).frontChange).toBe(0)
  expect(solve([{ mass: 300, x: 3.7, y: 0 }]).rearChange).toBeCloseTo(0, 9)
})

test('what is put on is what the wheels carry, to the gram', () => {
  fc.assert(
    fc.property(
      masses,
      (list) => Math.abs(sum(solve(list)) - 2630 - list.reduce((s, m) => s + m.mass, 0)) < 1e-3,
    ),
  )
})

test('moments about the ground under the rear axle balance, lengthwise and sideways', () => {
  fc.assert(
    fc.property(masses, (list) => {
      const r = solve(list)
      const lengthwise = list.reduce((s, m) => s + m.mass * m.x, 0)
      const sideways = list.reduce((s, m) => s + m.mass * m.y, 0)
      const measured =
        ((r.laden.frontLeft - r.laden.frontRight - 20 + (r.laden.rearLeft - r.laden.rearRight + 10)) * 1.7) /
        2
      expect(r.frontChange * 3.7).toBeCloseTo(lengthwise, 6)
      expect(measured).toBeCloseTo(sideways, 6)
    }),
  )
})

test('moving a load rearward never lightens the rear axle', () => {
  fc.assert(
    fc.property(
      masses.filter((l) => l.length > 0),
      fc.double({ min: 0, max: 2, noNaN: true }),
      (list, by) => {
        const moved = [{ ...list[0]!, x: list[0]!.x - by }, ...list.slice(1)]
        return rear(solve(moved)) >= rear(solve(list)) - 1e-9
      },
    ),
  )
})

test('mirrored loads give mirrored corners', () => {
  fc.assert(
    fc.property(masses, (list) => {
      const even = { frontLeft: 800, frontRight: 800, rearLeft: 500, rearRight: 500 }
      const a = axleLoads(3.7, 1.7, 1.7, even, list).laden
      const b = axleLoads(
        3.7,
        1.7,
        1.7,
        even,
        list.map((m) => ({ ...m, y: -m.y })),
      ).laden
      expect(a.rearLeft).toBeCloseTo(b.rearRight, 6)
      expect(a.frontLeft).toBeCloseTo(b.frontRight, 6)
    }),
  )
})
