import { electricParts } from '../air/air'
import { allOfKinds } from '../air/circuit/connections'
import type { AirPlan, Truck } from '../document/types'
import { isInWheelSpray } from '../lay/spray'
import { isInCab } from '../lay/space/room'
import type { LayResult } from '../lay/types'
import type { PlugPlace } from '../power/types'

/** Parts outside the cab that wires end at, and whether a wheel throws water at their plugs. */
export function plugsOf(air: AirPlan, truck: Truck, { places }: LayResult): PlugPlace[] {
  const onWires = [...allOfKinds(air, 'compressor', 'block'), ...electricParts(air).map(({ id }) => id)]
  return onWires
    .filter((id) => !isInCab(air, id) && air.components[id]!.state !== 'later' && places[id])
    .map((id) => ({
      id,
      label: air.components[id]!.label,
      isSprayed: isInWheelSpray(places[id]!, truck),
    }))
}
