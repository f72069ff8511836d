<script setup lang="ts">
import { fromSi, unitFor } from '#core/quantity/units'
import type { Reading } from '#core/document/types'
import LineChart, { type ChartLine } from '~/pictures/LineChart.vue'

/** Readings as typed, and the same with temperature taken out; time in hours. */
const { readings, corrected, atmosphere } = defineProps<{
  readings: readonly Reading[]
  corrected: readonly number[] | null
  /** Pa. */
  atmosphere: number
}>()
const shop = useShop()
const unit = computed(() => unitFor('pressure', shop.units))
const lines = computed<ChartLine[]>(() => [
  {
    label: 'as read',
    colour: '--steel-edge',
    dash: [5, 4],
    points: 3,
    width: 3,
    data: readings.map((r) => ({ x: r.t / 3600, y: fromSi(r.pressure, unit.value) })),
  },
  ...(corrected
    ? [
        {
          label: 'brought to 20 °C',
          colour: '--petrol',
          points: 4,
          width: 3,
          data: readings.map((r, i) => ({
            x: r.t / 3600,
            y: fromSi(corrected[i]! - atmosphere, unit.value),
          })),
        },
      ]
    : []),
])
</script>

<template>
  <LineChart
    :lines="lines"
    across="hours"
    :up="`${unit.symbol}, gauge`"
    label="Pressure over time, as read and brought to 20 °C"
  />
</template>
