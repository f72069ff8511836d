<script setup lang="ts">
import { Chart, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import { STANDARD_ATMOSPHERE } from '#core/quantity/constants'
import { fromSi, unitFor } from '#core/quantity/units'
import type { Reading } from '#core/plan/types'

Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip, Legend)

/** Readings as typed, and the same with temperature taken out; time in hours. */
const { readings, corrected } = defineProps<{ readings: readonly Reading[], corrected: readonly number[] | null }>()
const shop = useShop()
const screen = useScreen()
const unit = computed(() => unitFor('pressure', shop.units))
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

const data = computed(() => ({
  datasets: [
    { label: 'as read', data: readings.map(r => ({ x: r.t / 3600, y: fromSi(r.pressure, unit.value) })), borderColor: css('--steel-edge'), backgroundColor: css('--steel-edge'), borderDash: [5, 4], pointRadius: 3 },
    ...(corrected ? [{ label: 'brought to 20 °C', data: readings.map((r, i) => ({ x: r.t / 3600, y: fromSi(corrected[i]! - STANDARD_ATMOSPHERE, unit.value) })), borderColor: css('--petrol'), backgroundColor: css('--petrol'), pointRadius: 4 }] : []),
  ],
}))
const options = computed(() => {
  void screen.theme
  const text = { color: css('--soft'), font: { family: 'Barlow', size: 12 } }
  return {
    animation: false as const, responsive: true, maintainAspectRatio: false,
    scales: {
      x: { type: 'linear' as const, title: { display: true, text: 'hours', ...text }, ticks: text, grid: { color: css('--line') } },
      y: { type: 'linear' as const, title: { display: true, text: `${unit.value.symbol}, gauge`, ...text }, ticks: text, grid: { color: css('--line') } },
    },
    plugins: { legend: { labels: { ...text, usePointStyle: true } } },
  }
})
</script>

<template>
  <div class="h-64"><Line :key="screen.theme" :data="data" :options="options" role="img" aria-label="Pressure over time, as read and brought to 20 °C" /></div>
</template>
