import { electricParts, motorLoad } from '../../air/air'
import { allOfKinds } from '../../air/circuit/connections'
import type { AirSet } from '../../air/types'
import type { AirPlan, Plan } from '../../document/types'
import { isInCab } from '../../lay/space/room'
import { isInWheelSpray } from '../../lay/spray'
import type { HaulNeed } from '../../load/airNeeds'
import { wiringOf } from '../../power/network/wiring'
import type { Wiring } from '../../power/network/types'
import { planFeed, powerStage } from '../../power/power'
import { POWER_OF_WIRING, TRUCK_OF_POWER, type FeedPlan, type PlugPlace } from '../../power/types'
import { defineRoom, only } from '../room'
import type { Stages } from '../types'

interface OfCircuit {
  plan: Plan
  circuit: AirPlan
  set: AirSet
}

/**
 * The feed as planned. The motor's current does not depend on its feed, the feed depends on the current, and
 * the motor's output depends on the feed.
 */
export const feedRoom = defineRoom({
  name: 'feed',
  reads: ({
    plan,
    circuit,
    set,
    needs,
    atmosphere,
    lay,
  }: OfCircuit & { needs: Record<string, HaulNeed>; atmosphere: number } & Pick<Stages, 'lay'>) => ({
    power: only(plan.power, POWER_OF_WIRING),
    set: {
      compressor: set.compressor,
      block: set.block,
      current: motorLoad(circuit, needs, atmosphere).current,
      motors: allOfKinds(circuit, 'compressor').length,
    },
    run: lay.result.feed,
    harness: lay.result.harness,
  }),
  run: ({ power, set, run, harness }) => planFeed(power, set, run, harness),
})

/** The whole wiring as a network, of the circuit as it runs and its wires as laid. */
export const wiringRoom = defineRoom({
  name: 'wiring',
  reads: ({
    plan,
    circuit,
    set,
    feed,
    lay,
  }: OfCircuit & { feed: FeedPlan | null } & Pick<Stages, 'lay'>) => ({
    air: { components: circuit.components, lines: circuit.lines },
    power: {
      ...only(plan.power, POWER_OF_WIRING),
      wires: Object.fromEntries(
        Object.entries(plan.power.wires).map(([id, { area, joint }]) => [id, { area, joint }]),
      ),
    },
    feed,
    bed: plan.truck.bed.material,
    block: { current: set.block?.current ?? 0, standby: set.block?.standby ?? 0 },
    amps: Object.fromEntries(electricParts(circuit).map(({ id, current }) => [id, current])),
    cuts: Object.fromEntries(lay.result.wires.map(({ id, cut }) => [id, cut])),
  }),
  run: ({ air, power, feed, bed, block, amps, cuts }): Wiring =>
    wiringOf({
      air,
      power,
      feed,
      bed,
      ampsOf: (id) => (air.components[id]?.kind === 'block' ? block.current : (amps[id] ?? 0)),
      asleepOf: () => block.standby,
      lengthOf: (id) => (id === 'feed' ? (feed?.oneWay ?? null) : (cuts[id] ?? null)),
    }),
})

/** Parts outside the cab that wires end at, and whether a wheel throws water at their plugs. */
function plugsOf({
  plan: { truck },
  circuit,
  lay,
}: Pick<OfCircuit, 'plan' | 'circuit'> & Pick<Stages, 'lay'>): PlugPlace[] {
  const { places } = lay.result
  const onWires = [
    ...allOfKinds(circuit, 'compressor', 'block'),
    ...electricParts(circuit).map(({ id }) => id),
  ]
  return onWires
    .filter((id) => !isInCab(circuit, id) && circuit.components[id]!.state !== 'later' && places[id])
    .map((id) => ({
      id,
      label: circuit.components[id]!.label,
      isSprayed: isInWheelSpray(places[id]!, truck),
    }))
}

export const powerRoom = defineRoom({
  name: 'power',
  reads: (
    from: Pick<OfCircuit, 'plan' | 'circuit'> & {
      feed: FeedPlan | null
      wiring: Wiring
    } & Pick<Stages, 'lay' | 'air'>,
  ) => {
    const { block, slowed, times } = from.air.result
    return {
      power: from.plan.power,
      truck: only(from.plan.truck, TRUCK_OF_POWER),
      set: { block, slowed, times },
      feed: from.feed,
      wiring: from.wiring,
      plugs: plugsOf(from),
    }
  },
  run: ({ power, truck, set, feed, wiring, plugs }, memo) =>
    powerStage(power, truck, set, feed, wiring, plugs, memo),
})
