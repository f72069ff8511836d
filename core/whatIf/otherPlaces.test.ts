import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { otherPlaces } from './otherPlaces'

const plan = demoPlan('estuary-flatbed')

test('places near the planned one, nearest first, each with room and with what it changes', () => {
  const found = otherPlaces(plan, 'compressor')
  expect(found.length).toBeGreaterThan(0)
  expect(found.map(({ moved }) => moved)).toEqual(found.map(({ moved }) => moved).sort((a, b) => a - b))
  const derive = createDeriver()
  const cuts = (places: typeof plan.lay.places) =>
    derive({ ...plan, lay: { ...plan.lay, places } }).stages.lay.result.cuts.reduce(
      (sum, { cut }) => sum + cut,
      0,
    )
  for (const { at, lines, moved } of found) {
    expect(moved).toBeGreaterThanOrEqual(0.08)
    expect(lines).toBeCloseTo(cuts({ ...plan.lay.places, compressor: at }) - cuts(plan.lay.places), 9)
    // Taken, it stands where it was offered, and nothing is in its way.
    const then = derive({ ...plan, lay: { ...plan.lay, places: { ...plan.lay.places, compressor: at } } })
    expect(then.stages.lay.result.places.compressor).toEqual(at)
    expect(
      then.stages.lay.notes.filter(({ rank, subject }) => rank === 'stop' && subject === 'compressor'),
    ).toEqual([])
  }
})

test('a part that has no place has no other', () => {
  expect(otherPlaces(plan, 'nothing')).toEqual([])
})
