import { HOLDS_AIR_BACK } from '../../catalog/kinds'
import type { SpringClass } from '../../catalog/springs'
import { DIRECT, type AirPlan } from '../../document/types'
import { partOf, tubeOf } from '../parts/parts'
import type { FirstFill } from '../types'
import { allOfKinds, connectedParts, labelInSentence } from './connections'

/**
 * Pressure of the first fill: what the spring's sheet says, but never above the rating of the weakest part at a
 * spring's pressure, nor above what opens a relief valve there.
 * @returns null without a spring
 * @source common practice
 */
export function firstFill(air: AirPlan, spring: SpringClass | null): FirstFill | null {
  const springs = allOfKinds(air, 'spring')
  if (!spring || springs.length === 0) return null
  const found: FirstFill = { pressure: Math.min(spring.proofPressure, spring.maxPressure), heldBy: null }
  const weaker = (rated: number | undefined, heldBy: string) => {
    if (rated !== undefined && rated < found.pressure) Object.assign(found, { pressure: rated, heldBy })
  }
  const joined = new Set(springs.flatMap((id) => [...connectedParts(air, id, HOLDS_AIR_BACK)]))
  const lines = Object.values(air.lines).filter(({ from, to }) => joined.has(from) || joined.has(to))
  // A part that holds air back has the springs' pressure at one of its ports.
  for (const id of new Set([...joined, ...lines.flatMap(({ from, to }) => [from, to])])) {
    const kind = air.components[id]?.kind
    if (!kind || kind === 'spring') continue
    const { figures } = partOf(air, id)
    weaker(kind === 'relief' ? figures.set : figures.maxPressure, labelInSentence(air, id))
  }
  for (const line of lines)
    if (line.tube !== DIRECT)
      weaker(tubeOf(air, line)?.maxPressure, `line from the ${labelInSentence(air, line.from)}`)
  return found
}
