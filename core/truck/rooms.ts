import type { Point, Side, Truck } from '../document/types'
import { exhaustSide } from '../catalog/truckGeometry'
import { obstacleName } from './fit'
import type { Fit, FittedTruck, MeasuredRoom, Obstacle } from './types'

/** How many things the test fit measures the room to: the nearest; and how near they are, m (common practice). */
const MEASURED = { most: 3, within: 0.15 }

type Move = MeasuredRoom['moves'][number]

/** A point moved straight away from the spring on its side, seen from above. */
function away(path: readonly (string | number)[], at: Point, { seat, seats }: FittedTruck): Move[] {
  const across = at.y - Math.sign(at.y || 1) * seat
  const along = at.x - seats.lower.x
  const far = Math.hypot(across, along)
  if (far === 0) return []
  return [
    { path: [...path, 'x'], value: at.x, by: along / far },
    { path: [...path, 'y'], value: at.y, by: across / far },
  ]
}

/**
 * Fields of the truck that say where a thing beside the left spring is, and how they change when it is 1 m
 * further from the spring. None for what has no place of its own across the truck.
 */
function movesOf(on: Obstacle, truck: FittedTruck): Move[] {
  const { seat, innerFender, brakeLine, exhaust, suspension } = truck
  const outwards = (y: number) => (Math.abs(y) > seat ? 1 : -1) * Math.sign(y || 1)
  if (on === 'tyre') return [{ path: ['rearTrack'], value: truck.rearTrack, by: 2 }]
  if (on === 'inner fender' && innerFender)
    return [{ path: ['innerFender', 'y'], value: innerFender.y, by: outwards(innerFender.y) }]
  if (on === 'brake line' && brakeLine) return away(['brakeLine'], brakeLine, truck)
  if (on === 'steel coil')
    return [
      {
        path: ['suspension', 'rearSpringBase'],
        value: suspension.rearSpringBase,
        by: 2 * outwards(suspension.rearSpringBase / 2),
      },
    ]
  if (on === 'exhaust')
    return exhaust.points.map(({ y }, i) => ({
      path: ['exhaust', 'points', i, 'y'],
      value: y,
      by: outwards(y),
    }))
  if (on.startsWith('beside:')) {
    const id = on.slice('beside:'.length)
    return away(['beside', id, 'at'], truck.beside[id]!.at, truck)
  }
  return []
}

/** Side of the truck that a thing is on; null if there is one on either side. */
function sideOf(on: Obstacle, truck: FittedTruck): Side | null {
  if (on === 'exhaust') return exhaustSide(truck)
  if (!on.startsWith('beside:')) return null
  return truck.beside[on.slice('beside:'.length)]!.at.y > 0 ? 'left' : 'right'
}

/** The rooms that are measured at the test fit, nearest first; none for an insert, which has its coil around it. */
export function roomsToMeasure(truck: FittedTruck & Pick<Truck, 'beside'>, fit: Fit | null): MeasuredRoom[] {
  if (!fit) return []
  return fit.clearances
    .filter(({ on, value }) => on !== 'coil' && value < MEASURED.within)
    .slice(0, MEASURED.most)
    .map(({ on, value }) => ({
      on,
      label: obstacleName(on, truck),
      room: value,
      side: sideOf(on, truck),
      isOutside: on === 'tyre' || on === 'inner fender',
      moves: movesOf(on, truck).map((move) => ({ ...move, path: ['truck', ...move.path] })),
    }))
}
