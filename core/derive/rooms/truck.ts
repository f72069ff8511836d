import { airSet } from '../../air/parts/parts'
import type { AirSet } from '../../air/types'
import { circuitAsItRuns } from '../../air/circuit/states'
import { newHaul } from '../../document/newHaul'
import type { AirPlan, Plan } from '../../document/types'
import { roadTrial } from '../../load/trial'
import type { RoadTrial } from '../../load/types'
import { truckStage } from '../../truck/truck'
import { defineRoom, only } from '../room'

/** What Truck reads of Air. */
const SPRING_MOUNTING = [
  'spacer',
  'spacerAt',
  'droop',
  'closing',
  'kit',
] as const satisfies readonly (keyof AirPlan)[]

interface From {
  plan: Plan
  set: Pick<AirSet, 'spring'>
  trial: RoadTrial | null
}

export const truckRoom = defineRoom({
  name: 'truck',
  reads: ({ plan, set, trial }: From) => ({
    truck: plan.truck,
    spring: set.spring,
    mounting: only(plan.air, SPRING_MOUNTING),
    trial,
  }),
  run: ({ truck, spring, mounting, trial }, memo) => truckStage(truck, spring, mounting, memo, trial),
})

/** Result of the road trial for truck and spring as typed; null until a lip is taped. */
export const trialRoom = defineRoom({
  name: 'trial',
  reads: ({ truck, air, hauls, tune }: Plan) => {
    const isDriven = Object.keys(tune.trials).length > 0
    const { spring } = isDriven ? airSet(circuitAsItRuns(air)) : { spring: null }
    return {
      driven: spring && { truck, spring, mounting: only(air, SPRING_MOUNTING), hauls, trials: tune.trials },
    }
  },
  run: ({ driven }, memo): RoadTrial | null => {
    if (!driven) return null
    const { truck, spring, mounting, hauls, trials } = driven
    const { facts } = truckStage(truck, spring, mounting, (key, inputs, compute) =>
      memo(`typed:${key}`, inputs, compute),
    ).result
    return roadTrial({
      surveyed: facts,
      spring: { ...spring, designHeight: facts.springHeight },
      hauls,
      empty: newHaul('Empty', 0),
      trials,
    })
  },
})
