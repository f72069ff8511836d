import type { Ref } from 'vue'

/**
 * A value that stays as it is while something is being pressed. Leaving a field by a press on something else is an edit,
 * and what that edit shows or takes away must not move the thing under the finger: the press would meet nothing.
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
    // After the click that belongs to it.
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
