import { catalogueTube, jointAt } from '../../catalog/joints'
import { adaptersAt } from '../../catalog/ports'
import { isFitted } from '../../catalog/partStates'
import type { AirPlan, JointKind } from '../../document/types'

/** So many of one kind of joint, on what they go; or of an adapter between ends that do not fit each other. */
export interface FittingCount {
  kind: JointKind | 'adapter'
  label: string
  /** Tube they hold on; null for parts screwed together. */
  on: string | null
  count: number
}

/** Fittings that lines of this job are made with, counted by kind and tube: what is kept has its own already. */
export function fittingsOf(air: AirPlan): FittingCount[] {
  const counts = new Map<string, FittingCount>()
  const add = (one: Omit<FittingCount, 'count'>) => {
    const key = `${one.kind}|${one.label}|${one.on}`
    counts.set(key, { ...one, count: (counts.get(key)?.count ?? 0) + 1 })
  }
  for (const [id, line] of Object.entries(air.lines)) {
    if (!isFitted(line.state)) continue
    for (const { label } of adaptersAt(air, id)) add({ kind: 'adapter', label, on: null })
    const on = catalogueTube(air, line)?.label ?? null
    // Screwed together is one joint, a line has two.
    for (const end of on === null ? (['from'] as const) : (['from', 'to'] as const)) {
      const { id: kind, label } = jointAt(air, id, line, end)
      add({ kind, label, on })
    }
  }
  return [...counts.values()].sort((a, b) => b.count - a.count || (a.label < b.label ? -1 : 1))
}
