<script setup lang="ts">
import type { CardRow } from '#core/load/types'
import { fromSi, unitFor } from '#core/quantity/units'
import LineChart, { type ChartLine } from '~/pictures/LineChart.vue'

/** Pressure against the load, left and right, with the spring's limits. */
const { card, teed, limits } = defineProps<{
  card: readonly CardRow[]
  teed: boolean
  limits: { min: number; max: number }
}>()
const shop = useShop()
const mass = computed(() => unitFor('mass', shop.units))
const pressure = computed(() => unitFor('pressure', shop.units))
const lines = computed<ChartLine[]>(() => {
  const line = (
    label: string,
    colour: string,
    dash: number[],
    points: number,
    of: (row: CardRow) => number,
  ): ChartLine => ({
    label,
    colour,
    dash,
    points,
    width: 3,
    data: card.map((r) => ({ x: fromSi(r.added, mass.value), y: fromSi(of(r), pressure.value) })),
  })
  return [
    line(teed ? 'both' : 'left', '--ochre', [], 3, (r) => r.left),
    ...(teed ? [] : [line('right', '--iris', [8, 4], 3, (r) => r.right)]),
    line('maximum', '--brick', [2, 3], 0, () => limits.max),
    line('minimum', '--steel-edge', [2, 3], 0, () => limits.min),
  ]
})
</script>

<template>
  <LineChart
    :lines="lines"
    :across="`aboard, ${mass.symbol}`"
    :up="`${pressure.symbol}, gauge`"
    from-zero
    label="Pressure against load, left and right, between the spring’s limits"
  />
</template>
