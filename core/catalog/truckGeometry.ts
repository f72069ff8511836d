import type { Haul, LoadItem, Point, Side, Truck } from '../document/types'
import { PRACTICE } from './practice'
import type { SpringClass } from './springs'

/** Geometry of a truck's measures, for every room that needs it. m; axes as in the plan. */

/** Two points of the exhaust with a straight piece between them. */
export type PipePiece = readonly [Point, Point]

/** The straight pieces of the exhaust; a pipe with only one known point is a piece of zero length there. */
export const exhaustPieces = ({ exhaust: { points } }: Pick<Truck, 'exhaust'>): PipePiece[] =>
  points.length === 1 ? [[points[0]!, points[0]!]] : points.slice(1).map((b, i): PipePiece => [points[i]!, b])

/** Parts of the exhaust within this distance ahead of the rear axle or behind it, m, wherever its bends are. */
export function exhaustBesideAxle(
  truck: Pick<Truck, 'exhaust'>,
  within: number = PRACTICE.besideAxle.value,
): PipePiece[] {
  return exhaustPieces(truck).flatMap(([a, b]): PipePiece[] => {
    if (a.x === b.x) return Math.abs(a.x) <= within ? [[a, b]] : []
    // Where the piece enters and leaves, as shares of its length.
    const ends = [(-within - a.x) / (b.x - a.x), (within - a.x) / (b.x - a.x)]
    const [from, to] = [Math.max(Math.min(...ends), 0), Math.min(Math.max(...ends), 1)]
    return from <= to ? [[between(a, b, from), between(a, b, to)]] : []
  })
}
const between = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
  z: a.z + (b.z - a.z) * t,
})
const lengthOf = ([a, b]: PipePiece) => Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)

/**
 * Side of the frame on which the exhaust passes the rear axle: the one with more of its length; null if it does
 * not come near. If only points without length are known, the points count.
 */
export function exhaustSide(truck: Pick<Truck, 'exhaust'>): Side | null {
  const pieces = exhaustBesideAxle(truck)
  if (pieces.length === 0) return null
  const least = 1e-6
  const lean = pieces.reduce(
    (sum, piece) => sum + (Math.max(lengthOf(piece), least) * (piece[0].y + piece[1].y)) / 2,
    0,
  )
  return lean > 0 ? 'left' : 'right'
}

/** How a helper spring is held: between axle and frame, as over a leaf pack, or inside the steel coil. */
export const mountingOf = ({
  kind,
  helper,
}: Pick<Truck['suspension'], 'kind' | 'helper'>): SpringClass['fits'][number] =>
  kind === 'coil' && helper === 'inside' ? 'coil' : 'leaf'

/** Words for each way of holding a spring. */
export const MOUNTING_WORDS: Record<SpringClass['fits'][number], string> = {
  leaf: 'between axle and frame',
  coil: 'inside the coil',
}

/** Horizontal distance between the ends of a helper spring. */
export const seatsApart = ({ upper, lower }: Truck['seats']): number =>
  Math.hypot(upper.x - lower.x, upper.y - lower.y)

/**
 * Largest lean of a spring whose seats are not above each other, rad. It is at its lowest height, because a
 * shorter spring leans more; zero without a height.
 */
export const greatestLean = (seats: Truck['seats'], lowest: number): number =>
  lowest > 0 ? Math.atan2(seatsApart(seats), lowest) : 0

/**
 * Where the exhaust passes the rear axle, from the truck's middle and from the ground, m; null if it does not.
 */
export function exhaustAtAxle(truck: Pick<Truck, 'exhaust'>): { y: number; z: number } | null {
  const [at] = exhaustBesideAxle(truck, 0)
  return at ? { y: at[0].y, z: at[0].z } : null
}

/** Wheel travel from unladen to full droop (0 or negative) and to the bump stop (0 or positive). */
export function wheelTravel({ seatGap, suspension }: Pick<Truck, 'seatGap' | 'suspension'>): {
  droop: number
  bump: number
} {
  return {
    droop: Math.min(seatGap.unladen - seatGap.droop, 0) / suspension.motionRatio,
    bump: Math.max(seatGap.unladen - seatGap.bump, 0) / suspension.motionRatio,
  }
}

/** Height of a helper spring in a seat gap, less the kit's brackets and the spacer. */
export const seatedHeight = (
  gap: number,
  spring: Pick<SpringClass, 'bracketHeight'>,
  spacer: number,
): number => gap - spring.bracketHeight - spacer

/** Where the rails begin and end to rise over the rear axle, measured from it, m. For drawing, not measured. */
export const KICK = [0.75, 0.42] as const
/** How far the rails have risen at a position along them. */
export const railRise = ({ frame }: Pick<Truck, 'frame'>, x: number): number =>
  frame.kickUp * Math.min(Math.max((KICK[0] - Math.abs(x)) / (KICK[0] - KICK[1]), 0), 1)

/** Depth of the rail over the rear axle, less a notch. */
export const railDepth = ({ frame }: Pick<Truck, 'frame'>): number => frame.depth - (frame.notch?.depth ?? 0)
/** Height of the rail's lower edge over the rear axle, in its notch if it has one. */
export const railBottom = ({ frame }: Pick<Truck, 'frame'>): number =>
  frame.top + frame.kickUp - railDepth({ frame })

/** Inside face of the rear tyre from the centre line; dual tyres are half a tyre further in. */
export const tyreInside = ({ rearTrack, tyre }: Pick<Truck, 'rearTrack' | 'tyre'>): number =>
  rearTrack / 2 - tyre.width * (tyre.dual ? 1.05 : 0.5)

/** Height of the roof: of the cab, or of the bed's sides if they are higher. For drawing, not measured. */
export const roofHeight = ({ frame, tyre, bed }: Truck): number =>
  Math.max(frame.top + tyre.radius * 2.6, bed.floor + bed.sides)

/** Height at which an item is: on the bed, a seat or the roof. */
export function itemStandsAt(item: Pick<LoadItem, 'on'>, truck: Truck): number {
  if (item.on === 'bed') return truck.bed.floor
  return item.on === 'seat' ? truck.frame.top + 0.15 : roofHeight(truck)
}

/** How far ahead of the rear axle the coupling is, m; negative for a ball behind it. */
export const couplingAhead = (
  { coupling }: Pick<Haul, 'coupling'>,
  { bedHitch, axleToBall }: Pick<Truck, 'bedHitch' | 'axleToBall'>,
): number => (coupling === 'bed' ? (bedHitch ?? 0) : -axleToBall)

/** Position of the coupling: ahead of the rear axle, and above the ground. */
export const couplingPlace = (haul: Pick<Haul, 'coupling'>, truck: Truck): { x: number; z: number } => ({
  x: couplingAhead(haul, truck),
  z: haul.coupling === 'bed' ? truck.bed.floor + 0.06 : truck.ballHeight,
})
