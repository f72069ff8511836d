import { applyEdit } from '../document/edit'
import type { Plan } from '../document/types'
import type { Note } from '../quantity/figure'
import type { Deriver } from './derive'
import type { Derived } from './types'

/** What comes of a remedy: whether its note goes, and which Stops and Fixes come that were not there before. */
export interface Tried {
  helps: boolean
  brings: Note[]
}

const is = (a: Note, b: Note) => a.rule === b.rule && a.subject === b.subject

/**
 * Tries a remedy on a copy of a plan before it is offered. Some milliseconds: for notes that are shown, not at every
 * key.
 * @param derive what derived the plan last: only what the remedy changes is computed.
 * @param derived of the plan as it stands.
 */
export function tryRemedy(derive: Deriver, plan: Plan, derived: Derived, note: Note): Tried {
  if (!note.remedy) return { helps: false, brings: [] }
  let notes: Note[]
  try {
    notes = derive.copy()(applyEdit(plan, note.remedy.patches)).notes
  } catch {
    // What it changes is no longer there.
    return { helps: false, brings: [] }
  }
  const still = notes.some((n) => is(n, note) && !milder(n, note))
  const worse = (n: Note) =>
    n.rank !== 'know' && !derived.notes.some((known) => is(known, n) && known.rank !== 'know')
  return { helps: !still, brings: notes.filter(worse) }
}

/** Whether what is only worth knowing is nearer to nothing than it was: it may stay true. */
const milder = (now: Note, before: Note) =>
  before.rank === 'know' && Math.abs(now.value ?? 0) < Math.abs(before.value ?? 0)
