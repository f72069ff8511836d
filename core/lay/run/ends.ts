import { partSize } from '../../catalog/partSizes'
import type { AirPlan, Point, Truck } from '../../document/types'
import { BATTERY } from '../places'
import { boxAround, boxToShape } from '../space/shapes'
import { BATTERY_SIZE, type Solid } from '../space/solids'
import { pointAt, strides, type Lattice } from './lattice'
import { inTheWay, type Standing } from './pieces'
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

/** Where a run leaves its part: the middle of the part, a spring's upper end, the battery's terminals. */
export function endPlace(
  truck: Truck,
  air: AirPlan,
  places: Readonly<Record<string, Point>>,
  id: string,
): Point {
  const place = places[id]!
  if (id === BATTERY) return { ...place, z: place.z + BATTERY_SIZE[2] + WAY.fromFace }
  if (air.components[id]?.kind === 'spring')
    return { ...place, x: truck.seats.upper.x, z: place.z - WAY.fromFace }
  return { ...place, z: place.z + partSize(air, id)[2] / 2 }
}

/** How the solids around an end bear on what leaves it. */
export interface Around {
  /** All but the part itself and a spring at its own end: those it leaves through. */
  others: Standing[]
  /** What the part is fixed to: passed as near as one likes, never through. What moves or is hot is none. */
  fixedTo: ReadonlySet<Standing>
}

/** What a run meets that begins and ends at these places. */
export function around(ends: readonly Point[], solids: readonly Standing[]): Around {
  const places = ends.map((end) => boxAround(end, end))
  const far = ({ solid, bounds }: Standing) =>
    Math.min(
      ...places.map((here) =>
        boxToShape(here, bounds) >= FIXED_TO ? FIXED_TO : boxToShape(here, solid.shape),
      ),
    )
  const others = solids.filter((one) => !(one.solid.hasPorts && far(one) === 0))
  const isFixture = ({ solid: { kind } }: Standing) => kind !== 'moving' && kind !== 'hot'
  return { others, fixedTo: new Set(others.filter((one) => isFixture(one) && far(one) < FIXED_TO)) }
}

/** The straight pieces by which a run may leave its part, none shorter than its bend needs. */
export function joinedBy(at: Point, bend: number, lattice: Lattice, solids: readonly Standing[]): Joined {
  const here = boxAround(at, at)
  const near = solids.filter((one) => boxToShape(here, one.bounds) < WAY.reach + FIXED_TO)
  const { others, fixedTo } = around([at], near)
  const { x, y, z } = lattice.at
  const [plane] = strides(lattice)
  const nodes: { node: number; far: number }[] = []
  for (let first = 0; first < x.length; first += plane) {
    const dx = x[first]! - at.x
    if (Math.abs(dx) > WAY.reach) continue
    for (let node = first; node < first + plane; node++) {
      const [dy, dz] = [y[node]! - at.y, z[node]! - at.z]
      const far = Math.sqrt(dx * dx + dy * dy + dz * dz)
      if (far >= bend && far <= WAY.reach) nodes.push({ node, far })
    }
  }
  nodes.sort((a, b) => a.far - b.far || a.node - b.node)
  const stubs: Stub[] = []
  let blockedBy: Solid | null = null
  for (const { node, far } of nodes) {
    const place = pointAt(lattice, node)
    const blocker = inTheWay(at, place, others, fixedTo)
    blockedBy ??= blocker
    if (blocker) continue
    const towards = { x: (place.x - at.x) / far, y: (place.y - at.y) / far, z: (place.z - at.z) / far }
    stubs.push({ node, cost: far * WAY.free, towards })
    if (stubs.length === STUBS) break
  }
  return { stubs, blockedBy }
}
