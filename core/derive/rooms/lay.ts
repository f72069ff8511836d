import type { AirSet } from '../../air/types'
import type { Plan } from '../../document/types'
import { layStage } from '../../lay/lay'
import { defineRoom } from '../room'

export const layRoom = defineRoom({
  name: 'lay',
  reads: ({ plan: { lay, truck, air, job }, set }: { plan: Plan; set: AirSet }) => ({
    lay,
    truck,
    air,
    set,
    drivingSide: job.drivingSide,
  }),
  run: ({ lay, truck, air, set, drivingSide }) => layStage(lay, truck, air, set, drivingSide),
})
