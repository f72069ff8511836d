import { quantityAt } from './places'

test('what differs is told in the unit of what it measures, Lay’s own fields too', () => {
  const of = (path: string) => quantityAt(path.split('.'))
  expect(of('lay.solids.s1.at.x')).toBe('length')
  expect(['along', 'across', 'up'].map((k) => of(`lay.solids.s1.size.${k}`))).toEqual([
    'length',
    'length',
    'length',
  ])
  expect(of('lay.waypoints.feed.0.z')).toBe('length')
  expect([of('lay.coils.c1.length'), of('lay.coils.c1.count'), of('lay.solids.s1.order')]).toEqual([
    'run',
    'plain',
    'plain',
  ])
  expect(of('truck.bed.length')).toBe('length')
})
