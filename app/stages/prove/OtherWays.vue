<script setup lang="ts">
import { partOf } from '#core/air/parts/parts'
import { cutInLeak, sinkLeak } from '#core/prove/otherWays'
import { input, type Figure } from '#core/quantity/figure'

/** Two other ways to tell a leak, beside the hold test: a truck that sinks, and a compressor that comes in again and again. */
const job = useJob()
const stage = computed(() => job.derived!.stages)
const site = computed(() => stage.value.air.result.site)
const sink = ref<number | null>(null)
const sinkHours = ref(12)
const interval = ref<number | null>(null)
const temperature = ref(293.15)
const haul = computed(() => stage.value.load.result.hauls[job.haulId])
const area = computed(() => {
  const { spring } = stage.value.load.result
  return spring ? spring.areaByHeight[Math.floor(spring.areaByHeight.length / 2)]![1] : null
})
const sunk = computed((): Figure | null => {
  if (sink.value === null || area.value === null || !haul.value) return null
  const pressure = Math.max(haul.value.left.pressure, haul.value.right.pressure) + site.value.atmosphere
  const atSpring = sink.value * stage.value.truck.result.truck.suspension.motionRatio
  return {
    label: 'Leak from a truck that sinks',
    value: sinkLeak(pressure, area.value, atSpring, sinkHours.value * 3600, temperature.value),
    quantity: 'leak',
    formula: 'p_abs·A·Δh/t·(293.15 K/T)',
    inputs: [
      input('Pressure, absolute', pressure, 'pressure'),
      input('Area', area.value, 'area'),
      input('Sunk at the spring', atSpring, 'length'),
      input('Within', sinkHours.value * 3600, 'time'),
    ],
    source: 'Ideal gas at constant pressure: the bag bears its load',
  }
})
const pressureSwitch = computed(() => {
  const { components } = job.plan!.air
  const id = Object.keys(components).find((part) => components[part]!.kind === 'pressureSwitch')
  const figures = id ? partOf(job.plan!.air, id).figures : null
  return figures && { cutIn: figures.cutIn!, cutOut: figures.cutOut! }
})
const running = computed((): Figure | null => {
  const volume = stage.value.air.result.tankVolume
  if (interval.value === null || !pressureSwitch.value || volume <= 0) return null
  const { cutIn, cutOut } = pressureSwitch.value
  return {
    label: 'Leak from how often it cuts in',
    value: cutInLeak(volume, cutIn, cutOut, interval.value, temperature.value).leak,
    quantity: 'leak',
    formula: 'V·(cut-out − cut-in)/interval·(293.15 K/T)',
    inputs: [
      input('Tanks', volume, 'volume'),
      input('Cut-in', cutIn, 'pressure'),
      input('Cut-out', cutOut, 'pressure'),
      input('From stop to next start', interval.value, 'time'),
    ],
    source: 'Ideal gas in a rigid volume, nothing used in between',
  }
})
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="Other ways to tell">
    <h3>Other ways to tell</h3>
    <div class="grid gap-3 grid-cols-2 md:grid-cols-4 items-end mt-1">
      <NumField
        label="Truck sank by, at the wheel"
        :value="sink"
        quantity="length"
        :min="0"
        :max="0.3"
        @change="(v) => void (sink = v)"
      />
      <NumField
        label="Within, h"
        :value="sinkHours"
        quantity="plain"
        :digits="1"
        :min="0.1"
        :max="1000"
        @change="(v) => void (sinkHours = v)"
      />
      <NumField
        v-if="pressureSwitch"
        label="From stop to next start"
        :value="interval"
        quantity="time"
        :min="1"
        :max="1e6"
        @change="(v) => void (interval = v)"
      />
    </div>
    <dl class="grid gap-x-6 md:grid-cols-2 mt-2 text-sm">
      <div v-if="sunk">
        <dt class="label">As the truck sinks, loaded as shown above</dt>
        <dd><Fig :figure="sunk" /></dd>
      </div>
      <div v-if="running">
        <dt class="label">As the compressor comes in</dt>
        <dd><Fig :figure="running" /></dd>
      </div>
    </dl>
    <p class="label mt-1">
      A truck left on its springs hides a leak from the gauge and shows it to the tape. Nothing may use air
      meanwhile. Hold both against the leak of the hold test.
    </p>
  </section>
</template>
