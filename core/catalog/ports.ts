import { DIRECT, type AirLine, type AirPlan, type PortSize, type ComponentKind } from '../document/types'
import { catalogueTube } from './joints'

/**
 * What a part's ports take: a thread by its nominal size, or the tube itself. Usual for the kind (from memory).
 */

/** Parts that are not threaded 1/4 throughout. A plug takes the size of its port. */
const USUAL: Partial<Record<ComponentKind, PortSize>> = {
  handFill: 'tube',
  tee: 'tube',
  block: 'tube',
  restrictor: 'tube',
  belt: '3/8',
  gauge: '1/8',
  dualGauge: '1/8',
  sensor: '1/8',
  pressureSwitch: '1/8',
}
/** Classes named by their size have that thread. */
const SIZED = /-(3-8|1-2)$/

export const PORT_WORDS: Record<PortSize, string> = {
  tube: 'takes the tube itself',
  '1/8': '1/8 in thread',
  '1/4': '1/4 in thread',
  '3/8': '3/8 in thread',
  '1/2': '1/2 in thread',
}

/** Key of a port with an unusual size. */
export const portId = (part: string, port: string): string => `${part}:${port}`

type PortsOf = Pick<AirPlan, 'components' | 'ports'>

/** What a port of a kind and class usually takes. */
export function usualPort(air: PortsOf, part: string): PortSize {
  const c = air.components[part]
  if (!c) return '1/4'
  const sized = SIZED.exec(c.class ?? '')?.[1]
  return sized ? (sized.replace('-', '/') as PortSize) : (USUAL[c.kind] ?? '1/4')
}

/** What a port takes: as typed off the part's own sheet, otherwise usual for its kind. */
export const portSize = (air: PortsOf, part: string, port: string): PortSize =>
  air.ports[portId(part, port)] ?? usualPort(air, part)

/** What goes between two ends that do not fit each other: from what, to what, in words. */
export interface Adapter {
  line: string
  label: string
}

type CircuitOf = PortsOf & Pick<AirPlan, 'lines' | 'tubeClass' | 'classes' | 'joints'>

/** Thread into thread of another size, or thread into a port that takes tube. */
function screwedAdapter(air: CircuitOf, line: AirLine): string | null {
  const kinds = [air.components[line.from]?.kind, air.components[line.to]?.kind]
  if (kinds.includes('plug')) return null
  const [male, female] = [portSize(air, line.from, line.fromPort), portSize(air, line.to, line.toPort)]
  if (male === female && male !== 'tube') return null
  if (male === 'tube' && female === 'tube') return 'short piece of tube'
  if (male === 'tube' || female === 'tube')
    return `stem, tube to ${male === 'tube' ? female : male} in thread`
  return `thread adapter, ${female} to ${male} in`
}

/** The tube of a part with tube ports: that of its first line. */
function tubeTaken(air: CircuitOf, part: string): string | null {
  const line = Object.values(air.lines).find((l) => (l.from === part || l.to === part) && l.tube !== DIRECT)
  return line ? (catalogueTube(air, line)?.label ?? null) : null
}

/** A tube into a port that takes another. */
function tubeAdapter(air: CircuitOf, line: AirLine, part: string, port: string): string | null {
  if (portSize(air, part, port) !== 'tube') return null
  const [own, tube] = [tubeTaken(air, part), catalogueTube(air, line)?.label ?? null]
  return own === null || tube === null || own === tube ? null : `reducer, ${tube} to ${own}`
}

/** Adapters that one line needs, at either end. */
export function adaptersAt(air: CircuitOf, id: string): Adapter[] {
  const line = air.lines[id]!
  const labels =
    line.tube === DIRECT
      ? [screwedAdapter(air, line)]
      : [tubeAdapter(air, line, line.from, line.fromPort), tubeAdapter(air, line, line.to, line.toPort)]
  return labels.flatMap((label) => (label === null ? [] : { line: id, label }))
}
