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

export class Keeper<T> {
  readonly revision = shallowRef(0)
  /** The document as the server has it. */
  readonly held = shallowRef<T | null>(null)
  /** The document with every unsaved edit. */
  readonly document = shallowRef<T | null>(null)
  readonly pending = shallowRef<KeptRow[]>([])
  readonly aside = shallowRef<KeptRow[]>([])
  readonly clash = shallowRef<Clash<T> | null>(null)
  /** Why saving waits, while the server does not answer. */
  readonly away = shallowRef('')
  /** Why edits are not safe in this browser. */
  readonly unsafe = shallowRef('')
  private readonly sending = shallowRef(false)
  readonly state = computed<SaveState>(() => {
    if (this.pending.value.length === 0) return 'saved'
    if (this.away.value || this.clash.value) return 'waiting'
    return this.sending.value ? 'saving' : 'unsaved'
  })
  private order = 0
  private pause = FIRST_PAUSE
  /**
   * Number of edits to hand in one by one, because a hand-in of several was refused and one of them is the
   * cause.
   */
  private oneByOne = 0
  private timer: unknown = null
  /** Others saved while a hand-in was under way. */
  private stale = false

  constructor(private readonly options: KeeperOptions<T>) {}

  get doc(): string {
    return this.options.doc
  }

  private withEdits(from: T): T {
    return this.pending.value.reduce((at, { edit }) => {
      try {
        return applyEdit(at, edit.patches)
      } catch {
        // Its place no longer exists: the server will ask about it.
        return at
      }
    }, from)
  }

  /** Shows the document anew after the pending edits changed. */
  private showAgain(): void {
    if (this.held.value !== null) this.document.value = this.withEdits(this.held.value)
  }

  private accept(number: number, next: T): void {
    if (number < this.revision.value) return
    this.revision.value = number
    // Equal parts stay the same objects, so that nothing is derived or run again for them.
    this.held.value = keepSame(this.document.value ?? this.held.value, next)
    this.document.value = keepSame(this.document.value, this.withEdits(this.held.value))
  }

  private later(ms: number): void {
    clearTimeout(this.timer as number)
    const { wait = setTimeout } = this.options
    this.timer = wait(() => void this.handIn(), ms)
  }

  /** Writes to the shelf, and says so if there is no room. */
  private async write(ids: string[], rows: KeptRow[]): Promise<void> {
    try {
      await this.options.shelf.replace(ids, rows)
      if (this.pending.value.length === 0) this.unsafe.value = ''
    } catch (error) {
      const full = (error as Error).name === 'QuotaExceededError'
      const why = full ? 'has no room left' : `cannot write (${(error as Error).message})`
      this.unsafe.value = `This browser’s storage ${why}: what you type is only in this page until it is saved. Do not close the page.`
    }
  }

  /** Edits on the shelf: this tab's own, and those of streams whose tab is gone. */
  async takeFromShelf(): Promise<void> {
    const rows = await this.options.shelf.rows(this.options.doc).catch(() => [])
    const streams = [...new Set(rows.map((r) => r.edit.line))]
    const mine = new Set<string>()
    for (const name of streams)
      if (name === this.options.stream || (await (this.options.mayTake?.(name) ?? Promise.resolve(true))))
        mine.add(name)
    const known = new Set(this.pending.value.map((r) => r.id))
    const found = rows.filter((r) => mine.has(r.edit.line) && !known.has(r.id))
    this.order = Math.max(this.order, ...rows.map((r) => r.n))
    this.aside.value = rows.filter((r) => r.refused !== undefined)
    const waiting = found.filter((r) => r.refused === undefined)
    if (waiting.length === 0) return
    this.pending.value = [...waiting, ...this.pending.value].sort((a, b) => a.n - b.n)
    this.showAgain()
    this.later(0)
  }

  /**
   * Reads the document. Edits it contains already, whose answer was lost, are removed from the shelf.
   * @returns whether others saved; while a hand-in is under way the news may be one's own
   */
  private async read(): Promise<boolean> {
    const since = Math.min(this.revision.value || Infinity, ...this.pending.value.map((r) => r.edit.base))
    const news = await this.options.server.read(Number.isFinite(since) ? since : 0)
    if (news.doc !== this.options.doc) return false
    const more = news.revision > this.revision.value && !this.sending.value
    const dropped = this.drop(news.holds)
    this.accept(news.revision, news.document)
    await dropped
    return more
  }

  /** Takes up the edits on the shelf, and reads the document. @throws while the server cannot be reached */
  async open(): Promise<void> {
    await this.takeFromShelf()
    await this.read()
  }

  /** Others saved: reads their changes once nothing is under way. */
  async refresh(): Promise<void> {
    if (this.sending.value) this.stale = true
    else if (await this.read().catch(() => false)) this.options.onOthers?.()
  }

  /** Records an edit. @throws a sentence if it does not fit; nothing is changed then */
  record(edit: Edit): void {
    if (this.document.value === null) return
    const next = applyEdit(this.document.value, edit.patches)
    const problem = this.options.problem?.(next)
    if (problem) throw new Error(problem)
    const row = this.rowOf(edit)
    this.pending.value = [...this.pending.value, row]
    this.document.value = next
    void this.write([], [row])
    if (!this.sending.value && !this.clash.value && !this.away.value) this.later(TOGETHER)
  }

  private rowOf(edit: Edit, replaces?: string[], base = this.revision.value): KeptRow {
    return {
      id: edit.id,
      doc: this.options.doc,
      n: ++this.order,
      edit: {
        ...edit,
        base,
        line: this.options.stream,
        who: this.options.who(),
        ...this.sawOthers(),
        ...(replaces && { replaces }),
      },
    }
  }

