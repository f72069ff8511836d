<script setup lang="ts">
import { PRACTICE } from '#core/catalog/practice'
import type { Truck } from '#core/document/types'
import { drawingScale, polyline, type PlanFrom } from './scale'

/** Plan view, front at the left: rails, cross-members, wheels, and the exhaust with its clearance. */
const {
  truck,
  heat = true,
  bed = true,
  from = 'below',
} = defineProps<{ truck: Truck; heat?: boolean; bed?: boolean; from?: PlanFrom }>()
const s = computed(() => drawingScale(truck, from))
const half = computed(
  () =>
    Math.max(truck.bed.width, truck.rearTrack + truck.tyre.width * (truck.tyre.dual ? 2.3 : 1)) / 2 + 0.08,
)
const box = computed(() => ({
  x: -250,
  y: -half.value * 1000,
  width: s.value.length + 750,
  height: half.value * 2000,
}))
const wheels = computed(
  () =>
    [
      [truck.wheelbase, truck.frontTrack, false],
      [0, truck.rearTrack, truck.tyre.dual],
    ] as const,
)
const hatch = useId()
const dots = useId()
</script>

<template>
  <Picture :box="box" :label="`Truck from ${from}, front at the left`">
    <defs>
      <pattern :id="hatch" width="60" height="60" patternUnits="userSpaceOnUse" patternTransform="rotate(-35)"
        ><line x1="0" y1="0" x2="60" y2="0" stroke="var(--brick)" stroke-width="9" stroke-opacity="0.5"
      /></pattern>
      <pattern :id="dots" width="45" height="45" patternUnits="userSpaceOnUse"
        ><circle cx="12" cy="12" r="6" fill="var(--steel-edge)"
      /></pattern>
    </defs>
    <rect
      v-if="bed"
      :x="s.x(truck.bed.front)"
      :y="-truck.bed.width * 500"
      :width="(truck.bed.front - truck.bed.rear) * 1000"
      :height="truck.bed.width * 1000"
      fill="none"
      stroke="var(--steel-edge)"
      stroke-width="1"
      stroke-dasharray="6 4"
      vector-effect="non-scaling-stroke"
    />
    <text
      v-for="side in [1, -1]"
      :key="side"
      :x="s.x(truck.cabRear) - 40"
      :y="s.y(side * half * 0.78) + 30"
      text-anchor="end"
      font-size="90"
      fill="var(--soft)"
      font-family="var(--font-sans)"
      >{{ side > 0 ? 'left' : 'right' }}</text
    >
    <path
      :d="`M${s.x(truck.cabRear)} ${-half * 880} L160 ${-half * 880} Q0 ${-half * 700} 0 0 Q0 ${half * 700} 160 ${half * 880} L${s.x(truck.cabRear)} ${half * 880} Z`"
      fill="none"
      stroke="var(--steel-edge)"
      stroke-width="1"
      stroke-dasharray="6 4"
      vector-effect="non-scaling-stroke"
    />
    <g v-for="([axle, track, dual], i) in wheels" :key="i">
      <template v-for="side in [1, -1]" :key="side">
        <rect
          :x="s.x(axle) - truck.tyre.radius * 1000"
          :y="s.y((side * track) / 2) - truck.tyre.width * (dual ? 1050 : 500)"
          :width="truck.tyre.radius * 2000"
          :height="truck.tyre.width * (dual ? 2100 : 1000)"
          rx="60"
          fill="var(--rubber)"
        />
        <line
          v-if="dual"
          :x1="s.x(axle) - truck.tyre.radius * 1000"
          :x2="s.x(axle) + truck.tyre.radius * 1000"
          :y1="s.y((side * track) / 2)"
          :y2="s.y((side * track) / 2)"
          stroke="var(--sheet)"
          stroke-width="30"
        />
      </template>
    </g>
    <rect
      :x="s.x(0) - 90"
      :y="-truck.rearTrack * 500"
      width="180"
      :height="truck.rearTrack * 1000"
      :fill="`url(#${dots})`"
      stroke="var(--steel-edge)"
      stroke-width="0.7"
      vector-effect="non-scaling-stroke"
    />
    <rect
      :x="s.x(truck.wheelbase - 0.7)"
      y="-70"
      :width="(truck.wheelbase - 0.8) * 1000"
      height="140"
      :fill="`url(#${dots})`"
      stroke="var(--steel-edge)"
      stroke-width="0.7"
      vector-effect="non-scaling-stroke"
    />
    <rect
      :x="s.x(truck.fuelTank.centre.x + truck.fuelTank.length / 2)"
      :y="s.top(truck.fuelTank.centre.y, truck.fuelTank.width)"
      :width="truck.fuelTank.length * 1000"
      :height="truck.fuelTank.width * 1000"
      rx="30"
      fill="var(--load)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <rect
      v-for="(x, i) in truck.frame.crossMembers"
      :key="`m${i}`"
      :x="s.x(x) - 35"
      :y="-truck.frame.spacing * 500"
      width="70"
      :height="truck.frame.spacing * 1000"
      fill="var(--steel)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <rect
      v-for="side in [1, -1]"
      :key="`r${side}`"
      :x="s.x(truck.frame.front)"
      :y="s.top((side * truck.frame.spacing) / 2, truck.frame.railWidth)"
      :width="(truck.frame.front - truck.frame.rear) * 1000"
      :height="truck.frame.railWidth * 1000"
      fill="var(--steel)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <g v-if="truck.exhaust.points.length > 1">
      <polyline
        v-if="heat"
        :points="polyline(truck.exhaust.points, (p) => [s.x(p.x), s.y(p.y)])"
        fill="none"
        :stroke="`url(#${hatch})`"
        :stroke-width="(truck.exhaust.radius + PRACTICE.heatClearance.value) * 2000"
        stroke-linejoin="round"
      />
      <polyline
        :points="polyline(truck.exhaust.points, (p) => [s.x(p.x), s.y(p.y)])"
        fill="none"
        stroke="var(--brick)"
        :stroke-width="truck.exhaust.radius * 2000"
        stroke-linejoin="round"
      />
    </g>
    <slot :s="s" />
    <template #over="{ at }"><slot name="over" :at="at" :s="s" /></template>
  </Picture>
</template>
