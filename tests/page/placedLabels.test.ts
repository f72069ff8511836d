import fc from 'fast-check'
import { keptApart, type LabelBox } from '../../app/pictures/placedLabels'

const FRAME = { width: 700, height: 300 }
const label = (left: number, top: number, width = 80, height = 14, fixed = false): LabelBox => ({
  left,
  top,
  width,
  height,
  fixed,
})
const after = (labels: LabelBox[]) => {
  const shifts = keptApart(labels, FRAME)
  return labels.map((l, i) => ({ ...l, left: l.left + shifts[i]!.x, top: l.top + shifts[i]!.y }))
}
const overlap = (a: LabelBox, b: LabelBox) =>
  a.left < b.left + b.width &&
  b.left < a.left + a.width &&
  a.top < b.top + b.height &&
  b.top < a.top + a.height

test('what does not collide stays; the later of two that do goes the least way, up before down', () => {
  expect(keptApart([label(10, 10), label(10, 30)], FRAME)).toEqual([
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ])
  expect(keptApart([label(100, 100), label(110, 104)], FRAME)).toEqual([
    { x: 0, y: 0 },
    { x: 0, y: 12 },
  ])
  expect(keptApart([label(100, 100), label(110, 100)], FRAME)[1]).toEqual({ x: 0, y: -16 })
})

test('a sign that must stay on its thing stays, whichever comes first', () => {
  const [moved, kept] = keptApart([label(100, 100), label(110, 100, 20, 14, true)], FRAME)
  expect(kept).toEqual({ x: 0, y: 0 })
  expect(moved).not.toEqual({ x: 0, y: 0 })
})

test('few labels, wherever they are, come to stand apart and inside the picture', () => {
  const boxes = fc.array(
    fc.record({ left: fc.integer({ min: 0, max: 600 }), top: fc.integer({ min: 0, max: 280 }) }),
    { minLength: 2, maxLength: 4 },
  )
  fc.assert(
    fc.property(boxes, (places) => {
      const labels = after(places.map(({ left, top }) => label(left, top)))
      labels.forEach((a, i) => labels.slice(i + 1).forEach((b) => expect(overlap(a, b)).toBe(false)))
      for (const l of labels)
        expect(l.left >= 0 && l.top >= 0 && l.left + l.width <= 700 && l.top + l.height <= 300).toBe(true)
    }),
  )
})

test('what reaches over a side of the picture is drawn in; what stands under it stays', () => {
  expect(keptApart([label(650, 100)], FRAME)).toEqual([{ x: -30, y: 0 }])
  expect(keptApart([label(-5, 292)], FRAME)).toEqual([{ x: 5, y: 0 }])
  expect(keptApart([label(-5, 0, 900)], FRAME)).toEqual([{ x: 5, y: 0 }])
})

test('where nothing within reach is free, it stays on its own thing', () => {
  const wall = label(0, 0, 700, 300, true)
  expect(keptApart([wall, label(300, 100)], FRAME)[1]).toEqual({ x: 0, y: 0 })
})
