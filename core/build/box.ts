import { FASTENINGS } from '../catalog/fastenings'
import { isBought } from '../catalog/partStates'
import type { AirPlan, BuildPlan } from '../document/types'
import type { Joint } from './joint'
import type { Step } from './types'

/** One line of the box's list: what belongs in it, and what is done with it. */
export interface BoxLine {
  /** First of its parts, or its kind of fastening: a name that stays when a part is renamed. */
  id: string
  label: string
  count: number
  /** Parts of the circuit, and joints, that it is for. */
  parts: readonly string[]
  joints: readonly string[]
}

/** What belongs in the box: parts of the circuit by label, and the fasteners of the joints. */
export function boxOf(air: AirPlan, joints: readonly Joint[]): BoxLine[] {
  const lines = new Map<string, { id: string; count: number; parts: string[]; joints: string[] }>()
  const at = (label: string, id: string) => {
    const line = lines.get(label) ?? { id, count: 0, parts: [], joints: [] }
    lines.set(label, line)
    return line
  }
  for (const [id, component] of Object.entries(air.components)) {
    if (!isBought(component)) continue
    const line = at(component.label, id)
    line.count += 1
    line.parts.push(id)
  }
  for (const { id, fastening, count } of joints) {
    if (fastening === 'wheel') continue
    const line = at(`${FASTENINGS[fastening].label}: fasteners`, `joint-${fastening}`)
    line.count += count
    line.joints.push(id)
  }
  return [...lines].map(([label, line]) => ({ label, ...line }))
}

/** True if a line cannot be used: missing, damaged, or fewer than wanted. */
export const isShort = ({ count }: BoxLine, found: BuildPlan['box'][string] | undefined): boolean =>
  found !== undefined && (found.state !== 'present' || (found.count !== null && found.count < count))

/**
 * Steps that wait for something that the box has not, with its name on the list: those that use it, and all that follow
 * them. Steps of after the road and finished ones are left out.
 */
export function waitingFor(
  steps: readonly Step[],
  lines: readonly BoxLine[],
  { box, ticks, struck }: Pick<BuildPlan, 'box' | 'ticks' | 'struck'>,
): Map<string, string> {
  const waits = new Map<string, string>()
  const open = steps.filter(({ id, later }) => !later && !ticks[id] && !struck[id])
  for (const line of lines) {
    if (!isShort(line, box[line.id])) continue
    for (const { id, part, tightens } of open) {
      const uses =
        (part !== null && line.parts.includes(part)) || tightens.some((t) => line.joints.includes(t.joint))
      if (uses && !waits.has(id)) waits.set(id, line.id)
    }
  }
  // Steps stand in the order of their reasons, so one pass finds everything that follows.
  for (const { id, after } of open) {
    const before = Object.keys(after).find((one) => waits.has(one))
    if (before !== undefined && !waits.has(id)) waits.set(id, waits.get(before)!)
  }
  return waits
}
