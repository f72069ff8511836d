<script setup lang="ts">
import {
  Chart,
  Legend,
  LinearScale,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartEvent,
  type ActiveElement,
} from 'chart.js'
import { Scatter } from 'vue-chartjs'
import { useChartStyle } from './useChartStyle'

Chart.register(ScatterController, PointElement, LinearScale, Tooltip, Legend)

export interface Cloud {
  label: string
  colour: string
  shape: 'circle' | 'rectRot' | 'triangle'
  points: { x: number; y: number; size: number; name: string }[]
}

/**
 * Clouds of points over two linear axes, each point with a name. Loaded when first shown: import it as an async
 * component.
 */
const { clouds, across, up, label } = defineProps<{
  clouds: readonly Cloud[]
  across: string
  up: string
  label: string
}>()
const emit = defineEmits<{ choose: [cloud: number, point: number] }>()
const { screen, colour, text, axis, size } = useChartStyle()
const data = computed(() => ({
  datasets: clouds.map((c) => ({
    label: c.label,
    data: c.points.map((p) => ({ x: p.x, y: p.y })),
    pointRadius: c.points.map((p) => p.size),
    pointHoverRadius: c.points.map((p) => p.size + 2),
    pointStyle: c.shape,
    borderColor: colour(c.colour),
    backgroundColor: `${colour(c.colour)}55`,
  })),
}))
const options = computed(() => {
  const scale = (title: string) => ({ ...axis(title), type: 'linear' as const, min: 0 })
  return {
    ...size,
    scales: { x: scale(across), y: scale(up) },
    plugins: {
      legend: { labels: { ...text(), usePointStyle: true } },
      tooltip: {
        callbacks: {
          label: (item: { datasetIndex: number; dataIndex: number }) =>
            clouds[item.datasetIndex]?.points[item.dataIndex]?.name ?? '',
        },
      },
    },
    onClick: (_: ChartEvent, hit: ActiveElement[]) => {
      if (hit[0]) emit('choose', hit[0].datasetIndex, hit[0].index)
    },
  }
})
</script>

<template>
  <div class="h-72">
    <Scatter :key="screen.theme" :data="data" :options="options" role="img" :aria-label="label" />
  </div>
</template>
