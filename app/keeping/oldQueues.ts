import type { Edit } from '#core/document/edit'
import type { EditShelf, KeptRow } from './shelf'

/**
 * Where an earlier version of the program left unsaved edits: one entry for each job and tab in local storage.
 */
const PREFIX = 'np.queue.'

interface OldQueue {
  base: number
  edits: Edit[]
}

/** Moves edits left by an earlier version to the shelf. Each keeps the revision it began from. */
export async function takeOverOldQueues(shelf: EditShelf, who: string): Promise<void> {
  for (const key of Object.keys(localStorage).filter((k) => k.startsWith(PREFIX))) {
    const text = localStorage.getItem(key)!
    try {
      const { base, edits } = JSON.parse(text) as OldQueue
      const [job, tab] = key.slice(PREFIX.length).split(/\.(?=[^.]*$)/) as [string, string]
      const rows = edits.map((edit, i): KeptRow => ({
        id: edit.id,
        doc: `job:${job}`,
        n: i + 1,
        edit: { ...edit, base, line: `old-${tab}`.slice(0, 64), who },
      }))
      await shelf.replace([], rows)
      localStorage.removeItem(key)
    } catch {
      // Not readable as a queue, or no room on the shelf: it stays where it is.
    }
  }
}
