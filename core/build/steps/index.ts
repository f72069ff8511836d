import { isFitted } from '../../catalog/partStates'
import { mountingOf } from '../../catalog/truckGeometry'
import type { AirPlan, BuildPlan, PowerPlan, Side } from '../../document/types'
import { freedOf, type Freed } from '../freed'
import { jointsOf } from '../joints'
import type { Joint } from '../joint'
import type { BuildFacts, Step, TruckOfBuild } from '../types'
import { airLineSteps, measureSteps, teeInSteps } from './airLines'
import { closeSteps, firstFillSteps } from './finish'
import { laterSteps, lookSteps, oldOneOff, takeOffSteps } from './found'
import { beforeSteps, makeReadySteps } from './makeReady'
import { afterCarrier, carriedOn, mountedInCab, mountingSteps } from './mounting'
import { shieldSteps, shieldsBefore } from './shields'
import { openGapSteps, springSteps } from './springs'
import { otherWires, wiringSteps } from './wiring'

/** The work of a plan: its steps in their usual order, its joints, and the register of what is freed. */
export interface Work {
  steps: Step[]
  joints: Joint[]
  freed: Freed[]
}

/** Entries of the register that stand in a coil's stack. */
const STACK: readonly string[] = ['coils', 'stops']

/** What of the build's own record decides which work there is. */
export type Chosen = Pick<BuildPlan, 'freed' | 'holds' | 'coilWay'>

/** All work of this plan: first the side away from the exhaust, which is easier, then the other. */
export function workOf(
  truck: TruckOfBuild,
  air: AirPlan,
  power: Pick<PowerPlan, 'earth'>,
  chosen: Chosen,
  facts: BuildFacts,
): Work {
  const first = facts.exhaustSide === 'left' ? 'right' : 'left'
  const second = first === 'left' ? 'right' : 'left'
  const hasSpring = (side: Side) =>
    Object.values(air.components).some((c) => c.kind === 'spring' && c.side === side && isFitted(c.state))
  const springsGoIn = hasSpring('left') || hasSpring('right')
  const springsLeft = Object.values(air.components).some((c) => c.kind === 'spring')
  const stays = (id: string) => air.components[id]?.kind === 'spring' && !isFitted(air.components[id].state)
  const freed = freedOf(truck, chosen, springsGoIn, mountedInCab(air)).map((entry, i) => ({
    ...entry,
    bag: entry.bag || String(i + 1),
  }))
  const wheelsOff = freed.some(({ id, fate }) => id === 'wheels' && fate === 'back')
  const carrier = carriedOn(air, facts.carrier)
  const joints = jointsOf(truck, air, chosen, facts.bolts?.length ?? null, { wheelsOff, carrier })
  const shields = shieldSteps({ shields: facts.shields.filter(({ id }) => !stays(id)) })
  const lines = [...teeInSteps(air, facts), ...measureSteps(air, facts), ...airLineSteps(air, facts)]
  const lineIds = lines.map((s) => s.id)
  const off = takeOffSteps(air)
  // With the coils taken out, coils and cut stops go back in the stack of the last side.
  const inStack =
    mountingOf(truck.suspension) === 'coil' && chosen.coilWay === 'out'
      ? freed.filter(({ id, fate }) => STACK.includes(id) && fate === 'back').map(({ id }) => id)
      : []
  const last = hasSpring(second) ? second : first
  const spring = (side: Side, after: Side | null, before: Record<string, string>) =>
    hasSpring(side)
      ? springSteps({
          truck,
          air,
          coilWay: chosen.coilWay,
          facts,
          side,
          after,
          putsBack: side === last ? inStack : [],
          before: {
            ...before,
            ...shieldsBefore(shields, side, facts.exhaustSide),
            ...oldOneOff(off, `spring-${side}`),
          },
        })
      : []
  const steps = onlyPlanned(
    afterCarrier(carrier, [
      ...beforeSteps(truck.heights, facts.lips, springsGoIn),
      ...makeReadySteps(truck, freed, {
        closingLoad: facts.closingLoad,
        springsGoIn,
        stopsBack: inStack.length === 0,
      }),
      ...lookSteps(air, new Set(facts.shields.map(({ id }) => id))),
      ...off,
      ...shields,
      ...spring(first, null, {}),
      ...spring(second, hasSpring(first) ? first : null, {
        [`torque-${first}`]: 'Easy side first, then its mirror.',
      }),
      ...openGapSteps(facts),
      ...mountingSteps({ air, off, joints, places: facts.places, carrier }),
      ...laterSteps(air),
      ...lines,
      ...(facts.feed ? wiringSteps(power, air, { ...facts.wires, feed: facts.feed }, lineIds, off) : []),
      ...(facts.feed ? [] : otherWires(facts.wires, {})),
      ...(springsLeft ? firstFillSteps(facts, lineIds) : []),
      ...closeSteps({
        facts,
        raised: truck.raisedBy !== 'not',
        freed,
        comingBack: freed.filter(({ id }) => !inStack.includes(id) && !(springsGoIn && stopsGoIn(truck, id))),
        joints,
        springsLeft,
      }),
    ]),
  )
  return { steps, joints, freed }
}

/** Cut stops of a coil that stays in go back before the insert: there is no other way to them afterwards. */
const stopsGoIn = ({ suspension }: TruckOfBuild, id: string): boolean =>
  id === 'stops' && mountingOf(suspension) === 'coil' && suspension.stopCut > 0

/** Steps wait only for planned steps. If the springs stay, no line waits for their torque. */
const onlyPlanned = (steps: Step[]): Step[] => {
  const planned = new Set(steps.map((step) => step.id))
  return steps.map((step) => ({
    ...step,
    after: Object.fromEntries(Object.entries(step.after).filter(([id]) => planned.has(id))),
  }))
}
