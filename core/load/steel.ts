import { PRACTICE } from '../catalog/practice'
import { wheelTravel } from '../catalog/truckGeometry'
import type { LoadedTruck } from '../document/types'
import type { Steel } from './types'

const DAMPER_END = PRACTICE.damperEnd.value

/** Steel of one rear corner, relative to unladen. */
export function rearSteel(truck: LoadedTruck): Steel {
  const { suspension: s } = truck
  const travel = wheelTravel(truck)
  return {
    rate: s.rearRate,
    overload: s.overload,
    stop: { gap: travel.bump, rate: s.stopRate },
    droop: -travel.droop,
  }
}

/** Steel of one front corner: no second stage, and the end of the damper's travel is not measured there. */
export function frontSteel({ suspension: s }: LoadedTruck): Steel {
  return {
    rate: s.frontRate,
    overload: null,
    stop: { gap: s.frontStopGap, rate: s.stopRate },
    droop: Infinity,
  }
}

/**
 * Force of one corner's steel at a squat, N, relative to unladen, and its slope, N/m. It is straight between
 * contacts.
 */
export function steelForce(steel: Steel, squat: number): [force: number, slope: number] {
  let force = steel.rate * squat
  let slope = steel.rate
  if (steel.overload && squat > steel.overload.contact) {
    force += steel.overload.rate * (squat - steel.overload.contact)
    slope += steel.overload.rate
  }
  if (squat > steel.stop.gap) {
    force += steel.stop.rate * (squat - steel.stop.gap)
    slope += steel.stop.rate
  }
  if (squat < -steel.droop) {
    force += DAMPER_END * (squat + steel.droop)
    slope += DAMPER_END
  }
  return [force, slope]
}
