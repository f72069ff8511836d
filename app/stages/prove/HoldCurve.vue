<script setup lang="ts">
import { fromSi, unitFor } from '#core/quantity/units'
import { allowedCourse } from '#core/prove/holds'
import type { HoldTest } from '#core/document/types'
import type { HoldResult } from '#core/prove/types'
import { niceTicks } from '#core/quantity/niceTicks'

/**
 * Readings of a hold test as typed, the same corrected for temperature, and what the air may lose meanwhile.
 */
const { test, hold, atmosphere } = defineProps<{
  test: HoldTest
  hold: HoldResult
  /** Pa. */
  atmosphere: number
}>()
const HOUR = 3600
const BOX = { x: -46, y: -10, width: 376, height: 196 }
const PLOT = { width: 320, height: 150 }
const shop = useShop()
const unit = computed(() => unitFor('pressure', shop.units))
interface Spot {
  hours: number
  pressure: number
}
/** Points in hours and gauge pressure in the shop's unit, from gauge or absolute pressures. */
const spot = (t: number, gauge: number): Spot => ({ hours: t / HOUR, pressure: fromSi(gauge, unit.value) })
const read = computed(() => hold.readings.map((r) => spot(r.t, r.pressure)))
const brought = computed(() =>
  (hold.leak?.corrected ?? []).map((p, i) => spot(hold.readings[i]!.t, p - atmosphere)),
)
const allowed = computed(() => allowedCourse(test, hold).map((end) => spot(end.t, end.pressure - atmosphere)))
const all = computed(() => [...read.value, ...brought.value, ...allowed.value])
const across = computed(() => ends(all.value.map((p) => p.hours)))
const up = computed(() => ends(all.value.map((p) => p.pressure)))
/** If all values are equal, the axis gets room on either side. */
function ends(values: number[]): number[] {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const room = high - low > 1e-9 ? 0 : 0.5
  return niceTicks(low - room, high + room, 5)
}
const place = (value: number, ticks: readonly number[]) => (value - ticks[0]!) / (ticks.at(-1)! - ticks[0]!)
const x = (hours: number) => place(hours, across.value) * PLOT.width
const y = (pressure: number) => (1 - place(pressure, up.value)) * PLOT.height
const path = (points: readonly Spot[]) =>
  [...points]
    .sort((a, b) => a.hours - b.hours)
    .map((p) => `${x(p.hours).toFixed(1)},${y(p.pressure).toFixed(1)}`)
    .join(' ')
const LEGEND = [
  { name: 'as read', colour: 'var(--steel-edge)', dash: '5 4', width: 2 },
  { name: 'brought to 20 °C', colour: 'var(--petrol)', dash: undefined, width: 2.5 },
  { name: 'may be lost', colour: 'var(--brick)', dash: '2 3', width: 1.5 },
] as const
const curves = computed(() =>
  [read.value, brought.value, allowed.value].map((points, i) => ({ ...LEGEND[i]!, points, dots: i < 2 })),
)
</script>

<template>
  <figure>
    <svg
      :viewBox="`${BOX.x} ${BOX.y} ${BOX.width} ${BOX.height}`"
      class="block w-full h-auto figure"
      role="img"
      aria-label="Pressure over time, as read and brought to 20 °C"
    >
      <g v-for="p in up" :key="p">
        <line x1="0" :x2="PLOT.width" :y1="y(p)" :y2="y(p)" stroke="var(--line)" />
        <text x="-6" :y="y(p) + 4" text-anchor="end" font-size="11" fill="var(--soft)">{{ p }}</text>
      </g>
      <g v-for="h in across" :key="h">
        <line :x1="x(h)" :x2="x(h)" :y1="PLOT.height" :y2="PLOT.height + 4" stroke="var(--soft)" />
        <text :x="x(h)" :y="PLOT.height + 17" text-anchor="middle" font-size="11" fill="var(--soft)">
          {{ h }}
        </text>
      </g>
      <g v-for="c in curves" :key="c.name" :stroke="c.colour" fill="none">
        <polyline :points="path(c.points)" :stroke-width="c.width" :stroke-dasharray="c.dash" />
        <template v-if="c.dots">
          <circle
            v-for="(p, i) in c.points"
            :key="i"
            :cx="x(p.hours)"
            :cy="y(p.pressure)"
            r="3"
            :fill="c.colour"
          />
        </template>
      </g>
      <text :x="PLOT.width / 2" :y="PLOT.height + 33" text-anchor="middle" font-size="11" fill="var(--soft)">
        hours
      </text>
    </svg>
    <figcaption class="flex flex-wrap gap-x-4 gap-y-1 text-xs text-soft">
      <span>{{ unit.symbol }}, gauge</span>
      <span v-for="c in LEGEND" :key="c.name" class="flex items-center gap-1.5">
        <svg width="30" height="8" aria-hidden="true">
          <line x2="30" y1="4" y2="4" :stroke="c.colour" :stroke-width="c.width" :stroke-dasharray="c.dash" />
        </svg>
        {{ c.name }}
      </span>
    </figcaption>
  </figure>
</template>
