import { layFactsOf } from '../../catalog/layFacts'
import type { AirPlan, Point, Truck } from '../../document/types'
import { BATTERY } from '../places'
import { boxAround, boxToShape } from '../space/shapes'
import type { Solid } from '../space/solid'
import { BATTERY_SIZE } from '../space/solids'
import { AS_IS, hostOf, laidSize, portEnd, type PortEnd, type Stands } from '../space/stand'
import { pointAt, strides, type Grid } from './grid'
import type { Standing } from '../space/standing'
import { inTheWay } from './pieces'
import type { Stub } from './search'
import { RUN_SOLVER, WAY } from './settings'

/** How an end of a run is joined to the lattice. */
export interface Joined {
  stubs: Stub[]
  /** What blocked the shortest straight piece, if none leaves the part. */
  blockedBy: Solid | null
  /** True if the side its port faces has no room, so that it leaves by another. */
  turnedAway: boolean
}

const FIXED_TO = RUN_SOLVER.fixedTo
/** Solids within this distance of an end may block what leaves it, m. */
export const END_REACH = WAY.reach + FIXED_TO

/** What is laid: the truck, its circuit, and where and how its parts stand. */
export interface Laid {
  truck: Truck
  air: AirPlan
  places: Readonly<Record<string, Point>>
  stands: Stands
}

/**
 * Where a run leaves its part and in which direction: at the port's side, a spring's upper end, the battery's
 * terminals, or the middle of a part with wires or with a port that may face anywhere.
 */
export function endPlace({ truck, air, places, stands }: Laid, id: string, port: string | null): PortEnd {
  const place = places[id]!
  if (id === BATTERY) return { at: { ...place, z: place.z + BATTERY_SIZE[2] + WAY.fromFace }, leaves: null }
  // The fuse box in the cab is not part of the circuit.
  if (!air.components[id]) return { at: place, leaves: null }
  if (air.components[id].kind === 'spring')
    return { at: { ...place, x: truck.seats.upper.x, z: place.z - WAY.fromFace }, leaves: null }
  const host = hostOf(air, { id, port: port ?? '' })
  const face = port === null ? null : (layFactsOf(air, host.id).ports[host.port] ?? null)
  return portEnd(places[host.id]!, laidSize(air, stands, host.id), face, stands[host.id] ?? AS_IS)
}

/**
 * A line leaves its port within this much of straight, as the cosine, because the fitting and the tube give.
 */
const LEAVES = 0.5
/** True if a line may leave a port in this direction. */
export const mayLeave = ({ leaves }: PortEnd, { x, y, z }: Point): boolean =>
  leaves === null || leaves.x * x + leaves.y * y + leaves.z * z >= LEAVES

/** Solids around an end that matter for what leaves it. */
export interface Around {
  /** All but the part itself and a spring at its own end: the run starts inside those. */
  others: Standing[]
  /**
   * What the part is fixed to: may be passed at any distance, but never crossed. Moving or hot things are
   * excluded.
   */
  fixedTo: ReadonlySet<Standing>
}

/** What a run between these ends may meet. */
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

/**
 * The straight pieces by which a run may leave its part, none shorter than its bend needs: in the direction its
 * port faces, or in any direction if there is no room.
 */
export function joinedBy(end: PortEnd, bend: number, grid: Grid, solids: readonly Standing[]): Joined {
  const own = joinedAlong(end, bend, grid, solids)
  if (own.stubs.length > 0 || end.leaves === null) return { ...own, turnedAway: false }
  return { ...joinedAlong({ ...end, leaves: null }, bend, grid, solids), turnedAway: true }
}

function joinedAlong(
  end: PortEnd,
  bend: number,
  grid: Grid,
  solids: readonly Standing[],
): Omit<Joined, 'turnedAway'> {
  const { at } = end
  const here = boxAround(at, at)
  const near = solids.filter((one) => boxToShape(here, one.bounds) < END_REACH)
  const { others, fixedTo } = around([at], near)
  const { x, y, z } = grid.at
  const [plane] = strides(grid)
  const nodes: { node: number; far: number }[] = []
  for (let first = 0; first < x.length; first += plane) {
    const dx = x[first]! - at.x
    if (Math.abs(dx) > WAY.reach) continue
    for (let node = first; node < first + plane; node++) {
      const [dy, dz] = [y[node]! - at.y, z[node]! - at.z]
      const far = Math.sqrt(dx * dx + dy * dy + dz * dz)
      if (far < bend || far > WAY.reach) continue
      if (mayLeave(end, { x: dx / far, y: dy / far, z: dz / far })) nodes.push({ node, far })
    }
  }
  nodes.sort((a, b) => a.far - b.far || a.node - b.node)
  const stubs: Stub[] = []
  let blockedBy: Solid | null = null
  for (const { node, far } of nodes) {
    const place = pointAt(grid, node)
    const towards = { x: (place.x - at.x) / far, y: (place.y - at.y) / far, z: (place.z - at.z) / far }
    const blocker = inTheWay(at, place, others, fixedTo)
    blockedBy ??= blocker
    if (blocker) continue
    stubs.push({ node, cost: far * WAY.free, towards })
    if (stubs.length === RUN_SOLVER.stubs) break
  }
  return { stubs, blockedBy }
}
