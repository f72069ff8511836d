<script setup lang="ts">
import type { SheetRow } from '#core/handover/types'

/**
 * Presets as set, and what the gauge reads of the same air in the cold, in the heat and over the pass: one line
 * a haul.
 */
const { rows, most } = defineProps<{ rows: readonly SheetRow[]; most: number }>()
const WIDTH = 560
const LABEL = 150
const ROW = 22
const at = (pressure: number) => LABEL + Math.min(Math.max(pressure / most, 0), 1) * (WIDTH - LABEL - 10)
const drawn = computed(() =>
  rows.flatMap(({ id, label, left, right, elsewhere }) =>
    elsewhere && left !== null && right !== null
      ? [
          {
            id,
            label,
            set: (left + right) / 2,
            low: Math.min(left, right),
            high: Math.max(left, right),
            ...elsewhere,
          },
        ]
      : [],
  ),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${drawn.length * ROW + 22}`"
    class="w-full max-w-[560px] mb-2"
    role="img"
    aria-label="Each haul: bar from cold to hot, stroke as set, ring over the pass"
  >
    <g v-for="(row, i) in drawn" :key="row.id" :transform="`translate(0 ${i * ROW + 12})`">
      <text x="0" y="4" font-size="12" fill="currentColor">{{ row.label.slice(0, 22) }}</text>
      <line :x1="LABEL" :x2="WIDTH - 10" y1="0" y2="0" stroke="var(--line)" />
      <rect
        :x="Math.min(at(row.cold), at(row.hot))"
        :width="Math.max(Math.abs(at(row.hot) - at(row.cold)), 1.5)"
        y="-4"
        height="8"
        fill="var(--petrol)"
        opacity="0.45"
      />
      <line :x1="at(row.low)" :x2="at(row.low)" y1="-8" y2="8" stroke="currentColor" stroke-width="2" />
      <line :x1="at(row.high)" :x2="at(row.high)" y1="-8" y2="8" stroke="currentColor" stroke-width="2" />
      <circle :cx="at(row.pass)" cy="0" r="4.5" fill="none" stroke="currentColor" stroke-width="1.5" />
    </g>
    <text x="0" :y="drawn.length * ROW + 16" font-size="11" fill="currentColor">
      Bar: from cold to hot. Strokes: as set, left and right. Ring: over the pass. Right end: never over.
    </text>
  </svg>
</template>
