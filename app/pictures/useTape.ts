import { pointerOn } from './scale'

interface Drawn {
  x: number
  y: number
}

/** A tape measure on a picture: from where it is pressed to where it is released, drawing mm. */
export function useTape() {
  const on = ref(false)
  const line = shallowRef<{ from: Drawn; to: Drawn } | null>(null)
  let held = false
  /** The distance, m. */
  const length = computed(() => {
    if (!line.value) return 0
    const { from, to } = line.value
    return Math.hypot(to.x - from.x, to.y - from.y) / 1000
  })
  return {
    on,
    line,
    length,
    toggle(): void {
      on.value = !on.value
      line.value = null
    },
    listeners: {
      pointerdown(event: PointerEvent): void {
        ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
        const from = pointerOn(event)
        line.value = { from, to: from }
        held = true
      },
      pointermove(event: PointerEvent): void {
        if (held && line.value) line.value = { from: line.value.from, to: pointerOn(event) }
      },
      pointerup(): void {
        held = false
      },
    },
  }
}
