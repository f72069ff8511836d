import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { KeptEdit } from '#core/document/handIn'

/** One edit kept in this browser until the server has it. */
export interface KeptRow {
  id: string
  doc: string
  /** Position in the order in which the edits were made. */
  n: number
  edit: KeptEdit
  /** Why the server refused it; such an edit waits for a person's decision. */
  refused?: string
}

interface Shape extends DBSchema {
  edits: { key: string; value: KeptRow; indexes: { doc: string } }
}

/** Where unsaved edits are kept: the browser's own database, written before anything is handed in. */
export interface EditShelf {
  rows(doc?: string): Promise<KeptRow[]>
  /** Replaces rows by others, all or nothing. */
  replace(ids: string[], rows?: KeptRow[]): Promise<void>
  /** Resolves when every write begun so far has finished or failed. */
  settled(): Promise<void>
}

const NAME = 'nimble-piston'

/** Opens the shelf of this browser. Strict: a write counts as done when it is on the disk. */
export function openShelf(name = NAME): EditShelf {
  let opened: Promise<IDBPDatabase<Shape>> | null = null
  const database = () =>
    (opened ??= openDB<Shape>(name, 1, {
      upgrade(db) {
        db.createObjectStore('edits', { keyPath: 'id' }).createIndex('doc', 'doc')
      },
      terminated: () => (opened = null),
    }).catch((error) => {
      opened = null
      throw error
    }))
  return {
    async rows(doc) {
      const db = await database()
      const all = await (doc === undefined ? db.getAll('edits') : db.getAllFromIndex('edits', 'doc', doc))
      return all.sort((a, b) => a.n - b.n)
    },
    async replace(ids, rows = []) {
      const tx = (await database()).transaction('edits', 'readwrite', { durability: 'strict' })
      const writes = [...ids.map((id) => tx.store.delete(id)), ...rows.map((row) => tx.store.put(row))]
      await Promise.all([...writes, tx.done])
    },
    async settled() {
      // The database begins a read only after the writes before it.
      await (await database()).count('edits')
    },
  }
}
