import { PRACTICE } from '../catalog/practice'
import type { CompressorClass } from '../catalog/compressors'
import { catalogueTube } from '../catalog/joints'
import { partMass } from '../catalog/partSizes'
import { isFitted } from '../catalog/partStates'
import type { SpringClass } from '../catalog/springs'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Side, type Truck } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { distance } from './distances'
import { layFigures } from './figures'
import { BATTERY, proposedPlaces } from './places'
import { holesOf } from './holes'
import { measuredOf } from './measured'
import { placeAlong } from './run/along'
import type { Laid } from './run/ends'
import { sweptReach } from './run/slack'
import { layRuns, type Wanted } from './run/routes'
import { radioOf } from './radio'
import { layRules } from './rules'
import { shieldsOf } from './shields'
import { isInCab, laidParts, partBox, solidsOf } from './space/room'
import { boxAround, boxToShape, type Box } from './space/shapes'
import { enteredGrommets, type Solid } from './space/solid'
import { laidSize, standsOf } from './space/stand'
import { tubeCuts } from './tubes'
import type { LayResult, Route } from './types'
import { fuseBoxPlace, wiresOf, type Wire } from './wires'
import { FUSE_BOX } from '../catalog/wiring'

/** Places, runs and the cut list. The driver sits on the left unless given. */
export function layStage(
  lay: LayPlan,
  truck: Truck,
  air: AirPlan,
  parts: { compressor: CompressorClass | null; spring: SpringClass | null },
  drivingSide: Side = 'left',
): StageOutput<LayResult> {
  const places: Record<string, Point> = {
    ...proposedPlaces(truck, air, lay.places, lay.solids, lay.stands),
    [BATTERY]: truck.battery,
    [FUSE_BOX]: fuseBoxPlace(truck, drivingSide),
  }
  const swept = sweptReach(truck, parts.spring)
  const wanted = wantedRuns(air, lay, places, swept?.reach ?? 0)
  const stands = standsOf(air, places, lay.stands)
  const routes = layRuns({ truck, air, places, stands }, lay, wanted)
  const lines = routes.filter(({ kind }) => kind === 'air')
  const cuts = lines.filter(({ id }) => isFitted(air.lines[id]!.state)).sort((a, b) => b.cut - a.cut)
  const solids = solidsOf(truck, air, lay.solids)
  const result: LayResult = {
    places,
    stands,
    routes,
    cuts,
    tubes: tubeCuts(air, lay, cuts),
    feed: feedLength(routes, lay),
    wires: routes.filter(({ kind }) => kind === 'wire').sort((a, b) => b.cut - a.cut),
    swept,
    holes: holesOf({ routes, places }, air, solids, enteredGrommets(lay.solids)),
    measured: measuredOf(routes, lay),
    joined: joinedAt(routes, lay),
    harness: (lay.harnessLength ?? parts.compressor?.harness ?? 0) + lay.harnessExtension,
    ...partHeat({ places, stands, air }, solids, (parts.spring?.diameter ?? 0) / 2),
    apart: blockApart(air, places),
    shields: shieldsOf(air, lay),
    mass: laidParts(air).reduce((sum, id) => sum + partMass(air, id), 0),
    radio: radioOf(truck, air, places, solids, drivingSide),
  }
  const notes = layRules({ r: result, lay, truck, air, ...parts })
  const placed = Object.keys(lay.places).length > 0
  return {
    figures: layFigures(result, truck, parts.compressor),
    notes,
    state: stateOf(notes, placed ? 'clear' : 'begun'),
    headline: { figures: ['tube'] },
    result,
  }
}

/**
 * Every line and wire to be run between placed parts.
 * @param reach what a line needs at a spring over its travel, m
 */
