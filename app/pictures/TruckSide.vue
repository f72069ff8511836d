<script setup lang="ts">
import { roofHeight } from '#core/catalog/truckGeometry'
import type { Truck } from '#core/document/types'
import { drawingScale, polyline, railOutline } from './scale'
import { springOutline, truckOutline } from './truckOutline'

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
const outline = computed(() => truckOutline(truck, s.value))
const springs = computed(() => springOutline(truck, s.value))
const rail = computed(() =>
  railOutline(truck)
    .map((p) => `${s.value.x(p.x)},${s.value.z(p.z)}`)
    .join(' '),
)
/** The frame of the sagged truck: its ends lie on the straight line through both axles. */
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
    <GroundLine :box="box" />
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
    <g v-for="(piece, i) in outline" :key="i" stroke-linejoin="round" stroke-linecap="round">
      <path
        :d="piece.body"
        fill="var(--card)"
        fill-opacity="0.75"
        stroke="var(--ink)"
        stroke-width="1.8"
        vector-effect="non-scaling-stroke"
      />
      <path
        v-for="pane in piece.glass"
        :key="pane"
        :d="pane"
        fill="var(--load)"
        fill-opacity="0.55"
        stroke="var(--steel-edge)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />
      <path
        v-for="crease in piece.lines"
        :key="crease"
        :d="crease"
        fill="none"
        stroke="var(--steel-edge)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />
    </g>
    <line
      :x1="s.x(truck.bed.front)"
      :x2="s.x(truck.bed.rear)"
      :y1="s.z(truck.bed.floor)"
      :y2="s.z(truck.bed.floor)"
      stroke="var(--steel-edge)"
      stroke-width="2"
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
    <path
      v-for="leaf in springs"
      :key="leaf"
      :d="leaf"
      fill="none"
      stroke="var(--steel-edge)"
      stroke-width="2.5"
      stroke-linecap="round"
      stroke-linejoin="round"
      vector-effect="non-scaling-stroke"
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
        v-for="r in [truck.tyre.radius * 1000 - 6, truck.tyre.radius * 620, truck.tyre.radius * 560]"
        :key="r"
        :cx="s.x(axle)"
        :cy="s.z(truck.tyre.radius)"
        :r="r"
        fill="none"
        stroke="var(--steel-edge)"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
      />
      <circle
        v-for="turn in [0, 72, 144, 216, 288]"
        :key="turn"
        :cx="s.x(axle) + Math.sin((turn * Math.PI) / 180) * 85"
        :cy="s.z(truck.tyre.radius) - Math.cos((turn * Math.PI) / 180) * 85"
        r="12"
        fill="var(--steel-edge)"
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
