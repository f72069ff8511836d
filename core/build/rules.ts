import { FOOT_POUND } from '../quantity/constants'
import { PRACTICE } from '../catalog/practice'
import type { BuildPlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { FASTENERS, fastenersOf, judgeFastener, takeUsual, typedFastener } from './fasteners'
import { blockedBy } from './order'
import type { TorqueLooks } from './torque'
import type { Step } from './types'

const note = notesOf('build', 'count')

/** Steps ticked before those that must come first. A fuse put in early can burn a wire. */
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

/** Finished steps that the plan has changed since. */
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

/** Finished steps that are no longer in the plan. */
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

/** Fasteners without a typed torque. The usual one is offered, but never counts as the truck's own. */
const withoutTorque = (steps: readonly Step[], build: BuildPlan): Note[] => {
  const missing = fastenersOf(steps).filter((id) => !typedFastener(build, id))
  if (missing.length === 0) return []
  const names = missing.map((id) => FASTENERS[id].label.toLowerCase())
  return [
    note({
      rule: 'torque-missing',
      rank: 'fix',
      subject: 'fasteners',
      value: missing.length,
      title: 'Torques are still to be typed off the kit’s sheet',
      text: `Without one: ${names.join('; ')}. Type each with its size and class; what is usual elsewhere may be twice what yours bears.`,
      source: 'The kit’s own sheet',
      remedy: {
        label: 'Take the usual values over, knowing so',
        patches: Object.entries(takeUsual(missing)).map(([id, value]) => ({
          op: 'add' as const,
          path: ['build', 'fasteners', id],
          value,
        })),
      },
    }),
  ]
}

/** What a torque typed in the wrong unit is in the right one, N·m. */
const UNIT_SLIPS: Partial<Record<TorqueLooks, { typed: string; factor: number }>> = {
  'ft-lb typed as N·m': { typed: 'ft·lbf', factor: FOOT_POUND },
  'in-lb typed as N·m': { typed: 'in·lbf', factor: FOOT_POUND / 12 },
}

/** A torque outside the usual range of its thread and class: a wrong unit or a wrong size. */
const torqueUnlikely = (steps: readonly Step[], build: BuildPlan): Note[] =>
  fastenersOf(steps).flatMap((id) => {
    const typed = typedFastener(build, id)
    const judged = typed && judgeFastener(typed)
    if (!typed || !judged || judged.looksLike === 'ok') return []
    const over = typed.torque > judged.high
    if (!over && FASTENERS[id].soft) return []
    // A unit that was typed was meant. Only a figure without a unit may have been read in another.
    const slip = typed.unit === '' ? UNIT_SLIPS[judged.looksLike] : undefined
    const size = `${typed.thread} ${typed.grade}`
    return note({
      quantity: 'torque',
      rule: 'torque-unlikely',
      rank: 'fix',
      subject: `fastener-${id}`,
      value: typed.torque,
      limit: over ? judged.high : judged.low,
      title: `${FASTENERS[id].label}: that torque does not suit its size`,
      text: `${slip ? `It looks like ${slip.typed} typed as another unit. ` : ''}{value} is ${over ? 'more' : 'less'} than ${size} usually bears ({limit}). Look at the sheet again: unit, size, class.`,
      source: 'T = K·d·F, K 0.16–0.24, F = 75 % of proof (ISO 898-1); only to catch a slip',
      remedy: slip && {
        label: `It was ${slip.typed}`,
        patches: [
          { op: 'replace', path: ['build', 'fasteners', id, 'torque'], value: typed.torque * slip.factor },
        ],
      },
    })
  })

/** Tolerance of a torque wrench, as a share either way: what a step was tightened to may differ this much. */
const WRENCH = PRACTICE.torqueWrench.value

/** Ticked steps whose fasteners have a different torque, and those where nobody measured it. */
function tightened(steps: readonly Step[], build: BuildPlan): Note[] {
  const done = steps.flatMap((step) => {
    const tick = build.ticks[step.id]
    return tick
      ? (step.fasteners ?? []).map((id) => ({ step, tick, id, reached: tick.torques?.[id] ?? null }))
      : []
  })
  const wrong = done.flatMap(({ step, id, reached, tick }) => {
    const wanted = typedFastener(build, id)?.torque
    if (reached === null || wanted === undefined || Math.abs(reached - wanted) <= WRENCH * wanted) return []
    return note({
      quantity: 'torque',
      rule: 'torque-otherwise',
      rank: 'fix',
      subject: step.id,
      value: reached,
      limit: wanted,
      title: `${FASTENERS[id].label}: ${reached > wanted ? 'over' : 'under'}-tightened`,
      text: `“${step.title}”: ${tick.who} reached {value}; {limit} is wanted. ${reached > wanted ? 'What was strained is replaced, not slackened' : 'Tighten it home'}, and tick the step again.`,
      source: 'As ticked, against the kit’s own sheet',
    })
  })
  const unmeasured = done.filter(({ reached }) => reached === null)
  if (unmeasured.length === 0) return wrong
  const names = [...new Set(unmeasured.map(({ tick }) => tick.who))].join(', ')
  return [
    ...wrong,
    note({
      rule: 'torque-not-measured',
      rank: 'know',
      subject: unmeasured[0]!.step.id,
      value: unmeasured.length,
      title: 'Tightened, and not measured',
      text: `{value} torques were not measured, says ${names}. They are looked at again on the wheels and after the road.`,
      source: 'As ticked',
    }),
  ]
}

/** All notes of Build. @param standing ticks of steps that are still what was done */
export const buildRules = (
  steps: readonly Step[],
  build: BuildPlan,
  standing: BuildPlan['ticks'],
): Note[] => [
  ...outOfOrder(steps, { ...build, ticks: standing }),
  ...changedSince(steps, build, standing),
  ...noLongerPlanned(steps, build),
  ...withoutTorque(steps, build),
  ...torqueUnlikely(steps, build),
  ...tightened(steps, { ...build, ticks: standing }),
]
