import { jointAt } from '../../catalog/joints'
import { isMoved } from '../../catalog/partStates'
import { DIRECT, type AirPlan } from '../../document/types'
import type { BuildFacts, Step } from '../types'
import { stepList } from './stepList'

/** Words for the holes through sheet metal along a run. */
const holes = (count: number) =>
  count === 1 ? 'a hole with its grommet' : `${count} holes, each with its grommet`

const MARKS: Record<string, string> = { left: ' Mark both ends L.', right: ' Mark both ends R.' }

const kept = (air: AirPlan, part: string) =>
  Object.entries(air.lines).filter(
    ([, l]) => l.state === 'kept' && l.tube !== DIRECT && (l.from === part || l.to === part),
  )
const labelOf = (air: AirPlan, id: string): string => (air.components[id]?.label ?? id).toLowerCase()

/** New parts put into an existing line: it is cut once, and both pieces stay. */
export function teeInSteps(air: AirPlan, { keptRuns }: Pick<BuildFacts, 'keptRuns'>): Step[] {
  const { steps, add } = stepList()
  for (const [id, c] of Object.entries(air.components)) {
    const pieces = c.state === 'new' ? kept(air, id) : []
    const [one, two] = pieces
    if (!one || !two) continue
    const other = ([, l]: typeof one) => (l.from === id ? l.to : l.from)
    const length = ([line]: typeof one) => ({ value: keptRuns[line] ?? 0, quantity: 'run' as const })
    const ends = `${labelOf(air, other(one))} to ${labelOf(air, other(two))}`
    add(
      'Air lines',
      `cut-in-${id}`,
      `Cut the line from the ${ends}, and put the ${c.label.toLowerCase()} in`,
      `Measure the old line first: the pieces are {one} at the ${labelOf(air, other(one))} and {two} at the ${labelOf(air, other(two))}, slack with them. Too short for both, it is run anew. Cut here square, where a hand reaches; both ends pushed past the second stop and tugged. Soaped with the rest.`,
      {
        values: { one: length(one), two: length(two) },
        minutes: 4,
        tools: ['Tube cutter'],
        cautions: ['Air out before the line is cut.'],
        opens: { parts: [id], lines: [one[0], two[0]] },
        after: { 'let-down': 'Air out before a line is cut.', clear: 'Make room first.' },
      },
    )
  }
  return steps
}

/** For lines that stay at a part that moves: measure whether they reach. */
export function measureSteps(air: AirPlan, { keptRuns }: Pick<BuildFacts, 'keptRuns'>): Step[] {
  const { steps, add } = stepList()
  for (const [id, c] of Object.entries(air.components)) {
    if (!isMoved(c)) continue
    for (const [line, l] of kept(air, id))
      add(
        'Air lines',
        `measure-${line}`,
        `Measure the line from the ${labelOf(air, l.from)} to the ${labelOf(air, l.to)}`,
        `To the new place of the ${c.label.toLowerCase()} it needs {needs}, slack with it. Long enough, it goes back on, pushed home and tugged; too short, it is run anew: say so at Air.`,
        {
          values: { needs: { value: keptRuns[line] ?? 0, quantity: 'run' } },
          minutes: 3,
          tools: ['Tape'],
          opens: { lines: [line] },
          after: { [`mount-${id}`]: 'Its place is fixed first.' },
        },
      )
  }
  return steps
}

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
        minutes: 6,
        opens: { lines: [cut.id] },
        tools: whole ? ['Two wrenches'] : ['Tube cutter'],
        cautions: ['Clear of exhaust, drive shaft, steering. Never scissors or side cutters.'],
        after: Object.fromEntries(springsDone),
      },
    )
  }
  return steps
}
