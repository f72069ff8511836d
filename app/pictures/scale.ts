import { KICK, railRise } from '#core/catalog/truckGeometry'
import type { Point, Truck } from '#core/document/types'

/**
 * From where a plan view is seen. From below, as one lies under the truck, its left side is at the top while its
 * front is at the left; from above it is at the bottom.
 */
export type PlanFrom = 'below' | 'above'

/** Plan metres to drawing millimetres, front at the left. */
export function drawingScale(truck: Truck, from: PlanFrom = 'below') {
  const down = from === 'below' ? -1000 : 1000
  const front = truck.wheelbase + truck.frontOverhang
  const x = (ahead: number) => (front - ahead) * 1000
  const length = (front + Math.max(truck.axleToBall, -truck.bed.rear, -truck.frame.rear)) * 1000
  return {
    front,
    length,
    x,
    /** Side view: height above ground, upwards. */
    z: (height: number) => -height * 1000,
    y: (left: number) => left * down,
    /** Upper edge of a thing in the plan view, by its middle and its width across the truck. */
    top: (left: number, width: number) => left * down - width * 500,
    ahead: (drawn: number) => front - drawn / 1000,
    left: (drawn: number) => drawn / down,
  }
}

/** A lower edge from rear to front with a notch over the axle. */
function notched(
  lower: { x: number; z: number }[],
  { length, depth }: { length: number; depth: number },
): { x: number; z: number }[] {
  const half = length / 2
  const edge = lower.reduce((a, b) => (Math.abs(b.x) < Math.abs(a.x) ? b : a)).z
  const cut = [-half, -half, half, half].map((x, i) => ({ x, z: edge + (i === 1 || i === 2 ? depth : 0) }))
  return [...lower.filter((p) => p.x < -half), ...cut, ...lower.filter((p) => p.x > half)]
}

/**
 * Corners of a rail from the side: its upper edge from front to rear, then its lower edge back. It rises over
 * the rear axle by its kick-up.
 */
export function railOutline(truck: Truck): { x: number; z: number }[] {
  const { frame } = truck
  const stations = [frame.front, ...KICK, -KICK[1], -KICK[0], frame.rear].filter(
    (x) => x <= frame.front && x >= frame.rear,
  )
  const upper = stations.map((x) => ({ x, z: frame.top + railRise(truck, x) }))
  const lower = upper.toReversed().map((p) => ({ x: p.x, z: p.z - frame.depth }))
  return [...upper, ...(frame.notch ? notched(lower, frame.notch) : lower)]
}

/** The visible part of a picture: the zoom, and its left upper corner as shares of the whole. */
export interface Seen {
  nearer: number
  left: number
  top: number
}
export const WHOLE: Seen = { nearer: 1, left: 0, top: 0 }

/** Drawing coordinates of a pointer event over an SVG. */
export function pointerOn(event: PointerEvent): { x: number; y: number } {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement ?? (event.currentTarget as SVGSVGElement)
  const matrix = svg.getScreenCTM()
  if (!matrix) return { x: 0, y: 0 }
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return { x: point.x, y: point.y }
}

export const polyline = (points: readonly Point[], place: (p: Point) => [number, number]) =>
  points
    .map((p) =>
      place(p)
        .map((v) => Math.round(v * 10) / 10)
        .join(','),
    )
    .join(' ')
