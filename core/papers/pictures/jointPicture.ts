import { FASTENINGS, type FasteningId } from '../../catalog/fastenings'
import { createCanvas, type StepPicture } from './canvas'

/** How a member of a joint is drawn, by words of its name; the first that fits. */
const MEMBERS: readonly { on: RegExp; is: 'head' | 'washer' | 'nut' | 'plate' }[] = [
  { on: /^(flat-head|cutting)? ?(screw|bolt|u-bolt|square-neck|strap)/i, is: 'head' },
  { on: /nut in its hole/i, is: 'plate' },
  { on: /nut/i, is: 'nut' },
  { on: /^washers?$/i, is: 'washer' },
  { on: /./, is: 'plate' },
]
/** Widths and half heights as drawn, in parts of the bolt's length. */
const DRAWN = {
  head: { wide: 0.09, half: 0.15 },
  washer: { wide: 0.03, half: 0.17 },
  nut: { wide: 0.1, half: 0.14 },
  plate: { wide: 0.12, half: 0.26 },
} as const
const APART = 0.05

/** The members of a joint pulled apart along its bolt, in the order in which they go on, from the left. */
export function jointPicture(fastening: FasteningId): StepPicture {
  const { members } = FASTENINGS[fastening]
  const kinds = members.map((name) => ({ is: MEMBERS.find(({ on }) => on.test(name))!.is }))
  const length = kinds.reduce((sum, { is }) => sum + DRAWN[is].wide + APART, 0)
  const canvas = createCanvas('In this order', { left: -0.08, right: length + 0.1, low: -0.3, high: 0.46 })
  const thread = kinds.some(({ is }) => is === 'head')
  if (thread)
    canvas.line(
      [
        [0, 0],
        [length, 0],
      ],
      'near',
      0.05,
    )
  let x = 0
  kinds.forEach(({ is }, i) => {
    const { wide, half } = DRAWN[is]
    canvas.rect(x, -half, x + wide, half, is === 'plate' ? 'lit' : 'near', 2)
    canvas.keepFrame({ left: x, right: x + wide, low: -half, high: half })
    const mark = canvas.spot(x + wide / 2, half + 0.1)
    canvas.mark(mark, String(i + 1))
    x += wide + APART
  })
  return canvas.done()
}
