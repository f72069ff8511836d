import { isFitted, isMoved, isSecondHand, isThere } from '../../catalog/partStates'
import type { AirPlan, Component, FailedBy } from '../../document/types'
import type { Step } from '../types'
import { stepList } from './stepList'

/** Existing parts: looked at if they stay, let down and taken off if they go. */

const LOOK: Partial<Record<Component['kind'], string>> = {
  spring:
    'No cracks in the folds, no rub marks, bracket the right way round, bolts at their torque; its plate read.',
  tank: 'Plate read, no rust through, water drained, every port closed.',
  compressor: 'Runs freely, no water in the filter, plugs clean and dry.',
  block: 'Plugs clean and dry, no oil or water at its outlets.',
  relief: 'Set pressure read off its cap; never plugged.',
  pressureSwitch: 'Its two pressures read off it, or off the gauge as it comes in and cuts out.',
  handFill: 'Core tight, cap on.',
}
const LOOK_AT_ANY = 'Clean, tight, not rubbed; moves as it should.'

/** Why a part failed, and what follows from that. @param again whether this job fits a new one */
function whyWords(failedBy: FailedBy, again: boolean): string {
  switch (failedBy) {
    case 'unknown':
      return again
        ? 'Look for why it failed before the new one goes in: rubbed, wet, backwards, or old.'
        : 'Look for why it failed, and write it down.'
    case 'rubbed':
      return 'It rubbed: mark where, and what it touched.'
    case 'wet':
      return again
        ? 'It drowned: the new one goes higher and drier.'
        : 'It drowned: look where the water came from. No new one goes in with this job.'
    case 'backwards':
      return again
        ? 'It was fitted the wrong way round: mind the marks on the new one.'
        : 'It was fitted the wrong way round.'
    case 'age':
      return 'It was old: look at the others of its age.'
  }
}
/** True if this job fits a new part of that kind. */
const comesAgain = (air: AirPlan, kind: Component['kind']): boolean =>
  Object.values(air.components).some((c) => c.kind === kind && isFitted(c.state))

/** Fittings go with the part they are on. */
const FITTINGS: readonly Component['kind'][] = ['tee', 'plug']

/** A look at every part that stays or comes from another truck. @param shielded parts behind a heat shield */
export function lookSteps(air: AirPlan, shielded: ReadonlySet<string>): Step[] {
  const { steps, add } = stepList()
  for (const [id, c] of Object.entries(air.components)) {
    if (!isSecondHand(c) || FITTINGS.includes(c.kind)) continue
    const shield = shielded.has(id) ? ' Its heat shield tight, bright side to the pipe.' : ''
    add(
      'Look at what is there',
      `look-${id}`,
      `Look at the ${c.label.toLowerCase()}`,
      (LOOK[c.kind] ?? LOOK_AT_ANY) + shield,
      {
        part: id,
        minutes: 2,
        after: { chock: 'Chock before anyone reaches under.' },
      },
    )
  }
  const drowned = [...Object.values(air.components), ...Object.values(air.gone.components)].some(
    ({ kind, found }) => kind === 'compressor' && found.condition === 'failed' && found.failedBy === 'wet',
  )
  if (drowned)
    add(
      'Look at what is there',
      'look-water',
      'Look for water in block, dryer and lines',
      'What drowned the compressor went on behind it: lines off at both ends and blown through, dryer opened, block worked with its outlets open. Wet valves stick later.',
      {
        minutes: 6,
        after: {
          chock: 'Chock before anyone reaches under.',
          'let-down': 'Air out before a fitting is opened.',
        },
      },
    )
  const lines = Object.values(air.lines).filter((l) => l.state === 'kept').length
  if (lines > 0)
    add(
      'Look at what is there',
      'look-lines',
      'Follow every line that stays, end to end',
      'Not rubbed, not kinked, clear of heat; tugged at every fitting.',
      { minutes: 6, after: { chock: 'Chock before anyone reaches under.' } },
    )
  return steps
}

/** How a part comes off. */
function offWords(air: AirPlan, c: Component): string {
  if (isMoved(c))
    return 'It goes to another place: its lines off at this end and capped, bolts and bracket kept with it.'
  if (c.found.condition === 'failed') return whyWords(c.found.failedBy, comesAgain(air, c.kind))
  if (!FITTINGS.includes(c.kind)) return 'Its bolts and bracket kept together, marked.'
  return c.state === 'replaced'
    ? 'With its tubes or out of its port; thread cleaned where the new one goes in.'
    : 'With its tubes or out of its port.'
}

