import type { AirPlan, LayPlan, Side } from '../../document/types'
import type { Step } from '../types'
import { stepList } from './stepList'

const SPRING = /^spring-(left|right)$/

/** What a shield guards, as people know it; null where that is no longer in the circuit. */
function guarded(air: AirPlan, id: string): string | null {
  const part = air.components[id]
  if (part) return part.label.toLowerCase()
  const line = air.lines[id]
  const [from, to] = [line && air.components[line.from], line && air.components[line.to]]
  return from && to ? `line from the ${from.label.toLowerCase()} to the ${to.label.toLowerCase()}` : null
}

/** Id of the step that fits a shield; that of a spring is known by its side. */
const stepOf = (id: string) => `shield-${SPRING.exec(id)?.[1] ?? id}`

/** Every heat shield of the plan, each with what it guards: fitted before anything hangs beside the pipe. */
export function shieldSteps(air: AirPlan, lay: LayPlan): Step[] {
  const { steps, add } = stepList()
  for (const id of Object.keys(lay.shields).sort()) {
    const what = lay.shields[id] ? guarded(air, id) : null
    if (what === null) continue
    add(
      'Heat shields',
      stepOf(id),
      `Clamp a heat shield on the pipe for the ${what}`,
      'Bright side to the pipe, clear of the bag at full size and of all that moves.',
      { cautions: ['Exhaust cold.'], minutes: 10, after: { clear: 'Make room first.' } },
    )
  }
  return steps
}

/** Shields that come before the spring of a side: its own, and all of them on the exhaust's side. */
export function shieldsBefore(
  steps: readonly Step[],
  side: Side,
  exhaustSide: Side | null,
): Record<string, string> {
  const mine = exhaustSide === null || exhaustSide === side
  return Object.fromEntries(
    steps
      .filter((step) => mine || step.id === `shield-${side}`)
      .map((step) => [step.id, 'Heat shield before the bag on that side.']),
  )
}
