import { PRACTICE } from '../../catalog/practice'
import type { SpringClass } from '../../catalog/springs'
import {
  exhaustPieces,
  KICK,
  railBottom,
  railDepth,
  railRise,
  tyreInside,
  wheelTravel,
} from '../../catalog/truckGeometry'
import type { Point, Truck } from '../../document/types'
import { RUN_SOLVER } from '../run/settings'
import { CAB } from './cab'
import { around, box, type Solid } from './solid'
import { underneath } from './underneath'

/** Size of a battery along, across and up, terminals on top, m (from memory). */
export const BATTERY_SIZE = [0.26, 0.18, 0.2] as const
/** Size of a cross-member along and up, and the thickness of the bed's floor, m (from memory). */
export const MEMBER = { along: 0.06, up: 0.08 }
export const FLOOR = 0.03

/** Floor, firewall and back of the cab. */
function cab(truck: Truck): Solid[] {
  const half = Math.max(truck.bed.width / 2, truck.frame.spacing / 2 + 0.1)
  const [front, rear, floor] = [CAB.firewall(truck), truck.cabRear, CAB.floor(truck)]
  const thick = CAB.sheet / 2
  const sheet = (id: string, label: string, [x0, x1]: number[], [z0, z1]: number[]): Solid => ({
    id: `sheet-${id}`,
    label,
    kind: 'sheet',
    shape: box({ x: x0!, y: -half, z: z0! }, { x: x1!, y: half, z: z1! }),
  })
  const wall = [floor + thick, floor + CAB.height] as number[]
  return [
    sheet('floor', 'the cab floor', [rear, front], [floor - thick, floor + thick]),
    sheet('firewall', 'the firewall', [front - thick, front + thick], wall),
    sheet('back', 'the back of the cab', [rear - thick, rear + thick], wall),
  ]
}
/** Number of pieces for a rising rail. */
const RISE_STEPS = 4

/**
 * Pieces of the truck's length, front first, in which rails and floor are level: one over the axle, and steps
 * where they rise.
 */
function levelPieces(front: number, rear: number): (readonly [number, number])[] {
  const steps = Array.from(
    { length: RISE_STEPS + 1 },
    (_, i) => KICK[0] - ((KICK[0] - KICK[1]) * i) / RISE_STEPS,
  )
  const stations = [front, ...steps, ...steps.toReversed().map((x) => -x), rear]
    .filter((x) => x <= front && x >= rear)
    .sort((a, b) => b - a)
  return stations.slice(1).map((x, i) => [x, stations[i]!] as const)
}

/** A rail in upright pieces: level ahead, behind and over the axle, in steps where it rises. */
function rails(truck: Truck): Solid[] {
  const { frame } = truck
  const pieces = levelPieces(frame.front, frame.rear)
  return (['left', 'right'] as const).flatMap((side) => {
    const y = (side === 'left' ? 1 : -1) * (frame.spacing / 2)
    return pieces.map(([from, to]): Solid => {
      const [low, high] = [
        Math.min(railRise(truck, from), railRise(truck, to)),
        Math.max(railRise(truck, from), railRise(truck, to)),
      ]
      const overAxle = Math.max(Math.abs(from), Math.abs(to)) <= KICK[1] + RUN_SOLVER.rounding
      const bottom = overAxle ? railBottom(truck) : frame.top + low - frame.depth
      const top = overAxle ? railBottom(truck) + railDepth(truck) : frame.top + high
      return {
        id: `rail-${side}`,
        label: `the ${side} rail`,
        kind: 'structure',
        shape: box(
          { x: from, y: y - frame.railWidth / 2, z: bottom },
          { x: to, y: y + frame.railWidth / 2, z: top },
        ),
      }
    })
  })
}

function members(truck: Truck): Solid[] {
  const { frame } = truck
  const half = (frame.spacing - frame.railWidth) / 2
  return frame.crossMembers.map((x, i): Solid => {
    const top = frame.top + railRise(truck, x)
    return {
      id: `member-${i}`,
      label: 'a cross-member',
      kind: 'structure',
      shape: box(
        { x: x - MEMBER.along / 2, y: -half, z: top - MEMBER.up },
        { x: x + MEMBER.along / 2, y: half, z: top },
      ),
    }
  })
}

const OVER_RAIL = PRACTICE.overRail.value
/**
 * Height of the bed's floor at a position along the truck. Where the rails rise above it, it rises with them.
 */
