import { applyEdit } from '../document/edit'
import type { Plan } from '../document/types'
import type { Note, Rank, Remedy } from '../quantity/figure'
import type { Deriver } from '../derive/derive'
import type { Derived } from '../derive/types'

/** Result of trying a remedy. */
export interface Tried {
  /** True if its note goes and nothing worse appears; only then is it offered. */
  helps: boolean
  /** New Stops and Fixes, none worse than the note itself. */
  brings: Note[]
  /** The remedy together with what else it needs to end well, as one edit. */
  remedy: Remedy
}

const is = (a: Note, b: Note) => a.rule === b.rule && a.subject === b.subject
const WEIGHT: Record<Rank, number> = { know: 0, fix: 1, stop: 2 }
/** Notes that any change causes once steps are ticked or tests are held. They do not make the plan worse. */
export const WORK_UNDONE = [
  'step-changed',
  'step-gone',
  'out-of-order',
  'hold-earlier',
  'hold-opened',
  'proved-before-opened',
]
/** Most remedies that one press may combine. */
const MOST_TOGETHER = 4

/**
 * Tries a remedy on a copy of a plan before it is offered. If it causes something worse than it mends, that
 * note's own remedy follows, as a person would press it, until it ends well; one that does not is not offered.
 * It takes some milliseconds, so it is done for notes that are shown, not at every keystroke.
 * @param derive what derived the plan last, so that only what the remedy changes is computed
 * @param derived of the present plan
 */
export function tryRemedy(derive: Deriver, plan: Plan, derived: Derived, note: Note): Tried {
  const offered = note.remedy ?? { label: '', patches: [] }
  const nothing = { helps: false, brings: [], remedy: offered }
  if (!note.remedy) return nothing
  const isNew = (n: Note) =>
    n.rank !== 'know' && !derived.notes.some((known) => is(known, n) && known.rank !== 'know')
  const isWorse = (n: Note) => isNew(n) && WEIGHT[n.rank] > WEIGHT[note.rank] && !WORK_UNDONE.includes(n.rule)
  const trial = derive.copy()
  const steps: Remedy[] = [note.remedy]
  let at = plan
  for (;;) {
    let notes: Note[]
    try {
      at = applyEdit(at, steps.at(-1)!.patches)
      notes = trial(at).notes
    } catch {
      // What it changes no longer exists.
      return nothing
    }
    const worse = notes.filter(isWorse)
    const next = worse.find((n) => n.remedy)?.remedy
    if (worse.length === 0) {
      const still = notes.some((n) => is(n, note) && !milder(n, note))
      const patches = steps.flatMap((step) => step.patches)
      const label = steps.map((step) => step.label).join('; then: ')
      return { helps: !still, brings: notes.filter(isNew), remedy: { label, patches } }
    }
    if (!next || steps.length >= MOST_TOGETHER) return { ...nothing, brings: worse }
    steps.push(next)
  }
}

/**
 * True if the remaining note is less than before: a milder note, or one worth knowing that is closer to its
 * limit.
 */
const milder = (now: Note, before: Note) =>
  WEIGHT[now.rank] < WEIGHT[before.rank] ||
  (before.rank === 'know' && Math.abs(now.value ?? 0) < Math.abs(before.value ?? 0))
