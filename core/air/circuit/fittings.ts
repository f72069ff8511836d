import { catalogueTube, jointAt } from '../../catalog/joints'
import { isFitted } from '../../catalog/partStates'
import type { AirPlan, JointKind } from '../../document/types'

/** So many of one kind of joint, on what they go. */
export interface FittingCount {
  kind: JointKind
  label: string
  /** Tube they hold on; null for parts screwed together. */
  on: string | null
  count: number
}

/** Fittings that lines of this job are made with, counted by kind and tube: what is kept has its own already. */
export function fittingsOf(air: AirPlan): FittingCount[] {
  const counts = new Map<string, FittingCount>()
  for (const [id, line] of Object.entries(air.lines)) {
    if (!isFitted(line.state)) continue
    const on = catalogueTube(air, line)?.label ?? null
    // Screwed together is one joint, a line has two.
    for (const end of on === null ? (['from'] as const) : (['from', 'to'] as const)) {
      const { id: kind, label } = jointAt(air, id, line, end)
      const key = `${kind}|${on}`
      const so = counts.get(key) ?? { kind, label, on, count: 0 }
      counts.set(key, { ...so, count: so.count + 1 })
    }
  }
  return [...counts.values()].sort((a, b) => b.count - a.count || (a.label < b.label ? -1 : 1))
}
