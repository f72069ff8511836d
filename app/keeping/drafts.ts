import { shallowRef } from 'vue'
import { reveal } from '~/shell/drawers'
import { draftId, openDraftShelf, type Draft } from './draftShelf'
import { mayLose, shelf as edits } from './keeping'
import { mayTake, ownStream } from './editStream'

/**
 * The text of every field being typed in is saved at each key, one draft for each tab, page and field. After a
 * crash, a reload or a closed page the field gets its text back, and hands it in when it is left. A draft is
 * removed when its text was handed in. A field marked `data-by-button` hands nothing in when it is left: a
 * button takes its text. Its draft ends when the field is empty or gone after a press.
 */
const shelf = openDraftShelf()

type TextField = HTMLInputElement | HTMLTextAreaElement
const FIELDS = ['text', 'date', 'time', 'datetime-local', 'number']
  .map((type) => `main input[type=${type}]`)
  .concat('main textarea')
  .join()
const BY_BUTTON = '[data-by-button]'

/** Pages whose fields belong to a document. Text typed elsewhere (a search, a quick sum) is not kept. */
const isKept = (path: string) => path.startsWith('/jobs/') || path === '/parts'
const isField = (target: EventTarget | null): target is TextField =>
  target instanceof Element && target.matches(FIELDS) && isKept(location.pathname)
const labelOf = (field: TextField) => (field.labels?.[0]?.textContent ?? field.ariaLabel ?? '').trim()
const drawerOf = (field: TextField) => field.closest<HTMLElement>('[data-drawer]')?.dataset.drawer ?? ''
const sameName = ({ drawer, label }: Pick<Draft, 'drawer' | 'label'>) =>
  [...document.querySelectorAll<TextField>(FIELDS)].filter(
    (field) => drawerOf(field) === drawer && labelOf(field) === label,
  )

/** Fields whose text is not handed in yet, with the id of their draft. */
const open = new Map<TextField, string>()
/** The fields whose text a button takes. */
const byButton = new WeakSet<TextField>()
/** Saves a draft at once, or removes it. The browser keeps the order of these calls. */
function write(id: string, draft: Draft | null): void {
  // No room: then the text is only in the field, as on any page.
  void (draft ? shelf.put(draft) : shelf.remove(id)).catch(() => {})
}

/** After the text was handed in, its draft is removed once the edit is on the shelf. */
async function handedIn(id: string): Promise<void> {
  await edits.settled()
  if (!mayLose()) write(id, null)
}

/** A button may need a moment to take a text: how often to check, and for how long after the press, ms. */
const TAKEN = { every: 50, within: 3000 }
/** Treats fields that a button has emptied or removed as handed in. */
function forgetTaken(): void {
  for (const [field, id] of open)
    if (byButton.has(field) && (!field.isConnected || field.value === '')) {
      open.delete(field)
      void handedIn(id)
    }
}

/** Saves what is typed in any field of the page until the returned function is called. */
export async function keepDrafts(): Promise<() => void> {
  const stream = await ownStream()
  const typed = ({ target: field }: Event) => {
    if (!isField(field)) return
    const name = { line: stream, path: location.pathname, drawer: drawerOf(field), label: labelOf(field) }
    const place = { ...name, nth: sameName(name).indexOf(field) }
    const id = draftId(place)
    open.set(field, id)
    if (field.closest(BY_BUTTON)) byButton.add(field)
    write(id, { ...place, id, text: field.value, at: Date.now() })
  }
  const changed = ({ target: field }: Event) => {
    if (!isField(field) || field.closest(BY_BUTTON)) return
    const id = open.get(field)
    if (id === undefined) return
    open.delete(field)
    // A refused field keeps its text, and so does its draft.
    setTimeout(() => {
      const refused = field.ariaInvalid === 'true' || field.getAttribute('aria-invalid') === 'true'
      if (refused) open.set(field, id)
      else void handedIn(id)
    })
  }
  // If a program put text into a field, leaving the field fires no change event.
  const left = ({ target: field }: Event) => {
    if (isField(field) && open.has(field)) field.dispatchEvent(new Event('change', { bubbles: true }))
  }
  const pressed = ({ target }: Event) => {
    if (!(target instanceof Element && target.closest(BY_BUTTON))) return
    const looking = setInterval(forgetTaken, TAKEN.every)
    setTimeout(() => clearInterval(looking), TAKEN.within)
  }
  const heard = { input: typed, change: changed, focusout: left, click: pressed }
  const leave = () => shelf.leave()
  for (const [name, hear] of Object.entries(heard)) document.addEventListener(name, hear)
  addEventListener('pagehide', leave)
  return () => {
    removeEventListener('pagehide', leave)
    for (const [name, hear] of Object.entries(heard)) document.removeEventListener(name, hear)
  }
}

/** Texts whose field is no longer on the page: a person copies or discards them. */
export const looseDrafts = shallowRef<Draft[]>([])

export function throwDraftAway(draft: Draft): void {
  looseDrafts.value = looseDrafts.value.filter(({ id }) => id !== draft.id)
  write(draft.id, null)
}

const LOOKS = 40
const LOOK_EVERY = 100

/** The field of a draft once its stage is shown. Its drawer is opened, because the field exists only then. */
async function fieldOf(draft: Draft): Promise<TextField | null> {
  for (let i = 0; i < LOOKS && location.pathname === draft.path; i++) {
    const field = sameName(draft)[draft.nth]
    if (field) return field
    const drawer = document.querySelector(`[data-drawer="${CSS.escape(draft.drawer)}"]`)
    if (drawer) await reveal(drawer)
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY))
  }
  return null
}

/** Drafts of this page that belong to this tab or to a tab that is gone. */
async function ownDrafts(): Promise<Draft[]> {
  const stream = await ownStream()
  const mine: Draft[] = []
  for (const draft of await shelf.of(location.pathname).catch(() => []))
    if (draft.line === stream || (await mayTake(draft.line))) mine.push(draft)
  return mine
}

/** Restores one text; returns a message about it, or null if the field shows it already. */
async function putBack(draft: Draft): Promise<string | null> {
  const field = await fieldOf(draft)
  if (!field) {
    if (location.pathname === draft.path) looseDrafts.value = [...looseDrafts.value, draft]
    return null
  }
  const now = field.value
  if (now !== draft.text) {
    await reveal(field)
    field.focus()
    field.value = draft.text
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
  // From here on it belongs to this tab.
  if (open.get(field) !== draft.id) write(draft.id, null)
  if (now === draft.text) return null
  const what = `“${draft.text}” in ${draft.label}`
  return `You were typing ${what} when this page was left. It is back in its field; it was ${now || 'empty'}.`
}

/**
 * Restores texts that were being typed on this page; returns a message about them, or null. If two tabs have
 * text for one field, the newer is restored; the older stays kept and is restored at a later visit.
 */
export async function putDraftsBack(): Promise<string | null> {
  looseDrafts.value = []
  const words: string[] = []
  const done = new Set<string>()
  for (const draft of await ownDrafts()) {
    const field = draftId({ ...draft, line: '' })
    if (done.has(field) || location.pathname !== draft.path) continue
    done.add(field)
    const word = await putBack(draft)
    if (word) words.push(word)
  }
  return words.length > 0 ? words.join(' ') : null
}
