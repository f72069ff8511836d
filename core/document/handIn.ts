import { applyEdit, type Edit } from './edit'
import { sameJson } from '../quantity/patch'
import { mergeDocuments, type Conflict } from './merge'

/**
 * An edit kept until the server holds it: with the revision its author saw, its stream of edits (one per
 * browser tab), and its author.
 */
export interface KeptEdit extends Edit {
  base: number
  /** Id of the stream; browsers and the database have stored it under this key since the first version. */
  line: string
  who: string
  /** Edits of other streams that its author saw before any revision had them, left from an earlier visit. */
  saw?: string[]
  /** Edits that this one replaces after a person settled them, so that they are never handed in again. */
  replaces?: string[]
}

/** An edit that cannot be taken, with the reason for its author. */
export interface Refusal {
  id: string
  message: string
}

/** What the server must know of a document to take edits. */
export interface HeldDocument<T> {
  /** The newest revision's document. */
  head: T
  /** The document of a revision, or null when there is none of that number. */
  at: (revision: number) => T | null
  /** Edits that are held in revisions after `base`, oldest first. */
  since: (base: number) => KeptEdit[]
}

/** The document with an edit applied, or unchanged if the edit's place does not exist. */
const applyWhereItFits = <T>(document: T, edit: Edit): T => {
  try {
    return applyEdit(document, edit.patches)
  } catch {
    return document
  }
}

const under = (path: string[], above: string[]) => above.every((key, i) => path[i] === key)

/** A place that two people changed, listed once, with its first value and the last intended one. */
function addConflict(conflicts: Conflict[], next: Conflict): Conflict[] {
  const known = conflicts.find((c) => c.path.length === next.path.length && under(c.path, next.path))
  const others = conflicts.filter((c) => !under(c.path, next.path))
  return [...others, known ? { ...known, mine: next.mine } : next]
}

/** True if the author of an edit had seen an earlier one. */
const hasSeen = (edit: Pick<KeptEdit, 'line' | 'saw'>, earlier: KeptEdit) =>
  earlier.line === edit.line || (edit.saw ?? []).includes(earlier.id)

/**
 * Takes edits into a document, each based on what its own author saw: the revision it began from, plus earlier
 * edits of its stream and those it names. So nobody's own earlier edit counts as somebody else's. If another
 * person changed the same place differently, theirs is in `merged` and the place is listed.
 * @param problem what is wrong with a document, in a sentence, or null; an edit that causes a problem is
 * refused
 */
export function takeIn<T>(
  document: HeldDocument<T>,
  edits: readonly KeptEdit[],
  problem: (document: T) => string | null = () => null,
): { merged: T; conflicts: Conflict[]; refused: Refusal[] } {
  let merged = document.head
  let conflicts: Conflict[] = []
  const refused: Refusal[] = []
  const taken: KeptEdit[] = []
  /** What the author of a stream saw at a revision, plus what was taken since of what they would see. */
  const views = new Map<string, { by: KeptEdit; seen: T | null }>()
  const viewOf = (edit: KeptEdit) => {
    const key = JSON.stringify([edit.base, edit.line, edit.saw])
    if (!views.has(key)) {
      const began = document.at(edit.base)
      const earlier = [...document.since(edit.base), ...taken].filter((e) => hasSeen(edit, e))
      views.set(key, { by: edit, seen: began === null ? null : earlier.reduce(applyWhereItFits, began) })
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
      const unfit = problem(result.merged)
      if (unfit) throw new Error(unfit)
      merged = result.merged
      conflicts = result.conflicts.reduce(addConflict, conflicts)
      for (const other of views.values())
        if (hasSeen(other.by, edit) && other.seen !== null)
          other.seen = other === view ? mine : applyWhereItFits(other.seen, edit)
      taken.push(edit)
    } catch (error) {
      refused.push({ id: edit.id, message: (error as Error).message })
    }
  }
  const asked = conflicts.filter((c) => !sameJson(c.base, c.mine) && !sameJson(c.mine, c.theirs))
  return { merged, conflicts: asked, refused }
}
