import type { AirPlan } from '../../document/types'

/** What a function finds in a circuit, worked out once for it: a load that is moved changes none of it. */
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
