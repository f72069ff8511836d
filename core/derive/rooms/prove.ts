import { partLabel } from '../../air/circuit/connections'
import type { AirSet } from '../../air/types'
import { DIRECT, type AirPlan, type Plan } from '../../document/types'
import { isTaker } from '../../power/network/types'
import { openedByCuts } from '../../prove/opened'
import { proveStage } from '../../prove/prove'
import { testVolumes } from '../../prove/volumes'
import { defineRoom } from '../room'
import type { Stages } from '../types'

interface From extends Pick<Stages, 'air' | 'lay' | 'power' | 'build'> {
  plan: Plan
  /** As it runs when the job is done. */
  circuit: AirPlan
  set: AirSet
  atmosphere: number
}

export const proveRoom = defineRoom({
  name: 'prove',
  reads: ({ plan, circuit, set, atmosphere, air, lay, power, build }: From) => {
    const isTube = (id: string) => circuit.lines[id] && circuit.lines[id].tube !== DIRECT
    const filled = lay.result.routes.filter((r) => isTube(r.id))
    const { springVolume, tankVolume } = air.result
    return {
      prove: plan.prove,
      circuit,
      spring: set.spring,
      volumes: testVolumes(springVolume, tankVolume, filled, set.tube),
      atmosphere,
      isWired: power.result.wiring.parts.some(isTaker),
      opened: [...build.result.opened, ...openedByCuts(plan.lay, (line) => lineLabel(plan.air, line))],
    }
  },
  run: ({ prove, circuit, spring, volumes, atmosphere, isWired, opened }, memo) =>
    proveStage(prove, circuit, spring, volumes, atmosphere, isWired, opened, memo),
})

/** Name of a line by the parts it joins. */
const lineLabel = (air: AirPlan, id: string): string => {
  const line = air.lines[id]
  return line ? `${partLabel(air, line.from)} to ${partLabel(air, line.to).toLowerCase()}` : id
}
