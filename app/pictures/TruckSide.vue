<script setup lang="ts">
import { roofHeight } from '#core/catalog/truckGeometry'
import type { Truck } from '#core/document/types'
import { drawingScale, polyline, railOutline } from './scale'

/** Side view from the left, to scale: wheels, frame, cab and bed; slots for what the stage adds. */
const {
  truck,
  sag,
  below = 0.45,
  exhaust = false,
} = defineProps<{ truck: Truck; sag?: { front: number; rear: number }; below?: number; exhaust?: boolean }>()
const s = computed(() => drawingScale(truck))
const top = computed(() => Math.max(roofHeight(truck), 1.75) + 0.12)
const box = computed(() => ({
  x: -250,
  y: -top.value * 1000,
  width: s.value.length + 750,
  height: (top.value + below) * 1000 + 60,
}))
/** Outline of the cab by kind: bonnet and screen, or a van's box. */
const cab = computed(() => {
  const { x, z } = s.value
  const t = truck
  const sill = t.frame.top - 0.02
  const bonnet = t.frame.top + t.tyre.radius * 1.1
  const roof = roofHeight(t)
  const nose = t.wheelbase + t.frontOverhang
  const box = t.kind === 'coil-van' || t.kind === 'coil-wagon'
  const screen = t.wheelbase - (box ? 0.15 : 0.35)
  const back = box ? t.bed.rear : t.cabRear
  const outline = [
    `M${x(nose)} ${z(sill)} L${x(nose)} ${z(bonnet - 0.16)}`,
    `Q${x(nose - 0.02)} ${z(bonnet)} ${x(nose - 0.25)} ${z(bonnet)}`,
    `L${x(screen)} ${z(bonnet + 0.05)} L${x(screen - 0.5)} ${z(roof)}`,
    `L${x(back)} ${z(roof)} L${x(back)} ${z(sill)}`,
  ]
  return outline.join(' ')
})
const rail = computed(() =>
  railOutline(truck)
    .map((p) => `${s.value.x(p.x)},${s.value.z(p.z)}`)
    .join(' '),
)
/** Frame with the truck sagged: its ends moved by straight line through both axles. */
const sagged = computed(() => {
  if (!sag) return null
  const { x, z } = s.value
  const down = (ahead: number) => sag.rear + ((sag.front - sag.rear) * ahead) / truck.wheelbase
  const rail = (height: number) =>
    `M${x(truck.frame.front)} ${z(height - down(truck.frame.front))} L${x(truck.frame.rear)} ${z(height - down(truck.frame.rear))}`
  return {
    path: rail(truck.frame.top) + rail(truck.frame.top - truck.frame.depth),
    rearX: x(truck.frame.rear),
    rearY: z(truck.frame.top - truck.frame.depth - down(truck.frame.rear)),
  }
})
</script>

<template>
  <Picture :box="box" label="Truck from the left side, front at the left">
    <line
      :x1="box.x"
      :x2="box.x + box.width"
      y1="0"
      y2="0"
      stroke="var(--steel-edge)"
      stroke-width="1.5"
      vector-effect="non-scaling-stroke"
    />
    <path
      v-if="sagged"
      :d="sagged.path"
      fill="none"
      stroke="var(--brick)"
      stroke-width="1"
      stroke-dasharray="5 4"
      opacity="0.8"
      vector-effect="non-scaling-stroke"
    />
    <g v-if="truck.kind !== 'coil-van' && truck.kind !== 'coil-wagon'">
      <rect
        :x="s.x(truck.bed.front)"
        :y="s.z(truck.bed.floor + truck.bed.sides)"
        :width="(truck.bed.front - truck.bed.rear) * 1000"
        :height="truck.bed.sides * 1000"
        fill="var(--steel)"
        fill-opacity="0.45"
        stroke="var(--steel-edge)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />
      <rect
        :x="s.x(truck.bed.front)"
        :y="s.z(truck.bed.floor)"
        :width="(truck.bed.front - truck.bed.rear) * 1000"
        :height="Math.max(truck.bed.floor - truck.frame.top, 0.04) * 1000"
        fill="var(--steel)"
        stroke="var(--steel-edge)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />
    </g>
    <line
      v-else
      :x1="s.x(truck.bed.front)"
      :x2="s.x(truck.bed.rear)"
      :y1="s.z(truck.bed.floor)"
      :y2="s.z(truck.bed.floor)"
      stroke="var(--steel-edge)"
      stroke-width="2"
      vector-effect="non-scaling-stroke"
    />
    <path
      :d="cab"
      fill="none"
      stroke="var(--ink)"
      stroke-width="2"
      stroke-linejoin="round"
      vector-effect="non-scaling-stroke"
    />
    <rect
      v-if="exhaust"
      :x="s.x(truck.fuelTank.centre.x + truck.fuelTank.length / 2)"
      :y="s.z(truck.fuelTank.centre.z + truck.fuelTank.height / 2)"
      :width="truck.fuelTank.length * 1000"
      :height="truck.fuelTank.height * 1000"
      rx="30"
      fill="var(--load)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <line
      v-if="exhaust && truck.driveShaft > 0"
      :x1="s.x(truck.wheelbase - 0.8)"
      :x2="s.x(0)"
      :y1="s.z(truck.frame.top - truck.frame.depth)"
      :y2="s.z(truck.tyre.radius)"
      stroke="var(--rubber)"
      :stroke-width="truck.driveShaft * 2000"
      stroke-linecap="round"
    />
    <polygon
      :points="rail"
      fill="var(--steel)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <polyline
      v-if="exhaust"
      :points="polyline(truck.exhaust.points, (p) => [s.x(p.x), s.z(p.z)])"
      fill="none"
      stroke="var(--brick)"
      :stroke-width="truck.exhaust.radius * 2000"
      stroke-opacity="0.55"
    />
    <g v-for="axle in [truck.wheelbase, 0]" :key="axle">
      <circle
        :cx="s.x(axle)"
        :cy="s.z(truck.tyre.radius)"
        :r="truck.tyre.radius * 1000 - 55"
        fill="var(--sheet)"
        fill-opacity="0.35"
        stroke="var(--rubber)"
        stroke-width="110"
      />
      <circle
        :cx="s.x(axle)"
        :cy="s.z(truck.tyre.radius)"
        :r="truck.axle.tube * 1000"
        fill="var(--steel-edge)"
      />
    </g>
    <slot :s="s" :sagged="sagged" />
    <template #over="{ at }"><slot name="over" :at="at" :s="s" :sagged="sagged" /></template>
  </Picture>
</template>
