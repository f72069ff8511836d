<script setup lang="ts">
import { show } from '#core/quantity/units'
import type { Figure } from '#core/quantity/figure'

/** A measured figure with its unit; pressing it answers "why?". */
const {
  figure,
  big = false,
  digits,
  plus = false,
} = defineProps<{ figure?: Figure; big?: boolean; digits?: number; plus?: boolean }>()
const shop = useShop()
const screen = useScreen()
const shown = computed(() =>
  figure ? show(figure.value, figure.quantity, shop.units, digits) : { text: '—', unit: '' },
)
</script>

<template>
  <button
    v-if="figure"
    type="button"
    class="fig relative inline-flex items-baseline gap-1 min-w-[24px] leading-5 py-[3px] rounded hover:underline decoration-dotted underline-offset-4"
    :title="`${figure.label}: why?`"
    @click="screen.asked = figure"
  >
    <span class="figure" :class="big ? 'text-2xl leading-7' : ''"
      >{{ plus && (figure.value ?? 0) > 0 ? '+' : '' }}{{ shown.text }}</span
    >
    <span v-if="shown.unit" class="font-mono text-[0.78em] opacity-90">{{ shown.unit }}</span>
    <span class="sr-only">, {{ figure.label }}, why?</span>
  </button>
  <span v-else class="figure">—</span>
</template>
