<script setup lang="ts">
import { nextTick } from 'vue'
import { showText, type Quantity } from '#core/quantity/units'

/** A figure on a picture that is typed where it stands: press it, type, Enter. */
const {
  label,
  value,
  quantity,
  min,
  max,
  prefix = '',
  guess = false,
} = defineProps<{
  label: string
  value: number
  quantity: Quantity
  min?: number
  max?: number
  prefix?: string
  guess?: boolean
}>()
const emit = defineEmits<{ change: [value: number] }>()
const shop = useShop()
const screen = useScreen()
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
  // Judged once the focus has settled; a field with a complaint stays open, so that nothing typed is lost.
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
      :class="[screen.lit === label ? 'bg-glow text-black' : 'bg-sheet/85', { guess }]"
      :aria-label="`${label}, ${showText(value, quantity, shop.units)}${guess ? ', still a guess' : ''}. Press to type.`"
      @click="begin"
    >
      {{ prefix }}{{ showText(value, quantity, shop.units) }}
    </button>
    <div v-else class="w-36 bg-sheet rounded shadow-lg p-1 relative z-10" @keydown.esc.stop="editing = false">
      <NumField
        :label="label"
        :value="value"
        :quantity="quantity"
        :min="min"
        :max="max"
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
