import type { CompressorClass } from '../catalog/compressors'
import { catalogueTube } from '../catalog/joints'
import { isFitted } from '../catalog/partStates'
import type { SpringClass } from '../catalog/springs'
import { DIRECT, type AirPlan, type LayPlan, type Point, type Truck } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { partSize } from '../catalog/partSizes'
import { distance } from './distances'
import { layFigures } from './figures'
import { BATTERY, proposedPlaces } from './places'
import { layRuns, type Wanted } from './run/routes'
import { layRules } from './rules'
import { shieldsOf } from './shields'
import { laidParts, partBox, solidsOf } from './space/room'
import { boxAround, boxToShape, type Box } from './space/shapes'
import type { Solid } from './space/solids'
import { tubeCuts } from './tubes'
import type { LayResult } from './types'

/** Places, runs and the cut list. */
export function layStage(
  lay: LayPlan,
  truck: Truck,
  air: AirPlan,
  parts: { compressor: CompressorClass | null; spring: SpringClass | null },
): StageOutput<LayResult> {
  const places: Record<string, Point> = {
    ...proposedPlaces(truck, air, lay.places, lay.solids),
    [BATTERY]: truck.battery,
  }
  const springsAt = (...ids: string[]) => ids.filter((id) => air.components[id]?.kind === 'spring').length
  const wanted = Object.entries(air.lines)
    .filter(([, l]) => l.tube !== DIRECT && places[l.from] && places[l.to])
    .map(([id, line]): Wanted => {
      const { from, to, path } = line
      const slack = springsAt(from, to) * lay.slackAtSpring
      return { id, kind: 'air', from, to, path, slack, tube: catalogueTube(air, line) }
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
      path: 'feed',
      slack: 0,
      tube: null,
    })
  const routes = layRuns(truck, air, lay, places, wanted)
  const lines = routes.filter(({ kind }) => kind === 'air')
  const cuts = lines.filter(({ id }) => isFitted(air.lines[id]!.state)).sort((a, b) => b.cut - a.cut)
  const result: LayResult = {
    places,
    routes,
    cuts,
    tubes: tubeCuts(air, lay, cuts),
    feed: routes.find(({ kind }) => kind === 'feed')?.run ?? null,
    harness: (lay.harnessLength ?? parts.compressor?.harness ?? 0) + lay.harnessExtension,
    ...partHeat(places, air, solidsOf(truck, air, lay.solids), (parts.spring?.diameter ?? 0) / 2),
    apart: blockApart(air, places),
    shields: shieldsOf(air, lay),
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

/** How far each part's outside is from what is hot, m, and from which. Parts screwed to another are that part's. */
function partHeat(
  places: Record<string, Point>,
  air: AirPlan,
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
    ...laidParts(air).map((id) => [id, nearest(partBox(places[id]!, partSize(air, id)), 0)] as const),
    ...springs.map((id) => [id, nearest(boxAround(places[id]!, places[id]!), springRadius)] as const),
  ]
  return {
    heat: Object.fromEntries(all.map(([id, { far }]) => [id, far])),
    hottest: Object.fromEntries(all.map(([id, { label }]) => [id, label])),
  }
}

/** Distance from compressor to block where they share a harness, m; null where they do not. */
function blockApart({ components }: AirPlan, places: Record<string, Point>): number | null {
  const shared = components.block && components.compressor && !components.tank
  if (!shared || !places.compressor || !places.block) return null
  return distance(places.compressor, places.block)
}
