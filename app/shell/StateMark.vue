<script setup lang="ts">
import type { StageState } from '#core/quantity/stage'

/** State by shape and colour: ring, half, disc, square with a bar. */
const { state } = defineProps<{ state: StageState }>()
const words: Record<StageState, string> = {
  none: 'not begun',
  begun: 'begun',
  clear: 'clear',
  stop: 'has a Stop',
}
</script>

<template>
  <svg viewBox="0 0 20 20" width="20" height="20" role="img" :aria-label="words[state]" class="shrink-0">
    <template v-if="state === 'stop'">
      <rect x="2" y="2" width="16" height="16" fill="var(--brick)" />
      <rect x="5" y="8.5" width="10" height="3" fill="var(--sheet)" />
    </template>
    <template v-else>
      <circle
        cx="10"
        cy="10"
        r="7.5"
        :fill="state === 'clear' ? 'var(--petrol)' : 'var(--sheet)'"
        :stroke="
          state === 'begun' ? 'var(--ochre)' : state === 'clear' ? 'var(--petrol)' : 'var(--steel-edge)'
        "
        stroke-width="3"
      />
      <path v-if="state === 'begun'" d="M10 2.5a7.5 7.5 0 0 1 0 15z" fill="var(--ochre)" />
    </template>
  </svg>
</template>
