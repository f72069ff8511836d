<script setup lang="ts">
/** A part or a line of a drawing in symbols; it can be chosen with a pointer, Enter or Space. */
const { points = '' } = defineProps<{
  label: string
  chosen: boolean
  /** A line's corners, as for a polyline: it can be pressed anywhere near, and is highlighted while chosen. */
  points?: string
}>()
const emit = defineEmits<{ choose: [] }>()
</script>

<template>
  <g
    class="piece"
    role="button"
    tabindex="0"
    :aria-label="label"
    :aria-pressed="chosen"
    @click="emit('choose')"
    @keydown.enter.prevent="emit('choose')"
    @keydown.space.prevent="emit('choose')"
  >
    <template v-if="points">
      <polyline :points="points" fill="none" stroke="transparent" stroke-width="16" />
      <polyline
        v-if="chosen"
        :points="points"
        fill="none"
        stroke="var(--blue)"
        stroke-width="9"
        stroke-opacity="0.3"
        stroke-linecap="round"
      />
    </template>
    <slot />
  </g>
</template>

<style scoped>
.piece {
  cursor: pointer;
}
.piece:focus-visible {
  outline: 3px solid var(--blue);
  outline-offset: 2px;
}
</style>
