import type { AirPlan, LayPlan } from '../document/types'

/** A heat shield on the pipe: id of the part or line it guards, and what that is, in a sentence. */
export interface Shield {
  id: string
  guards: string
}

/** What a shield guards, by its name; null if it is no longer in the circuit. */
function guarded(air: AirPlan, id: string): string | null {
  const part = air.components[id]
  if (part) return part.label.toLowerCase()
  const line = air.lines[id]
  const [from, to] = [line && air.components[line.from], line && air.components[line.to]]
  return from && to ? `line from the ${from.label.toLowerCase()} to the ${to.label.toLowerCase()}` : null
}

/** Every heat shield of the plan that still guards something, sorted by id. */
export const shieldsOf = (air: AirPlan, { shields }: LayPlan): Shield[] =>
  Object.keys(shields)
    .sort()
    .flatMap((id) => {
      const guards = shields[id] ? guarded(air, id) : null
      return guards === null ? [] : [{ id, guards }]
    })
