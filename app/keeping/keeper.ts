import { computed, shallowRef } from 'vue'
import { applyEdit, type Edit } from '#core/document/edit'
import type { ClashPlace, HandInAnswer } from '#core/document/exchange'
import type { KeptEdit } from '#core/document/handIn'
import { fieldOfPlace } from '#core/document/places'
import { diffDocuments, keepSame } from '#core/quantity/patch'
import type { EditShelf, KeptRow } from './shelf'

/**
 * Keeps the edits of one document from the key press until the server has them. They are on this browser's
 * shelf, handed in in order, retried while nobody answers, set aside when refused, and asked about when
 * somebody else changed the same place. docs/keeping.md has the states.
 */

/** Why a hand-in failed. `passing`: trying again later may help. */
export class HandInError extends Error {
  constructor(
    message: string,
    readonly passing: boolean,
  ) {
    super(message)
  }
}

/** The server, as far as keeping goes. A failed hand-in throws {@link HandInError}. */
export interface KeepingServer<T> {
  /** The document, and ids of the edits saved after revision `since`. */
  read(since: number): Promise<{ doc: string; revision: number; document: T; holds: string[] }>
  handIn(edits: KeptEdit[]): Promise<HandInAnswer<T>>
}

export interface Clash<T> {
  places: ClashPlace[]
  /** The current document, and every edit that is not in conflict. */
  document: T
  proposal: T
  revision: number
  /** Edits that wait for the answer. */
  ids: string[]
}

export type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting'

/** Edits in one hand-in: well below the server's limit. */
const MOST_EDITS = 200
const MOST_TEXT = 1_000_000
/** Most characters of an edit's name that the server accepts. */
const LONGEST_LABEL = 200
/** First and longest pause before a retry, ms. */
const FIRST_PAUSE = 1000
const LONGEST_PAUSE = 30_000
/** Edits made within this time are handed in together, ms. */
const TOGETHER = 400

export interface KeeperOptions<T> {
  doc: string
  /** This tab's stream of edits. */
  stream: string
  shelf: EditShelf
  server: KeepingServer<T>
  /** Who is at this browser. */
  who: () => string
  /** What is wrong with a document, in a sentence, or null. */
  problem?: (document: T) => string | null
  /** True if the tab of another stream is gone, so that this tab hands its edits in. */
  mayTake?: (stream: string) => Promise<boolean>
  /** Called when others' edits arrive. */
  onOthers?: () => void
  wait?: (run: () => void, ms: number) => unknown
}

