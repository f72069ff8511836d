import fc from 'fast-check'
import { share } from './share'

test('equal parts become the very same objects; the value stays what it is', () => {
  const before = { a: [1, 2], b: { c: 'x' }, d: 3 }
  const next = share(before, { a: [1, 2], b: { c: 'y' }, d: 3 })
  expect(next).toEqual({ a: [1, 2], b: { c: 'y' }, d: 3 })
  expect(next.a).toBe(before.a)
  expect(next.b).not.toBe(before.b)
  expect(share(before, structuredClone(before))).toBe(before)
})

test('whatever was before, the value that comes back equals the new one, and sharing it again keeps it', () => {
  // As a parser gives them: JSON knows no negative zero.
  const json = fc.jsonValue().map((value) => JSON.parse(JSON.stringify(value)) as unknown)
  fc.assert(
    fc.property(json, json, (before, now) => {
      const next = share(before, now)
      expect(JSON.stringify(next)).toBe(JSON.stringify(now))
      expect(share(next, JSON.parse(JSON.stringify(now)))).toBe(next)
    }),
  )
})

test('functions and made objects equal only themselves, and an order of fields counts', () => {
  const made = new Map([[1, 2]])
  expect(share({ made }, { made }).made).toBe(made)
  const other = { made: new Map([[1, 2]]), f: () => 1 }
  expect(share({ made, f: () => 1 }, other)).toEqual(other)
  const turned = share({ a: 1, b: 2 }, { b: 2, a: 1 })
  expect(Object.keys(turned)).toEqual(['b', 'a'])
})
