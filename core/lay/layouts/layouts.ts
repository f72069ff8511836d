import { layFactsOf } from '../../catalog/layFacts'
import type { AirPlan, LayPlan, Point, Truck } from '../../document/types'
import type { Figure, Note } from '../../quantity/figure'
import type { StageOutput } from '../../quantity/stage'
import { proposedPlaces } from '../places'
import { isInCab, laidParts, overlap, partBox, solidsOf, withFittings } from '../space/room'
import type { LayResult, Route } from '../types'
import { laidSize } from '../space/stand'
import { sitesOf, ZONES, type Zone } from './sites'

/**
 * Whole layouts: every part that may be in more than one place is put on one side of the truck, near what it
 * serves.
 */

/** Where a layout starts: its zone, and a position along the truck as a share of the wheelbase. */
export interface Start {
  zone: Zone
  ahead: number
}
const ALONG = [0.2, 0.42, 0.65]
export const layoutStarts: readonly Start[] = ZONES.flatMap((zone) => ALONG.map((ahead) => ({ zone, ahead })))

/** A whole layout with its costs; lengths in m. */
export interface Layout {
  zone: Zone
  places: Record<string, Point>
  tube: number
  feed: number | null
  /** The same as figures that answer "why?". */
  figures: { tube: Figure; feed?: Figure }
  holes: number
  /** Least distance of any placed part and any run from the exhaust; Infinity without one. */
  heat: number
  /**
   * Distance of the valve block from the driver's seat, m, and its radio signal there; null without a block.
   */
  seat: number | null
  radio: Figure | null
  /** Joints of the lines, both ends of each. */
  joints: number
  /** Parts out of a hand's reach, and parts in the spray of the wheels. */
  unreachable: number
  wet: number
  /** What is left of the kit's harness, m; negative if it is too short. */
  harness: number | null
  stops: Note[]
  fixes: Note[]
  /** Its runs, to be drawn. */
  runs: Pick<Route, 'id' | 'path' | 'points'>[]
  /** Total cost in metres of plain run; layouts are sorted by it. */
  cost: number
}
/** A part without a site in any zone, and what blocks it most often. */
export interface NoRoom {
  part: string
  inTheWay: string | null
}

/** Parts that a layout may place: not in the cab, not bound to one place, not placed by hand. Largest first. */
export function freeParts(air: AirPlan, lay: LayPlan): string[] {
  const volume = (id: string) => laidSize(air, lay.stands, id).reduce((a, b) => a * b, 1)
  return laidParts(air)
    .filter((id) => !isInCab(air, id) && layFactsOf(air, id).mounts.length > 0 && !lay.places[id])
    .sort((a, b) => volume(b) - volume(a) || (a < b ? -1 : 1))
}

/** Distance along, across and up, the way a run follows the frame. */
const runBetween = (a: Point, b: Point) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z)

/** Cost of a place in the spray of the rear wheels, m of plain run. */
const SPRAY = 3
/** Rounds in which every part is placed again with the others fixed. */
const ROUNDS = 4

/** Places of the parts from one start, near what they are joined to; null if one finds no room in the zone. */
export function placesFrom(
  { zone, ahead }: Start,
  truck: Truck,
  air: AirPlan,
  lay: LayPlan,
): Record<string, Point> | null {
  const free = freeParts(air, lay)
  const solids = solidsOf(truck, air, lay.solids)
  const standing = proposedPlaces(truck, air, lay.places, lay.solids, lay.stands)
  const others = laidParts(air).filter((id) => !free.includes(id) && !isInCab(air, id))
  const taken = others.map((id) => withFittings(partBox(standing[id]!, laidSize(air, lay.stands, id))))
  const places: Record<string, Point> = {}
  const at = (id: string): Point => places[id] ?? standing[id] ?? truck.battery
  const joined = new Map(
    free.map((id) => [
      id,
      Object.values(air.lines).flatMap(({ from, to }) => (from === id ? [to] : to === id ? [from] : [])),
    ]),
  )
  const beginning = { x: truck.wheelbase * ahead, y: 0, z: truck.frame.top }
  const cost = (id: string, place: Point, begun: boolean): number => {
    const lines = joined.get(id)!.filter((other) => begun || places[other] || !free.includes(other))
    const runs = lines.reduce((sum, other) => sum + runBetween(place, at(other)), 0)
    const feed = air.components[id]!.kind === 'compressor' ? runBetween(place, truck.battery) : 0
    const spray =
      Math.abs(place.x) < truck.tyre.radius && Math.abs(place.y) > truck.frame.spacing / 2 ? SPRAY : 0
    return runs + feed + spray + (begun ? 0 : Math.abs(place.x - beginning.x) * 2)
  }
  const sites = new Map(
    free.map((id) => [
      id,
      sitesOf(zone, truck, laidSize(air, lay.stands, id), layFactsOf(air, id).mounts, solids).sites,
    ]),
  )
  for (let round = 0; round < ROUNDS; round++)
    for (const id of free) {
      const size = laidSize(air, lay.stands, id)
      const boxes = free
        .filter((other) => other !== id && places[other])
        .map((other) => withFittings(partBox(places[other]!, laidSize(air, lay.stands, other))))
      let [best, least]: [Point | null, number] = [null, Infinity]
      for (const site of sites.get(id)!) {
        const c = cost(id, site, round > 0)
        if (c >= least) continue
        const box = partBox(site, size)
        if ([...taken, ...boxes].some((other) => overlap(other, box))) continue
        ;[best, least] = [site, c]
      }
      if (!best) return null
      places[id] = best
    }
  return places
}

