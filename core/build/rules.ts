import type { BuildPlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { blockedBy } from './order'
import type { Step } from './types'

const note = notesOf('build', 'count')

/** Steps ticked before what must come first; a fuse put in early can burn a wire. */
export const buildRules = (steps: readonly Step[], build: BuildPlan): Note[] =>
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
