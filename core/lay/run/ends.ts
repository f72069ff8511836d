import { partSize } from '../../catalog/partSizes'
import type { AirPlan, Point, Truck } from '../../document/types'
import { BATTERY } from '../places'
import { boxToShape } from '../space/shapes'
import type { Solid } from '../space/solids'
import { pointAt, strides, type Lattice } from './lattice'
import { boxAround, inTheWay, type Standing } from './pieces'
import type { Stub } from './search'
import { WAY } from './settings'

/** What an end of a run is joined to the lattice by. */
export interface Joined {
  stubs: Stub[]
  /** What stood in the way of the shortest of them, where no straight piece leaves the part. */
  blockedBy: Solid | null
}

/** What stands within this of where a run ends is what its part is fixed to, m. */
const FIXED_TO = 0.04
/** An end is joined to so many nodes, the nearest that can be reached. */
const STUBS = 16
/** A battery's terminals above its foot, m (from memory). */
const TERMINALS = 0.2

/** Where a run leaves its part: the middle of the part, a spring's upper end, the top of the battery. */
export function endPlace(
  truck: Truck,
  air: AirPlan,
  places: Readonly<Record<string, Point>>,
  id: string,
): Point {
  const place = places[id]!
  if (id === BATTERY) return { ...place, z: place.z + TERMINALS }
  if (air.components[id]?.kind === 'spring')
    return { ...place, x: truck.seats.upper.x, z: place.z - FIXED_TO / 2 }
  return { ...place, z: place.z + partSize(air, id)[2] / 2 }
}

/** Solids that stand at a place. */
export const standingAt = (at: Point, solids: readonly Standing[]): Set<Standing> => {
  const here = boxAround(at, at)
  return new Set(
    solids.filter(
      ({ solid, bounds }) => boxToShape(here, bounds) < FIXED_TO && boxToShape(here, solid.shape) < FIXED_TO,
    ),
  )
}

/** The straight pieces by which a run may leave its part, none shorter than its bend needs. */
export function joinedBy(at: Point, bend: number, lattice: Lattice, solids: readonly Standing[]): Joined {
  const own = standingAt(at, solids)
  const here = boxAround(at, at)
  const others = solids.filter((one) => !own.has(one) && boxToShape(here, one.bounds) < WAY.reach + FIXED_TO)
  const { x, y, z } = lattice.at
  const [plane] = strides(lattice)
  const near: { node: number; far: number }[] = []
  for (let first = 0; first < x.length; first += plane) {
    const dx = x[first]! - at.x
    if (Math.abs(dx) > WAY.reach) continue
    for (let node = first; node < first + plane; node++) {
      const [dy, dz] = [y[node]! - at.y, z[node]! - at.z]
      const far = Math.sqrt(dx * dx + dy * dy + dz * dz)
      if (far >= bend && far <= WAY.reach) near.push({ node, far })
    }
  }
  near.sort((a, b) => a.far - b.far || a.node - b.node)
  const stubs: Stub[] = []
  let blockedBy: Solid | null = null
  for (const { node, far } of near) {
    const place = pointAt(lattice, node)
    const blocker = inTheWay(at, place, others)
    blockedBy ??= blocker
    if (blocker) continue
    const towards = { x: (place.x - at.x) / far, y: (place.y - at.y) / far, z: (place.z - at.z) / far }
    stubs.push({ node, cost: far * WAY.free, towards })
    if (stubs.length === STUBS) break
  }
  return { stubs, blockedBy }
}
