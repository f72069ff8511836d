import type { AirPlan } from '../../document/types'

/**
 * Computes a function once for each circuit, because most edits, such as moving a load, do not change the
 * circuit.
 */
export function perCircuit<T>(find: (air: AirPlan) => T): (air: AirPlan) => T {
  const known = new WeakMap<AirPlan, { found: T }>()
  return (air) => {
    const before = known.get(air)
    if (before) return before.found
    const found = find(air)
    known.set(air, { found })
    return found
  }
}
