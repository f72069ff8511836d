import type { Truck } from '#core/document/types'
import { weighed } from '#core/truck/survey'

type Axle = 'front' | 'rear'
const WHEELS = {
  front: ['frontLeft', 'frontRight'],
  rear: ['rearLeft', 'rearRight'],
} as const

/** The truck of the open job, and the way to change it. */
export function useTruck() {
  const job = useJob()
  const set = (label: string, change: (truck: Truck) => void) =>
    job.edit(label, (draft) => change(draft.truck))
  const axleWeight = (axle: Axle) => job.derived!.stages.truck.figures[`${axle}Axle`]!.value!
  /** An axle's weight keeps its left-to-right split. */
  function setAxle(axle: Axle, total: number): void {
    const [left, right] = WHEELS[axle]
    set(`${axle === 'front' ? 'Front' : 'Rear'} axle, unladen`, (t) => {
      const before = t.unladen[left] + t.unladen[right]
      const share = before > 0 ? t.unladen[left] / before : 0.5
      t.unladen[left] = total * share
      t.unladen[right] = total * (1 - share)
      weighed(t, axle)
    })
  }
  return { job, truck: computed(() => job.plan!.truck), set, axleWeight, setAxle }
}
