import { isFitted } from '../../catalog/partStates'
import type { AirPlan, PowerPlan, Side } from '../../document/types'
import type { BuildFacts, Step, TruckOfBuild } from '../types'
import { airLineSteps, measureSteps, teeInSteps } from './airLines'
import { closeSteps, firstFillSteps } from './finish'
import { laterSteps, lookSteps, oldOneOff, takeOffSteps } from './found'
import { makeReadySteps } from './makeReady'
import { mountingSteps } from './mounting'
import { shieldSteps, shieldsBefore } from './shields'
import { openGapSteps, springFasteners, springSteps } from './springs'
import { otherWires, wiringSteps } from './wiring'

/** The ordered steps of this plan: first the side away from the exhaust, which is easier, then the other. */
export function buildSteps(
  truck: TruckOfBuild,
  air: AirPlan,
  power: Pick<PowerPlan, 'earth'>,
  facts: BuildFacts,
): Step[] {
  const first = facts.exhaustSide === 'left' ? 'right' : 'left'
  const second = first === 'left' ? 'right' : 'left'
  const hasSpring = (side: Side) =>
    Object.values(air.components).some((c) => c.kind === 'spring' && c.side === side && isFitted(c.state))
  const left = Object.values(air.components).some((c) => c.kind === 'spring')
  const stays = (id: string) => air.components[id]?.kind === 'spring' && !isFitted(air.components[id].state)
  const shields = shieldSteps({ shields: facts.shields.filter(({ id }) => !stays(id)) })
  const lines = [...teeInSteps(air, facts), ...measureSteps(air, facts), ...airLineSteps(air, facts)]
  const lineIds = lines.map((s) => s.id)
  const off = takeOffSteps(air)
  return onlyPlanned([
    ...makeReadySteps(truck, facts.closingLoad, hasSpring('left') || hasSpring('right')),
    ...lookSteps(air, new Set(facts.shields.map(({ id }) => id))),
    ...off,
    ...shields,
    ...(hasSpring(first)
      ? springSteps(truck, air, facts, first, {
          ...shieldsBefore(shields, first, facts.exhaustSide),
          ...oldOneOff(off, `spring-${first}`),
        })
      : []),
    ...(hasSpring(second)
      ? springSteps(truck, air, facts, second, {
          [`torque-${first}`]: 'Easy side first, then its mirror.',
          ...shieldsBefore(shields, second, facts.exhaustSide),
          ...oldOneOff(off, `spring-${second}`),
        })
      : []),
    ...openGapSteps(facts),
    ...mountingSteps(air, off),
    ...laterSteps(air),
    ...lines,
    ...(facts.feed ? wiringSteps(power, air, { ...facts.wires, feed: facts.feed }, lineIds, off) : []),
    ...(facts.feed ? [] : otherWires(facts.wires, {})),
    ...(left ? firstFillSteps(facts, lineIds) : []),
    ...closeSteps(
      { ...facts, raised: truck.raisedBy !== 'not', springFasteners: springFasteners(truck, facts) },
      { present: hasSpring('left') || hasSpring('right'), left },
    ),
  ])
}

/** Steps wait only for planned steps. If the springs stay, no line waits for their torque. */
const onlyPlanned = (steps: Step[]): Step[] => {
  const planned = new Set(steps.map((step) => step.id))
  return steps.map((step) => ({
    ...step,
    after: Object.fromEntries(Object.entries(step.after).filter(([id]) => planned.has(id))),
  }))
}
