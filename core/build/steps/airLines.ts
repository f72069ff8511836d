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
        facts: ['one', 'two'],
        line: one[0],
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
          line,
          facts: ['needs'],
          opens: { lines: [line] },
          after: { [`mount-${id}`]: 'Its place is fixed first.' },
        },
      )
  }
  return steps
}

/** Tubes no longer than this are made together where they meet, m: they are no doing of their own. */
const SHORT = 0.3
type Cut = BuildFacts['cuts'][number]

const SPRINGS_DONE: Record<string, string> = Object.fromEntries(
  (['left', 'right'] as const).flatMap((side) => [
    [`torque-${side}`, 'Springs stand finished before lines are cut to them.'],
    [`fit-${side}`, 'A spring that is moved again takes its line with it.'],
  ]),
)
/** An end is joined to a part that hangs at its place. */
const mountedFirst = (air: AirPlan, cut: Cut): Record<string, string> => {
  const line = air.lines[cut.id]!
  return Object.fromEntries(
    [line.from, line.to].map((part) => [`mount-${part}`, 'Parts hang before lines are cut to them.']),
  )
}

/** How both ends of a line are made. */
function endWords(air: AirPlan, cut: Cut): { words: string; choices: Record<string, string> } {
  const [from, to] = (['from', 'to'] as const).map((end) => jointAt(air, cut.id, air.lines[cut.id]!, end))
  const words =
    from === to
      ? `${from!.make}.`
      : `at the ${cut.fromLabel.toLowerCase()} ${from!.make}; at the ${cut.toLabel.toLowerCase()} ${to!.make}.`
  return { words, choices: { from: from!.id, to: to!.id } }
}

/** The part that most of the short tubes meet at, and its tubes; repeated until none is left. */
function bundles(air: AirPlan, cuts: readonly Cut[]): { part: string; cuts: Cut[] }[] {
  const list: { part: string; cuts: Cut[] }[] = []
  let rest = [...cuts]
  while (rest.length > 0) {
    const at = new Map<string, Cut[]>()
    for (const cut of rest)
      for (const part of [air.lines[cut.id]!.from, air.lines[cut.id]!.to])
        at.set(part, [...(at.get(part) ?? []), cut])
    const [part, mine] = [...at].sort(([a, x], [b, y]) => y.length - x.length || (a < b ? -1 : 1))[0]!
    list.push({ part, cuts: mine })
    rest = rest.filter((cut) => !mine.includes(cut))
  }
  return list
}

/** Short tubes, one step for each part where they meet. */
function shortSteps(air: AirPlan, cuts: readonly Cut[]): Step[] {
  const { steps, add } = stepList()
  for (const { part, cuts: mine } of bundles(air, cuts)) {
    const rows = mine.map(
      ({ fromLabel, toLabel }, i) =>
        `{cut${i}} from the ${fromLabel.toLowerCase()} to the ${toLabel.toLowerCase()}`,
    )
    const ends = new Set(mine.map((cut) => endWords(air, cut).words))
    add(
      'Air lines',
      `short-${part}`,
      mine.length === 1
        ? `Short tube, ${mine[0]!.fromLabel.toLowerCase()} to ${mine[0]!.toLabel.toLowerCase()}`
        : `Short tubes at the ${labelOf(air, part)}`,
      `${rows.join('; ')}. Cut square, deburred; ${[...ends].join(' ')}`,
      {
        part,
        values: Object.fromEntries(
          mine.map(({ cut }, i) => [`cut${i}`, { value: cut, quantity: 'run' as const }]),
        ),
        facts: mine.map((_, i) => `cut${i}`),
        choices: Object.assign(
          {},
          ...mine.map((cut) => {
            const { from, to } = endWords(air, cut).choices
            return { [cut.id]: `${from}, ${to}` }
          }),
        ) as Record<string, string>,
        minutes: 1 + 2 * mine.length,
        opens: { lines: mine.map(({ id }) => id) },
        tools: ['Tube cutter'],
        cautions: ['Never scissors or side cutters.'],
        after: Object.assign({ ...SPRINGS_DONE }, ...mine.map((cut) => mountedFirst(air, cut))) as Record<
          string,
          string
        >,
      },
    )
  }
  return steps
}

/** Every line of the cut list, longest first; short tubes together. */
export function airLineSteps(air: AirPlan, { cuts }: Pick<BuildFacts, 'cuts'>): Step[] {
  const { steps, add } = stepList()
  const short = cuts.filter(({ cut, coiled }) => cut <= SHORT && coiled === null)
  for (const cut of cuts) {
    if (short.includes(cut)) continue
    const mark = MARKS[cut.path] ?? ''
    const grommets = cut.grommets ? `, ${holes(cut.grommets)}` : ''
    const ends = endWords(air, cut)
    const whole = cut.coiled !== null
    add(
      'Air lines',
      `line-${cut.id}`,
      `${cut.fromLabel} to ${cut.toLabel}`,
      whole
        ? `Hose of {cut} with its ends on, never cut; {coiled} of it coiled and tied; ${ends.words}${mark} ${cut.ties} ties${grommets}.`
        : `Laid first, then cut {cut} square with a tube cutter, deburred, ${ends.words}${mark} ${cut.ties} ties${grommets}.`,
      {
        line: cut.id,
        values: {
          cut: { value: cut.cut, quantity: 'run' },
          ...(whole ? { coiled: { value: Math.max(cut.coiled!, 0), quantity: 'run' } as const } : {}),
        },
        facts: ['cut'],
        choices: { ...ends.choices, side: cut.path },
        minutes: 5,
        opens: { lines: [cut.id] },
        tools: whole ? ['Two wrenches'] : ['Tube cutter'],
        cautions: ['Clear of exhaust, drive shaft, steering. Never scissors or side cutters.'],
        after: { ...SPRINGS_DONE, ...mountedFirst(air, cut) },
      },
    )
  }
  return [...steps, ...shortSteps(air, short)]
}
