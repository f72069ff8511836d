<script setup lang="ts">
import { leavingNow } from '#core/build/leaving'
import { blockedBy } from '#core/build/order'
import type { Step } from '#core/build/types'

/** Times, what can be done now, what waits for what, and steps that somebody put first. */
const job = useJob()
const stage = computed(() => job.derived!.stages.build)
const result = computed(() => stage.value.result)
const record = computed(() => ({ ticks: result.value.ticks, struck: job.plan!.build.struck }))
const open = computed(() => result.value.steps.filter(({ id }) => result.value.left.includes(id)))
const withBlock = computed(() =>
  open.value.map((step) => ({ step, by: blockedBy(step, result.value.steps, record.value) })),
)
const ready = computed(() => withBlock.value.filter(({ by }) => by === null).map(({ step }) => step))
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
        A first time takes twice as long.
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
