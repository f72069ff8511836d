<script setup lang="ts">
import { Download, Printer } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'
import { cardText } from '#core/load/cardText'
import { showText } from '#core/quantity/units'

const CardChart = defineAsyncComponent(() => import('./CardChart.vue'))
const chart = useTemplateRef<HTMLElement>('chart')
const seen = useSeen(chart)
const job = useJob()
const shop = useShop()
const card = computed(() => job.derived!.stages.load.result.cards[job.haulId]?.() ?? [])
const teed = computed(() => job.derived!.stages.air.result.teed)
const spring = computed(() => job.derived!.stages.air.result.spring)
const text = computed(() => cardText(card.value, teed.value, shop.units))
const label = computed(() => job.plan!.hauls[job.haulId]?.label ?? '')

async function saveCsv(): Promise<void> {
  const { csvText } = await import('#core/quantity/csv')
  const csv = csvText(
    [...text.value.head, 'Note'],
    text.value.rows.map((r) => [
      ...r.cells.map((c) => c.replace(/[\u2009\u202f ]/g, '').replace('−', '-')),
      r.mark,
    ]),
  )
  saveFile(
    `pressure-card-${label.value.replace(/[^\w-]+/g, '-').toLowerCase() || 'haul'}.csv`,
    csv,
    'text/csv',
  )
}
/** Prints the card alone, without the rest of the stage's sheet. */
function print(): void {
  const { dataset } = document.documentElement
  dataset.printing = 'card'
  window.print()
  delete dataset.printing
}
</script>

<template>
  <section
    v-if="card.length && spring"
    class="sheet p-4 print:border-0 print:bg-white print:text-black"
    aria-label="Pressure card"
  >
    <div class="flex flex-wrap items-center gap-2 mb-2">
      <h2 class="mr-auto">Pressure card: {{ label }}</h2>
      <button type="button" class="button quiet no-print" @click="saveCsv">
        <Download :size="16" aria-hidden="true" />CSV
      </button>
      <button type="button" class="button quiet no-print" @click="print">
        <Printer :size="16" aria-hidden="true" />Pocket card
      </button>
    </div>
    <div class="grid gap-4 md:grid-cols-[1.2fr_1fr]">
      <div ref="chart" class="no-print min-h-64">
        <CardChart
          v-if="seen"
          :card="card"
          :teed="teed"
          :limits="{ min: spring.minPressure, max: spring.maxPressure }"
        />
      </div>
      <table class="text-sm self-start w-full">
        <thead>
          <tr class="label">
            <th v-for="h in text.head" :key="h" scope="col" class="font-normal text-right">{{ h }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="row in text.rows" :key="row.share">
            <tr class="border-t border-line" :class="{ 'bg-chosen print:font-bold': row.share === 1 }">
              <td v-for="(cell, i) in row.cells" :key="i" class="figure text-right py-px">{{ cell }}</td>
            </tr>
            <tr v-if="row.mark">
              <td
                :colspan="row.cells.length"
                class="text-right text-xs leading-none pb-1"
                :class="row.mark === 'held at the minimum' ? 'text-soft' : 'text-brick font-semibold'"
              >
                {{ row.mark }}
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <p class="label mt-2">
      {{ job.plan!.job.name }}: the same load in the same places, less or more of it. Never under
      {{ showText(spring.minPressure, 'pressure', shop.units) }}, never over
      {{ showText(spring.maxPressure, 'pressure', shop.units) }}; ratings stay as plated. Read cold.
    </p>
  </section>
</template>
