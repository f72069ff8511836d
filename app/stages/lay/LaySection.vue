<script setup lang="ts">
import { partBox, solidsOf } from '#core/lay/space/room'
import { cutAt, runAt, type Cut } from '#core/lay/space/section'
import type { SolidKind } from '#core/lay/space/solid'
import { AXLE_WAYS, wayText } from '#core/quantity/ways'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { useLay } from './useLay'
import { useLayLayers } from './useLayLayers'

/** A section across the truck at any place along it, seen from behind: what is there, and which runs pass. */
const shop = useShop()
const screen = useScreen()
const { plan, result, parts, chosenRun } = useLay()
const { runsOf } = useLayLayers()
const id = useId()
const truck = computed(() => plan.value.truck)
/** Position of the section ahead of the rear axle, m; it goes through a chosen part. */
const x = ref(Math.round(truck.value.wheelbase * 42) / 100)
watch(
  () => screen.subject,
  (subject) => {
    const part = parts.value.find((p) => p.id === subject)
    if (part) x.value = Math.round(part.place.x * 100) / 100
  },
  { immediate: true },
)
const FILLS: Record<SolidKind, string> = {
  structure: 'var(--steel)',
  floor: 'var(--steel)',
  sheet: 'var(--steel)',
  body: 'var(--load)',
  moving: 'var(--rubber)',
  hot: 'var(--brick)',
}
interface Shown {
  id: string
  label: string
  fill: string
  cut: Cut
}
const shownAt = (key: string, label: string, fill: string, cut: Cut | null): Shown[] =>
  cut ? [{ id: key, label, fill, cut }] : []
const solids = computed(() =>
  solidsOf(truck.value, plan.value.air, plan.value.lay.solids).flatMap(({ id: key, label, kind, shape }, i) =>
    shownAt(`${key} ${i}`, label, FILLS[kind], cutAt(shape, x.value)),
  ),
)
const boxes = computed(() =>
  parts.value
    .filter((part) => part.kind !== 'spring')
    .flatMap((part) =>
      shownAt(part.id, part.label, 'var(--card)', cutAt(partBox(part.place, part.size), x.value)),
    ),
)
const runs = computed(() =>
  runsOf(result.value.routes).map((route) => ({ ...route, ...runAt(route.points, x.value) })),
)
const half = computed(
  () => Math.max(truck.value.bed.width, truck.value.rearTrack + truck.value.tyre.width * 2) / 2 + 0.1,
)
const top = computed(() => Math.max(truck.value.bed.floor, truck.value.frame.top + 0.6) + 0.3)
const box = computed(() => ({
  x: -half.value * 1000,
  y: -top.value * 1000,
  width: half.value * 2000,
  height: top.value * 1000 + 60,
}))
/** Seen from behind: left is on the left. */
const left = (y: number) => -y * 1000
const names = computed(() => boxes.value.map((b) => b.label).join(', '))
</script>

<template>
  <div class="sheet p-3">
    <div class="flex flex-wrap items-center gap-3">
      <p class="label">Cut across, seen from behind, left at the left</p>
      <label :for="id" class="label ml-auto">Cut</label>
      <input
        :id="id"
        v-model.number="x"
        type="range"
        class="w-56 no-print accent-petrol"
        :min="truck.frame.rear"
        :max="truck.frame.front"
        step="0.02"
        :aria-valuetext="wayText(x, 'length', shop.units, AXLE_WAYS)"
      />
      <span class="figure text-sm">{{ wayText(x, 'length', shop.units, AXLE_WAYS) }}</span>
    </div>
    <Picture :box="box" label="Cut across the truck, seen from behind" tools="lay-cut-across">
      <line
        :x1="box.x"
        :x2="-box.x"
        y1="0"
        y2="0"
        stroke="var(--steel-edge)"
        stroke-width="1.5"
        vector-effect="non-scaling-stroke"
      />
      <template v-for="s in [...solids, ...boxes]" :key="s.id">
        <ellipse
          v-if="s.cut.round"
          :cx="left(s.cut.y)"
          :cy="-s.cut.z * 1000"
          :rx="s.cut.half.across * 1000"
          :ry="s.cut.half.up * 1000"
          :fill="s.fill"
          stroke="var(--ink)"
          stroke-width="0.8"
          vector-effect="non-scaling-stroke"
        >
          <title>{{ s.label }}</title>
        </ellipse>
        <rect
          v-else
          :x="left(s.cut.y) - s.cut.half.across * 1000"
          :y="-(s.cut.z + s.cut.half.up) * 1000"
          :width="s.cut.half.across * 2000"
          :height="s.cut.half.up * 2000"
          :fill="s.fill"
          :fill-opacity="s.fill === 'var(--rubber)' ? 0.5 : 1"
          :stroke="screen.subject === s.id ? 'var(--blue)' : 'var(--ink)'"
          :stroke-width="screen.subject === s.id ? 3 : 0.8"
          vector-effect="non-scaling-stroke"
        >
          <title>{{ s.label }}</title>
        </rect>
      </template>
      <g v-for="run in runs" :key="run.id" :opacity="chosenRun && screen.subject === run.id ? 1 : 0.85">
        <line
          v-for="([a, b], i) in run.along"
          :key="`a${i}`"
          :x1="left(a.y)"
          :y1="-a.z * 1000"
          :x2="left(b.y)"
          :y2="-b.z * 1000"
          :stroke="LINE_STYLES[run.path].colour"
          stroke-width="3"
          :stroke-dasharray="LINE_STYLES[run.path].dash"
          vector-effect="non-scaling-stroke"
        />
        <circle
          v-for="(p, i) in run.through"
          :key="`t${i}`"
          :cx="left(p.y)"
          :cy="-p.z * 1000"
          r="14"
          :fill="LINE_STYLES[run.path].colour"
          stroke="var(--ink)"
          stroke-width="0.8"
          vector-effect="non-scaling-stroke"
        >
          <title>{{ run.fromLabel }} to {{ run.toLabel }}</title>
        </circle>
      </g>
    </Picture>
    <LayLayers class="mt-1" />
    <p class="text-sm" aria-live="polite">
      Cut through: {{ names || 'no part' }}.
      {{ runs.filter((r) => r.through.length || r.along.length).length }} of {{ runs.length }} runs pass.
    </p>
  </div>
</template>
