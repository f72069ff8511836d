import { applyPatches, enablePatches, produceWithPatches } from 'immer'
import type { Patch } from '../quantity/patch'
import { upgradePlan } from './upgrade'
import type { Plan } from './types'

enablePatches()

/**
 * An edit is data: what changed, and how to take it back. Undo, redo, history, merge and the offline queue all use it.
 * `kind` says how it counts in the history: a fresh edit, the undoing of the last, or the redoing of the last undone.
 */
export interface Edit {
  id: string
  label: string
  kind: 'do' | 'undo' | 'redo'
  patches: Patch[]
  inverse: Patch[]
}

/** Runs `change` on a draft of the plan and returns the new plan and the edit, or null when nothing changed. */
export function makeEdit(
  plan: Plan,
  id: string,
  label: string,
  change: (draft: Plan) => void,
): { plan: Plan; edit: Edit } | null {
  const [next, patches, inverse] = produceWithPatches(plan, (draft) => {
    change(draft as Plan)
  })
  if (patches.length === 0) return null
  return {
    plan: next,
    edit: { id, label, kind: 'do', patches: patches as Patch[], inverse: inverse as Patch[] },
  }
}

/**
 * Applies patches, of whatever version they were made in; throws a plain Error when a place they name is gone.
 */
export function applyEdit(plan: Plan, patches: Patch[]): Plan {
  try {
    return upgradePlan(applyPatches(plan, patches)) as Plan
  } catch {
    throw new Error(
      `What this changes is no longer in the plan (${patches.map((p) => p.path.join('.')).join(', ')}).`,
    )
  }
}

/** Undo and redo stacks, folded from the whole sequence of edits, oldest first. */
export function foldHistory(edits: readonly Edit[]): { undo: Edit[]; redo: Edit[] } {
  const undo: Edit[] = []
  const redo: Edit[] = []
  for (const edit of edits) {
    if (edit.kind === 'do') {
      undo.push(edit)
      redo.length = 0
    } else if (edit.kind === 'undo') {
      const last = undo.pop()
      if (last) redo.push(last)
    } else {
      const last = redo.pop()
      if (last) undo.push(last)
    }
  }
  return { undo, redo }
}