export const floorAt = (truck: Truck, x: number): number =>
  Math.max(truck.bed.floor, truck.frame.top + railRise(truck, x) + OVER_RAIL + FLOOR)

function bedFloor(truck: Truck): Solid[] {
  const { bed } = truck
  return levelPieces(bed.front, bed.rear).map(([from, to]): Solid => {
    const floor = Math.max(floorAt(truck, from), floorAt(truck, to))
    return {
      id: 'bed',
      label: 'the bed',
      kind: 'floor',
      shape: box({ x: from, y: -bed.width / 2, z: floor - FLOOR }, { x: to, y: bed.width / 2, z: floor }),
    }
  })
}

/** The axle and what turns on it, over its whole travel. */
function axle(truck: Truck): Solid[] {
  const { droop, bump } = wheelTravel(truck)
  const { tyre, rearTrack, axle: tube } = truck
  const z = (travel: number) => tyre.radius + travel
  const end = rearTrack / 2
  const inside = tyreInside(truck)
  const outside = rearTrack / 2 + tyre.width * (tyre.dual ? 1.05 : 0.5)
  // With one wheel up and the other down they lean: top and bottom move in and out by this much.
  const lean = tyre.radius * Math.sin(Math.atan2(bump - droop, rearTrack))
  const wheel = (side: 1 | -1): Solid => {
    const y = (side * (inside + outside)) / 2
    return {
      id: side > 0 ? 'wheel-left' : 'wheel-right',
      label: side > 0 ? 'the left rear wheel' : 'the right rear wheel',
      kind: 'moving',
      shape: {
        shape: 'disc',
        axis: 'y',
        from: { x: 0, y, z: z(droop) },
        to: { x: 0, y, z: z(bump) },
        radius: tyre.radius,
        half: (outside - inside) / 2 + lean,
      },
    }
  }
  return [
    {
      id: 'axle',
      label: 'the rear axle',
      kind: 'moving',
      shape: box(
        { x: -tube.tube, y: -end, z: z(droop) - tube.tube },
        { x: tube.tube, y: end, z: z(bump) + tube.tube },
      ),
    },
    {
      id: 'differential',
      label: 'the differential',
      kind: 'moving',
      shape: {
        shape: 'capsule',
        a: { x: 0, y: tube.offset, z: z(droop) },
        b: { x: 0, y: tube.offset, z: z(bump) },
        radius: tube.differential,
      },
    },
    wheel(1),
    wheel(-1),
  ]
}

/**
 * The shaft from the usual end of the gearbox (from memory) to the differential, at both ends of the axle's
 * travel and in between.
 */
function driveShaft(truck: Truck): Solid[] {
  if (truck.driveShaft === 0) return []
  const { droop, bump } = wheelTravel(truck)
  const front: Point = { x: truck.wheelbase * 0.68, y: 0, z: truck.tyre.radius + 0.05 }
  return [droop, (droop + bump) / 2, bump].map((travel): Solid => ({
    id: 'shaft',
    label: 'the drive shaft',
    kind: 'moving',
    shape: {
      shape: 'capsule',
      a: front,
      b: { x: truck.axle.differential, y: truck.axle.offset, z: truck.tyre.radius + travel },
      radius: truck.driveShaft,
    },
  }))
}

/** How far the front wheels turn, rad (from memory). */
const STEERING = (35 * Math.PI) / 180

function frontWheels({ wheelbase, frontTrack, tyre }: Truck): Solid[] {
  const half = (tyre.width / 2) * Math.cos(STEERING) + tyre.radius * Math.sin(STEERING)
  return ([1, -1] as const).map((side): Solid => ({
    id: side > 0 ? 'front-wheel-left' : 'front-wheel-right',
    label: side > 0 ? 'the left front wheel' : 'the right front wheel',
    kind: 'moving',
    shape: {
      shape: 'disc',
      axis: 'y',
      from: { x: wheelbase, y: (side * frontTrack) / 2, z: tyre.radius },
      to: { x: wheelbase, y: (side * frontTrack) / 2, z: tyre.radius + PRACTICE.frontTravel.value },
      radius: tyre.radius,
      half,
    },
  }))
}

