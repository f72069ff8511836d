import { PRACTICE } from '../catalog/practice'
import type { AirPlan, Point } from '../document/types'
import { distance } from './distances'
import { boxAround, boxToShape, passesThrough } from './space/shapes'
import type { Solid } from './space/solid'
import type { Hole, LayResult } from './types'

/** Every hole to drill, with its drill, its grommet, and what is behind it. */

/** Grommets: inside diameter and the hole they need, m (sizes as usually sold, from memory). */
const GROMMETS: readonly { inside: number; hole: number }[] = [
  { inside: 0.006, hole: 0.0095 },
  { inside: 0.008, hole: 0.012 },
  { inside: 0.01, hole: 0.014 },
  { inside: 0.0125, hole: 0.016 },
  { inside: 0.016, hole: 0.021 },
  { inside: 0.02, hole: 0.026 },
  { inside: 0.026, hole: 0.032 },
  { inside: 0.032, hole: 0.04 },
]
const FILL_VALVE = PRACTICE.fillValveHole.value
const ONE_HOLE = PRACTICE.oneHole.value
const BEHIND = PRACTICE.behindHole.value
const FILLED = PRACTICE.holeFilled.value

/**
 * Inside diameter a grommet needs for round things side by side, m.
 * @param diameters outside of each, m
 */
export function bundleDiameter(diameters: readonly number[]): number {
  if (diameters.length === 1) return diameters[0]!
  return Math.max(...diameters, Math.sqrt(diameters.reduce((sum, d) => sum + d * d, 0) / FILLED))
}

/** The smallest grommet a bundle passes; the largest one if none is large enough. */
export const grommetFor = (bundle: number): { inside: number; hole: number } =>
  GROMMETS.find(({ inside }) => inside >= bundle) ?? GROMMETS.at(-1)!

/** What is within a drill's reach of a place, each once, nearest first. */
function standsBehind(at: Point, through: string, solids: readonly Solid[]): Hole['behind'] {
  const here = boxAround(at, at)
  const nearest = new Map<string, number>()
  for (const { label, shape } of solids) {
    const far = boxToShape(here, shape)
    if (label !== through && far <= BEHIND && far < (nearest.get(label) ?? Infinity)) nearest.set(label, far)
  }
  return [...nearest].map(([label, far]) => ({ label, far })).sort((a, b) => a.far - b.far)
}

/** Where each run passes a sheet. */
function passages({ routes }: Pick<LayResult, 'routes'>, solids: readonly Solid[]) {
  const sheets = solids.filter(({ kind }) => kind === 'sheet')
  return routes
    .filter(({ wayless }) => !wayless)
    .flatMap(({ id, points, radius, fromLabel, toLabel }) =>
      points.slice(1).flatMap((to, i) => {
        const from = points[i]!
        return sheets.flatMap((sheet) => {
          const { shape } = sheet
          const at = shape.shape === 'box' ? passesThrough(from, to, shape) : null
          if (!at) return []
          return [
            {
              id,
              label: `${fromLabel} to ${toLabel.toLowerCase()}`,
              thick: radius * 2,
              through: sheet.label,
              at,
            },
          ]
        })
      }),
    )
}

/**
 * The hole list: holes through sheet metal, runs that share one, and the holes of fill valves.
 * @param grommets existing holes
 */
export function holesOf(
  result: Pick<LayResult, 'routes' | 'places'>,
  air: Pick<AirPlan, 'components'>,
  solids: readonly Solid[],
  grommets: readonly Point[] = [],
): Hole[] {
  const groups: ReturnType<typeof passages>[] = []
  for (const passage of passages(result, solids)) {
    const group = groups.find(
      (others) =>
        others[0]!.through === passage.through &&
        distance(others[0]!.at, passage.at) < ONE_HOLE &&
        // Runs too thick together for any grommet get a second hole.
        bundleDiameter([...others, passage].map(({ thick }) => thick)) <= GROMMETS.at(-1)!.inside,
    )
    if (group) group.push(passage)
    else groups.push([passage])
  }
  const through = groups.map((group): Hole => {
    const { at, through: sheet } = group[0]!
    const { inside, hole } = grommetFor(bundleDiameter(group.map(({ thick }) => thick)))
    return {
      through: sheet,
      at,
      runs: group.map(({ id }) => id),
      what: group.map(({ label }) => label).join('; '),
      drill: grommets.some((there) => distance(there, at) < ONE_HOLE) ? null : hole,
      grommet: inside,
      behind: standsBehind(at, sheet, solids),
    }
  })
  const valves = Object.entries(air.components)
    .filter(([, { kind, state }]) => kind === 'handFill' && state !== 'kept')
    .map(([id, { label }]): Hole => ({
      through: 'the number plate’s bracket or the bumper',
      at: result.places[id]!,
      runs: [id],
      what: `${label}: a plate screw’s hole opened, or one beside it`,
      drill: FILL_VALVE,
      grommet: null,
      behind: standsBehind(result.places[id]!, '', solids),
    }))
  return [...through, ...valves]
}
