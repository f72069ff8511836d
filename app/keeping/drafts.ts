import { shallowRef } from 'vue'
import { reveal } from '~/shell/drawers'
import { draftId, openDraftShelf, type Draft } from './draftShelf'
import { mayLose, shelf as edits } from './keeping'
import { mayTake, ownLine } from './line'

/**
 * The text of every field that is being typed in is written down at each key, one draft for each tab, page and field. A
 * field that was left by a crash, a reload or a closed page gets its text back, and hands it in when it is left.
 *
 * A draft is thrown away when its text was handed in. A field marked `data-by-button` hands nothing in when it is left:
 * a button takes its text. Its draft ends when the field is empty or gone after a press.
 */
const shelf = openDraftShelf()

type TextField = HTMLInputElement | HTMLTextAreaElement
const FIELDS = ['text', 'date', 'time', 'datetime-local', 'number']
  .map((type) => `main input[type=${type}]`)
  .concat('main textarea')
  .join()
const BY_BUTTON = '[data-by-button]'

/** Pages whose fields belong to a document; what is typed elsewhere (a search, a quick sum) is not kept. */
const isKept = (path: string) => path.startsWith('/jobs/') || path === '/parts'
const isField = (target: EventTarget | null): target is TextField =>
  target instanceof Element && target.matches(FIELDS) && isKept(location.pathname)
const labelOf = (field: TextField) => (field.labels?.[0]?.textContent ?? field.ariaLabel ?? '').trim()
const drawerOf = (field: TextField) => field.closest<HTMLElement>('[data-drawer]')?.dataset.drawer ?? ''
const sameName = ({ drawer, label }: Pick<Draft, 'drawer' | 'label'>) =>
  [...document.querySelectorAll<TextField>(FIELDS)].filter(
    (field) => drawerOf(field) === drawer && labelOf(field) === label,
  )

/** Fields whose text is not handed in yet, with the name of their draft. */
const open = new Map<TextField, string>()
/** Those whose text a button takes. */
const byButton = new WeakSet<TextField>()
/** Writes a draft at once, or throws it away. The browser keeps the order in which they were asked for. */
function write(id: string, draft: Draft | null): void {
  // No room: what is typed is then only in the field, as in any page.
  void (draft ? shelf.put(draft) : shelf.remove(id)).catch(() => {})
}

/** The text was handed in: the draft goes once the edit lies on the shelf of edits. */
async function handedIn(id: string): Promise<void> {
  await edits.settled()
  if (!mayLose()) write(id, null)
}

/** What a button does with a text may take a moment: looked at so often, and so long after the press, ms. */
const TAKEN = { every: 50, within: 3000 }
/** Fields that a button has emptied, or taken away, are handed in. */
function forgetTaken(): void {
  for (const [field, id] of open)
    if (byButton.has(field) && (!field.isConnected || field.value === '')) {
      open.delete(field)
      void handedIn(id)
    }
}

/** Writes down what is typed in any field of the page until the function returned is called. */
export async function keepDrafts(): Promise<() => void> {
  const line = await ownLine()
  const typed = ({ target: field }: Event) => {
    if (!isField(field)) return
    const name = { line, path: location.pathname, drawer: drawerOf(field), label: labelOf(field) }
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
    // A field that was refused keeps its text, and so does the draft.
    setTimeout(() => {
      const refused = field.ariaInvalid === 'true' || field.getAttribute('aria-invalid') === 'true'
      if (refused) open.set(field, id)
      else void handedIn(id)
    })
  }
  // A text that a program put into a field fires no change of its own when the field is left.
  const left = ({ target: field }: Event) => {
    if (isField(field) && open.has(field)) field.dispatchEvent(new Event('change', { bubbles: true }))
  }
  const pressed = ({ target }: Event) => {
    if (!(target instanceof Element && target.closest(BY_BUTTON))) return
    const looking = setInterval(forgetTaken, TAKEN.every)
    setTimeout(() => clearInterval(looking), TAKEN.within)
  }
  const heard = { input: typed, change: changed, focusout: left, click: pressed }
  for (const [name, hear] of Object.entries(heard)) document.addEventListener(name, hear)
  return () => {
    for (const [name, hear] of Object.entries(heard)) document.removeEventListener(name, hear)
  }
}

/** Texts whose field is not on the page any more: a person copies them or throws them away. */
export const looseDrafts = shallowRef<Draft[]>([])

export function throwDraftAway(draft: Draft): void {
  looseDrafts.value = looseDrafts.value.filter(({ id }) => id !== draft.id)
  write(draft.id, null)
}

const LOOKS = 40
const LOOK_EVERY = 100

/** The field of a draft, once its stage stands; the drawer that it is in opens, or there would be no field. */
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

/** Drafts of this page that are this tab's, or of a tab that is gone. */
async function ownDrafts(): Promise<Draft[]> {
  const line = await ownLine()
  const mine: Draft[] = []
  for (const draft of await shelf.of(location.pathname).catch(() => []))
    if (draft.line === line || (await mayTake(draft.line))) mine.push(draft)
  return mine
}

/** Puts one text back; returns a word about it, or null where the field shows it already. */
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
  // From here on it is this tab's.
  if (open.get(field) !== draft.id) write(draft.id, null)
  if (now === draft.text) return null
  const what = `“${draft.text}” in ${draft.label}`
  return `You were typing ${what} when this page was left. It is back in its field; it was ${now || 'empty'}.`
}

/**
 * Puts texts that were being typed on this page back into their fields; returns words about them, or null. Of two tabs'
 * texts for one field the newer one is put back; the older one stays kept, and is put back at a later visit.
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
