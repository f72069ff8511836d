import { applyPatches, enablePatches, produce, produceWithPatches } from 'immer'
import { isRecord, type Patch } from '../quantity/patch'
import { upgradeDocument } from './upgrade'
import type { Plan } from './types'

enablePatches()

/**
 * An edit is data: what changed, and how to take it back. Undo, redo, history, merge and the offline queue all
 * use it. `kind` says how it counts in the history: a fresh edit, an undo of the last one, or a redo of the
 * last undone one.
 */
export interface Edit {
  id: string
  label: string
  kind: 'do' | 'undo' | 'redo'
  patches: Patch[]
  inverse: Patch[]
}

/** Runs `change` on a draft of the document and returns the new one and the edit, or null when nothing changed. */
export function makeEdit<T extends object = Plan>(
  document: T,
  id: string,
  label: string,
  change: (draft: T) => void,
): { plan: T; edit: Edit } | null {
  const [next, patches, inverse] = produceWithPatches(document, (draft) => {
    change(draft as T)
  })
  if (patches.length === 0) return null
  return {
    plan: next,
    edit: { id, label, kind: 'do', patches: patches as Patch[], inverse: inverse as Patch[] },
  }
}

/** Keys that lead outside a document's own data. */
const FOREIGN_KEYS = new Set(['__proto__', 'constructor', 'prototype'])

/**
 * True if a patch names an existing place or one that may be created: no keys in lists but their items, and
 * none beyond.
 */
function fits(document: unknown, { op, path }: Patch): boolean {
  let at = document
  for (const [i, key] of path.entries()) {
    const last = i === path.length - 1
    if (Array.isArray(at)) {
      const most = last && op === 'add' ? at.length : at.length - 1
      if (!Number.isInteger(key) || (key as number) < 0 || (key as number) > most) return false
    } else if (isRecord(at)) {
      if (FOREIGN_KEYS.has(String(key)) || !(Object.hasOwn(at, key) || (last && op !== 'remove')))
        return false
    } else return false
    at = (at as Record<string | number, unknown>)[key]
  }
  return path.length > 0
}

/**
 * Applies patches made in any version. Throws a plain Error if a place they name is gone or cannot exist. The
 * result is brought to the newest version. All patches go into one draft, because one document per patch would
 * copy a list of n items n times.
 */
export function applyEdit<T>(document: T, patches: Patch[]): T {
  const next = produce(document as object, (draft) => {
    for (const patch of patches) {
      if (!fits(draft, patch))
        throw new Error(`What this changes is no longer in the plan (${patch.path.join('.').slice(0, 80)}).`)
      applyPatches(draft, [patch])
    }
  })
  return upgradeDocument(next) as T
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
