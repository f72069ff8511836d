import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import {
  exhaustBesideAxle,
  mountingOf,
  railBottom,
  railDepth,
  seatedHeight,
  tyreInside,
  wheelTravel,
  type PipePiece,
} from '../catalog/truckGeometry'
import type { Point } from '../document/types'
import { interpolate } from '../quantity/interpolate'
import type { FittedTruck, Obstacle, Bag, Pose, Clearance, Fit, Spaced } from './types'

/**
 * Helper springs in place, seen in the section through the rear axle, while the axle goes from full droop to
 * the bump stop and is crossed up. y is left of the centre line, z above the ground at unladen height. The body
 * stands still and the axle moves.
 */

/**
 * A bag at full pressure is this much wider than a slack one (common practice: fabric stretches a few
 * hundredths).
 */
const STRETCH = PRACTICE.bagStretch.value
/**
 * Number of axle positions from droop to bump in the whole sweep; the quick look uses both ends and the middle.
 */
const SWEEP = 9
export const QUICK_STEPS = 3
/** Heights on the bag, as shares, at which its clearance is measured. */
const RINGS = [0, 0.25, 0.5, 0.75, 1]
const BRAKE_LINE_RADIUS = PRACTICE.brakeLine.value

/** Outside diameter at a height. It grows like the area when the bag is compressed, and with pressure. */
export function bagDiameter(spring: SpringClass, height: number, pressure: number): number {
  const area =
    interpolate(spring.areaByHeight, height) / interpolate(spring.areaByHeight, spring.designHeight)
  return spring.diameter * Math.sqrt(area) * (1 + STRETCH * (pressure / spring.maxPressure - 1))
}

function pose(truck: FittedTruck, spring: SpringClass, spaced: Spaced, left: number, right: number): Pose {
  const { spacer, spacerAt } = spaced
  const lowerBracket = spring.bracketHeight - spring.upperBracket
  const [above, below] = spacerAt === 'above' ? [spacer, 0] : [0, spacer]
  const { seat, seats, seatGap, suspension: s } = truck
  const rise = (left + right) / 2
  const roll = (left - right) / s.rearSpringBase
  const top = railBottom(truck) - spring.upperBracket - above
  const bag = (side: 1 | -1, travel: number): Bag => {
    const height = seatedHeight(seatGap.unladen, spring, spacer) - travel * s.motionRatio
    const bottom = railBottom(truck) - seatGap.unladen + lowerBracket + below + travel * s.motionRatio
    const { lower, upper } = seats
    // The lower end swings about the middle of the axle as it rolls.
    const swing = roll * (bottom - truck.tyre.radius - rise)
    return {
      lower: { x: lower.x, y: side * (seat + lower.y) - swing, z: bottom },
      upper: { x: upper.x, y: side * (seat + upper.y), z: top },
      height,
      diameter: bagDiameter(spring, Math.max(height, 0), spring.maxPressure),
    }
  }
  return { left, right, rise, roll, bags: { left: bag(1, left), right: bag(-1, right) }, nearest: null }
}

/** Pose of the axle when both springs have given heights, m. */
export function poseAtHeights(
  truck: FittedTruck,
  spring: SpringClass,
  spaced: Spaced,
  heights: { left: number; right: number },
): Pose {
  const unladen = seatedHeight(truck.seatGap.unladen, spring, spaced.spacer)
  const travel = (height: number) => (unladen - height) / truck.suspension.motionRatio
  return pose(truck, spring, spaced, travel(heights.left), travel(heights.right))
}

/** Distance from a level slice of the bag to an upright rectangle of the section; negative if they overlap. */
function toBox(
  y: number,
  z: number,
  radius: number,
  box: { inner: number; outer: number; low: number; high: number },
): number {
  const sideways = Math.max(box.inner - (y + radius), y - radius - box.outer)
  const updown = Math.max(box.low - z, z - box.high)
  return sideways > 0 && updown > 0
    ? Math.sqrt(sideways * sideways + updown * updown)
    : Math.max(sideways, updown)
}

/**
 * Shortest distance from a point to a segment. Uses Math.sqrt because this is the innermost loop of every drag.
 */
function toSegment(x: number, y: number, z: number, a: Point, b: Point): number {
  const dx = b.x - a.x
  const dy = b.y - a.y
  const dz = b.z - a.z
  const length = dx * dx + dy * dy + dz * dz
  const t =
    length === 0 ? 0 : Math.min(Math.max(((x - a.x) * dx + (y - a.y) * dy + (z - a.z) * dz) / length, 0), 1)
  const ox = x - a.x - t * dx
  const oy = y - a.y - t * dy
  const oz = z - a.z - t * dz
  return Math.sqrt(ox * ox + oy * oy + oz * oz)
}

/** Name of an obstacle in a sentence. */
export const obstacleName = (on: Obstacle, truck: FittedTruck): string =>
  on.startsWith('beside:') ? `“${truck.beside[on.slice('beside:'.length)]?.label || 'thing'}”` : on

/** Thickness of a coil's wire, m (common practice). */
const COIL_WIRE = PRACTICE.coilWire.value

/**
 * The steel coil that bellows stand beside: distance of its axis from the centre line, and its outside
 * diameter; null if there is none.
 */
function steelCoil({ suspension, coil }: FittedTruck): { y: number; radius: number } | null {
  if (suspension.kind !== 'coil') return null
  return { y: suspension.rearSpringBase / 2, radius: coil.inner / 2 + COIL_WIRE }
}

/**
 * Clearance of one bag to everything near it, least over its height. The right bag is mirrored to the left, so
 * that one set of obstacles serves both.
 */
