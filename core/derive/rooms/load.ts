import type { AirSet } from '../../air/types'
import type { Plan } from '../../document/types'
import { haulNeed, type HaulNeed } from '../../load/airNeeds'
import { loadStage } from '../../load/load'
import { defineRoom } from '../room'
import type { Stages } from '../types'

interface From extends Pick<Stages, 'truck'> {
  plan: Plan
  set: Pick<AirSet, 'spring'>
  teed: boolean
  atmosphere: number
}

export const loadRoom = defineRoom({
  name: 'load',
  reads: ({ plan, truck, set, teed, atmosphere }: From) => {
    const { facts, leastClearance } = truck.result
    return { facts, leastClearance, hauls: plan.hauls, spring: set.spring, teed, atmosphere }
  },
  run: ({ facts, leastClearance, hauls, spring, teed, atmosphere }, memo) =>
    loadStage(facts, leastClearance, hauls, spring, teed, atmosphere, memo),
})

/** What each haul needs of the air, by haul; empty without a spring. */
export const needsRoom = defineRoom({
  name: 'needs',
  reads: ({ truck, load }: Pick<Stages, 'truck' | 'load'>) => ({
    truck: truck.result.facts.truck,
    spring: load.result.spring,
    hauls: load.result.hauls,
  }),
  run: ({ truck, spring, hauls }, memo): Record<string, HaulNeed> =>
    spring
      ? Object.fromEntries(
          Object.entries(hauls).map(([id, haul]) => [
            id,
            memo(`need:${id}`, [truck, spring, haul], () => haulNeed(truck, spring, haul)),
          ]),
        )
      : {},
})
