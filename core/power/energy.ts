import { PRACTICE } from '../catalog/practice'
import { WIRING } from '../catalog/wiring'
import type { PowerPlan } from '../document/types'
import { liftsOnBattery, selfDischarge, standbyDays } from './circuit'
import type { AllStates } from './wires'

/** What the battery gives when parked and for lifts, and what the alternator returns. SI. */

export interface Energy {
  /**
   * Current of the wiring with the key off, and the same plus the truck's own and the battery's self-discharge,
   * A.
   */
  parked: number
  drain: number
  /** Days until the usable part of the charge is gone. */
  standby: number
  /** A·s of one lift to the highest haul; null if its time is not known. */
  lift: number | null
  /** Lifts with the engine off that leave enough for cranking, with one battery and with a second. */
  lifts: number | null
  liftsWithSecond: number | null
  /** Current of the set while it runs, and what an idling alternator can spare for it, A. */
  running: number
  spare: number
}

/** @param liftTime seconds of one lift to the highest haul, null if it is not known */
export function energyOf(power: PowerPlan, solved: AllStates, liftTime: number | null): Energy {
  const parked = Math.abs(solved.off.amps.battery ?? 0) + Math.abs(solved.off.amps['battery-2'] ?? 0)
  const drain = parked + PRACTICE.truckDrain.value + selfDischarge(power.batteryCapacity)
  const usable = PRACTICE.usableCharge.value
  const running =
    Math.abs(solved.compressor.amps.battery ?? 0) + Math.abs(solved.compressor.amps['battery-2'] ?? 0)
  const lift = liftTime === null || liftTime <= 0 ? null : running * liftTime
  // What is above the half that cranking needs, at the resting charge.
  const free = Math.max(power.charge - (1 - usable), 0)
  const lifts = lift === null ? null : liftsOnBattery(power.batteryCapacity, free, 0, 0, lift).lifts
  const second = power.secondBattery?.capacity ?? WIRING.secondBattery
  const more =
    lift === null ? 0 : liftsOnBattery(second, Math.min(WIRING.secondUsable, power.charge), 0, 0, lift).lifts
  return {
    parked,
    drain,
    standby: standbyDays(power.batteryCapacity, usable, drain),
    lift,
    lifts,
    liftsWithSecond: lifts === null ? null : lifts + more,
    running,
    spare: WIRING.alternatorIdle - WIRING.truckRunning - running,
  }
}
