<script setup lang="ts">
import type { Reading } from '#core/document/types'

/** One reading of a hold test: it can be typed over, left out or removed. */
const { reading, number, hasSecond } = defineProps<{
  reading: Reading
  /** Its number, from 1. */
  number: number
  hasSecond: boolean
}>()
const emit = defineEmits<{ edit: [label: string, change: (reading: Reading) => void]; gone: [] }>()
const set = (label: string, change: (reading: Reading) => void) => emit('edit', label, change)
</script>

<template>
  <li
    class="grid gap-2 items-center border-t border-line py-1"
    :class="[
      hasSecond
        ? 'grid-cols-3 md:grid-cols-[6rem_1fr_1fr_1fr_9rem]'
        : 'grid-cols-3 md:grid-cols-[6rem_1fr_1fr_9rem]',
      reading.out ? 'text-soft line-through' : '',
    ]"
    :data-reading="number - 1"
  >
    <NumField
      hide-label
      :label="`Time of reading ${number}`"
      :value="reading.t / 60"
      quantity="count"
      :digits="0"
      :min="-1e6"
      :max="1e6"
      @change="(v) => set('Time of a reading', (r) => void (r.t = v * 60))"
    />
    <NumField
      hide-label
      data-pressure
      :label="`Pressure of reading ${number}`"
      :value="reading.pressure"
      quantity="pressure"
      :digits="1"
      :min="-100000"
      :max="3e6"
      @change="(v) => set('Pressure of a reading', (r) => void (r.pressure = v))"
    />
    <NumField
      hide-label
      :label="`Temperature of reading ${number}`"
      :value="reading.temperature"
      quantity="temperature"
      :digits="1"
      :min="200"
      :max="400"
      may-be-empty
      @change="(v) => set('Temperature of a reading', (r) => void (r.temperature = v))"
      @clear="set('Temperature of a reading', (r) => void (r.temperature = null))"
    />
    <NumField
      v-if="hasSecond"
      hide-label
      :label="`Temperature elsewhere at reading ${number}`"
      :value="reading.second"
      quantity="temperature"
      :digits="1"
      :min="200"
      :max="400"
      may-be-empty
      @change="(v) => set('Temperature elsewhere', (r) => void (r.second = v))"
      @clear="set('Temperature elsewhere', (r) => void (r.second = null))"
    />
    <div
      class="flex items-center justify-end gap-3"
      :class="hasSecond ? 'col-span-2 md:col-span-1' : 'col-span-3 md:col-span-1'"
    >
      <label class="touch flex items-center gap-1 text-sm"
        ><input
          type="checkbox"
          class="size-5 accent-petrol"
          :aria-label="`Reading ${number} counts`"
          :checked="!reading.out"
          @change="set(reading.out ? 'Count a reading' : 'Leave a reading out', (r) => void (r.out = !r.out))"
        />counts</label
      >
      <TakeAway :label="`Take away reading ${number}`" @click="emit('gone')" />
    </div>
  </li>
</template>
