import type { Truck } from '../document/types'
import type { Steel } from './types'

/** A damper at full length holds the axle, N/m (from memory: far stiffer than any spring here). */
const DAMPER_END = 3e6

export function rearSteel({ suspension: s, seatGap }: Truck): Steel {
  return {
    rate: s.rearRate,
    overload: s.overload,
    stop: { gap: Math.max(seatGap.unladen - seatGap.bump, 0) / s.motionRatio, rate: s.stopRate },
    droop: Math.max(seatGap.droop - seatGap.unladen, 0) / s.motionRatio,
  }
}
export function frontSteel({ suspension: s }: Truck): Steel {
  return {
    rate: s.frontRate,
    overload: null,
    stop: { gap: s.frontStopGap, rate: s.stopRate },
    droop: Infinity,
  }
}

/** Force of one corner's steel at a squat, N, counted from unladen, and its slope, N/m: straight pieces between contacts. */
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
