<script setup lang="ts">
import { usePlacedLabels } from './usePlacedLabels'

/**
 * A drawing in millimetres with crisp HTML labels laid over it. `box` is the drawn window in mm; slots: the drawing, and
 * `over` with `at(x, y)` giving the place of a label, which gives way where another stands.
 */
const { box, label } = defineProps<{
  box: { x: number; y: number; width: number; height: number }
  label: string
}>()
const root = useTemplateRef<HTMLElement>('root')
usePlacedLabels(root)
const at = (x: number, y: number) => ({
  left: `${((x - box.x) / box.width) * 100}%`,
  top: `${((y - box.y) / box.height) * 100}%`,
})
</script>

<template>
  <div
    ref="root"
    class="relative mx-auto"
    :style="{ maxWidth: `calc(var(--picture-height, 400vh) * ${box.width / box.height})` }"
  >
    <svg
      :viewBox="`${box.x} ${box.y} ${box.width} ${box.height}`"
      class="block w-full h-auto touch-none select-none"
      role="group"
      :aria-label="label"
    >
      <slot />
    </svg>
    <slot name="over" :at="at" />
  </div>
</template>
