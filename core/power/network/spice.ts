import type { NetworkElement } from './solve'

/** A network as a netlist for a circuit simulator: one line per element, ground as node 0. */
export function spiceNetlist(title: string, elements: readonly NetworkElement[], ground: string): string {
  const node = (name: string) => (name === ground ? '0' : name.replace(/[^\w]/g, '_'))
  const name = (id: string) => id.replace(/[^\w]/g, '_')
  const lines = elements.flatMap((element) => {
    const [a, b, id] = [node(element.a), node(element.b), name(element.id)]
    if (element.kind === 'resistor') return [`R_${id} ${a} ${b} ${element.ohm}`]
    if (element.kind === 'current') return [`I_${id} ${a} ${b} ${element.ampere}`]
    if (element.ohm === 0) return [`V_${id} ${a} ${b} ${element.volt}`]
    return [`V_${id} inside_${id} ${b} ${element.volt}`, `R_inside_${id} inside_${id} ${a} ${element.ohm}`]
  })
  return [`* ${title}`, ...lines, '.op', '.end', ''].join('\n')
}
