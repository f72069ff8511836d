/** A drawer of a stage. Its address is `#id`; beside its title is the one figure that sums it up. */
export interface Drawer {
  id: string
  title: string
  live?: string
}

/** A picture of a stage. If there is room for only one, the others are chosen by their titles. */
export interface View {
  id: string
  title: string
  /** Text, not a drawing: it scrolls in its own window and leaves room for the drawers. */
  tall?: boolean
}

/** Opens the next or the previous drawer of the current stage; after the last comes the first. */
export function stepDrawer(by: 1 | -1): void {
  const links = [...document.querySelectorAll<HTMLAnchorElement>('[data-drawers] a')]
  if (links.length === 0) return
  const at = links.findIndex((link) => link.hasAttribute('aria-current'))
  const next = links[(at + by + links.length) % links.length]!
  next.click()
  next.focus()
}

const FIELDS = 'input:not([type=hidden]), select, textarea'
const PATIENCE = 60
export const nextFrame = () => new Promise((resolve) => requestAnimationFrame(resolve))

/** The result of `find` once it is on the screen; null if that takes more than about a second. */
async function onceShown(find: () => Element | null | undefined): Promise<HTMLElement | null> {
  for (let i = 0; i < PATIENCE; i++) {
    const found = find()
    if (found instanceof HTMLElement && found.checkVisibility()) return found
    await nextFrame()
  }
  return null
}

/** Opens the drawer that contains an element, and waits until it is open. */
export async function reveal(element: Element): Promise<void> {
  element.dispatchEvent(new CustomEvent('reveal', { bubbles: true }))
  await onceShown(() => element)
}

/** Focuses the first field of a row that is about to appear, such as one just added. */
export async function focusIn(row: string | Element): Promise<void> {
  const field = await onceShown(() => {
    const found = typeof row === 'string' ? document.querySelector(row) : row
    return found?.matches(FIELDS) ? found : found?.querySelector(FIELDS)
  })
  field?.focus()
  if (field instanceof HTMLInputElement) field.select()
}
