<script setup lang="ts">
import {
  Chart,
  Legend,
  LinearScale,
  LogarithmicScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js'
import { Line } from 'vue-chartjs'
import { useChartStyle } from './useChartStyle'

Chart.register(LineController, LineElement, PointElement, LinearScale, LogarithmicScale, Tooltip, Legend)

export interface ChartLine {
  label: string
  /** Token of the colour, e.g. "--ochre". */ colour: string
  dash?: number[]
  points?: number
  width?: number
  data: { x: number; y: number }[]
}

/**
 * Lines over two axes, linear or logarithmic, in the product's own type and colours. Loaded when first shown:
 * import it as an async component.
 */
const {
  lines,
  across,
  up,
  label,
  fromZero = false,
  logarithmic = false,
} = defineProps<{
  lines: readonly ChartLine[]
  across: string
  up: string
  label: string
  fromZero?: boolean
  logarithmic?: boolean
}>()
const { screen, colour, text, axis, size } = useChartStyle()
const data = computed(() => ({
  datasets: lines.map((l) => ({
    label: l.label,
    data: l.data,
    borderColor: colour(l.colour),
    backgroundColor: colour(l.colour),
    borderDash: l.dash ?? [],
    pointRadius: l.points ?? 0,
    borderWidth: l.width ?? 2,
  })),
}))
/** A logarithmic axis only names one, two and five of each ten. */
const tenfold = (value: number | string) => {
  const first = Number(value) / 10 ** Math.floor(Math.log10(Number(value)) + 1e-9)
  return [1, 2, 5].includes(Math.round(first * 1e6) / 1e6) ? String(Number(value)) : ''
}
/** A line’s name with the line as drawn, because the legend itself draws all of them without a break. */
const names = (chart: Chart) =>
  Chart.defaults.plugins.legend.labels
    .generateLabels(chart)
    .map((name) => ({ ...name, lineDash: lines[name.datasetIndex!]?.dash ?? [] }))
const options = computed(() => {
  const scale = (title: string) => ({
    ...axis(title),
    type: logarithmic ? ('logarithmic' as const) : ('linear' as const),
    ...(logarithmic && { ticks: { ...text(), callback: tenfold } }),
    ...(fromZero && { min: 0 }),
  })
  return {
    ...size,
    scales: { x: scale(across), y: scale(up) },
    plugins: {
      legend: {
        labels: {
          ...text(),
          usePointStyle: true,
          pointStyle: 'line',
          pointStyleWidth: 34,
          generateLabels: names,
        },
      },
    },
  }
})
</script>

<template>
  <div class="h-64">
    <Line :key="screen.theme" :data="data" :options="options" role="img" :aria-label="label" />
  </div>
</template>