function bagClearances(
  truck: FittedTruck,
  at: Pose,
  side: 'left' | 'right',
  pipes: readonly PipePiece[],
): [Obstacle, number][] {
  const bag = at.bags[side]
  const sign = side === 'left' ? 1 : -1
  const { frame, innerFender, brakeLine, exhaust, tyre } = truck
  const bottom = railBottom(truck)
  const radius = bag.diameter / 2
  const inside = tyreInside(truck)
  const roll = sign * at.roll
  const rail = {
    inner: (frame.spacing - frame.railWidth) / 2,
    outer: (frame.spacing + frame.railWidth) / 2,
    low: bottom,
    high: bottom + railDepth(truck),
  }
  const wall = innerFender && {
    inner: innerFender.y,
    outer: innerFender.y + 0.01,
    low: innerFender.bottom,
    high: innerFender.bottom + 1,
  }
  const centre = tyre.radius + at.rise + roll * inside
  const wheel = { inner: inside, outer: inside + 1, low: centre - tyre.radius, high: centre + tyre.radius }
  let [toFrame, toWall, toTyre, toLine, toPipe] = [Infinity, Infinity, Infinity, Infinity, Infinity]
  const coil = steelCoil(truck)
  let toCoil = Infinity
  const near = Object.entries(truck.beside).map(([id, { at: place, ...thing }]) => ({
    ...thing,
    id,
    place,
    // Things that ride on the axle move with it.
    y: thing.rides === 'axle' ? place.y - at.roll * (place.z - tyre.radius) : place.y,
    z: thing.rides === 'axle' ? place.z + at.rise + at.roll * place.y : place.z,
    least: Infinity,
  }))
  for (const t of RINGS) {
    const x = bag.lower.x + (bag.upper.x - bag.lower.x) * t
    const y = sign * (bag.lower.y + (bag.upper.y - bag.lower.y) * t)
    const z = bag.lower.z + (bag.upper.z - bag.lower.z) * t
    toFrame = Math.min(toFrame, toBox(y, z, radius, rail))
    if (wall) toWall = Math.min(toWall, toBox(y, z, radius, wall))
    // The tyre leans with the axle: this is its inner face at this height.
    wheel.inner = inside - roll * (z - centre)
    toTyre = Math.min(toTyre, toBox(y, z, radius, wheel))
    if (brakeLine) {
      // It rides on the axle, so it moves with the lower end.
      const flat =
        Math.hypot(brakeLine.x - x, brakeLine.y - roll * (brakeLine.z - tyre.radius) - y) -
        radius -
        BRAKE_LINE_RADIUS
      const up = Math.abs(brakeLine.z + at.rise + roll * brakeLine.y - z)
      toLine = Math.min(toLine, flat > 0 ? Math.hypot(flat, up) : Math.max(flat, up - BRAKE_LINE_RADIUS))
    }
    if (coil) toCoil = Math.min(toCoil, Math.hypot(x, y - coil.y) - coil.radius - radius)
    for (const thing of near) {
      const flat = Math.hypot(thing.place.x - x, thing.y - sign * y) - radius - thing.radius
      const up = Math.abs(thing.z - z) - thing.radius
      thing.least = Math.min(thing.least, flat > 0 && up > 0 ? Math.hypot(flat, up) : Math.max(flat, up))
    }
    for (const [a, b] of pipes)
      toPipe = Math.min(toPipe, toSegment(x, sign * y, z, a, b) - radius - exhaust.radius)
  }
  return (
    [
      ['frame', toFrame],
      ['inner fender', toWall],
      ['tyre', toTyre],
      ['brake line', toLine],
      ['exhaust', toPipe],
      ['steel coil', toCoil],
      ...near.map(({ id, least }) => [`beside:${id}`, least]),
    ] as [Obstacle, number][]
  ).filter(([, value]) => value < Infinity)
}

/**
 * Whole swept travel, both wheels together and crossed, with the bag at full pressure and so at full size.
 * Inside a steel coil only the coil is near; clearance there is half the difference of the diameters.
 */
export function fitSpring(truck: FittedTruck, spring: SpringClass, spaced: Spaced, steps = SWEEP): Fit {
  const { droop, bump } = wheelTravel(truck)
  const travels = Array.from({ length: steps }, (_, i) => droop + ((bump - droop) * i) / (steps - 1))
  const least = new Map<Obstacle, Clearance>()
  const inCoil = mountingOf(truck.suspension) === 'coil' && spring.fits.includes('coil')
  const pipes = exhaustBesideAxle(truck)
  let fullDiameter = 0
  const sweep = (left: number, right: number): Pose => {
    const at = pose(truck, spring, spaced, left, right)
    for (const side of ['left', 'right'] as const) {
      fullDiameter = Math.max(fullDiameter, at.bags[side].diameter)
      const list = inCoil
        ? [['coil', (truck.coil.inner - at.bags[side].diameter) / 2] as [Obstacle, number]]
        : bagClearances(truck, at, side, pipes)
      for (const [on, value] of list) {
        if (!at.nearest || value < at.nearest.value) at.nearest = { on, side, value }
        if (value < (least.get(on)?.value ?? Infinity)) least.set(on, { on, value, side, left, right })
      }
    }
    return at
  }
  const together = travels.map((t) => sweep(t, t))
  const crossed = travels.map((t, i) => sweep(t, travels[steps - 1 - i]!))
  const clearances = [...least.values()].sort((a, b) => a.value - b.value)
  return { together, crossed, clearances, worst: clearances[0] ?? null, fullDiameter }
}