  /** Edits left by earlier visits are on the screen, though no revision has them. */
  private sawOthers(): Pick<KeptEdit, 'saw'> {
    const saw = this.pending.value.filter((r) => r.edit.line !== this.options.stream).map((r) => r.id)
    return saw.length > 0 ? { saw } : {}
  }

  private nextBatch(): KeptRow[] {
    const most = this.oneByOne > 0 ? 1 : MOST_EDITS
    const batch: KeptRow[] = []
    let text = 0
    for (const row of this.pending.value.slice(0, most)) {
      text += JSON.stringify(row.edit).length
      if (batch.length > 0 && text > MOST_TEXT) break
      batch.push(row)
    }
    return batch
  }

  async handIn(): Promise<void> {
    clearTimeout(this.timer as number)
    if (this.sending.value || this.clash.value || this.pending.value.length === 0) return
    const batch = this.nextBatch()
    this.sending.value = true
    let again = 0
    try {
      const answer = await this.options.server.handIn(batch.map((r) => r.edit))
      if (answer.doc !== this.options.doc || !Array.isArray(answer.holds))
        throw new HandInError('The answer was cut.', true)
      this.away.value = ''
      this.pause = FIRST_PAUSE
      this.oneByOne = Math.max(0, this.oneByOne - batch.length)
      await this.take(batch, answer)
    } catch (error) {
      if (error instanceof HandInError && !error.passing) {
        if (batch.length > 1) this.oneByOne = batch.length
        else {
          this.oneByOne = Math.max(0, this.oneByOne - 1)
          await this.setAside(batch.map(({ id }) => ({ id, message: error.message })))
        }
      } else {
        this.away.value = (error as Error).message
        again = this.pause
        this.pause = Math.min(this.pause * 2, LONGEST_PAUSE)
      }
    } finally {
      this.sending.value = false
    }
    if (this.pending.value.length > 0 && !this.clash.value) this.later(again)
    if (this.stale && !again) {
      this.stale = false
      void this.refresh()
    }
  }

  /** The server has these edits. They leave the list at once, and the shelf when it resolves. */
  private async drop(ids: string[]): Promise<void> {
    const holds = new Set(ids)
    const gone = this.pending.value.filter((r) => holds.has(r.id)).map((r) => r.id)
    if (gone.length === 0) return
    this.pending.value = this.pending.value.filter((r) => !holds.has(r.id))
    await this.write(gone, [])
  }

  private async take(batch: KeptRow[], answer: HandInAnswer<T>): Promise<void> {
    const holds = new Set(answer.holds)
    const dropped = this.drop(answer.holds)
    this.accept(answer.revision, answer.document)
    await dropped
    if (answer.refused.length > 0) await this.setAside(answer.refused)
    if (answer.others) this.options.onOthers?.()
    if (!answer.clash) return
    const refused = new Set(answer.refused.map((r) => r.id))
    const ids = batch.map((r) => r.id).filter((id) => !holds.has(id) && !refused.has(id))
    const { revision: number, document: next } = answer
    this.clash.value = { ...answer.clash, document: next, revision: number, ids }
  }

  /** Refused edits stay here, with the server's reason, until a person decides. */
  private async setAside(refused: { id: string; message: string }[]): Promise<void> {
    const reasons = new Map(refused.map((r) => [r.id, r.message]))
    const rows = this.pending.value
      .filter((r) => reasons.has(r.id))
      .map((r) => ({ ...r, refused: reasons.get(r.id)! }))
    this.pending.value = this.pending.value.filter((r) => !reasons.has(r.id))
    this.aside.value = [...this.aside.value, ...rows]
    this.showAgain()
    await this.write([], rows)
  }

  /**
   * Ends a conflict: mine or theirs for every place. The result is one edit that replaces all that were asked
   * about.
   */
  async settle(choices: ('mine' | 'theirs')[], id: string): Promise<void> {
    const at = this.clash.value
    if (!at) return
    const settled = at.places.reduce((document, { path, mine }, i) => {
      if (choices[i] !== 'mine') return document
      return applyEdit(document, [
        mine === undefined ? { op: 'remove', path } : { op: 'add', path, value: mine },
      ])
    }, at.proposal)
    const patches = diffDocuments(at.document, settled)
    const inverse = diffDocuments(settled, at.document)
    const asked = this.pending.value.filter((r) => at.ids.includes(r.id)).map((r) => r.edit)
    const fields = new Set(at.places.map(({ path }) => fieldOfPlace(path, asked)))
    // Named after its fields, so that a later question can use the same words.
    const label = [...fields].join(', ').slice(0, LONGEST_LABEL)
    const row = this.rowOf({ id, label, kind: 'do', patches, inverse }, at.ids, at.revision)
    const rows = patches.length > 0 ? [row] : []
    this.pending.value = [...rows, ...this.pending.value.filter((r) => !at.ids.includes(r.id))]
    this.clash.value = null
    this.showAgain()
    await this.write(at.ids, rows)
    this.later(0)
  }

  /** Tries an edit that was set aside once more, with other values if a person corrected it. */
  async retry(id: string, patches?: Edit['patches']): Promise<void> {
    const row = this.aside.value.find((r) => r.id === id)
    if (!row) return
    const { refused: _, ...rest } = row
    const mended = patches ? { ...rest, edit: { ...rest.edit, patches } } : rest
    this.aside.value = this.aside.value.filter((r) => r.id !== id)
    this.pending.value = [...this.pending.value, mended].sort((a, b) => a.n - b.n)
    this.showAgain()
    await this.write([], [mended])
    this.later(0)
  }

  /** Discards an edit that was set aside, because a person said so. */
  async throwAway(id: string): Promise<void> {
    this.aside.value = this.aside.value.filter((r) => r.id !== id)
    await this.write([id], [])
  }
}