/** Let down and disconnected first, then lines off before the parts they hang on. */
export function takeOffSteps(air: AirPlan): Step[] {
  const { steps, add } = stepList()
  const parts = [
    ...Object.entries(air.gone.components),
    ...Object.entries(air.components).filter(([, c]) => c.state === 'replaced' || isMoved(c)),
  ]
  const lines = [
    ...Object.entries(air.gone.lines),
    ...Object.entries(air.lines).filter(([, l]) => l.state === 'replaced'),
  ]
  if (!isTouched(air)) return steps
  const label = (id: string) => (air.gone.components[id] ?? air.components[id])?.label ?? id
  add(
    'Take off',
    'let-down',
    'Let everything down that is there',
    'Springs to nothing with the truck carried, tank drained through its drain, gauge at nothing.',
    {
      cautions: ['Air out before any bolt or fitting is opened.'],
      minutes: 3,
      after: { chock: 'Chock before anyone reaches under.' },
    },
  )
  const dead: Record<string, string> = { 'let-down': 'Air out before a fitting is opened.' }
  if (isWired(air)) {
    add('Take off', 'make-dead', 'Fuse out, plugs off', 'The old set’s fuse in your pocket until the end.', {
      cautions: ['Ignition off.'],
      after: { chock: 'Key out first.' },
    })
    dead['make-dead'] = 'A set that still has current may start by itself.'
  }
  for (const [id, l] of lines)
    add(
      'Take off',
      `off-line-${id}`,
      `Off: ${label(l.from)} to ${label(l.to).toLowerCase()}`,
      'Collar pressed, tube out straight. What stays open is capped at once.',
      {
        minutes: 2,
        opens: { parts: [l.from, l.to], lines: [id] },
        after: dead,
      },
    )
  for (const [id, c] of parts) {
    const mine = lines.filter(([, l]) => l.from === id || l.to === id).map(([line]) => `off-line-${line}`)
    const isFitting = FITTINGS.includes(c.kind)
    add('Take off', `off-${id}`, `Off: ${c.label.toLowerCase()}`, offWords(air, c), {
      part: id,
      minutes: isFitting ? 1 : 6,
      opens: { parts: [id] },
      after: { ...dead, ...Object.fromEntries(mine.map((line) => [line, 'Its lines come off first.'])) },
    })
  }
  const pumps = (list: readonly Component[]) => list.some((c) => c.kind === 'compressor')
  if (pumps(Object.values(air.gone.components)) && !pumps(Object.values(air.components)))
    add(
      'Take off',
      'off-feed',
      'Off: the feed at the battery',
      'At the fuse holder first; the wire out, or both ends capped and tied.',
      { minutes: 6, cautions: ['Ignition off. Fuse out.'], after: dead },
    )
  return steps
}

/** True if anything that exists is opened: a fitting undone, a part taken off, or a line cut. */
const isTouched = (air: AirPlan): boolean => {
  const there = Object.values(air.components).some((c) => isThere(c.state))
  const opened = [...Object.values(air.lines), ...Object.values(air.components)].some((x) =>
    isFitted(x.state),
  )
  const moved = Object.values(air.components).some(isMoved)
  return (
    Object.keys(air.gone.components).length + Object.keys(air.gone.lines).length > 0 ||
    moved ||
    (there && opened)
  )
}

const WIRED: readonly Component['kind'][] = [
  'compressor',
  'block',
  'solenoid',
  'controller',
  'pressureSwitch',
]
/** True if anything that exists is wired. */
const isWired = (air: AirPlan): boolean =>
  [
    ...Object.values(air.components).filter((c) => isThere(c.state)),
    ...Object.values(air.gone.components),
  ].some((c) => WIRED.includes(c.kind))

/** Ports and tubes of parts left for later, plugged until then. */
export function laterSteps(air: AirPlan): Step[] {
  const { steps, add } = stepList()
  for (const [id, c] of Object.entries(air.components)) {
    if (c.state !== 'later' || FITTINGS.includes(c.kind)) continue
    const joined = Object.values(air.lines).filter((l) => l.from === id || l.to === id)
    const plugged = joined
      .map((l) => air.components[l.from === id ? l.to : l.from])
      .filter((other) => other && other.state !== 'later')
    if (plugged.length === 0) continue
    add(
      'Left for later',
      `later-${id}`,
      `Plug what waits for the ${c.label.toLowerCase()}`,
      `At the ${plugged.map((other) => other!.label.toLowerCase()).join(' and the ')}: a plug pushed home and tugged, the tube coiled, tied and labelled.`,
      {
        part: id,
        minutes: 3,
        opens: { parts: joined.flatMap((l) => [l.from, l.to]).filter((part) => part !== id) },
        after: { clear: 'Make room first.' },
      },
    )
  }
  return steps
}

/** The step that takes the old part off before the new one goes in; empty if there is none. */
export const oldOneOff = (off: readonly Step[], id: string): Record<string, string> =>
  off.some((step) => step.id === `off-${id}`) ? { [`off-${id}`]: 'The old one comes off first.' } : {}
