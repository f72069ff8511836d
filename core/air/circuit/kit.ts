import { KINDS } from '../../catalog/kinds'
import { isBought } from '../../catalog/partStates'
import type { AirPlan, ComponentKind } from '../../document/types'

/** Parts of a circuit that come in its kit, and parts bought besides. */

/** Ids of the parts that are in the kit: as many of each kind as the kit has. */
export function inKit({ kit, components }: Pick<AirPlan, 'kit' | 'components'>): Set<string> {
  const left = new Map(Object.entries(kit?.parts ?? {}))
  const found = new Set<string>()
  for (const [id, c] of Object.entries(components)) {
    const more = left.get(c.kind) ?? 0
    if (!isBought(c) || more === 0) continue
    left.set(c.kind, more - 1)
    found.add(id)
  }
  return found
}

export interface Lack {
  kind: ComponentKind
  label: string
  count: number
}

/** Parts to buy besides the kit, by kind; empty without a kit. Plugs come with what they close. */
export function kitLacks(air: Pick<AirPlan, 'kit' | 'components'>): Lack[] {
  if (!air.kit) return []
  const inside = inKit(air)
  const counts = new Map<ComponentKind, number>()
  for (const [id, c] of Object.entries(air.components))
    if (isBought(c) && !inside.has(id) && c.kind !== 'plug') counts.set(c.kind, (counts.get(c.kind) ?? 0) + 1)
  return [...counts].map(([kind, count]) => ({ kind, label: KINDS[kind].label.toLowerCase(), count }))
}

/** Cost of a circuit's parts, as far as prices are typed: the kit, and what is bought besides. */
export function partsCost(air: Pick<AirPlan, 'kit' | 'components'>): number {
  const inside = inKit(air)
  const beside = Object.entries(air.components).filter(([id, c]) => isBought(c) && !inside.has(id))
  return beside.reduce((sum, [, c]) => sum + (c.own.price ?? 0), air.kit?.price ?? 0)
}
