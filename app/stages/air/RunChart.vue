<script setup lang="ts">
import type { RunColumn } from '#core/air/run/types'
import { fromSi, unitFor } from '#core/quantity/units'
import LineChart, { type ChartLine } from '~/pictures/LineChart.vue'

/** Quantities of a run over time; a line marks the moment played. */
const { columns, rows, shown, at } = defineProps<{
  columns: readonly RunColumn[]
  rows: readonly (readonly number[])[]
  shown: readonly string[]
  at: number
}>()
const shop = useShop()
/** Runs of more than two hours are shown in hours. */
const long = computed(() => rows.at(-1)![0]! > 7200)
const time = (t: number) => (long.value ? t / 3600 : t)
const STYLES: Record<string, { colour: string; dash?: number[] }> = {
  'spring-left': { colour: '--ochre' },
  'spring-right': { colour: '--iris', dash: [8, 4] },
  'height-left': { colour: '--ochre' },
  'height-right': { colour: '--iris', dash: [8, 4] },
}
const OTHERS: { colour: string; dash?: number[] }[] = [
  { colour: '--blue', dash: [12, 3, 2, 3] },
  { colour: '--moss' },
  { colour: '--brick', dash: [4, 3] },
  { colour: '--petrol' },
  { colour: '--ink', dash: [2, 2] },
  { colour: '--soft', dash: [10, 5] },
]
const picked = computed(() => columns.map((c, i) => ({ c, i })).filter(({ c }) => shown.includes(c.id)))
const unit = computed(() => unitFor(picked.value[0]?.c.quantity ?? 'pressure', shop.units))
const drawn = computed<ChartLine[]>(() =>
  picked.value.map(({ c, i }, n) => ({
    label: c.label,
    ...(STYLES[c.id] ?? OTHERS[n % OTHERS.length]!),
    data: rows.map((r) => ({ x: time(r[0]!), y: fromSi(r[i]!, unit.value) })),
  })),
)
const lines = computed<ChartLine[]>(() => {
  const values = drawn.value.flatMap((l) => l.data.map((p) => p.y))
  if (values.length === 0) return []
  const here = [Math.min(...values), Math.max(...values)].map((y) => ({ x: time(at), y }))
  return [...drawn.value, { label: 'here', colour: '--ink', dash: [2, 3], width: 1, data: here }]
})
</script>

<template>
  <LineChart
    :lines="lines"
    :across="long ? 'hours' : 'seconds'"
    :up="`${unit.symbol}${picked[0]?.c.quantity === 'pressure' ? ', gauge' : ''}`"
    label="The run over time"
  />
</template>
