import { NETWORK_SOLVER } from './settings'

/**
 * A network of resistors, sources and loads of a given current, solved for the volts of every node and the amps
 * of every element. Direct current only. What depends on its own volts is iterated outside (`states.ts`).
 * @source Kirchhoff's laws; modified nodal analysis
 */

export interface Resistor {
  id: string
  kind: 'resistor'
  a: string
  b: string
  ohm: number
}
/** `a` is its positive end; `ohm` is its own resistance and may be 0. */
export interface Source {
  id: string
  kind: 'source'
  a: string
  b: string
  volt: number
  ohm: number
}
/** Draws a current from `a` to `b` whatever the volts. */
export interface Load {
  id: string
  kind: 'current'
  a: string
  b: string
  ampere: number
}
export type NetworkElement = Resistor | Source | Load

export interface Solved {
  /** Volts of each node against ground. */
  volts: Record<string, number>
  /** Amps of each element from `a` to `b`; of a source out of its positive end `a`. */
  amps: Record<string, number>
}

/** Why a network has no solution. */
export class NetworkError extends Error {}

/** Nodes that no resistor or source connects to ground: their volts are undefined. */
export function floatingNodes(elements: readonly NetworkElement[], ground: string): string[] {
  const joined = new Set([ground])
  const ways = elements.filter(({ kind }) => kind !== 'current')
  for (let grew = true; grew;) {
    grew = false
    for (const { a, b } of ways)
      if (joined.has(a) !== joined.has(b)) {
        joined.add(a).add(b)
        grew = true
      }
  }
  const nodes = new Set(elements.flatMap(({ a, b }) => [a, b]))
  return [...nodes].filter((node) => !joined.has(node))
}

/** Solves a square system by elimination with the largest pivot; the matrix and the right side are used up. */
function eliminate(matrix: Float64Array[], right: Float64Array): Float64Array {
  const size = right.length
  for (let column = 0; column < size; column++) {
    let pivot = column
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[pivot]![column]!)) pivot = row
    if (Math.abs(matrix[pivot]![column]!) < NETWORK_SOLVER.pivot)
      throw new NetworkError('Two sources without resistance hold one node at two voltages.')
    ;[matrix[column], matrix[pivot]] = [matrix[pivot]!, matrix[column]!]
    ;[right[column], right[pivot]] = [right[pivot]!, right[column]!]
    const top = matrix[column]!
    for (let row = column + 1; row < size; row++) {
      const share = matrix[row]![column]! / top[column]!
      if (share === 0) continue
      const line = matrix[row]!
      for (let i = column; i < size; i++) line[i]! -= share * top[i]!
      right[row]! -= share * right[column]!
    }
  }
  const found = new Float64Array(size)
  for (let row = size - 1; row >= 0; row--) {
    let sum = right[row]!
    for (let i = row + 1; i < size; i++) sum -= matrix[row]![i]! * found[i]!
    found[row] = sum / matrix[row]![row]!
  }
  return found
}

/**
 * Volts and amps of a network.
 * @param joined known to be connected: not checked again
 * @throws NetworkError if a node is connected to nothing, or sources contradict each other
 */
export function solveNetwork(elements: readonly NetworkElement[], ground: string, joined = false): Solved {
  const floating = joined ? [] : floatingNodes(elements, ground)
  if (floating.length > 0)
    throw new NetworkError(
      `Nothing joins ${floating.join(', ')} to ${ground}: their volts cannot be computed.`,
    )
  const nodes = [...new Set(elements.flatMap(({ a, b }) => [a, b]))].filter((node) => node !== ground)
  const index = new Map(nodes.map((node, i) => [node, i]))
  const sources = elements.filter((e) => e.kind === 'source')
  const size = nodes.length + sources.length
  const matrix = Array.from({ length: size }, () => new Float64Array(size))
  const right = new Float64Array(size)
  const add = (row: number | undefined, column: number | undefined, value: number) => {
    if (row !== undefined && column !== undefined) matrix[row]![column]! += value
  }
  for (const element of elements) {
    const [a, b] = [index.get(element.a), index.get(element.b)]
    if (element.kind === 'resistor') {
      const siemens = 1 / element.ohm
      add(a, a, siemens)
      add(b, b, siemens)
      add(a, b, -siemens)
      add(b, a, -siemens)
    } else if (element.kind === 'current') {
      if (a !== undefined) right[a]! -= element.ampere
      if (b !== undefined) right[b]! += element.ampere
    } else {
      const own = nodes.length + sources.indexOf(element)
      // Its current leaves at `a` and comes back at `b`: Va − Vb + I·R = V.
      add(a, own, -1)
      add(b, own, 1)
      add(own, a, 1)
      add(own, b, -1)
      add(own, own, element.ohm)
      right[own] = element.volt
    }
  }
  const found = eliminate(matrix, right)
  const volts: Record<string, number> = { [ground]: 0 }
  nodes.forEach((node, i) => (volts[node] = found[i]!))
  const amps: Record<string, number> = {}
  for (const element of elements) {
    if (element.kind === 'resistor') amps[element.id] = (volts[element.a]! - volts[element.b]!) / element.ohm
    else if (element.kind === 'current') amps[element.id] = element.ampere
    else amps[element.id] = found[nodes.length + sources.indexOf(element)]!
  }
  return { volts, amps }
}

/** Heat in all resistors, and the output of all sources at their ends, W. */
export function powerOf(
  elements: readonly NetworkElement[],
  { volts, amps }: Solved,
): { lost: number; given: number } {
  let [lost, given] = [0, 0]
  for (const { id, kind, a, b } of elements) {
    const watts = (volts[a]! - volts[b]!) * amps[id]!
    if (kind === 'resistor') lost += watts
    if (kind === 'source') given += watts
  }
  return { lost, given }
}
