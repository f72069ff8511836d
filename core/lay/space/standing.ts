import { boundsOf, type Box } from './shapes'
import type { Solid } from './solid'

/** A solid with its bounding box, which shows at once that most are far away. */
export interface Standing {
  solid: Solid
  bounds: Box
}
const standings = new WeakMap<Solid, Standing>()
/** Always the same object for the same solid. */
export function standing(solid: Solid): Standing {
  const known = standings.get(solid) ?? { solid, bounds: { shape: 'box', ...boundsOf(solid.shape) } }
  standings.set(solid, known)
  return known
}
