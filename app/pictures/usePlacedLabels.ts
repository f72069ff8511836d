import type { Ref } from 'vue'
import { keptApart } from './placedLabels'

/**
 * Moves the labels over a picture apart after every change of the picture or its size. A label is a direct
 * child of the overlay; `data-fixed` marks a sign that must stay on its thing.
 */
export function usePlacedLabels(root: Readonly<Ref<HTMLElement | null>>): void {
  let asked = 0
  function place(): void {
    if (!root.value) return
    const { left, top, width, height } = root.value.getBoundingClientRect()
    const labels = [...root.value.querySelectorAll<HTMLElement>(':scope > .absolute')].filter(
      (label) => label.offsetParent !== null,
    )
    for (const label of labels) Object.assign(label.style, { marginLeft: '', marginTop: '' })
    const boxes = labels.map((label) => {
      const box = label.getBoundingClientRect()
      const fixed = label.dataset.fixed !== undefined
      return { left: box.left - left, top: box.top - top, width: box.width, height: box.height, fixed }
    })
    keptApart(boxes, { width, height }).forEach(({ x, y }, i) => {
      if (x !== 0) labels[i]!.style.marginLeft = `${x}px`
      if (y !== 0) labels[i]!.style.marginTop = `${y}px`
    })
  }
  function soon(): void {
    cancelAnimationFrame(asked)
    asked = requestAnimationFrame(place)
  }
  const sized = new ResizeObserver(soon)
  onMounted(() => {
    if (root.value) sized.observe(root.value)
    void document.fonts.ready.then(soon)
  })
  onUpdated(soon)
  onScopeDispose(() => {
    sized.disconnect()
    cancelAnimationFrame(asked)
  })
}
