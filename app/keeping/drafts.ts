import { reveal } from '~/shell/drawers'

/**
 * The text of the field being typed in, written down at every key: a field left by a crash, a reload or a closed page
 * gets it back. Fields are told apart by their drawer, their name in it and which of that name they are.
 */
const KEY = 'np.draft'

interface Draft {
  path: string
  /** The drawer it is in; empty outside of all. */
  drawer: string
  label: string
  /** Which of the fields of that name, from the top. */
  nth: number
  /** What stood there before. */
  was: string
  text: string
}

type TextField = HTMLInputElement | HTMLTextAreaElement
const FIELDS = 'main input[type=text], main textarea'

const labelOf = (field: TextField) => (field.labels?.[0]?.textContent ?? field.ariaLabel ?? '').trim()
const drawerOf = (field: TextField) => field.closest<HTMLElement>('[data-drawer]')?.dataset.drawer ?? ''
const sameName = ({ drawer, label }: Pick<Draft, 'drawer' | 'label'>) =>
  [...document.querySelectorAll<TextField>(FIELDS)].filter(
    (field) => drawerOf(field) === drawer && labelOf(field) === label,
  )

let typing: { field: TextField; was: string } | null = null

function write(draft: Draft | null): void {
  try {
    if (draft) localStorage.setItem(KEY, JSON.stringify(draft))
    else localStorage.removeItem(KEY)
  } catch {
    // No room: what is typed is then only in the field, as in any page.
  }
}

/** Writes down what is typed in any field of the page until the function returned is called. */
export function keepDrafts(): () => void {
  const began = (event: Event) => {
    const field = event.target as TextField
    if (field.matches?.(FIELDS)) typing = { field, was: field.value }
  }
  const typed = (event: Event) => {
    const field = event.target as TextField
    if (!field.matches?.(FIELDS)) return
    const was = typing?.field === field ? typing.was : ''
    const name = { drawer: drawerOf(field), label: labelOf(field) }
    const nth = sameName(name).indexOf(field)
    write({ path: location.pathname, ...name, nth, was, text: field.value })
  }
  const left = (event: Event) => {
    const field = event.target as TextField
    // A field that was refused keeps its text, and so does the draft.
    setTimeout(
      () => field.ariaInvalid === 'true' || field.getAttribute('aria-invalid') === 'true' || write(null),
    )
  }
  document.addEventListener('focusin', began)
  document.addEventListener('input', typed)
  document.addEventListener('change', left)
  return () => {
    document.removeEventListener('focusin', began)
    document.removeEventListener('input', typed)
    document.removeEventListener('change', left)
  }
}

const LOOKS = 40
const LOOK_EVERY = 100

/** The field of a draft, once its stage stands; the drawer that it is in opens, or there would be no field. */
async function fieldOf(draft: Draft): Promise<TextField | null> {
  for (let i = 0; i < LOOKS; i++) {
    const field = sameName(draft)[draft.nth]
    if (field) return field
    const drawer = document.querySelector(`[data-drawer="${CSS.escape(draft.drawer)}"]`)
    if (drawer) await reveal(drawer)
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY))
  }
  return null
}

/** Puts a text that was being typed on this page back into its field; returns a word about it, or null. */
export async function putDraftBack(): Promise<string | null> {
  const kept = localStorage.getItem(KEY)
  if (!kept) return null
  let draft: Draft
  try {
    draft = JSON.parse(kept) as Draft
  } catch {
    write(null)
    return null
  }
  if (draft.path !== location.pathname) return null
  const field = await fieldOf(draft)
  const what = `“${draft.text}” in ${draft.label}`
  if (!field) return `You were typing ${what}; that field is not shown now.`
  if (field.value === draft.text) {
    write(null)
    return null
  }
  const now = field.value
  await reveal(field)
  field.focus()
  field.value = draft.text
  field.dispatchEvent(new Event('input', { bubbles: true }))
  return `You were typing ${what} when this page was left. It is back in its field; it was ${now || 'empty'}.`
}
