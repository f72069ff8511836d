import { jointAt } from '../../catalog/joints'
import type { AirPlan } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

/** Holes through sheet metal on a run's way, in words. */
const holes = (count: number) =>
  count === 1 ? 'a hole with its grommet' : `${count} holes, each with its grommet`

const MARKS: Record<string, string> = { left: ' Mark both ends L.', right: ' Mark both ends R.' }

/** Every line of the cut list, longest first. */
export function airLineSteps(air: AirPlan, facts: BuildFacts): Step[] {
  const { steps, add } = stepList()
  const springsDone = (['left', 'right'] as const).map((side) => [
    `torque-${side}`,
    'Springs stand finished before lines are cut to them.',
  ])
  for (const cut of facts.cuts) {
    const mark = MARKS[cut.path] ?? ''
    const grommets = cut.grommets ? `, ${holes(cut.grommets)}` : ''
    const [from, to] = (['from', 'to'] as const).map((end) => jointAt(air, cut.id, air.lines[cut.id]!, end))
    const ends =
      from === to
        ? `${from!.make}.`
        : `at the ${cut.fromLabel.toLowerCase()} ${from!.make}; at the ${cut.toLabel.toLowerCase()} ${to!.make}.`
    const whole = cut.coiled !== null
    add(
      'Air lines',
      `line-${cut.id}`,
      `${cut.fromLabel} to ${cut.toLabel}`,
      whole
        ? `Hose of {cut} with its ends on, never cut; {coiled} of it coiled and tied; ${ends}${mark} ${cut.ties} ties${grommets}.`
        : `Cut {cut} square with a tube cutter, ${ends}${mark} ${cut.ties} ties${grommets}.`,
      {
        values: {
          cut: { value: cut.cut, quantity: 'run' },
          ...(whole ? { coiled: { value: Math.max(cut.coiled!, 0), quantity: 'run' } as const } : {}),
        },
        minutes: 10,
        opens: { lines: [cut.id] },
        tools: whole ? ['Two wrenches'] : ['Tube cutter'],
        cautions: ['Clear of exhaust, drive shaft, steering. Never scissors or side cutters.'],
        after: Object.fromEntries(springsDone),
      },
    )
  }
  return steps
}
