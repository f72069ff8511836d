<script setup lang="ts">
import { leavingNow } from '#core/build/leaving'
import { blockedBy } from '#core/build/order'
import { timeByOwn, type OwnTime } from '#core/build/ownTimes'
import { boxOf } from '#core/build/box'
import { showText } from '#core/quantity/units'
import type { Step } from '#core/build/types'

/** Times, what can be done now, what waits for what, and steps that somebody put first. */
const job = useJob()
const shop = useShop()
const stage = computed(() => job.derived!.stages.build)
const result = computed(() => stage.value.result)
const record = computed(() => ({ ...job.plan!.build, ticks: result.value.ticks }))
const open = computed(() => result.value.steps.filter(({ id }) => result.value.left.includes(id)))
const withBlock = computed(() =>
  open.value.map((step) => ({ step, by: blockedBy(step, result.value.steps, record.value) })),
)
const ready = computed(() =>
  withBlock.value
    .filter(({ by, step }) => by === null && !result.value.waits[step.id])
    .map(({ step }) => step),
)
/** What the box has not, with the steps that wait for it. */
const missing = computed(() => {
  const names = new Map(boxOf(job.plan!.air, result.value.joints).map(({ id, label }) => [id, label]))
  const groups = Map.groupBy(Object.entries(result.value.waits), ([, line]) => line)
  return [...groups].map(([line, steps]) => ({
    label: names.get(line) ?? line,
    first: result.value.steps.find(({ id }) => id === steps[0]![0])!.title,
    count: steps.length,
  }))
})
/** True if ticks say that nothing is off, loose or open. */
const nothingOpen = computed(() => leaving.value.length === 0)
/** Times of this shop's other jobs, by kind of step. */
const own = ref<Record<string, OwnTime>>({})
onMounted(async () => {
  own.value = await callApi<typeof own.value>(`/api/shop/times?without=${job.id}`).catch(() => ({}))
})
const byOwn = computed(() =>
  timeByOwn(
    result.value.steps.filter(({ later }) => !later),
    own.value,
  ),
)
/** What the time is multiplied by: a first time, a helper (common practice). */
const firstTime = ref(false)
const helper = ref(false)
const minutes = computed(
  () => (helper.value ? result.value.minutesOfTwo : result.value.minutes) * (firstTime.value ? 2 : 1),
)
const time = (value: number) => showText(value * 60, 'time', shop.units)
const waiting = computed(() => withBlock.value.filter(({ by }) => by !== null))
const leaving = computed(() => leavingNow(result.value, job.plan!.build))
const PLACES: Record<Step['place'], string> = {
  truck: 'under the truck',
  bench: 'on the bench',
  cab: 'in the cab',
  around: 'beside the truck',
}
const first = computed(() => job.plan!.build.order)
const putFirst = ({ id, title }: Step) =>
  job.edit(`Next: ${title}`, (draft) => {
    draft.build.order = [id, ...draft.build.order.filter((other) => other !== id)]
  })
const usual = () => job.edit('Usual order', (draft) => void (draft.build.order = []))
</script>

<template>
  <div class="space-y-3">
    <section class="sheet p-4" aria-label="Time">
      <h2>Time</h2>
      <p>
        Alone <Fig :figure="stage.figures.time" />, with two people <Fig :figure="stage.figures.timeOfTwo" />.
      </p>
      <p class="flex flex-wrap gap-x-4 gap-y-1 items-center mt-1">
        <label class="no-print touch flex items-center gap-2"
          ><input v-model="helper" type="checkbox" class="size-5 accent-petrol" />With a helper</label
        >
        <label class="no-print touch flex items-center gap-2"
          ><input v-model="firstTime" type="checkbox" class="size-5 accent-petrol" />For the first time: twice
          as long</label
        >
        <span
          >That makes <span class="figure" data-time>{{ time(minutes) }}</span></span
        >
      </p>
      <p v-if="byOwn.known" class="mt-1">
        By this shop’s own ticks <span class="figure">{{ time(byOwn.minutes) }}</span>: {{ byOwn.known }} of
        {{ result.today }} steps rest on {{ byOwn.times }} of its times, the others are usual ones.
      </p>
      <p v-else class="label mt-1">
        This shop’s own times take over as soon as a kind of step was ticked three times on its other jobs.
      </p>
    </section>
    <section class="sheet p-4" aria-label="What can be done now">
      <h2>What can be done now</h2>
      <p class="label mb-1">Two people take one each from different places.</p>
      <ul>
        <li v-for="step in ready" :key="step.id" class="border-t border-line py-1 flex gap-3 items-center">
          <span class="grow">{{ step.title }}</span>
          <span class="label">{{ PLACES[step.place] }}</span>
          <button
            type="button"
            class="button quiet touch no-print"
            :aria-label="`Do it next: ${step.title}`"
            @click="putFirst(step)"
          >
            Do it next
          </button>
        </li>
      </ul>
      <p v-if="first.length" class="mt-2">
        <button type="button" class="underline touch no-print" @click="usual">Back to the usual order</button>
      </p>
    </section>
    <section v-if="missing.length" class="sheet p-4" aria-label="Waiting for a part">
      <h2>Waiting for a part</h2>
      <ul>
        <li v-for="one in missing" :key="one.label" class="border-t border-line py-1">
          <span class="font-semibold">{{ one.label }}</span>
          <span class="text-soft">
            holds {{ one.count }} {{ one.count === 1 ? 'step' : 'steps' }}, first “{{ one.first }}”</span
          >
        </li>
      </ul>
      <p class="mt-1">
        {{ ready.length }} {{ ready.length === 1 ? 'step' : 'steps' }} can be done meanwhile.
        <template v-if="nothingOpen">
          Should it be driven until then: by the ticks nothing is off, loose or open. Look once round it, and
          leave the fuse out and the springs without air.</template
        ><template v-else> It is not driven until what stands below is put right.</template>
      </p>
    </section>
    <section v-if="leaving.length" class="sheet p-4" aria-label="If you stop now">
      <h2>If you stop now</h2>
      <ul class="list-disc pl-5">
        <li v-for="words in leaving" :key="words">{{ words }}</li>
      </ul>
    </section>
    <section v-if="waiting.length" class="sheet p-4" aria-label="Why not yet">
      <h2>Why not yet</h2>
      <ul>
        <li v-for="{ step, by } in waiting" :key="step.id" class="border-t border-line py-1 text-sm">
          {{ step.title }}: <span class="text-soft">first “{{ by!.step.title }}”. {{ by!.reason }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>
