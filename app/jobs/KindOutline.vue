<script setup lang="ts">
import type { TruckKindEntry } from '#core/catalog/trucks'
import { drawingScale } from '~/pictures/scale'
import { springOutline, truckOutline } from '~/pictures/truckOutline'

/** The outline of a kind of truck from the left, its rear springs drawn in. */
const { kind } = defineProps<{ kind: TruckKindEntry }>()
const s = computed(() => drawingScale(kind.truck))
const pieces = computed(() => truckOutline(kind.truck, s.value))
const springs = computed(() => springOutline(kind.truck, s.value))
const wheels = computed(() => [0, kind.truck.wheelbase].map((x) => s.value.x(x)))
/** Tallest of all kinds, mm, so that all are drawn to one scale. */
const TALL = 2700
const LONG = 7200
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
