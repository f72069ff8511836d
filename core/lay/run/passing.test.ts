import type { Point } from '../../document/types'
import { onePlaceMore } from './passing'

const p = (x: number, y: number, z = 0): Point => ({ x, y, z })

test('one more stands in the middle of the longest piece, in the order the run comes to them', () => {
  const points = [p(0, 0), p(3, 0), p(3, 1), p(5, 1)]
  expect(onePlaceMore({ points }, [])).toEqual([p(1.5, 0)])
  expect(onePlaceMore({ points }, [p(4, 1.02)])).toEqual([p(1.5, 0), p(4, 1.02)])
  expect(onePlaceMore({ points }, [p(0.5, 0.01)])).toEqual([p(0.5, 0.01), p(1.5, 0)])
})

test('laid to the centimetre, and where a piece has no length', () => {
  expect(onePlaceMore({ points: [p(0, 0), p(0, 0), p(1.007, 0)] }, [])).toEqual([p(0.5, 0)])
})
