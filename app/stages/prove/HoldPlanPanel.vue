<script setup lang="ts">
import type { HoldTest } from '#core/document/types'
import { holdPlanFigures } from '#core/prove/holdPlan'
import { toShut } from '#core/prove/shut'

/**
 * How long this test must run with this gauge, this thermometer and this night's temperatures, before it
 * begins.
 */
const { testId, test } = defineProps<{ testId: string; test: HoldTest }>()
const job = useJob()
const tooLow = computed(() => job.derived!.stages.prove.result.holds[testId]?.tooLow)
const weather = computed(() => job.plan!.tune.weather)
const first = computed(() => test.readings[0])
/** Before it has begun: the spring's own test pressure. */
const pressure = ref(job.derived!.stages.air.result.firstFill?.pressure ?? 400_000)
const night = ref(8)
const every = ref(3600)
const asked = computed(() => ({
  pressure: first.value?.pressure ?? pressure.value,
  temperature: first.value?.temperature ?? weather.value.shop,
  night: night.value,
  every: every.value,
  resolution: test.resolution,
  thermometer: test.thermometer,
  rested: test.rested,
  lag: test.lag,
  allowed: test.allowed / 86_400,
}))
const planned = computed(() => holdPlanFigures(asked.value))
const when = (seconds: number) => {
  const begun = first.value ? new Date(test.startedAt).getTime() : Date.now()
  const at = new Date(begun + seconds * 1000)
  return at.toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' })
}
const EVERY = [
  { value: '300', label: 'every 5 min, logged' },
  { value: '3600', label: 'every hour' },
  { value: '21600', label: 'four times a day' },
  { value: '43200', label: 'evening and morning' },
]
const shut = computed(() => toShut(job.plan!.air, test))
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="How long it must run">
    <h3>How long it must run</h3>
    <div class="grid gap-3 grid-cols-2 md:grid-cols-4 items-end mt-1">
      <NumField
        v-if="!first"
        label="Filled to"
        :value="pressure"
        quantity="pressure"
        :min="10_000"
        :max="2e6"
        @change="(v) => void (pressure = v)"
      />
      <NumField
        label="Colder by the morning, K"
        :value="night"
        quantity="plain"
        :digits="1"
        :min="0"
        :max="40"
        @change="(v) => void (night = v)"
      />
      <PickField
        label="Read"
        :value="String(every)"
        :options="EVERY"
        @change="(v) => void (every = Number(v))"
      />
    </div>
    <p v-if="tooLow" class="text-sm mt-2">
      It began with too little in it: however long it runs, it tells nothing. Fill it, and begin another.
    </p>
    <dl v-else class="grid gap-x-6 gap-y-1 md:grid-cols-2 mt-2 text-sm" aria-live="polite">
      <div>
        <dt class="label">A sound one proves tight after</dt>
        <dd>
          <template v-if="planned.tight.value === null">not within three weeks: a finer gauge</template>
          <template v-else>
            <Fig :figure="planned.tight" />
            <span>, {{ when(planned.tight.value) }}</span>
          </template>
        </dd>
      </div>
      <div>
        <dt class="label">One that loses twice what is allowed, after</dt>
        <dd>
          <template v-if="planned.leaking.value === null">not within three weeks: a finer gauge</template>
          <template v-else>
            <Fig :figure="planned.leaking" />
            <span>, {{ when(planned.leaking.value) }}</span>
          </template>
        </dd>
      </div>
    </dl>
    <p class="text-sm mt-2">First, so that a loss is of this side and no other:</p>
    <ul class="text-sm list-disc pl-5">
      <li v-for="{ part, text } in shut" :key="part">{{ text }}</li>
      <li v-if="shut.length === 0">No valve separates this side from the rest: draw the circuit first.</li>
    </ul>
    <p class="text-sm">
      Write down each time: pressure, temperature in the shade beside the spring, the clock; a barometer where
      there is one.
    </p>
    <p class="label mt-1">
      On the mean, with the verdict’s own interval, which may be looked at after every reading. Larger leaks
      show sooner.
    </p>
  </section>
</template>