function wantedRuns(
  air: AirPlan,
  lay: LayPlan,
  places: Readonly<Record<string, Point>>,
  reach: number,
): Wanted[] {
  const springsAt = (...ids: string[]) => ids.filter((id) => air.components[id]?.kind === 'spring').length
  const wanted = Object.entries(air.lines)
    .filter(([, l]) => l.tube !== DIRECT && places[l.from] && places[l.to])
    .map(([id, line]): Wanted => {
      const { from, fromPort, to, toPort, path } = line
      const sweptHere = springsAt(from, to) * reach
      const slack = springsAt(from, to) * lay.slackAtSpring + sweptHere
      return {
        id,
        kind: 'air',
        from,
        to,
        fromPort,
        toPort,
        path,
        carries: null,
        slack,
        swept: sweptHere,
        tube: catalogueTube(air, line),
      }
    })
  const compressor = Object.keys(air.components).find(
    (id) => air.components[id]!.kind === 'compressor' && air.components[id]!.state !== 'later',
  )
  if (compressor)
    wanted.push({
      id: 'feed',
      kind: 'feed',
      from: BATTERY,
      to: compressor,
      fromPort: null,
      toPort: null,
      path: 'feed',
      carries: 'feed',
      slack: 0,
      swept: 0,
      tube: null,
    })
  wanted.push(...wiresOf(air).map((wire) => wanting(wire, air)))
  return wanted
}

const DRIP_LOOP = PRACTICE.dripLoop.value
const TERMINAL = PRACTICE.terminalSlack.value

/** A wire to be run, with a drip loop at each end outside the cab. */
function wanting({ id, carries, from, to }: Wire, air: AirPlan): Wanted {
  const outside = [from, to].filter((end) => air.components[end] && !isInCab(air, end)).length
  const slack = outside * DRIP_LOOP + 2 * TERMINAL
  return {
    id,
    kind: 'wire',
    from,
    to,
    fromPort: null,
    toPort: null,
    path: 'signal',
    carries,
    slack,
    swept: 0,
    tube: null,
  }
}

/** The extension begins at the battery and ends where the kit's harness begins; null without one. */
function joinedAt(routes: readonly Route[], { harnessExtension }: LayPlan): Point | null {
  const feed = routes.find(({ kind }) => kind === 'feed')
  return feed && harnessExtension > 0 ? placeAlong(feed.points, harnessExtension) : null
}

/** Length of the compressor's feed one way with the shop's allowance, m, or as really cut if that was typed. */
function feedLength(routes: readonly Route[], { cutTo, allowance }: LayPlan): number | null {
  const feed = routes.find(({ kind }) => kind === 'feed')
  return feed ? (cutTo[feed.id] ?? feed.run * (1 + allowance)) : null
}

/**
 * Distance of each part's outside from the nearest hot thing, m, and its name. Parts screwed into another count
 * with that one.
 */
function partHeat(
  { places, stands, air }: Pick<Laid, 'places' | 'stands' | 'air'>,
  solids: readonly Solid[],
  springRadius: number,
): Pick<LayResult, 'heat' | 'hottest'> {
  const hot = solids.filter(({ kind }) => kind === 'hot')
  const nearest = (box: Box, less: number) =>
    hot
      .map(({ shape, label }) => ({ far: Math.max(boxToShape(box, shape) - less, 0), label }))
      .reduce((a, b) => (b.far < a.far ? b : a), { far: Infinity, label: 'the exhaust' })
  const springs = Object.keys(air.components).filter((id) => air.components[id]!.kind === 'spring')
  const all = [
    ...laidParts(air).map((id) => [id, nearest(partBox(places[id]!, laidSize(air, stands, id)), 0)] as const),
    ...springs.map((id) => [id, nearest(boxAround(places[id]!, places[id]!), springRadius)] as const),
  ]
  return {
    heat: Object.fromEntries(all.map(([id, { far }]) => [id, far])),
    hottest: Object.fromEntries(all.map(([id, { label }]) => [id, label])),
  }
}

/** Distance from compressor to block if they share a harness, m; otherwise null. */
function blockApart({ components }: AirPlan, places: Record<string, Point>): number | null {
  const shared = components.block && components.compressor && !components.tank
  if (!shared || !places.compressor || !places.block) return null
  return distance(places.compressor, places.block)
}
