import type { AirPlan, HoldTest, ComponentKind } from '../document/types'

/**
 * What to shut, leave alone or plug before a side is held in this circuit. Otherwise a loss says nothing about
 * that side.
 */

/** What to do with each kind; a part that is only joined there is not in the list. */
const AT_A_SPRING: Partial<Record<ComponentKind, string>> = {
  block: 'at rest, its fuse out: no memory and no keep-up moves it',
  paddle: 'in the middle, nobody touches it',
  handFill: 'its cap on',
  heightValve: 'its link off and its arm level: it would follow the height',
  solenoid: 'without power',
  controller: 'its service lock on',
  dump: 'shut, and its exhaust looked at',
  relief: 'left as it is, never plugged: hold under what opens it',
  regulator: 'its supply let down, so that nothing comes through it',
}
const AT_THE_SUPPLY: Partial<Record<ComponentKind, string>> = {
  compressor: 'without power, its fuse out',
  belt: 'engine off',
  boost: 'engine off',
  drain: 'shut',
  coupler: 'shut, nothing on it',
  relief: 'left as it is, never plugged: hold under what opens it',
  block: 'at rest, its fuse out: what it takes for the springs is no leak',
  paddle: 'in the middle: what it takes for the springs is no leak',
  heightValve: 'its link off and its arm level',
  horn: 'not pressed',
  solenoid: 'without power',
  check: 'looked at last: what goes back through it comes out at the compressor',
}
/** Valves whose seats a plug takes out of the test. */
const PLUGGED: readonly ComponentKind[] = [
  'block',
  'paddle',
  'heightValve',
  'solenoid',
  'handFill',
  'regulator',
]

/** What to do before a side is held: each part with words, in the order of the circuit. */
export function toShut(
  air: AirPlan,
  { side, plugged }: Pick<HoldTest, 'side' | 'plugged'>,
): { part: string; text: string }[] {
  const isOf = (path: string) =>
    side === 'supply'
      ? path === 'supply'
      : path === 'both' || side === 'both'
        ? path !== 'supply'
        : path === side
  const there = new Set(
    Object.values(air.lines).flatMap(({ from, to, path }) => (isOf(path) ? [from, to] : [])),
  )
  const words = side === 'supply' ? AT_THE_SUPPLY : AT_A_SPRING
  return Object.entries(air.components).flatMap(([part, { kind, label }]) => {
    // A controller has only wires.
    const isThere = there.has(part) || (kind === 'controller' && side !== 'supply')
    if (!isThere) return []
    if (plugged && PLUGGED.includes(kind))
      return [{ part, text: `${label}: its line out of it, a plug in the end of the tube` }]
    const what = words[kind]
    return what ? [{ part, text: `${label}: ${what}` }] : []
  })
}
