<script setup lang="ts">
import { nextTick } from 'vue'
import { showText } from '#core/quantity/units'
import type { MeasuredField } from './measuredField'

/** A figure on a picture that can be edited in place: press it, type, Enter. */
const {
  prefix = '',
  guess = false,
  ...field
} = defineProps<MeasuredField & { value: number; prefix?: string; guess?: boolean }>()
const emit = defineEmits<{ change: [value: number] }>()
const shop = useShop()
const screen = useScreen()
const shown = computed(() => showText(field.value, field.quantity, shop.units))
const editing = ref(false)
const root = useTemplateRef('root')
async function begin(): Promise<void> {
  editing.value = true
  await nextTick()
  const input = root.value?.querySelector('input')
  input?.focus()
  input?.select()
}
function leave(): void {
  // Checked after the focus has moved. A field with an error stays open, so that nothing typed is lost.
  setTimeout(() => {
    if (!root.value?.contains(document.activeElement) && !root.value?.querySelector('[aria-invalid="true"]'))
      editing.value = false
  })
}
</script>

<template>
  <div ref="root" class="leading-tight" @focusout="leave">
    <button
      v-if="!editing"
      type="button"
      class="figure text-sm rounded px-1 min-h-6 border-b border-dashed border-soft hover:bg-chosen whitespace-nowrap"
      :class="[screen.lit === field.label ? 'bg-glow text-black' : 'bg-sheet/85', { guess }]"
      :aria-label="`${field.label}, ${shown}${guess ? ', still a guess' : ''}. Press to type.`"
      @click="begin"
    >
      {{ prefix }}{{ shown }}
    </button>
    <div v-else class="w-36 bg-sheet rounded shadow-lg p-1 relative z-10" @keydown.esc.stop="editing = false">
      <NumField
        v-bind="field"
        @change="
          (v) => {
            emit('change', v)
            editing = false
          }
        "
      />
    </div>
  </div>
</template>