/** Cost of a Stop, a Fix, a hole, a part out of reach, and a metre further from the driver, m of plain run. */
const WEIGHT = { stop: 20, fix: 4, hole: 0.6, unreachable: 1.5, seat: 0.1 }

/** A layout laid and run, with its costs: Lay computed with those places. */
export function layoutOf(
  zone: Zone,
  places: Record<string, Point>,
  { result, notes, figures }: StageOutput<LayResult>,
): Layout {
  const { routes } = result
  const away = result.radio?.far ?? null
  const tube = figures.tube!.value!
  const holes = routes.reduce((sum, r) => sum + r.grommets, 0)
  const stops = notes.filter((n) => n.rank === 'stop')
  const fixes = notes.filter((n) => n.rank === 'fix')
  const unreachable = notes.filter((n) => n.rule === 'out-of-reach').length
  return {
    zone,
    places,
    tube,
    feed: result.feed,
    figures: { tube: figures.tube!, feed: figures.feed },
    holes,
    heat: Math.min(
      ...Object.keys(places).map((id) => result.heat[id] ?? Infinity),
      ...routes.map((r) => r.heat),
    ),
    seat: away,
    radio: figures.radio ?? null,
    joints: result.cuts.length * 2,
    unreachable,
    wet: notes.filter((n) => n.rule === 'wheel-spray').length,
    harness: result.feed === null ? null : result.harness - result.feed,
    runs: routes.map(({ id, path, points }) => ({ id, path, points })),
    stops,
    fixes,
    cost:
      tube +
      (result.feed ?? 0) +
      holes * WEIGHT.hole +
      unreachable * WEIGHT.unreachable +
      (away ?? 0) * WEIGHT.seat +
      stops.length * WEIGHT.stop +
      fixes.length * WEIGHT.fix,
  }
}

/** Two layouts count as the same if no part is further than this from its place in the other, m. */
const SAME = 0.25
const isSame = (a: Layout, b: Layout) =>
  Object.keys(a.places).every((id) => runBetween(a.places[id]!, b.places[id]!) < SAME)

/** The cheapest of those tried, sorted, without duplicates. */
export function bestLayouts(tried: readonly Layout[], count: number): Layout[] {
  const best: Layout[] = []
  for (const layout of [...tried].sort((a, b) => a.cost - b.cost))
    if (best.length < count && !best.some((other) => isSame(other, layout))) best.push(layout)
  return best
}

/** Parts without a site in any zone, and what blocks them. */
export function partsWithoutRoom(truck: Truck, air: AirPlan, lay: LayPlan): NoRoom[] {
  const solids = solidsOf(truck, air, lay.solids)
  return freeParts(air, lay).flatMap((part) => {
    const zones = ZONES.map((zone) =>
      sitesOf(zone, truck, laidSize(air, lay.stands, part), layFactsOf(air, part).mounts, solids),
    )
    if (zones.some(({ sites }) => sites.length > 0)) return []
    const counts = zones.flatMap(({ inTheWay }) => [...inTheWay])
    const most = counts.sort((a, b) => b[1] - a[1])[0]
    return [{ part, inTheWay: most?.[0] ?? null }]
  })
}
