import { PRACTICE } from '../catalog/practice'
import { KINDS } from '../catalog/kinds'
import { exhaustSide, railBottom } from '../catalog/truckGeometry'
import { DIRECT, type AirPlan, type Point, type Truck } from '../document/types'
import { distance, heatDistance } from './chassis'

/** Where a part is proposed: on the rail away from the exhaust, ahead of the axle, springs at their seats, fill valves at the tail. */
export function proposedPlaces(truck: Truck, air: AirPlan): Record<string, Point> {
  const { frame } = truck
  const clear = exhaustSide(truck) === 'left' ? -1 : 1
  const rail = frame.spacing / 2
  const ahead = truck.wheelbase * 0.42
  const spring = (side: number): Point => ({
    x: 0,
    y: side * truck.seat,
    z: railBottom(truck),
  })
  const tailX = -Math.max(truck.axleToBall - 0.12, 0.4)
  const railZ = frame.top
  const side = (c: AirPlan['components'][string]) => (c.side === 'left' ? 1 : c.side === 'right' ? -1 : clear)
  const onRail = (x: number, y = 0.05): Point => ({ x, y: clear * (rail + y), z: railZ })
  const dash: Point = { x: truck.wheelbase - 0.55, y: 0.35, z: truck.frame.top + 0.45 }
  const tank: Point = { x: Math.min(ahead - 1.05, truck.wheelbase * 0.2), y: 0, z: frame.top - 0.1 }
  const own: Partial<Record<string, Point>> = {
    'fill-tee': onRail(ahead - 0.6, 0.03),
    split: onRail(0.3, 0.03),
    fill: { x: tailX, y: clear * 0.35, z: frame.top - 0.12 },
    'fill-left': { x: tailX, y: clear * 0.4, z: frame.top - 0.12 },
    'fill-right': { x: tailX, y: clear * 0.25, z: frame.top - 0.12 },
  }
  // A part screwed to another stands where that one stands.
  const host = new Map(
    Object.values(air.lines)
      .filter((l) => l.tube === DIRECT)
      .map((l) => [l.from, l.to]),
  )
  const place = (id: string, c: AirPlan['components'][string]): Point => {
    if (own[id]) return own[id]
    if (KINDS[c.kind].cab)
      return { ...dash, y: dash.y + (c.side === 'left' ? 0.06 : c.side === 'right' ? -0.06 : 0) }
    switch (c.kind) {
      case 'spring':
        return spring(side(c))
      case 'compressor':
        return onRail(ahead, 0.08)
      case 'belt':
      case 'boost':
        return { x: truck.wheelbase + 0.15, y: clear * 0.25, z: frame.top + 0.15 }
      case 'filter':
        return air.components.compressor
          ? { x: ahead + 0.2, y: clear * (rail + 0.05), z: railZ + 0.18 }
          : { x: truck.wheelbase + 0.3, y: clear * 0.3, z: frame.top + 0.3 }
      case 'dryer':
        return air.components.tank ? onRail(ahead - 0.75, 0.06) : onRail(ahead - 0.17, 0.06)
      case 'block':
        return onRail(ahead - 0.33, 0.08)
      case 'tank':
        return tank
      case 'tee':
        return { x: 0.3, y: side(c) * (rail + 0.03), z: railZ }
      case 'handFill':
      case 'coupler':
        return { x: tailX, y: clear * 0.3, z: frame.top - 0.12 }
      case 'horn':
        return { x: truck.wheelbase + 0.3, y: 0.3, z: frame.top }
      case 'heightValve':
      case 'heightSensor':
        return { x: 0.15, y: side(c) * (c.side ? rail - 0.05 : 0.1), z: frame.top - 0.05 }
      case 'check':
      case 'relief':
      case 'drain':
      case 'pressureSwitch':
      case 'regulator':
      case 'manifold':
      case 'solenoid':
      case 'paddle':
      case 'restrictor':
      case 'gauge':
      case 'dualGauge':
      case 'sensor':
      case 'controller':
      case 'cabSwitch':
      case 'dump':
      case 'plug':
        return onRail(ahead - 0.8)
    }
  }
  const places = Object.fromEntries(Object.entries(air.components).map(([id, c]) => [id, place(id, c)]))
  // Tees at the dash stand there with what they feed.
  for (const [id, c] of Object.entries(air.components)) {
    if (c.kind !== 'tee' || own[id]) continue
    const neighbours = Object.values(air.lines).flatMap((l) =>
      l.from === id ? [l.to] : l.to === id ? [l.from] : [],
    )
    if (neighbours.filter((n) => KINDS[air.components[n]?.kind ?? 'tee'].cab).length >= (c.side ? 2 : 1))
      places[id] = {
        ...dash,
        z: dash.z - 0.08,
        y: dash.y + (c.side === 'left' ? 0.04 : c.side === 'right' ? -0.04 : 0),
      }
  }
  for (const [id, to] of host) if (places[to]) places[id] = places[to]
  return places
}

/** Battery by its id among the places. */
export const BATTERY = 'battery'

/** Whether a part may stand here: half its length to either side is clear of the exhaust too. */
export function isClearOfHeat(place: Point, { exhaust }: Truck): boolean {
  const ends = [
    { ...place, x: place.x - 0.12 },
    { ...place, x: place.x + 0.12 },
  ]
  return heatDistance(ends, exhaust) >= PRACTICE.heatClearance.value
}

/** Nearest place on either rail, not farther than `reach` metres, that is clear of the exhaust; null where there is none. */
export function clearPlace(from: Point, truck: Truck, reach = Infinity): Point | null {
  let best: Point | null = null
  let least = Infinity
  for (const side of [1, -1]) {
    for (let x = truck.frame.rear + 0.1; x <= truck.frame.front - 0.1; x += 0.05) {
      const place = {
        x: Math.round(x * 1000) / 1000,
        y: side * (truck.frame.spacing / 2 + 0.08),
        z: truck.frame.top,
      }
      if (!isClearOfHeat(place, truck)) continue
      const away = Math.hypot(place.x - from.x, place.y - from.y)
      if (away < least && distance(place, from) <= reach) {
        least = away
        best = place
      }
    }
  }
  return best
}
