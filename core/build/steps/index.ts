import type { AirPlan, PowerPlan, Truck } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { airLineSteps } from './airLines'
import { finishSteps } from './finish'
import { makeReadySteps } from './makeReady'
import { mountingSteps } from './mounting'
import { shieldSteps, shieldsBefore } from './shields'
import { springSteps } from './springs'
import { wiringSteps } from './wiring'

/** The ordered steps for this very plan: the easy side first, away from the exhaust, then its mirror. */
export function buildSteps(truck: Truck, air: AirPlan, power: PowerPlan, facts: BuildFacts): Step[] {
  const first = facts.exhaustSide === 'left' ? 'right' : 'left'
  const second = first === 'left' ? 'right' : 'left'
  const shields = shieldSteps(facts)
  const lines = airLineSteps(facts)
  const lineIds = lines.map((s) => s.id)
  const powered = Object.values(air.components).some((c) => c.kind === 'compressor')
  return [
    ...makeReadySteps(truck),
    ...shields,
    ...springSteps(truck, first, shieldsBefore(shields, first, facts.exhaustSide)),
    ...springSteps(truck, second, {
      [`torque-${first}`]: 'Easy side first, then its mirror.',
      ...shieldsBefore(shields, second, facts.exhaustSide),
    }),
    ...mountingSteps(air),
    ...lines,
    ...(facts.feed && powered ? wiringSteps(power, facts.feed, lineIds) : []),
    ...finishSteps(facts, lineIds),
  ]
}
