import { HOLDS_AIR_BACK } from '../../catalog/kinds'
import type { AirPath, AirPlan, Circuit, Side, ComponentKind } from '../../document/types'
import { portsOf, type PartsOf } from '../parts/parts'

/** Lines at each component. */
function linesAt({ lines }: Circuit): Map<string, { id: string; other: string }[]> {
  const at = new Map<string, { id: string; other: string }[]>()
  const put = (here: string, id: string, other: string) => {
    const known = at.get(here)
    if (known) known.push({ id, other })
    else at.set(here, [{ id, other }])
  }
  for (const [id, l] of Object.entries(lines)) {
    put(l.from, id, l.to)
    put(l.to, id, l.from)
  }
  return at
}

/**
 * Ids of components connected to `start` by lines, not passing through any kind in `closed` nor along the line
 * `without`. Empty if the component does not exist, because a line may end at nothing.
 */
export function connectedParts(
  air: Circuit,
  start: string,
  closed: readonly ComponentKind[],
  without?: string,
): Set<string> {
  const at = linesAt(air)
  const seen = new Set(air.components[start] ? [start] : [])
  const queue = [...seen]
  while (queue.length) {
    for (const { id, other } of at.get(queue.shift()!) ?? []) {
      const component = air.components[other]
      if (id === without || seen.has(other) || !component || closed.includes(component.kind)) continue
      seen.add(other)
      queue.push(other)
    }
  }
  return seen
}

/** Sides of the springs that always have the pressure of a component; empty for one that can hold air back. */
function sidesAt(air: Circuit, id: string, without?: string): Set<Side> {
  const c = air.components[id]
  if (!c || (HOLDS_AIR_BACK.includes(c.kind) && c.kind !== 'handFill')) return new Set()
  return new Set(
    [...connectedParts(air, id, HOLDS_AIR_BACK, without)].flatMap(
      (other) => (air.components[other]!.kind === 'spring' && air.components[other]!.side) || [],
    ),
  )
}

/** Whose air a line carries: one side's, both springs', or the supply's. */
export function linePath(air: Circuit, id: string): AirPath {
  const l = air.lines[id]!
  for (const end of [l.from, l.to]) {
    const c = air.components[end]
    if (c?.kind === 'spring' && c.side) return c.side
  }
  const sides = new Set([...sidesAt(air, l.from, id), ...sidesAt(air, l.to, id)])
  return sides.size === 2 ? 'both' : ([...sides][0] ?? 'supply')
}

/** The circuit with every line's path recomputed from its neighbours. */
export function withLinePaths<T extends Circuit>(air: T): T {
  return {
    ...air,
    lines: Object.fromEntries(
      Object.entries(air.lines).map(([id, l]) => {
        const path = linePath(air, id)
        return [id, path === l.path ? l : { ...l, path }]
      }),
    ),
  }
}

/**
 * True if both springs always share one pressure: joined by tube with nothing in between that can hold air
 * back.
 */
export function springsTeed(air: Circuit): boolean {
  const springs = Object.entries(air.components)
    .filter(([, c]) => c.kind === 'spring')
    .map(([id]) => id)
  return springs.length > 1 && connectedParts(air, springs[0]!, HOLDS_AIR_BACK).has(springs[1]!)
}

/**
 * True if a spring has a fill valve that needs no control and no supply: through tube, or through a valve
 * worked by hand.
 */
export function hasHandFill(air: Circuit, spring: string): boolean {
  return [
    ...connectedParts(air, spring, [
      'block',
      'compressor',
      'belt',
      'boost',
      'solenoid',
      'heightValve',
      'paddle',
      'regulator',
      'dualGauge',
    ]),
  ].some((id) => air.components[id]!.kind === 'handFill')
}

/** Lines with an end that is on no port of the circuit. */
export function looseLines(air: PartsOf & Circuit): string[] {
  const there = (component: string, port: string) => portsOf(air, component).some((p) => p.id === port)
  return Object.entries(air.lines)
    .filter(([, l]) => !there(l.from, l.fromPort) || !there(l.to, l.toPort))
    .map(([id]) => id)
}

/** Lines on a port, as `component.port`. */
export function linesByPort({ lines }: Circuit): Map<string, string[]> {
  const use = new Map<string, string[]>()
  for (const [id, l] of Object.entries(lines))
    for (const end of [`${l.from}.${l.fromPort}`, `${l.to}.${l.toPort}`])
      use.set(end, [...(use.get(end) ?? []), id])
  return use
}

/** Pressure and intake ports without a line. An exhaust is open by design. */
export function openPorts(air: PartsOf & Circuit): { component: string; port: string }[] {
  const use = linesByPort(air)
  return Object.keys(air.components).flatMap((id) =>
    portsOf(air, id)
      .filter((p) => p.type !== 'exhaust' && !use.has(`${id}.${p.id}`))
      .map((p) => ({ component: id, port: p.id })),
  )
}

/** First component of a kind. */
export const firstOfKind = (air: Circuit, kind: ComponentKind): string | null =>
  Object.keys(air.components).find((id) => air.components[id]!.kind === kind) ?? null
/** All components of some kinds. */
export const allOfKinds = (air: Circuit, ...kinds: ComponentKind[]): string[] =>
  Object.keys(air.components).filter((id) => kinds.includes(air.components[id]!.kind))
/** Name of a part: its label, with the outlet if `id` is `component.outN`. */
export function partLabel(air: Pick<AirPlan, 'components'>, id: string): string {
  const [component, port] = id.split('.') as [string, string | undefined]
  const label = air.components[component]?.label ?? component
  return port?.startsWith('out') ? `${label}, outlet ${port.slice(3)}` : label
}

/** Name of a part in the middle of a sentence. */
export const labelInSentence = (air: AirPlan, id: string) => air.components[id]?.label.toLowerCase() ?? id

/** A line's end at a part: which end it is, on which port, and what the other end is on. */
export interface PartEnd {
  line: string
  end: 'from' | 'to'
  port: string
  other: string
  otherPort: string
}

/** Ends of lines at a component: the line, which of its ends, and what is at the other. */
export function endsAt(air: AirPlan, id: string): PartEnd[] {
  return Object.entries(air.lines).flatMap(([line, l]) => [
    ...(l.from === id
      ? [{ line, end: 'from' as const, port: l.fromPort, other: l.to, otherPort: l.toPort }]
      : []),
    ...(l.to === id
      ? [{ line, end: 'to' as const, port: l.toPort, other: l.from, otherPort: l.fromPort }]
      : []),
  ])
}
