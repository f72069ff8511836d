import { catalogueTube, jointAt } from '../../catalog/joints'
import { adaptersAt } from '../../catalog/ports'
import { isFitted } from '../../catalog/partStates'
import type { AirPlan, JointKind } from '../../document/types'

/** Number of joints of one kind on one tube, or of an adapter between ends that do not fit each other. */
export interface FittingCount {
  kind: JointKind | 'adapter'
  label: string
  /** Tube they are on; null for parts screwed together. */
  on: string | null
  count: number
}

/** Fittings for the lines of this job, counted by kind and tube. Kept lines have theirs already. */
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
    // Parts screwed together have one joint, a line has two.
    for (const end of on === null ? (['from'] as const) : (['from', 'to'] as const)) {
      const { id: kind, label } = jointAt(air, id, line, end)
      add({ kind, label, on })
    }
  }
  return [...counts.values()].sort((a, b) => b.count - a.count || (a.label < b.label ? -1 : 1))
}
