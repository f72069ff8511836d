<script setup lang="ts">
import type { AirPath, HoldTest } from '#core/document/types'

/** What a hold test covers and how finely it is read. */
const { test, volume } = defineProps<{ test: HoldTest; volume: number }>()
const emit = defineEmits<{ edit: [label: string, change: (test: HoldTest) => void] }>()
const set = (label: string, change: (test: HoldTest) => void) => emit('edit', label, change)
/** A reading taken while the truck was free to sink says nothing once it is held: it is kept, but left out. */
function holdHeight(t: HoldTest): void {
  t.heightHeld = !t.heightHeld
  if (t.heightHeld) for (const reading of t.readings) reading.out = true
}
const sides: { value: AirPath; label: string }[] = [
  { value: 'left', label: 'left side' },
  { value: 'right', label: 'right side' },
  { value: 'both', label: 'both together' },
  { value: 'supply', label: 'supply side' },
]
</script>

<template>
  <div class="sheet p-4 grid gap-3 grid-cols-2 md:grid-cols-4">
    <TextField
      label="Name"
      :value="test.label"
      required
      :max="80"
      @change="(v) => set('Name the test', (t) => void (t.label = v))"
    />
    <PickField
      label="Under test"
      :value="test.side"
      :options="sides"
      @change="(v) => set('Side under test', (t) => void (t.side = v as AirPath))"
    />
    <NumField
      label="Volume under test"
      :value="volume"
      quantity="volume"
      :min="1e-5"
      :max="1"
      @change="(v) => set('Volume', (t) => void (t.volume = v))"
    />
    <NumField
      label="Gauge’s smallest step"
      :value="test.resolution"
      quantity="pressure"
      :digits="2"
      :min="10"
      :max="100000"
      @change="(v) => set('Gauge step', (t) => void (t.resolution = v))"
    />
    <NumField
      label="Loss allowed a day"
      :value="test.allowed / 86400"
      quantity="pressureLoss"
      :min="1e-6"
      :max="5"
      @change="(v) => set('Loss allowed', (t) => void (t.allowed = v * 86400))"
    />
    <NumField
      label="Thermometer sure to, K"
      :value="test.thermometer"
      quantity="plain"
      :digits="2"
      :min="0.001"
      :max="20"
      @change="(v) => set('Thermometer sure to', (t) => void (t.thermometer = v))"
    />
    <NumField
      label="Stood before, min"
      :value="test.rested === null ? null : test.rested / 60"
      quantity="count"
      :digits="0"
      :min="0"
      :max="100000"
      @change="(v) => set('Stood before the first reading', (t) => void (t.rested = v * 60))"
    />
    <NumField
      label="Air inside lags, min"
      :value="test.lag / 60"
      quantity="count"
      :digits="0"
      :min="0"
      :max="1440"
      @change="(v) => set('Air inside follows later', (t) => void (t.lag = v * 60))"
    />
    <TextField
      label="Gauge, which"
      :value="test.gauge"
      :max="120"
      @change="(v) => set('Gauge', (t) => void (t.gauge = v))"
    />
    <TextField
      label="Gauge last checked"
      :value="test.gaugeChecked"
      :max="40"
      @change="(v) => set('Gauge last checked', (t) => void (t.gaugeChecked = v))"
    />
    <TextField
      label="Who"
      :value="test.who"
      :max="80"
      @change="(v) => set('Who made it', (t) => void (t.who = v))"
    />
    <label class="touch flex items-center gap-2 self-end col-span-2"
      ><input
        type="checkbox"
        class="size-5 accent-petrol"
        :checked="test.heightHeld"
        @change="set('Height held', holdHeight)"
      />Frame on supports, height held</label
    >
    <label v-if="test.side !== 'supply'" class="touch flex items-center gap-2 self-end col-span-2"
      ><input
        type="checkbox"
        class="size-5 accent-petrol"
        :checked="test.plugged"
        @change="set('Plugged off', (t) => void (t.plugged = !t.plugged))"
      />Valves off, lines plugged: to part them from line and spring</label
    >
  </div>
</template>
