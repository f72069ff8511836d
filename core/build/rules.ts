import type { BuildPlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { blockedBy } from './order'
import type { Step } from './types'

const note = notesOf('build', 'count')

/** Steps ticked before what must come first; a fuse put in early can burn a wire. */
const outOfOrder = (steps: readonly Step[], build: BuildPlan): Note[] =>
  steps.flatMap((step) => {
    const blocked = build.ticks[step.id] ? blockedBy(step, steps, build) : null
    if (!blocked) return []
    return note({
      rule: 'out-of-order',
      rank: step.id === 'fuse' ? 'stop' : 'fix',
      subject: step.id,
      title: `“${step.title}” is ticked before its time`,
      text: `First “${blocked.step.title}”: ${blocked.reason}`,
      source: 'Common practice',
    })
  })

/** Steps done as the plan then was, and which it is no longer. */
const changedSince = (steps: readonly Step[], { ticks }: BuildPlan, standing: BuildPlan['ticks']): Note[] =>
  steps.flatMap((step) => {
    const tick = ticks[step.id]
    if (!tick || standing[step.id]) return []
    return note({
      rule: 'step-changed',
      rank: 'fix',
      subject: step.id,
      title: `“${step.title}” was done otherwise`,
      text: `The plan changed since ${tick.who} did it. Done was: ${tick.did} Do it again, or bring the plan back.`,
      source: 'As ticked',
    })
  })

/** Steps that were done and that the plan no longer has. */
const noLongerPlanned = (steps: readonly Step[], { ticks }: BuildPlan): Note[] => {
  const planned = new Set(steps.map((s) => s.id))
  return Object.entries(ticks).flatMap(([id, tick]) => {
    if (planned.has(id)) return []
    const what = tick.did || `step “${id}”`
    return note({
      rule: 'step-gone',
      rank: 'fix',
      subject: id,
      title: 'Something was done that is no longer in the plan',
      text: `${tick.who} did: ${what} Undo it on the truck, then take the tick away.`,
      source: 'As ticked',
      remedy: {
        label: 'It is undone: take the tick away',
        patches: [{ op: 'remove', path: ['build', 'ticks', id] }],
      },
    })
  })
}

/** All that Build notices. @param standing ticks of steps that are still what was done. */
export const buildRules = (
  steps: readonly Step[],
  build: BuildPlan,
  standing: BuildPlan['ticks'],
): Note[] => [
  ...outOfOrder(steps, { ...build, ticks: standing }),
  ...changedSince(steps, build, standing),
  ...noLongerPlanned(steps, build),
]
