import type { BuildPlan } from '../document/types'
import type { BuildResult } from './types'

/** Steps that put the truck up, let it down, bring current, and bring air. */
const UP = 'lift'
const DOWN = 'down'
const LIVE = 'fuse'
const FILLED = 'first-fill'

/**
 * What must be safe before one leaves the work as it stands: a break, a missing part, the end of the day. Empty
 * if nothing was begun or everything is done.
 */
export function leavingNow(
  { steps, joints, freed, ticks, left }: Pick<BuildResult, 'steps' | 'joints' | 'freed' | 'ticks' | 'left'>,
  { struck }: Pick<BuildPlan, 'struck'>,
): string[] {
  const done = (id: string) => ticks[id] !== undefined || struck[id] !== undefined
  const planned = (id: string) => steps.some((step) => step.id === id)
  if (left.length === 0 || !steps.some(({ id }) => ticks[id])) return []
  const words: string[] = []
  const isUp = done(UP) && !done(DOWN)
  if (isUp)
    words.push(
      'It stays up: stands on level ground, a wheel laid under the sill, a note on the steering wheel that nobody moves it.',
    )
  const hanging = freed.filter(
    ({ id }) =>
      ticks[`free-${id}`] && !steps.some(({ id: step, putsBack }) => putsBack.includes(id) && done(step)),
  )
  const loose = hanging.filter(({ fate }) => fate !== 'off')
  if (loose.length > 0)
    words.push(
      `Off now, bolts in their bags, nothing hanging by a hose: ${loose.map(({ label }) => label.toLowerCase()).join(', ')}.`,
    )
  const turned = (joint: string, passes: readonly string[]) =>
    steps.some(
      ({ id, tightens }) => ticks[id] && tightens.some((t) => t.joint === joint && passes.includes(t.pass)),
    )
  const notTight = joints.filter(({ id }) => turned(id, ['loose', 'snug']) && !turned(id, ['final']))
  if (notTight.length > 0)
    words.push(
      `Only loose or snug: ${notTight.map(({ label }) => label.toLowerCase()).join(', ')}. No air, and not onto its wheels.`,
    )
  const lines = steps.filter(({ id }) => /^(line|short|cut-in|off-line)-/.test(id))
  if (lines.some(({ id }) => ticks[id]) && lines.some(({ id }) => !done(id)))
    words.push('Lines are open: a cap on every open end and port, so that neither dirt nor water gets in.')
  if (planned(LIVE) && !done(LIVE) && steps.some(({ group, id }) => group === 'Wiring' && ticks[id]))
    words.push(
      'The fuse stays out, in your pocket. Loose wire ends are taped and tied away from all that moves.',
    )
  if (done(LIVE) && planned(FILLED) && !done(FILLED))
    words.push('Fuse out again: nobody is there when the set fills by itself.')
  if (done(FILLED) && isUp) words.push('Air out of the springs while it stands on stands.')
  return words
}