export function createKeeper<T>(options: KeeperOptions<T>) {
  const { doc, stream, shelf, server } = options
  const wait = options.wait ?? ((run, ms) => setTimeout(run, ms))
  const revision = shallowRef(0)
  /** The document as the server has it. */
  const held = shallowRef<T | null>(null)
  /** The document with every unsaved edit. */
  const document = shallowRef<T | null>(null)
  const pending = shallowRef<KeptRow[]>([])
  const aside = shallowRef<KeptRow[]>([])
  const clash = shallowRef<Clash<T> | null>(null)
  /** Why saving waits, while the server does not answer. */
  const away = shallowRef('')
  /** Why edits are not safe in this browser. */
  const unsafe = shallowRef('')
  const sending = shallowRef(false)
  const state = computed<SaveState>(() => {
    if (pending.value.length === 0) return 'saved'
    if (away.value || clash.value) return 'waiting'
    return sending.value ? 'saving' : 'unsaved'
  })
  let order = 0
  let pause = FIRST_PAUSE
  /**
   * Number of edits to hand in one by one, because a hand-in of several was refused and one of them is the
   * cause.
   */
  let oneByOne = 0
  let timer: unknown = null
  /** Others saved while a hand-in was under way. */
  let stale = false

  const withEdits = (from: T): T =>
    pending.value.reduce((at, { edit }) => {
      try {
        return applyEdit(at, edit.patches)
      } catch {
        // Its place no longer exists: the server will ask about it.
        return at
      }
    }, from)

  function accept(number: number, next: T): void {
    if (number < revision.value) return
    revision.value = number
    // Equal parts stay the same objects, so that nothing is derived or run again for them.
    held.value = keepSame(document.value ?? held.value, next)
    document.value = keepSame(document.value, withEdits(held.value))
  }

  function later(ms: number): void {
    clearTimeout(timer as number)
    timer = wait(() => void handIn(), ms)
  }

  /** Writes to the shelf, and says so if there is no room. */
  async function write(ids: string[], rows: KeptRow[]): Promise<void> {
    try {
      await shelf.replace(ids, rows)
      if (pending.value.length === 0) unsafe.value = ''
    } catch (error) {
      const full = (error as Error).name === 'QuotaExceededError'
      const why = full ? 'has no room left' : `cannot write (${(error as Error).message})`
      unsafe.value = `This browser’s storage ${why}: what you type is only in this page until it is saved. Do not close the page.`
    }
  }

  /** Edits on the shelf: this tab's own, and those of streams whose tab is gone. */
  async function takeFromShelf(): Promise<void> {
    const rows = await shelf.rows(doc).catch(() => [])
    const streams = [...new Set(rows.map((r) => r.edit.line))]
    const mine = new Set<string>()
    for (const name of streams)
      if (name === stream || (await (options.mayTake?.(name) ?? Promise.resolve(true)))) mine.add(name)
    const known = new Set(pending.value.map((r) => r.id))
    const found = rows.filter((r) => mine.has(r.edit.line) && !known.has(r.id))
    order = Math.max(order, ...rows.map((r) => r.n))
    aside.value = rows.filter((r) => r.refused !== undefined)
    const waiting = found.filter((r) => r.refused === undefined)
    if (waiting.length === 0) return
    pending.value = [...waiting, ...pending.value].sort((a, b) => a.n - b.n)
    if (held.value !== null) document.value = withEdits(held.value)
    later(0)
  }

  /**
   * Reads the document. Edits it contains already, whose answer was lost, are removed from the shelf.
   * @returns whether others saved; while a hand-in is under way the news may be one's own
   */
  async function read(): Promise<boolean> {
    const since = Math.min(revision.value || Infinity, ...pending.value.map((r) => r.edit.base))
    const news = await server.read(Number.isFinite(since) ? since : 0)
    if (news.doc !== doc) return false
    const more = news.revision > revision.value && !sending.value
    const dropped = drop(news.holds)
    accept(news.revision, news.document)
    await dropped
    return more
  }

  /** Takes up the edits on the shelf, and reads the document. @throws while the server cannot be reached */
  async function open(): Promise<void> {
    await takeFromShelf()
    await read()
  }

  /** Others saved: reads their changes once nothing is under way. */
  async function refresh(): Promise<void> {
    if (sending.value) stale = true
    else if (await read().catch(() => false)) options.onOthers?.()
  }

  /** Records an edit. @throws a sentence if it does not fit; nothing is changed then */
  function record(edit: Edit): void {
    if (document.value === null) return
    const next = applyEdit(document.value, edit.patches)
    const problem = options.problem?.(next)
    if (problem) throw new Error(problem)
    const row = rowOf(edit)
    pending.value = [...pending.value, row]
    document.value = next
    void write([], [row])
    if (!sending.value && !clash.value && !away.value) later(TOGETHER)
  }

  const rowOf = (edit: Edit, replaces?: string[], base = revision.value): KeptRow => ({
    id: edit.id,
    doc,
    n: ++order,
    edit: { ...edit, base, line: stream, who: options.who(), ...sawOthers(), ...(replaces && { replaces }) },
  })

  /** Edits left by earlier visits are on the screen, though no revision has them. */
  function sawOthers(): Pick<KeptEdit, 'saw'> {
    const saw = pending.value.filter((r) => r.edit.line !== stream).map((r) => r.id)
    return saw.length > 0 ? { saw } : {}
  }

  function nextBatch(): KeptRow[] {
    const most = oneByOne > 0 ? 1 : MOST_EDITS
    const batch: KeptRow[] = []
    let text = 0
    for (const row of pending.value.slice(0, most)) {
      text += JSON.stringify(row.edit).length
      if (batch.length > 0 && text > MOST_TEXT) break
      batch.push(row)
    }
    return batch
  }

  async function handIn(): Promise<void> {
    clearTimeout(timer as number)
    if (sending.value || clash.value || pending.value.length === 0) return
    const batch = nextBatch()
    sending.value = true
    let again = 0
    try {
      const answer = await server.handIn(batch.map((r) => r.edit))
      if (answer.doc !== doc || !Array.isArray(answer.holds))
        throw new HandInError('The answer was cut.', true)
      away.value = ''
      pause = FIRST_PAUSE
      oneByOne = Math.max(0, oneByOne - batch.length)
      await take(batch, answer)
    } catch (error) {
      if (error instanceof HandInError && !error.passing) {
        if (batch.length > 1) oneByOne = batch.length
        else {
          oneByOne = Math.max(0, oneByOne - 1)
          await setAside(batch.map(({ id }) => ({ id, message: error.message })))
        }
      } else {
        away.value = (error as Error).message
        again = pause
        pause = Math.min(pause * 2, LONGEST_PAUSE)
      }
    } finally {
      sending.value = false
    }
    if (pending.value.length > 0 && !clash.value) later(again)
    if (stale && !again) {
      stale = false
      void refresh()
    }
  }

  /** The server has these edits. They leave the list at once, and the shelf when it resolves. */
  async function drop(ids: string[]): Promise<void> {
    const holds = new Set(ids)
    const gone = pending.value.filter((r) => holds.has(r.id)).map((r) => r.id)
    if (gone.length === 0) return
    pending.value = pending.value.filter((r) => !holds.has(r.id))
    await write(gone, [])
  }

  async function take(batch: KeptRow[], answer: HandInAnswer<T>): Promise<void> {
    const holds = new Set(answer.holds)
    const dropped = drop(answer.holds)
    accept(answer.revision, answer.document)
    await dropped
    if (answer.refused.length > 0) await setAside(answer.refused)
    if (answer.others) options.onOthers?.()
    if (!answer.clash) return
    const refused = new Set(answer.refused.map((r) => r.id))
    const ids = batch.map((r) => r.id).filter((id) => !holds.has(id) && !refused.has(id))
    const { revision: number, document: next } = answer
    clash.value = { ...answer.clash, document: next, revision: number, ids }
  }

  /** Refused edits stay here, with the server's reason, until a person decides. */
  async function setAside(refused: { id: string; message: string }[]): Promise<void> {
    const reasons = new Map(refused.map((r) => [r.id, r.message]))
    const rows = pending.value
      .filter((r) => reasons.has(r.id))
      .map((r) => ({ ...r, refused: reasons.get(r.id)! }))
    pending.value = pending.value.filter((r) => !reasons.has(r.id))
    aside.value = [...aside.value, ...rows]
    if (held.value !== null) document.value = withEdits(held.value)
    await write([], rows)
  }

  /**
   * Ends a conflict: mine or theirs for every place. The result is one edit that replaces all that were asked
   * about.
   */
  async function settle(choices: ('mine' | 'theirs')[], id: string): Promise<void> {
    const at = clash.value
    if (!at) return
    const settled = at.places.reduce((document, { path, mine }, i) => {
      if (choices[i] !== 'mine') return document
      return applyEdit(document, [
        mine === undefined ? { op: 'remove', path } : { op: 'add', path, value: mine },
      ])
    }, at.proposal)
    const patches = diffDocuments(at.document, settled)
    const inverse = diffDocuments(settled, at.document)
    const asked = pending.value.filter((r) => at.ids.includes(r.id)).map((r) => r.edit)
    const fields = new Set(at.places.map(({ path }) => fieldOfPlace(path, asked)))
    // Named after its fields, so that a later question can use the same words.
    const label = [...fields].join(', ').slice(0, LONGEST_LABEL)
    const row = rowOf({ id, label, kind: 'do', patches, inverse }, at.ids, at.revision)
    const rows = patches.length > 0 ? [row] : []
    pending.value = [...rows, ...pending.value.filter((r) => !at.ids.includes(r.id))]
    clash.value = null
    if (held.value !== null) document.value = withEdits(held.value)
    await write(at.ids, rows)
    later(0)
  }

  /** Tries an edit that was set aside once more, with other values if a person corrected it. */
  async function retry(id: string, patches?: Edit['patches']): Promise<void> {
    const row = aside.value.find((r) => r.id === id)
    if (!row) return
    const { refused: _, ...rest } = row
    const mended = patches ? { ...rest, edit: { ...rest.edit, patches } } : rest
    aside.value = aside.value.filter((r) => r.id !== id)
    pending.value = [...pending.value, mended].sort((a, b) => a.n - b.n)
    if (held.value !== null) document.value = withEdits(held.value)
    await write([], [mended])
    later(0)
  }

  /** Discards an edit that was set aside, because a person said so. */
  async function throwAway(id: string): Promise<void> {
    aside.value = aside.value.filter((r) => r.id !== id)
    await write([id], [])
  }

  return {
    doc,
    revision,
    held,
    document,
    pending,
    aside,
    clash,
    away,
    unsafe,
    state,
    open,
    takeFromShelf,
    refresh,
    record,
    handIn,
    settle,
    retry,
    throwAway,
  }
}

export type Keeper<T> = ReturnType<typeof createKeeper<T>>
