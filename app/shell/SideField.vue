<script setup lang="ts">
import type { Quantity } from '#core/quantity/units'

/**
 * A distance with its side as a word. The figure is positive; a typed minus means the second side, whichever is
 * chosen. `ways` are the words for a positive and a negative value.
 */
const { label, value, quantity, ways, min, max } = defineProps<{
  label: string
  value: number | null
  quantity: Quantity
  ways: readonly [string, string]
  min: number
  max: number
  digits?: number
  hideLabel?: boolean
  guess?: boolean
}>()
const emit = defineEmits<{ change: [value: number] }>()

/** The chosen side while the value is zero and does not tell. */
const chosen = ref<1 | -1>(1)
const side = computed(() => (value === null || value === 0 ? chosen.value : value < 0 ? -1 : 1))
/** The most that may be typed without a minus on this side. */
const most = computed(() => (side.value > 0 ? max : -min))
const shown = computed(() => (value === null ? null : Math.abs(value)))

function turn(to: string): void {
  chosen.value = to === ways[1] ? -1 : 1
  if (value) emit('change', chosen.value * Math.abs(value))
}
</script>

<template>
  <div class="side-field">
    <NumField
      class="min-w-0"
      :label="label"
      :value="shown"
      :quantity="quantity"
      :digits="digits"
      :min="min"
      :max="most"
      :hide-label="hideLabel"
      :guess="guess"
      @change="(v) => emit('change', v < 0 ? v : side * v)"
    />
    <select
      class="field"
      :aria-label="`${label}, which way`"
      :value="ways[side > 0 ? 0 : 1]"
      @change="turn(($event.target as HTMLSelectElement).value)"
    >
      <option v-for="way in ways" :key="way">{{ way }}</option>
    </select>
  </div>
</template>

<style scoped>
.side-field {
  display: grid;
  grid-template-columns: minmax(5.5rem, 1fr) auto;
  align-items: end;
}
/* Its label extends over the choice of side. */
.side-field :deep(label) {
  white-space: nowrap;
}
.side-field :deep(input) {
  border-radius: 4px 0 0 4px;
  padding-right: 2.4rem;
}
.side-field > select {
  width: auto;
  border-left: 0;
  border-radius: 0 4px 4px 0;
  max-width: 9.5rem;
}
</style>
