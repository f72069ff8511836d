import { exampleTruck } from '../../catalog/trucks'
import { cutAt, runAt } from './section'
import { boxToShape, type Shape } from './shapes'
import { truckSolids } from './solids'

const p = (x: number, y: number, z: number) => ({ x, y, z })

test('a wheel through its middle is as high as it is, past its tread it is not there', () => {
  const wheel: Shape = {
    shape: 'disc',
    axis: 'y',
    from: p(0, 0.8, 0.4),
    to: p(0, 0.8, 0.4),
    radius: 0.4,
    half: 0.1,
  }
  expect(cutAt(wheel, 0)).toEqual({
    round: false,
    y: 0.8,
    z: 0.4,
    half: { across: expect.closeTo(0.1, 12), up: 0.4 },
  })
  expect(cutAt(wheel, 0.32)!.half.up).toBeCloseTo(0.24, 12)
  expect(cutAt(wheel, 0.401)).toBeNull()
})

test('a pipe is a round of its radius where it passes, less past its end', () => {
  const pipe: Shape = { shape: 'capsule', a: p(0, 0, 0.5), b: p(2, 1, 0.5), radius: 0.05 }
  expect(cutAt(pipe, 1)).toEqual({ round: true, y: 0.5, z: 0.5, half: { across: 0.05, up: 0.05 } })
  expect(cutAt(pipe, 2.03)!.half.up).toBeCloseTo(0.04, 12)
  expect(cutAt(pipe, 2.06)).toBeNull()
})

test('a cut shows a solid just where a place in the cut stands in it', () => {
  const truck = exampleTruck('leaf-flatbed')
  for (const { shape } of truckSolids(truck, null))
    for (let x = -1.5; x < 4.5; x += 0.13) {
      const cut = cutAt(shape, x)
      if (!cut) continue
      const middle = p(x, cut.y, cut.z)
      expect(boxToShape({ shape: 'box', min: middle, max: middle }, shape)).toBeLessThan(1e-9)
    }
})

test('a run passes through the cut at one place, and lies in it where it goes across', () => {
  const points = [p(2, 0.5, 0.7), p(1, 0.5, 0.8), p(1, -0.5, 0.8), p(0, -0.5, 0.8)]
  expect(runAt(points, 1.5)).toEqual({ through: [p(1.5, 0.5, 0.75)], along: [] })
  expect(runAt(points, 1.02).along).toEqual([[points[1], points[2]]])
  expect(runAt(points, 3)).toEqual({ through: [], along: [] })
})
