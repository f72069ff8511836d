/** A drawer of a stage: its address is `#id`, and beside its title stands the one figure that sums it up. */
export interface Drawer {
  id: string
  title: string
  live?: string
}

/** A picture of a stage. Where there is room for one only, the others are chosen by their titles. */
export interface View {
  id: string
  title: string
  /** Text rather than a drawing: it scrolls in its own window and leaves the drawers room. */
  tall?: boolean
}

/** Opens the next or the last drawer of the stage shown, round and round. */
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

/** What `find` finds once it stands on the screen; null when it does not within a second or so. */
async function onceShown(find: () => Element | null | undefined): Promise<HTMLElement | null> {
  for (let i = 0; i < PATIENCE; i++) {
    const found = find()
    if (found instanceof HTMLElement && found.checkVisibility()) return found
    await nextFrame()
  }
  return null
}

/** Asks the drawer that holds an element to open, and waits until it stands open. */
export async function reveal(element: Element): Promise<void> {
  element.dispatchEvent(new CustomEvent('reveal', { bubbles: true }))
  await onceShown(() => element)
}

/** Puts the focus on the first field of a row that is about to appear, such as one just added. */
export async function focusIn(row: string | Element): Promise<void> {
  const field = await onceShown(() => {
    const found = typeof row === 'string' ? document.querySelector(row) : row
    return found?.matches(FIELDS) ? found : found?.querySelector(FIELDS)
  })
  field?.focus()
  if (field instanceof HTMLInputElement) field.select()
}
