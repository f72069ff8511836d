import type { BuildPlan } from '../document/types'
import { METRIC_UNITS, showText } from '../quantity/units'
import { FASTENERS, typedFastener, untold } from './fasteners'
import type { Step } from './types'

/** Most characters kept of a record. */
const LONGEST = 600

/** The record of a step, written when it is ticked: part, place, length, wire and torque, in metric units. */
export function didText(
  { title, detail, values, fasteners = [] }: Step,
  build: Pick<BuildPlan, 'fasteners'>,
): string {
  const filled = detail.replace(/\{(\w+)\}/g, (_, key: string) => {
    const v = values[key]
    return v ? showText(v.value, v.quantity, METRIC_UNITS) : '—'
  })
  const tight = fasteners
    .flatMap((id) => {
      const typed = typedFastener(build, id)
      const torque = typed && showText(typed.torque, 'torque', METRIC_UNITS)
      return typed ? [` ${FASTENERS[id].label}, ${typed.thread} ${typed.grade}: ${torque}.`] : []
    })
    .join('')
  return `${title}. ${filled}${tight}`.slice(0, LONGEST)
}

/** Ticks whose steps are still what was done. A tick without a record counts for its step as it is. */
export const standingTicks = (steps: readonly Step[], build: BuildPlan): BuildPlan['ticks'] =>
  Object.fromEntries(
    steps.flatMap((step) => {
      const tick = build.ticks[step.id]
      const isSame = tick && (tick.did === '' || tick.did === didText(step, build))
      return isSame && untold(step, tick.torques).length === 0 ? [[step.id, tick]] : []
    }),
  )
