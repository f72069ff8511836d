<script setup lang="ts">
import { showText } from '#core/quantity/units'
import type { FigureInput } from '#core/quantity/figure'

const screen = useScreen()
const shop = useShop()
const shown = (input: FigureInput) =>
  typeof input.value === 'string' || input.value === null || !input.quantity
    ? (input.value ?? '—')
    : showText(input.value, input.quantity, shop.units)
const askedText = computed(() =>
  screen.asked ? showText(screen.asked.value, screen.asked.quantity, shop.units) : '',
)
</script>

<template>
  <SheetDialog
    :open="screen.asked !== null"
    :title="`Why ${askedText}?`"
    width="max-w-md"
    @close="screen.asked = null"
  >
    <template v-if="screen.asked">
      <p class="label mb-3">{{ screen.asked.label }}</p>
      <p class="font-mono text-sm bg-card border border-line rounded px-3 py-2 mb-3">
        {{ screen.asked.formula }}
      </p>
      <table v-if="screen.asked.inputs.length" class="w-full text-sm mb-3">
        <tbody>
          <tr v-for="(input, i) in screen.asked.inputs" :key="i" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-1 pr-3">{{ input.label }}</th>
            <td class="figure text-right py-1">{{ shown(input) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="text-sm"><span class="label">Source:</span> {{ screen.asked.source }}</p>
      <button type="button" class="button mt-4" @click="screen.asked = null">Close</button>
    </template>
  </SheetDialog>
</template>
