import { tinykeys } from 'tinykeys'

/**
 * Every shortcut: its keys, how the list under `?` shows it, and what it does. To add one, add a line here and
 * an action where `useShortcuts` is called; without the action it does not compile.
 */
export const SHORTCUTS = [
  { id: 'stage', keys: ['1', '2', '3', '4', '5', '6', '7', '8', '9'], shown: '1 – 9', what: 'Go to a stage' },
  { id: 'nextNote', keys: ['j'], shown: 'J', what: 'Next note' },
  { id: 'lastNote', keys: ['k'], shown: 'K', what: 'Previous note' },
  { id: 'lastDrawer', keys: ['['], shown: '[', what: 'Previous drawer' },
  { id: 'nextDrawer', keys: [']'], shown: ']', what: 'Next drawer' },
  { id: 'remedy', keys: ['.'], shown: '.', what: 'Apply the note’s remedy' },
  { id: 'units', keys: ['u'], shown: 'U', what: 'Units' },
  { id: 'find', keys: ['/'], shown: '/', what: 'Find anything' },
  { id: 'undo', keys: ['$mod+z'], shown: 'Ctrl+Z', what: 'Undo' },
  { id: 'redo', keys: ['$mod+Shift+z'], shown: 'Ctrl+Shift+Z', what: 'Redo' },
  // Bound by each picture for what has the focus (useMoving); listed here with the rest.
  { id: 'move', keys: [], shown: '← → ↑ ↓', what: 'Move the focused item or part; with Shift, finer' },
  // Bound below, because in a field the other keys are letters.
  { id: 'leave', keys: [], shown: 'Esc', what: 'Leave a field, so that these keys work again' },
  { id: 'list', keys: ['?'], shown: '?', what: 'These words and keys' },
] as const satisfies readonly { id: string; keys: readonly string[]; shown: string; what: string }[]

type ShortcutId = Exclude<(typeof SHORTCUTS)[number]['id'], 'move' | 'leave'>
type Action = (key: string) => void

const FIELD = 'input:not([type=radio]):not([type=checkbox]), textarea, select'

const asking = () => !!document.querySelector('[role="dialog"]')
/** True while somebody types or answers a dialog: then no shortcut of the shell applies. */
const elsewhere = (event: KeyboardEvent): boolean =>
  (event.target as Element | null)?.matches?.(FIELD) === true || asking()

/** Binds the shortcuts to actions of the shell while the component is mounted. */
export function useShortcuts(actions: Record<ShortcutId, Action>): void {
  const bindings: Record<string, (event: KeyboardEvent) => void> = {}
  for (const shortcut of SHORTCUTS) {
    if (shortcut.id === 'move' || shortcut.id === 'leave') continue
    const act = actions[shortcut.id]
    for (const key of shortcut.keys) {
      const handle = (event: KeyboardEvent) => {
        if (elsewhere(event)) return
        event.preventDefault()
        act(key)
      }
      bindings[key] = handle
      // Which keys need Shift depends on the keyboard layout, and a letter typed with Caps Lock is still that
      // letter.
      if (!key.includes('+')) bindings[`Shift+${key}`] = handle
    }
  }
  bindings.Escape = ({ target }) => {
    if (target instanceof HTMLElement && target.matches(FIELD) && !asking()) target.blur()
  }
  let unbind: (() => void) | undefined
  onMounted(() => (unbind = tinykeys(window, bindings)))
  onUnmounted(() => unbind?.())
}
