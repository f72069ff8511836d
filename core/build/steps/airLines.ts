import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

const MARKS: Record<string, string> = { left: ' Mark both ends L.', right: ' Mark both ends R.' }

/** Every line of the cut list, longest first. */
export function airLineSteps(facts: BuildFacts): Step[] {
  const { steps, add } = stepList()
  const springsDone = (['left', 'right'] as const).map((side) => [
    `torque-${side}`,
    'Springs stand finished before lines are cut to them.',
  ])
  for (const cut of facts.cuts) {
    const mark = MARKS[cut.path] ?? ''
    const grommets = cut.grommets ? `, ${cut.grommets} grommets` : ''
    add(
      'Air lines',
      `line-${cut.id}`,
      `${cut.fromLabel} to ${cut.toLabel}`,
      `Cut {cut} square with a tube cutter, push home past the first stop, tug.${mark} ${cut.ties} ties${grommets}.`,
      {
        values: { cut: { value: cut.cut, quantity: 'run' } },
        minutes: 10,
        tools: ['Tube cutter'],
        cautions: ['Clear of exhaust, drive shaft, steering. Never scissors or side cutters.'],
        after: Object.fromEntries(springsDone),
      },
    )
  }
  return steps
}
