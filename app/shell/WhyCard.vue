<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { showText } from '#core/quantity/units'
import type { FigureInput } from '#core/quantity/figure'

const screen = useScreen()
const shop = useShop()
const shown = (input: FigureInput) =>
  typeof input.value === 'string' || input.value === null || !input.quantity
    ? (input.value ?? '—')
    : showText(input.value, input.quantity, shop.units)
</script>

<template>
  <Dialog :open="screen.asked !== null" class="relative z-50" @close="screen.asked = null">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel v-if="screen.asked" class="sheet w-full max-w-md max-h-[85vh] overflow-auto p-5">
        <DialogTitle class="text-lg"
          >Why {{ showText(screen.asked.value, screen.asked.quantity, shop.units) }}?</DialogTitle
        >
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
      </DialogPanel>
    </div>
  </Dialog>
</template>
