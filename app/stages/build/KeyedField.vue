<script setup lang="ts">
import { parseQuantity } from '#core/quantity/parse'
import type { Quantity } from '#core/quantity/units'
import { show, shownUnit } from '#core/quantity/units'

/** A figure with its field, and large keys beside it on a screen that is touched. */
const { label, quantity, value, min, max } = defineProps<{
  label: string
  quantity: Quantity
  value: number | null
  min?: number
  max?: number
}>()
const emit = defineEmits<{ change: [value: number] }>()
const shop = useShop()
const screen = useScreen()
/** Keys help on a screen that is touched, and under the truck. */
const touched = computed(() => screen.theme === 'bay' || navigator.maxTouchPoints > 0)
const open = ref(false)
const text = ref('')
const problem = ref('')
const unit = computed(() => shownUnit(value, quantity, shop.units))
function begin(): void {
  text.value = value === null ? '' : show(value, quantity, shop.units).text.replace(/ /g, '')
  problem.value = ''
  open.value = true
}
function enter(): void {
  const read = parseQuantity(text.value, quantity, unit.value)
  problem.value = read.ok ? outside(read.value) : read.message
  if (!read.ok || problem.value) return
  emit('change', read.value)
  open.value = false
}
function outside(figure: number): string {
  const low = min !== undefined && figure < min
  const high = max !== undefined && figure > max
  if (!low && !high) return ''
  const limit = show(low ? min! : max!, quantity, shop.units)
  return `${label} is ${low ? 'at least' : 'at most'} ${limit.text} ${limit.unit}. Type it again.`
}
</script>

<template>
  <div>
    <div class="flex gap-2 items-end">
      <NumField
        class="w-44"
        :label="label"
        :quantity="quantity"
        :value="value"
        :min="min"
        :max="max"
        @change="(v: number) => emit('change', v)"
      />
      <button
        v-if="touched"
        type="button"
        class="no-print button quiet touch"
        :aria-label="`Keys for ${label.toLowerCase()}`"
        :aria-expanded="open"
        @click="open ? (open = false) : begin()"
      >
        123
      </button>
    </div>
    <KeyPad v-if="open" v-model="text" class="mt-1" :unit="unit.symbol" :label="label" @enter="enter" />
    <p v-if="open && problem" class="text-brick font-semibold" role="alert">{{ problem }}</p>
  </div>
</template>
