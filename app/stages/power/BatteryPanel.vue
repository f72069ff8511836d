<script setup lang="ts">
import { usePower } from './usePower'

/** What the feed carries, what the battery gives while parked and lifting, and what a run takes from it. */
const { job, stage } = usePower()
/** What runs of Air's circuit take from the battery, for the shown haul. */
const taken = computed(() =>
  ['amps', 'charge', 'hottest', 'rest'].flatMap(
    (what) => job.answers?.figures[`${job.haulId}.${what}`] ?? [],
  ),
)
const SHOWN = [
  'ampacity',
  'continuous',
  'inrush',
  'oneWay',
  'motorVolts',
  'standby',
  'lifts',
  'liftsWithSecond',
  'idleSpare',
]
const shown = computed(() =>
  SHOWN.flatMap((name) => {
    const figure = stage.value.figures[name]
    return figure ? [figure] : []
  }),
)
</script>

<template>
  <section class="sheet p-4 text-sm" aria-label="What it carries">
    <dl class="grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-4 gap-3">
      <div v-for="figure in shown" :key="figure.label">
        <dt class="label">{{ figure.label }}</dt>
        <dd><Fig :figure="figure" /></dd>
      </div>
    </dl>
    <dl
      v-if="taken.length"
      class="grid grid-cols-2 sm:grid-cols-4 gap-3 mt-3 border-t border-line pt-3"
      aria-label="What a run takes"
    >
      <div v-for="f in taken" :key="f.label">
        <dt class="label">{{ f.label }}</dt>
        <dd><Fig :figure="f" /></dd>
      </div>
    </dl>
    <p class="label mt-3">{{ stage.result.fuseWhy }} Local codes and the part’s own sheet rule.</p>
  </section>
</template>
