<script setup lang="ts">
import type { HoldTest } from '#core/document/types'
import HoldCurve from './HoldCurve.vue'

/** The result of a hold test, and how sure it is. */
const { testId, test } = defineProps<{ testId: string; test: HoldTest }>()
const job = useJob()
const stage = computed(() => job.derived!.stages.prove)
const hold = computed(() => stage.value.result.holds[testId])
const figure = (id: string) => stage.value.figures[`${testId}.${id}`]
const VERDICT = {
  tight: { word: 'Tight', class: 'text-petrol' },
  leaking: { word: 'Leaking', class: 'text-brick' },
  'cannot tell': { word: 'Cannot tell yet', class: 'text-ochre-deep' },
}
const word = computed(() => {
  if (hold.value && !hold.value.ofThisCircuit) return 'Of an earlier circuit'
  if (hold.value?.opened) return 'Opened since'
  return hold.value?.verdict ? VERDICT[hold.value.verdict].word : 'Readings wanted'
})
</script>

<template>
  <div class="sheet p-4 grid gap-4 grid-cols-[minmax(0,1fr)] md:grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)]">
    <div>
      <p
        class="text-3xl font-head font-semibold leading-tight"
        :class="hold?.verdict ? VERDICT[hold.verdict].class : ''"
        data-verdict
      >
        {{ word }}
      </p>
      <p v-if="hold && !hold.isWhole" class="label mt-1">
        Its valves were plugged off: it does not stand for the side as it is driven.
      </p>
      <p v-if="hold?.opened" class="text-sm mt-1">
        After it: {{ hold.opened.what }}. So it no longer counts for that side.
      </p>
      <p v-if="hold?.tooLow" class="text-sm mt-1">
        It began with too little in it: what is empty loses nothing, however much it leaks.
      </p>
      <p v-if="hold?.problem" class="label mt-1">{{ hold.problem }}</p>
      <dl v-if="hold?.leak" class="grid sm:grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-1 mt-2">
        <dt class="label">Loss a day, at 20 °C</dt>
        <dd><Fig :figure="figure('loss')" big /></dd>
        <dt class="label">In a week</dt>
        <dd><Fig :figure="figure('week')" /></dd>
        <dt class="label">19 times in 20</dt>
        <dd class="text-sm"><Fig :figure="figure('weekLow')" /> to <Fig :figure="figure('weekHigh')" /></dd>
        <dt class="label">Could show from</dt>
        <dd><Fig :figure="figure('smallestWeek')" /></dd>
        <template v-if="hold.leak.waitMore > 0"
          ><dt class="label">Wait a further</dt>
          <dd data-wait><Fig :figure="figure('wait')" /></dd
        ></template>
      </dl>
      <p class="text-sm mt-2">
        A falling gauge on a cooling night is not yet a leak: temperature is taken out here.
      </p>
    </div>
    <HoldCurve
      v-if="hold && hold.readings.length > 1"
      :test="test"
      :hold="hold"
      :atmosphere="stage.result.atmosphere"
    />
  </div>
</template>
