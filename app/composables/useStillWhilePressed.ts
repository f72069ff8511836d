import type { Ref } from 'vue'

/**
 * A value that does not change while the pointer is pressed. Leaving a field by pressing something else makes
 * an edit. Whatever that edit shows or removes must not move the pressed thing, or the click would miss it.
 */
export function useStillWhilePressed<T>(value: Ref<T>): Readonly<Ref<T>> {
  const shown = shallowRef(value.value) as Ref<T>
  let isPressed = false
  const takeOver = () => {
    if (!isPressed) shown.value = value.value
  }
  watch(value, takeOver)
  const pressed = () => (isPressed = true)
  const letGo = () => {
    isPressed = false
    // After the click that follows the press.
    setTimeout(takeOver)
  }
  onMounted(() => {
    addEventListener('pointerdown', pressed, true)
    addEventListener('pointerup', letGo, true)
    addEventListener('pointercancel', letGo, true)
  })
  onScopeDispose(() => {
    removeEventListener('pointerdown', pressed, true)
    removeEventListener('pointerup', letGo, true)
    removeEventListener('pointercancel', letGo, true)
  })
  return shown
}
