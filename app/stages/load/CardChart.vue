<script setup lang="ts">
import { Chart, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { CardRow } from '#core/load/card'
import { fromSi, unitFor } from '#core/quantity/units'

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip, Legend)

/** Pressure against what is aboard, left and right, with the spring's limits. */
const { card, teed, limits } = defineProps<{ card: readonly CardRow[], teed: boolean, limits: { min: number, max: number } }>()
const shop = useShop()
const screen = useScreen()
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
const mass = computed(() => unitFor('mass', shop.units))
const pressure = computed(() => unitFor('pressure', shop.units))
const data = computed(() => {
  const line = (label: string, of: (row: CardRow) => number, colour: string, dash: number[], points = true) => ({ label, data: card.map(r => ({ x: fromSi(r.added, mass.value), y: fromSi(of(r), pressure.value) })), borderColor: colour, backgroundColor: colour, borderDash: dash, pointRadius: points ? 3 : 0 })
  return {
    datasets: [
      line(teed ? 'both' : 'left', r => r.left, css('--ochre'), []),
      ...(teed ? [] : [line('right', r => r.right, css('--iris'), [8, 4])]),
      line('maximum', () => limits.max, css('--brick'), [2, 3], false),
      line('minimum', () => limits.min, css('--steel-edge'), [2, 3], false),
    ],
  }
})
const options = computed(() => {
  void screen.theme
  const text = { color: css('--soft'), font: { family: 'Barlow', size: 12 } }
  const axis = (title: string) => ({ type: 'linear' as const, title: { display: true, text: title, ...text }, ticks: text, grid: { color: css('--line') }, min: 0 })
  return { animation: false as const, responsive: true, maintainAspectRatio: false, scales: { x: axis(`aboard, ${mass.value.symbol}`), y: axis(`${pressure.value.symbol}, gauge`) }, plugins: { legend: { labels: { ...text, usePointStyle: true } } } }
})
</script>

<template>
  <div class="h-64"><Line :key="screen.theme" :data="data" :options="options" role="img" aria-label="Pressure against load, left and right, between the spring’s limits" /></div>
</template>
