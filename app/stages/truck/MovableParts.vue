<script setup lang="ts">
import type { Point, Truck } from '#core/document/types'
import { useMoving } from '~/pictures/useMoving'
import { movables, type Movable } from './movable'

/** Handles of what can be moved, in one view; a move shows in all views. */
const { truck, view, place } = defineProps<{
  truck: Truck
  view: 'side' | 'below' | 'rear'
  /** Position in the view, drawing mm. */
  place: (at: Point) => { x: number; y: number }
}>()
const screen = useScreen()
const list = computed(() =>
  movables(truck).filter((m) => view !== 'rear' || (Math.abs(m.at.x) < 0.5 && !m.alongOnly)),
)
const tidy = (v: number) => Math.round(v * 200) / 200

/** Converts moves in this view to moves on the truck. */
function moved(part: Movable, dx: number, dy: number): Point {
  const along = view === 'rear' ? 0 : -dx / 1000
  const across = part.alongOnly ? 0 : view === 'below' ? -dy / 1000 : view === 'rear' ? -dx / 1000 : 0
  const up = part.alongOnly || view === 'below' ? 0 : -dy / 1000
  return { x: tidy(part.at.x + along), y: tidy(part.at.y + across), z: tidy(part.at.z + up) }
}
const moves = useMoving<Movable>(
  (part) => {
    screen.subject = part.id
    const from = { ...part, at: { ...part.at } }
    return {
      label: `Move ${part.label}`,
      to: (dx, dy) => {
        const at = moved(from, dx, dy)
        return (draft) => part.put(draft.truck, at)
      },
    }
  },
  { usual: 20, fine: 5 },
)
const placeText = usePlaceText()
const boxOf = (part: Movable) => {
  const { x, y } = place(part.at)
  const width = (view === 'rear' ? part.size.width : part.size.length) * 1000
  const height = (view === 'below' ? part.size.width : part.size.height) * 1000
  return { x: x - width / 2, y: y - height / 2, width, height }
}
</script>

<template>
  <g
    v-for="part in list"
    :key="part.id"
    tabindex="0"
    role="button"
    class="cursor-grab"
    :data-part="part.id"
    :aria-label="`${part.label}, ${placeText(part.at)}. Arrow keys move it.`"
    v-on="moves(part)"
    @focus="screen.subject = part.id"
  >
    <circle
      v-if="part.drawn === 'knob'"
      :cx="place(part.at).x"
      :cy="place(part.at).y"
      r="34"
      fill="var(--sheet)"
      :stroke="screen.subject === part.id ? 'var(--ink)' : 'var(--brick)'"
      :stroke-width="screen.subject === part.id ? 3 : 1.5"
      vector-effect="non-scaling-stroke"
    />
    <rect
      v-else
      v-bind="boxOf(part)"
      rx="14"
      :fill="part.drawn === 'box' ? 'var(--card)' : 'transparent'"
      :fill-opacity="part.drawn === 'box' ? 0.75 : 1"
      :stroke="
        screen.subject === part.id ? 'var(--ink)' : part.drawn === 'box' ? 'var(--moss)' : 'transparent'
      "
      :stroke-width="screen.subject === part.id ? 3 : 1.5"
      :stroke-dasharray="part.id === 'spare' ? '6 4' : undefined"
      vector-effect="non-scaling-stroke"
    />
    <title>{{ part.label }}, {{ placeText(part.at) }}</title>
  </g>
</template>
