import { applyEdit, type Edit } from './edit'
import { sameJson } from '../quantity/patch'
import { mergeDocuments, type Conflict } from './merge'

/**
 * An edit as it is kept until the server holds it: with the revision its author saw, the line of edits it belongs to
 * (one a browser tab) and who made it.
 */
export interface KeptEdit extends Edit {
  base: number
  line: string
  who: string
  /** Edits that this one stands for: what a person settled, so that they are never handed in again. */
  replaces?: string[]
}

/** An edit that cannot be taken, and why, in a sentence for its author. */
export interface Refusal {
  id: string
  message: string
}

/** What the server holds of a document, as far as taking edits in needs it. */
export interface HeldDocument<T> {
  /** The newest revision's document. */
  head: T
  /** The document of a revision, or null when there is none of that number. */
  at: (revision: number) => T | null
  /** Edits of a line that are held in revisions after `base`, oldest first. */
  held: (line: string, base: number) => Edit[]
}

/** The document with an edit in it, or as it was where the edit's place is not there. */
const applyWhereItFits = <T>(document: T, edit: Edit): T => {
  try {
    return applyEdit(document, edit.patches)
  } catch {
    return document
  }
}

const under = (path: string[], above: string[]) => above.every((key, i) => path[i] === key)

/** A place that two changed: told once, with what it was at first and what is meant last. */
function addConflict(conflicts: Conflict[], next: Conflict): Conflict[] {
  const known = conflicts.find((c) => c.path.length === next.path.length && under(c.path, next.path))
  const others = conflicts.filter((c) => !under(c.path, next.path))
  return [...others, known ? { ...known, mine: next.mine } : next]
}

/**
 * Takes edits into a document, each from what its own author saw: the revision it began from with the earlier edits of
 * its line in it. So nobody's own earlier edit is ever taken for somebody else's. Where another changed the same place
 * differently, theirs stands in `merged` and the place is listed.
 */
export function takeIn<T>(
  document: HeldDocument<T>,
  edits: readonly KeptEdit[],
): { merged: T; conflicts: Conflict[]; refused: Refusal[] } {
  let merged = document.head
  let conflicts: Conflict[] = []
  const refused: Refusal[] = []
  const taken: KeptEdit[] = []
  /** What the author of a line saw at a revision, with what was taken of that line since. */
  const views = new Map<string, { line: string; seen: T | null }>()
  const viewOf = ({ line, base }: KeptEdit) => {
    const key = `${base} ${line}`
    if (!views.has(key)) {
      const began = document.at(base)
      const earlier = [...document.held(line, base), ...taken.filter((e) => e.line === line)]
      views.set(key, { line, seen: began === null ? null : earlier.reduce(applyWhereItFits, began) })
    }
    return views.get(key)!
  }
  for (const edit of edits) {
    const view = viewOf(edit)
    if (view.seen === null) {
      refused.push({ id: edit.id, message: `It began from revision ${edit.base}, which is not there.` })
      continue
    }
    try {
      const mine = applyEdit(view.seen, edit.patches)
      const result = mergeDocuments(view.seen, mine, merged)
      merged = result.merged
      conflicts = result.conflicts.reduce(addConflict, conflicts)
      for (const other of views.values())
        if (other.line === edit.line && other.seen !== null)
          other.seen = other === view ? mine : applyWhereItFits(other.seen, edit)
      taken.push(edit)
    } catch (error) {
      refused.push({ id: edit.id, message: (error as Error).message })
    }
  }
  const told = conflicts.filter((c) => !sameJson(c.base, c.mine) && !sameJson(c.mine, c.theirs))
  return { merged, conflicts: told, refused }
}
