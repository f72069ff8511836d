<script setup lang="ts">
import { cutInFigure, sinkFigure, switchOf } from '#core/whatIf/otherLeaks'

/**
 * Two other signs of a leak besides the hold test: a truck that sinks, and a compressor that keeps coming on.
 */
const job = useJob()
const HOUR = 3600
const sink = ref<number | null>(null)
const hours = ref(12)
const interval = ref<number | null>(null)
const temperature = ref(job.plan!.tune.weather.shop)
const hasSwitch = computed(() => switchOf(job.plan!, job.derived!) !== null)
const sunk = computed(() =>
  sink.value === null
    ? null
    : sinkFigure(job.derived!, job.haulId, sink.value, hours.value * HOUR, temperature.value),
)
const running = computed(() =>
  interval.value === null ? null : cutInFigure(job.plan!, job.derived!, interval.value, temperature.value),
)
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
        :value="hours"
        quantity="plain"
        :digits="1"
        :min="0.1"
        :max="1000"
        @change="(v) => void (hours = v)"
      />
      <NumField
        v-if="hasSwitch"
        label="From stop to next start"
        :value="interval"
        quantity="time"
        :min="1"
        :max="1e6"
        @change="(v) => void (interval = v)"
      />
      <NumField
        label="Temperature"
        :value="temperature"
        quantity="temperature"
        :min="230"
        :max="330"
        @change="(v) => void (temperature = v)"
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
