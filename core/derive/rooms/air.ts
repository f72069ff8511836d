import { airStage } from '../../air/air'
import { TRUCK_OF_AIR } from '../../air/types'
import type { AirPlan, Plan } from '../../document/types'
import type { HaulNeed } from '../../load/airNeeds'
import { motorSource } from '../../power/network/states'
import type { Wiring } from '../../power/network/types'
import { defineRoom, only } from '../room'

interface From {
  plan: Plan
  /** As it runs when the job is done. */
  circuit: AirPlan
  needs: Record<string, HaulNeed>
  atmosphere: number
  /** What the feed is to a motor; null without one. */
  source: ReturnType<typeof motorSource>
  wiring: Pick<Wiring, 'nominal'>
}

export const sourceRoom = defineRoom({
  name: 'source',
  reads: ({ wiring }: { wiring: Wiring }) => ({ wiring }),
  run: ({ wiring }) => motorSource(wiring),
})

export const airRoom = defineRoom({
  name: 'air',
  reads: ({ plan, circuit, needs, atmosphere, source, wiring }: From) => ({
    circuit,
    planned: plan.air,
    truck: only(plan.truck, TRUCK_OF_AIR),
    needs,
    site: {
      atmosphere,
      feed: source && { supply: source.volts, loop: source.ohms, nominal: wiring.nominal },
      staging: plan.power.staging ?? 0,
    },
  }),
  run: ({ circuit, truck, needs, site, planned }) => airStage(circuit, truck, needs, site, planned),
})
