import { openDB, type DBSchema, type IDBPDatabase } from 'idb'

/** Text that was typed in one field and not handed in yet. */
export interface Draft {
  /** Made by {@link draftId}: one draft for each tab, page and field. */
  id: string
  /** The tab in which it was typed, by its stream (editStream.ts). */
  line: string
  /** The page, such as `/jobs/ID/handover`: it names the job and the stage. */
  path: string
  /** The drawer of the field; empty outside all drawers. */
  drawer: string
  label: string
  /** Which of the fields with this label it is, counted from the top. */
  nth: number
  text: string
  /** When the last key was pressed, ms since 1970. */
  at: number
}

/** Id of a field's draft. */
export const draftId = (field: Pick<Draft, 'line' | 'path' | 'drawer' | 'label' | 'nth'>) =>
  JSON.stringify([field.line, field.path, field.drawer, field.label, field.nth])

interface Shape extends DBSchema {
  drafts: { key: string; value: Draft; indexes: { path: string } }
}

/** Where drafts are kept: in a database of the browser, beside the edits. */
export interface DraftShelf {
  /** Drafts of one page, newest first. */
  of(path: string): Promise<Draft[]>
  put(draft: Draft): Promise<void>
  remove(id: string): Promise<void>
  /** Called when the page is left: saves at once what is still being written. */
  leave(): void
}

/** Keys of local storage under which a page that is left saves drafts whose writing has not ended. */
const LEFT = 'np.draft.'

/**
 * A separate database, not a second store beside the edits: an open page of an earlier version would block the
 * change of version, and with it the edits. Durability is relaxed: a key is written within milliseconds, so a
 * page that is killed right after it loses nothing. Waiting for the disk at each key would leave the last ones
 * in a queue. A page that is left does not wait for these milliseconds: it saves the last key in local storage,
 * and the next page moves it from there.
 */
export function openDraftShelf(name = 'nimble-piston-drafts'): DraftShelf {
  let opened: Promise<IDBPDatabase<Shape>> | null = null
  const database = () =>
    (opened ??= openDB<Shape>(name, 1, {
      upgrade(db) {
        db.createObjectStore('drafts', { keyPath: 'id' }).createIndex('path', 'path')
      },
      terminated: () => (opened = null),
    }).catch((error) => {
      opened = null
      throw error
    }))
  const write = async (
    work: (store: {
      put(draft: Draft): Promise<unknown>
      delete(id: string): Promise<unknown>
    }) => Promise<unknown>,
  ) => {
    const tx = (await database()).transaction('drafts', 'readwrite', { durability: 'relaxed' })
    await Promise.all([work(tx.store), tx.done])
  }
  const unwritten = new Map<string, Draft>()
  const put = async (draft: Draft) => {
    unwritten.set(draft.id, draft)
    await write((store) => store.put(draft))
    if (unwritten.get(draft.id) === draft) unwritten.delete(draft.id)
  }
  /** Moves to the database what an earlier page saved when it was left. */
  const takeLeft = async () => {
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(LEFT))) {
      const draft = JSON.parse(localStorage.getItem(key)!) as Draft
      const kept = await (await database()).get('drafts', draft.id)
      if (!kept || kept.at <= draft.at) await put(draft)
      localStorage.removeItem(key)
    }
  }
  return {
    async of(path) {
      await takeLeft()
      const found = await (await database()).getAllFromIndex('drafts', 'path', path)
      return found.sort((a, b) => b.at - a.at)
    },
    put,
    remove(id) {
      unwritten.delete(id)
      localStorage.removeItem(LEFT + id)
      return write((store) => store.delete(id))
    },
    leave() {
      for (const [id, draft] of unwritten) localStorage.setItem(LEFT + id, JSON.stringify(draft))
    },
  }
}
