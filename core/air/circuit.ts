import type { AirLine, AirPath, AirPlan, Archetype, Component, ComponentKind } from '../plan/types'

export interface ArchetypeEntry { id: Archetype, label: string, what: string, teed: boolean, powered: boolean, block: string | null }

/** The starting circuits of this version. Each is data the user may edit afterwards. */
export const ARCHETYPES: readonly ArchetypeEntry[] = [
  { id: 'hand-teed', label: 'Hand fill, teed', what: 'One fill valve, one tee, both springs at one pressure. Nothing to wire.', teed: true, powered: false, block: null },
  { id: 'hand-two', label: 'Hand fill, two lines', what: 'A fill valve for each spring: side-to-side trim by hand.', teed: false, powered: false, block: null },
  { id: 'wireless-single', label: 'Compressor, single path, wireless', what: 'Compressor and one-outlet valve block, teed springs, hand fill kept as back-up.', teed: true, powered: true, block: 'block-one' },
  { id: 'wireless-dual', label: 'Compressor, dual path, wireless', what: 'Compressor, dryer and two-outlet valve block, a line for each spring, hand fill kept on both.', teed: false, powered: true, block: 'block-two' },
]

/** Ports of each kind that must not stand open. A filter's intake is open by design. */
export const PORTS: Record<ComponentKind, readonly string[]> = {
  spring: ['port'], handFill: ['out'], tee: ['a', 'b', 'c'], compressor: ['in', 'out'], filter: ['out'], dryer: ['in', 'out'], block: ['in', 'out1', 'out2'],
}

/** Ports of a component under the chosen block's number of outlets. */
export function portsOf(kind: ComponentKind, blockOutlets: number): readonly string[] {
  return kind === 'block' && blockOutlets === 1 ? ['in', 'out1'] : PORTS[kind]
}

const part = (kind: ComponentKind, label: string, side: Component['side'] = null): Component => ({ kind, label, side })
const line = (from: string, to: string, path: AirPath): AirLine => {
  const [a, fromPort] = from.split('.') as [string, string]
  const [b, toPort] = to.split('.') as [string, string]
  return { from: a, fromPort, to: b, toPort, path }
}

const SPRINGS = { 'spring-left': part('spring', 'Left spring', 'left'), 'spring-right': part('spring', 'Right spring', 'right') }
const SUPPLY = { filter: part('filter', 'Inlet filter'), compressor: part('compressor', 'Compressor'), block: part('block', 'Valve block') }

const CIRCUITS: Record<Archetype, Pick<AirPlan, 'components' | 'lines'>> = {
  'hand-teed': {
    components: { ...SPRINGS, fill: part('handFill', 'Fill valve'), split: part('tee', 'Tee between springs') },
    lines: { 'fill-split': line('fill.out', 'split.a', 'both'), 'split-left': line('split.b', 'spring-left.port', 'left'), 'split-right': line('split.c', 'spring-right.port', 'right') },
  },
  'hand-two': {
    components: { ...SPRINGS, 'fill-left': part('handFill', 'Left fill valve', 'left'), 'fill-right': part('handFill', 'Right fill valve', 'right') },
    lines: { 'line-left': line('fill-left.out', 'spring-left.port', 'left'), 'line-right': line('fill-right.out', 'spring-right.port', 'right') },
  },
  'wireless-single': {
    components: { ...SPRINGS, ...SUPPLY, 'fill-tee': part('tee', 'Tee for hand fill'), 'fill': part('handFill', 'Fill valve'), 'split': part('tee', 'Tee between springs') },
    lines: {
      'intake': line('filter.out', 'compressor.in', 'supply'), 'supply': line('compressor.out', 'block.in', 'supply'), 'block-tee': line('block.out1', 'fill-tee.a', 'both'), 'fill-line': line('fill.out', 'fill-tee.c', 'both'),
      'tee-split': line('fill-tee.b', 'split.a', 'both'), 'split-left': line('split.b', 'spring-left.port', 'left'), 'split-right': line('split.c', 'spring-right.port', 'right'),
    },
  },
  'wireless-dual': {
    components: {
      ...SPRINGS, ...SUPPLY, 'dryer': part('dryer', 'Dryer'), 'tee-left': part('tee', 'Left tee', 'left'), 'tee-right': part('tee', 'Right tee', 'right'), 'fill-left': part('handFill', 'Left fill valve', 'left'), 'fill-right': part('handFill', 'Right fill valve', 'right'),
    },
    lines: {
      'intake': line('filter.out', 'compressor.in', 'supply'), 'to-dryer': line('compressor.out', 'dryer.in', 'supply'), 'supply': line('dryer.out', 'block.in', 'supply'),
      'block-left': line('block.out1', 'tee-left.a', 'left'), 'tee-spring-left': line('tee-left.b', 'spring-left.port', 'left'), 'fill-line-left': line('fill-left.out', 'tee-left.c', 'left'),
      'block-right': line('block.out2', 'tee-right.a', 'right'), 'tee-spring-right': line('tee-right.b', 'spring-right.port', 'right'), 'fill-line-right': line('fill-right.out', 'tee-right.c', 'right'),
    },
  },
}

/** Components and lines of an archetype, a fresh copy. */
export function startingCircuit(archetype: Archetype): Pick<AirPlan, 'components' | 'lines'> {
  return structuredClone(CIRCUITS[archetype])
}

/** Ids of components joined to `start` by tube, not passing through any kind in `closed`. */
export function reach(air: Pick<AirPlan, 'components' | 'lines'>, start: string, closed: readonly ComponentKind[]): Set<string> {
  const seen = new Set([start])
  const queue = [start]
  while (queue.length) {
    const here = queue.shift()!
    for (const { from, to } of Object.values(air.lines)) {
      const next = from === here ? to : to === here ? from : null
      const component = next === null ? undefined : air.components[next]
      if (next === null || seen.has(next) || !component || closed.includes(component.kind)) continue
      seen.add(next)
      queue.push(next)
    }
  }
  return seen
}

/** Whether both springs always share one pressure: joined by tube without a valve block or a fill valve between. */
export function springsTeed(air: Pick<AirPlan, 'components' | 'lines'>): boolean {
  const springs = Object.entries(air.components).filter(([, c]) => c.kind === 'spring').map(([id]) => id)
  return springs.length > 1 && reach(air, springs[0]!, ['block', 'compressor', 'handFill']).has(springs[1]!)
}

/** Lines of which an end is on no port of the circuit. */
export function looseLines(air: Pick<AirPlan, 'components' | 'lines'>, blockOutlets: number): string[] {
  const there = (component: string, port: string) => air.components[component] !== undefined && portsOf(air.components[component].kind, blockOutlets).includes(port)
  return Object.entries(air.lines).filter(([, l]) => !there(l.from, l.fromPort) || !there(l.to, l.toPort)).map(([id]) => id)
}

/** Ports that no line is on, as `component.port`. */
export function openPorts(air: Pick<AirPlan, 'components' | 'lines'>, blockOutlets: number): { component: string, port: string }[] {
  const used = new Set(Object.values(air.lines).flatMap(l => [`${l.from}.${l.fromPort}`, `${l.to}.${l.toPort}`]))
  return Object.entries(air.components).flatMap(([id, c]) => portsOf(c.kind, blockOutlets).filter(port => !used.has(`${id}.${port}`)).map(port => ({ component: id, port })))
}
