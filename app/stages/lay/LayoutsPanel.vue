<script setup lang="ts">
import { freeParts, type Layout } from '#core/lay/layouts/layouts'
import { useLay } from './useLay'
import { useLayoutSearch } from './useLayoutSearch'

/** Whole layouts: every part at once, the best few side by side; one is taken in one step. */
const job = useJob()
const { plan, stage, set } = useLay()
const { best, withoutRoom, count, running, problem, stale, total, start, stop } = useLayoutSearch()
const free = computed(() => freeParts(plan.value.air, plan.value.lay))
const pinned = computed(() =>
  Object.keys(plan.value.lay.places).filter((id) => plan.value.air.components[id]),
)
const labels = (ids: readonly string[]) =>
  ids.map((id) => plan.value.air.components[id]?.label.toLowerCase()).join(', ')
/** The layout that was taken, while the plan is unchanged since. */
const taken = shallowRef<{ title: string; plan: unknown } | null>(null)
const justTaken = computed(() => (taken.value?.plan === job.plan ? taken.value!.title : null))
function take({ places }: Layout, title: string): void {
  set(`Take the ${title.toLowerCase()}`, (lay) => {
    for (const [id, place] of Object.entries(places))
      if (plan.value.air.components[id]) lay.places[id] = place
  })
  taken.value = { title, plan: job.plan }
}
const letGo = () =>
  set('Let go of what was put by hand', (lay) => {
    for (const id of pinned.value) Reflect.deleteProperty(lay.places, id)
  })
const TITLES = ['First layout', 'Second layout', 'Third layout']
</script>

<template>
  <section class="sheet p-4" aria-label="Whole layouts">
    <h2 class="mb-1">Whole layouts</h2>
    <p class="label">
      <template v-if="free.length">Looked for: a place for {{ labels(free) }}.</template>
      <template v-else
        >Every part that could be moved was put by hand: there is nothing to look for.</template
      >
      <template v-if="pinned.length"> Put by hand, and left there: {{ labels(pinned) }}.</template>
    </p>
    <div class="flex flex-wrap gap-3 items-center my-2 no-print">
      <button v-if="!running" type="button" class="button" :disabled="!free.length" @click="start">
        Find a place for everything
      </button>
      <button v-else type="button" class="button quiet" @click="stop">Stop</button>
      <button v-if="pinned.length" type="button" class="underline touch text-sm" @click="letGo">
        Let go of what was put by hand
      </button>
      <p class="text-sm" aria-live="polite">
        <template v-if="running">{{ count }} of {{ total }} tried …</template>
        <template v-else-if="count > 0 && count < total">Stopped after {{ count }} of {{ total }}.</template>
      </p>
    </div>
    <progress v-if="running" class="w-full" :value="count" :max="total" aria-label="Layouts tried" />
    <p v-if="problem" role="alert" class="text-sm">{{ problem }}</p>
    <p v-if="stale && best.length" class="text-sm mb-2" aria-live="polite">
      <template v-if="justTaken">{{ justTaken }} is taken. Take it back with undo.</template>
      <template v-else>The plan has changed since: what is shown was found for the plan before.</template>
    </p>
    <ul v-if="withoutRoom.length" class="text-sm list-disc pl-5">
      <li v-for="{ part, inTheWay } in withoutRoom" :key="part">
        Nothing fits for {{ labels([part]) }}: {{ inTheWay ?? 'the ground' }} is in the way most often.
      </li>
    </ul>
    <p v-else-if="!running && count === total && !best.length" class="text-sm">
      No zone of the truck has room for all of them together. Put one by hand and look again.
    </p>
    <div v-if="best.length" class="grid gap-3 grid-cols-[repeat(auto-fit,minmax(15rem,1fr))]">
      <LayoutCard v-for="(layout, i) in best" :key="i" :layout="layout" :title="TITLES[i]!">
        <button type="button" class="button quiet no-print" @click="take(layout, TITLES[i]!)">
          Take the {{ TITLES[i]!.toLowerCase() }}
        </button>
      </LayoutCard>
    </div>
    <p v-if="best.length" class="label mt-2">
      In order of tube, feed, holes, parts out of reach, the way to the driver’s seat, Stops and Fixes
      together. As it stands:
      <Fig :figure="stage.figures.tube" /> of tube<template v-if="stage.figures.feed"
        >, <Fig :figure="stage.figures.feed" /> of feed</template
      >.
    </p>
  </section>
</template>
