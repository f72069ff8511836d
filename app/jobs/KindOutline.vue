<script setup lang="ts">
import { roofHeight } from '#core/catalog/truckGeometry'
import { TRUCK_KINDS, type TruckKindEntry } from '#core/catalog/trucks'
import { drawingScale } from '~/pictures/scale'
import { springOutline, truckOutline } from '~/pictures/truckOutline'

/** The outline of a kind of truck from the left, its rear springs drawn in. */
const { kind } = defineProps<{ kind: TruckKindEntry }>()
const s = computed(() => drawingScale(kind.truck))
const pieces = computed(() => truckOutline(kind.truck, s.value))
const springs = computed(() => springOutline(kind.truck, s.value))
const wheels = computed(() => [0, kind.truck.wheelbase].map((x) => s.value.x(x)))
/** Room for the longest and the tallest kind, mm: all are drawn to one scale. */
const TALL = Math.max(...TRUCK_KINDS.map((k) => roofHeight(k.truck))) * 1000 + 100
const LONG = Math.max(...TRUCK_KINDS.map((k) => drawingScale(k.truck).length)) + 200
</script>

<template>
  <svg :viewBox="`-100 ${-TALL} ${LONG} ${TALL + 60}`" aria-hidden="true" class="w-full h-14">
    <path
      v-for="(piece, i) in pieces"
      :key="i"
      :d="piece.body"
      fill="var(--steel)"
      stroke="var(--ink)"
      stroke-width="1.2"
      vector-effect="non-scaling-stroke"
    />
    <circle
      v-for="x in wheels"
      :key="x"
      :cx="x"
      :cy="s.z(kind.truck.tyre.radius)"
      :r="kind.truck.tyre.radius * 1000"
      fill="var(--card)"
      stroke="var(--ink)"
      stroke-width="1.6"
      vector-effect="non-scaling-stroke"
    />
    <path
      v-for="(spring, i) in springs"
      :key="i"
      :d="spring"
      fill="none"
      stroke="var(--petrol)"
      stroke-width="2.2"
      vector-effect="non-scaling-stroke"
    />
  </svg>
</template>
