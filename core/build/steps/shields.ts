import type { Side } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

const SPRING = /^spring-(left|right)$/

/** Id of the step that fits a shield; the shield of a spring is named by its side. */
const stepOf = (id: string) => `shield-${SPRING.exec(id)?.[1] ?? id}`

/** Every heat shield of the plan, with what it guards. It is fitted before anything hangs beside the pipe. */
export function shieldSteps({ shields }: Pick<BuildFacts, 'shields'>): Step[] {
  const { steps, add } = stepList()
  for (const { id, guards } of shields)
    add(
      'Heat shields',
      stepOf(id),
      `Clamp a heat shield on the pipe for the ${guards}`,
      'Bright side to the pipe, clear of the bag at full size and of all that moves.',
      {
        tools: ['Screwdriver for hose clamps'],
        cautions: ['Exhaust cold.'],
        minutes: 5,
        after: { clear: 'Make room first.' },
      },
    )
  return steps
}

/** Shields that come before the spring of a side: its own, and on the exhaust's side all of them. */
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
