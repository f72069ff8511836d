import { PRACTICE } from '../../catalog/practice'
import { mountingOf, railBottom, wheelTravel } from '../../catalog/truckGeometry'
import { SIDES, type Point, type Truck } from '../../document/types'
import { CAB } from './cab'
import { around, box, type Solid } from './solid'

/**
 * What else is under a truck: engine, steering, bump stops, brake lines, and what was found there. The survey
 * asks where some of it is but not how large, so usual sizes count until they are entered by hand.
 */

/** From the firewall to the engine, and from the engine to the bumper, m (from memory). */
const ENGINE = { behind: 0.05, ahead: 0.5, below: 0.08, above: 0.4 }

function engine(truck: Truck): Solid {
  const { wheelbase, frontOverhang, frame } = truck
  return {
    id: 'engine',
    label: 'the engine',
    kind: 'body',
    shape: box(
      { x: CAB.firewall(truck) + ENGINE.behind, y: -CAB.engineHalf, z: frame.top - ENGINE.below },
      { x: wheelbase + frontOverhang - ENGINE.ahead, y: CAB.engineHalf, z: frame.top + ENGINE.above },
    ),
  }
}

/** The tie rod behind the front axle, from wheel to wheel, m (from memory). */
const TIE_ROD = { behind: 0.15, radius: 0.03, fromWheel: 0.2 }

function tieRod({ wheelbase, frontTrack, tyre }: Truck): Solid {
  const half = frontTrack / 2 - TIE_ROD.fromWheel
  const end = (y: number): Point => ({ x: wheelbase - TIE_ROD.behind, y, z: tyre.radius - TIE_ROD.radius })
  return {
    id: 'tie-rod',
    label: 'the steering',
    kind: 'moving',
    shape: { shape: 'capsule', a: end(half), b: end(-half), radius: TIE_ROD.radius },
  }
}

const STOP_HALF = PRACTICE.stopHalf.value

/** Bump stops under the rails; not shown if a helper spring sits inside the coil that contains it. */
function bumpStops(truck: Truck): Solid[] {
  if (mountingOf(truck.suspension) === 'coil') return []
  const top = railBottom(truck)
  return SIDES.map((side): Solid => {
    const y = (side === 'left' ? 1 : -1) * (truck.frame.spacing / 2)
    return {
      id: `stop-${side}`,
      label: `the ${side} bump stop`,
      kind: 'body',
      shape: box(
        { x: -STOP_HALF, y: y - STOP_HALF, z: top - Math.max(truck.seatGap.bump, 0) },
        { x: STOP_HALF, y: y + STOP_HALF, z: top },
      ),
    }
  })
}

const BRAKE_LINE = PRACTICE.brakeLine.value

/** The brake or sensor line beside each spring, over the axle's travel. */
function brakeLines(truck: Truck): Solid[] {
  const { brakeLine } = truck
  if (!brakeLine) return []
  const { droop, bump } = wheelTravel(truck)
  return SIDES.map((side): Solid => {
    const at = { ...brakeLine, y: (side === 'left' ? 1 : -1) * brakeLine.y }
    return {
      id: `brake-line-${side}`,
      label: `the ${side} brake line`,
      kind: 'moving',
      shape: {
        shape: 'capsule',
        a: { ...at, z: at.z + droop },
        b: { ...at, z: at.z + bump },
        radius: BRAKE_LINE,
      },
    }
  })
}

/** Usual size of something found, m (from memory). */
const FOUND_SIZE = [0.1, 0.1, 0.1] as const

/** What was found under the truck. Air parts belong to the circuit, and switches are in the cab. */
const found = ({ existing }: Truck): Solid[] =>
  Object.entries(existing)
    .filter(([, { kind }]) => kind === 'other')
    .map(([id, { label, at }]) => ({
      id: `found-${id}`,
      label: `the ${label.toLowerCase()}`,
      kind: 'body',
      shape: around(at, FOUND_SIZE),
    }))

export const underneath = (truck: Truck): Solid[] => [
  engine(truck),
  tieRod(truck),
  ...bumpStops(truck),
  ...brakeLines(truck),
  ...found(truck),
]
