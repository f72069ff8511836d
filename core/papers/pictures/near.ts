import type { Point } from '../../document/types'
import { boxAround, boxToShape, type Shape } from '../../lay/space/shapes'

/** Distance of a run from a shape, m: of the boxes around its pieces, so that it is never too much. */
export const runToShape = (points: readonly Point[], shape: Shape): number =>
  points
    .slice(1)
    .reduce((least, to, i) => Math.min(least, boxToShape(boxAround(points[i]!, to), shape)), Infinity)
