<script setup lang="ts">
import { Minus, Plus } from '@lucide/vue'
import type { HoldTest, Reading } from '#core/document/types'
import { showText } from '#core/quantity/units'

/** The newest reading, large, with keys for a thumb: a step of the gauge, half a degree. */
const { test } = defineProps<{ test: HoldTest }>()
const emit = defineEmits<{ edit: [label: string, change: (reading: Reading) => void] }>()
const shop = useShop()
const HALF_DEGREE = 0.5
const newest = computed(() => test.readings.at(-1)!)
const keys = computed(() => [
  {
    name: 'Gauge',
    shown: showText(newest.value.pressure, 'pressure', shop.units, 1),
    by: (sign: number) =>
      emit('edit', 'Pressure of a reading', (r) => void (r.pressure += sign * test.resolution)),
  },
  {
    name: 'Temperature',
    shown:
      newest.value.temperature === null
        ? '—'
        : showText(newest.value.temperature, 'temperature', shop.units, 1),
    by: (sign: number) =>
      emit('edit', 'Temperature of a reading', (r) => {
        if (r.temperature !== null) r.temperature += sign * HALF_DEGREE
      }),
  },
])
</script>

<template>
  <div class="grid gap-2 md:grid-cols-2 mt-2 no-print" role="group" aria-label="Newest reading">
    <div v-for="key in keys" :key="key.name" class="flex items-center gap-2 border border-line rounded p-2">
      <button
        type="button"
        class="button quiet size-14 justify-center"
        :aria-label="`${key.name}, less`"
        @click="key.by(-1)"
      >
        <Minus :size="24" aria-hidden="true" />
      </button>
      <p class="grow text-center">
        <span class="label block">{{ key.name }}</span>
        <span class="figure text-2xl">{{ key.shown }}</span>
      </p>
      <button
        type="button"
        class="button quiet size-14 justify-center"
        :aria-label="`${key.name}, more`"
        @click="key.by(1)"
      >
        <Plus :size="24" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>
