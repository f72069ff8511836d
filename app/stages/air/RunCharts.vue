<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import type { RunColumn } from '#core/air/run/types'
import type { Player } from './player'

const RunChart = defineAsyncComponent(() => import('./RunChart.vue'))

/** The chart of a run, of the chosen quantities. */
const { player } = defineProps<{ player: Player }>()
const job = useJob()
const { ran, hands, playing, row } = player
const time = computed(() => row.value?.[0] ?? 0)
const CHARTS = [
  { id: 'pressures', label: 'pressures' },
  { id: 'heights', label: 'heights' },
  { id: 'flows', label: 'flows' },
  { id: 'current', label: 'current' },
  { id: 'temperatures', label: 'temperatures' },
  { id: 'one', label: 'one of your choice' },
]
const chart = ref('pressures')
const single = ref('')
const chartable = computed(() => ran.value?.result.columns.filter((c) => c.id !== 't') ?? [])
/**
 * Columns of the chosen chart: the pressures people look at first, and every flow that is ever more than
 * negligible.
 */
const drawn = computed(() => {
  const { columns, rows } = ran.value!.result
  const moves = (c: RunColumn) => {
    const i = columns.indexOf(c)
    return rows.some((r) => Math.abs(r[i]!) > 1e-6)
  }
  const of: Record<string, (c: RunColumn) => boolean> = {
    pressures: (c) =>
      c.quantity === 'pressure' &&
      ['spring-left', 'spring-right', 'tank', 'compressor', 'belt', 'tyre'].includes(c.id),
    heights: (c) => c.id.startsWith('height-'),
    flows: (c) => c.quantity === 'massFlow' && !!job.plan!.air.lines[c.id.slice(5)] && moves(c),
    current: (c) => c.id === 'current',
    temperatures: (c) => c.quantity === 'temperature',
    one: (c) => c.id === (single.value || chartable.value[0]?.id),
  }
  return columns
    .filter(of[chart.value]!)
    .slice(0, 8)
    .map((c) => c.id)
})
</script>

<template>
  <div>
    <div class="flex flex-wrap gap-2 items-end">
      <PickField
        label="Chart"
        class="w-44"
        :value="chart"
        :options="CHARTS.map((c) => ({ value: c.id, label: c.label }))"
        @change="(v) => void (chart = v)"
      />
      <PickField
        v-if="chart === 'one'"
        label="Which"
        class="w-64"
        :value="single || chartable[0]?.id || ''"
        :options="chartable.map((c) => ({ value: c.id, label: c.label }))"
        @change="(v) => void (single = v)"
      />
    </div>
    <RunChart
      v-if="!hands || !playing"
      :columns="ran!.result.columns"
      :rows="ran!.result.rows"
      :shown="drawn"
      :at="time"
    />
    <p v-else class="label py-2">Hold to see the chart of what has been so far.</p>
  </div>
</template>