/** The spare wheel where it hangs, and its way down to the ground. */
function spare({ spare: wheel }: Truck): Solid[] {
  if (!wheel) return []
  return [
    {
      id: 'spare',
      label: 'the spare wheel and its way down',
      kind: 'moving',
      shape: {
        shape: 'disc',
        axis: 'z',
        from: { ...wheel.centre, z: Math.min(wheel.width / 2, wheel.centre.z) },
        to: wheel.centre,
        radius: wheel.radius,
        half: wheel.width / 2,
      },
    },
  ]
}

/** A helper spring at its largest, from its lower seat at full droop to the rail. */
function springs(truck: Truck, spring: SpringClass | null): Solid[] {
  if (!spring) return []
  const { droop } = wheelTravel(truck)
  const top = railBottom(truck)
  const low = Math.max(top - truck.seatGap.unladen + droop * truck.suspension.motionRatio, 0)
  return ([1, -1] as const).map((side): Solid => ({
    id: side > 0 ? 'spring-left' : 'spring-right',
    label: side > 0 ? 'the left spring' : 'the right spring',
    kind: 'moving',
    hasPorts: true,
    shape: {
      shape: 'disc',
      axis: 'z',
      from: { x: truck.seats.upper.x, y: side * truck.seat, z: (low + top) / 2 },
      to: { x: truck.seats.upper.x, y: side * truck.seat, z: (low + top) / 2 },
      radius: spring.diameter / 2,
      half: (top - low) / 2,
    },
  }))
}

/**
 * The receiver with its ball mount, and the bracket of a ball or a fifth wheel under the bed, m (from memory).
 */
const HITCH = { along: 0.35, half: 0.05, up: 0.1 }
const BED_HITCH = { along: 0.3, up: 0.12 }

function hitches(truck: Truck): Solid[] {
  const { axleToBall, ballHeight, bedHitch, frame } = truck
  const receiver: Solid = {
    id: 'hitch',
    label: 'the hitch',
    kind: 'body',
    shape: box(
      { x: -axleToBall, y: -HITCH.half, z: ballHeight - HITCH.up },
      { x: -axleToBall + HITCH.along, y: HITCH.half, z: ballHeight },
    ),
  }
  if (bedHitch === null) return [receiver]
  const half = (frame.spacing - frame.railWidth) / 2
  const under = floorAt(truck, bedHitch) - FLOOR
  const bracket = box(
    { x: bedHitch - BED_HITCH.along / 2, y: -half, z: under - BED_HITCH.up },
    { x: bedHitch + BED_HITCH.along / 2, y: half, z: under },
  )
  return [receiver, { id: 'bed-hitch', label: 'the bed hitch', kind: 'structure', shape: bracket }]
}

/** Solids that the survey does not ask for: in their usual places until they are entered by hand. */
export const USUAL_SOLIDS = [
  'sheet-floor',
  'sheet-firewall',
  'sheet-back',
  'hitch',
  'bed-hitch',
  'engine',
  'tie-rod',
  'stop-left',
  'stop-right',
] as const

/**
 * The truck as solids: rails, cross-members, bed, cab, tank, axle with wheels over their travel, shaft,
 * exhaust, springs at their largest, spare wheel, hitches, batteries, engine, steering, bump stops, brake
 * lines, and what was found. Whatever the survey does not contain is not checked against.
 */
export function truckSolids(truck: Truck, spring: SpringClass | null): Solid[] {
  const { fuelTank, exhaust } = truck
  const batteries = [truck.battery, truck.secondBattery].flatMap((at) => (at ? [at] : []))
  return [
    ...rails(truck),
    ...members(truck),
    ...cab(truck),
    ...bedFloor(truck),
    {
      id: 'fuel-tank',
      label: 'the fuel tank',
      kind: 'body',
      shape: around(fuelTank.centre, [fuelTank.length, fuelTank.width, fuelTank.height]),
    },
    ...exhaustPieces(truck).map(([a, b]): Solid => ({
      id: 'exhaust',
      label: 'the exhaust',
      kind: 'hot',
      shape: { shape: 'capsule', a, b, radius: exhaust.radius },
    })),
    ...axle(truck),
    ...driveShaft(truck),
    ...frontWheels(truck),
    ...spare(truck),
    ...hitches(truck),
    ...underneath(truck),
    ...springs(truck, spring),
    ...batteries.map((at, i): Solid => ({
      id: `battery-${i}`,
      label: i === 0 ? 'the battery' : 'the second battery',
      kind: 'body',
      shape: around({ ...at, z: at.z + BATTERY_SIZE[2] / 2 }, BATTERY_SIZE),
    })),
  ]
}
