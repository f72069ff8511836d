<script setup lang="ts">
import { ChevronLeft, ChevronRight, Hand, Volume2, ZoomIn } from '@lucide/vue'
import { jointMap } from '#core/build/evidence'
import { photoWanted } from '#core/build/lists'
import { blockedBy } from '#core/build/order'
import { stepText } from '#core/build/stepText'
import type { Step } from '#core/build/types'
import { whyOf } from '#core/build/why'
import { FASTENINGS } from '#core/catalog/fastenings'
import { stepGuide, type GuideSource } from '#core/papers/stepGuide'
import { showText } from '#core/quantity/units'
import { twinOf } from '#core/whatIf/otherSide'
import OtherSide from './OtherSide.vue'
import { useAwake, useUnderTruck, useVoice } from './underTruck'

/**
 * One step, for one hand under the truck: its picture, what, where, which way, how tight, and Done at the thumb.
 * What is typed in it stays until it is done.
 */
const { step, source, refusal } = defineProps<{
  step: Step
  source: GuideSource
  refusal: string
}>()
const readings = defineModel<Record<string, number>>('readings')
const torques = defineModel<Record<string, number | null>>('torques')
const otherwise = defineModel<string>('otherwise', { required: true })
const emit = defineEmits<{ toggle: []; go: [by: number] }>()
const job = useJob()
const shop = useShop()
const result = computed(() => job.derived!.stages.build.result)
const tick = computed(() => result.value.ticks[step.id])
const guide = computed(() => stepGuide(step, source))
const joints = computed(() =>
  [...new Set(step.tightens.map(({ joint }) => joint))].flatMap(
    (id) => jointMap(result.value.joints).get(id) ?? [],
  ),
)
const why = computed(() => whyOf(step.id))
/** Why the step waits, or the reasons it has for standing here. */
const blocked = computed(() =>
  tick.value ? null : blockedBy(step, result.value.steps, { ...job.plan!.build, ticks: result.value.ticks }),
)
const index = computed(() => result.value.steps.indexOf(step))
const following = computed(() => result.value.steps.slice(index.value + 1, index.value + 4))
/** The tightest figure of a step, to be read from an arm’s length. */
const tight = (other: Step) => stepGuide(other, source).joints.find(({ torque }) => torque !== null)
const torqueText = (value: number) => showText(value, 'torque', shop.units)

const twin = computed(() => twinOf(step.id))
const otherSideOf = computed(() => twin.value && (/left/.test(twin.value) ? 'left' : 'right'))
/** The same step on the other side, once it is done. */
const mirrored = computed(() => {
  const other = twin.value
  const done = other ? result.value.ticks[other] : undefined
  if (!done) return null
  const before = result.value.steps.find(({ id }) => id === other)
  const read = before?.reads.flatMap(({ id, label, quantity }) =>
    done.readings[id] === undefined
      ? []
      : [`${label.toLowerCase()} ${showText(done.readings[id], quantity, shop.units)}`],
  )
  return { side: otherSideOf.value, otherwise: done.otherwise, read: read ?? [] }
})

/** What a photo is wanted of, until there is one. */
const photos = usePhotos()
const photoOf = computed(() => (photos.of(`step:${step.id}`).length > 0 ? null : photoWanted(step)))
/** The part or line of this step in the circuit, drawn once somebody opens it. */
const CircuitPicture = laterComponent(() => import('../air/CircuitPicture.vue'))
const onCircuit = computed(() => {
  const { components, lines } = job.plan!.air
  return [step.line, step.part].find((id) => id && (lines[id] || components[id])) ?? null
})
const circuitSeen = ref(false)
const openCircuit = (event: Event) => {
  if ((event.target as HTMLDetailsElement).open) circuitSeen.value = true
}

/** Bolts that are turned, by joint; a new step begins with none. */
const turned = ref<Record<string, number[]>>({})
watch(
  () => step.id,
  () => (turned.value = {}),
)
const sayingOtherwise = ref(false)
watch(
  () => step.id,
  () => (sayingOtherwise.value = false),
)

const look = computed(() => job.plan!.build.looks[step.id])
const askLook = () =>
  job.edit(`A look is wanted: ${step.title}`, (draft) => {
    draft.build.looks[step.id] = { who: shop.person?.name ?? '', at: new Date().toISOString(), seen: null }
  })
const looked = () =>
  job.edit(`Looked at: ${step.title}`, (draft) => {
    draft.build.looks[step.id]!.seen = { who: shop.person?.name ?? '', at: new Date().toISOString() }
  })

const under = useUnderTruck()
const voice = useVoice()
const { problem: dark } = useAwake()
const spoken = computed(() =>
  [
    step.title,
    stepText(step, shop.units),
    ...guide.value.where,
    ...guide.value.way,
    ...guide.value.run,
    ...guide.value.joints.map(({ label, torque, until }) =>
      torque === null ? `${label}: ${until}` : `${label}: ${torqueText(torque)}`,
    ),
    ...step.cautions,
  ].join('. '),
)
watch(
  () => step.id,
  () => under.aloud.value === 'yes' && voice.say(spoken.value),
)
const aloudByItself = computed({
  get: () => under.aloud.value === 'yes',
  set: (on) => (under.aloud.value = on ? 'yes' : 'no'),
})
const doneWords = computed(() =>
  tick.value
    ? 'Take the tick back'
    : joints.value.some(({ count }) => count > 1)
      ? 'Done, all of them'
      : 'Done',
)
</script>

<template>
  <article
    class="print:hidden sheet p-4"
    aria-live="polite"
    :style="{ fontSize: `${under.scale.value}em` }"
    :data-one-step="step.id"
  >
    <p class="label flex flex-wrap gap-x-3">
      <span>{{ step.group }} · {{ step.later ? 'days later' : `step ${index + 1} of ${result.today}` }}</span>
      <span v-if="result.hasSheet">{{
        step.from === 'kit' ? 'Off the kit’s own sheet.' : 'A usual step: the kit’s sheet says nothing of it.'
      }}</span>
    </p>
    <h2 class="text-[1.5em] leading-tight my-1">{{ step.title }}</h2>
    <div class="grid gap-3 xl:grid-cols-[1.4fr_1fr]">
      <div class="space-y-3 min-w-0 xl:col-start-1">
        <StepDrawing :step="step" :source="source" />
        <img
          v-if="step.picture"
          class="rounded border border-line w-full"
          :src="`/api/jobs/${step.picture.replace('/', '/photos/')}`"
          :alt="`Of the kit’s sheet: ${step.title}`"
        />
      </div>
      <div class="space-y-3 min-w-0 xl:col-start-2 xl:row-start-1 xl:row-span-2">
        <p v-if="mirrored" class="rounded border border-line p-2">
          <span class="label">On the {{ mirrored.side }}</span>
          <template v-if="mirrored.otherwise"> done otherwise: {{ mirrored.otherwise }}.</template>
          <template v-if="mirrored.read.length"> read: {{ mirrored.read.join(', ') }}.</template>
          <template v-if="!mirrored.otherwise && !mirrored.read.length"> done as planned.</template>
          <button
            v-if="mirrored.otherwise && !tick && !otherwise"
            type="button"
            class="no-print underline touch ml-1"
            @click="otherwise = mirrored.otherwise"
          >
            the same here
          </button>
        </p>
        <OtherSide v-if="otherSideOf && !tick" :step="step" :side="otherSideOf" />
        <StepTorques v-if="step.tightens.length" v-model="torques" :step="step" :tick="tick" large />
        <details v-for="joint in joints" :key="joint.id" class="rounded border border-line p-2">
          <summary class="touch">
            {{ joint.label }}: {{ FASTENINGS[joint.fastening].members.length }} members
          </summary>
          <JointDrawing
            :joint="joint"
            :done="!!tick"
            :model-value="turned[joint.id] ?? []"
            @update:model-value="(v: number[]) => (turned[joint.id] = v)"
          />
        </details>
        <StepReads v-if="step.reads.length" v-model="readings" :step="step" :tick="tick" />
        <p v-if="guide.tools.length"><span class="label">With</span> {{ guide.tools.join(', ') }}</p>
        <details v-if="onCircuit" class="no-print rounded border border-line p-2" @toggle="openCircuit">
          <summary class="touch">In the circuit</summary>
          <CircuitPicture v-if="circuitSeen" :air="job.plan!.air" :chosen="onCircuit" still />
        </details>
        <details v-if="why || blocked" class="rounded border border-line p-2">
          <summary class="touch">Why, and what if it is left out</summary>
          <p v-if="why">{{ why.why }}</p>
          <p v-if="why" class="font-semibold">Left out: {{ why.leftOut }}</p>
          <p v-for="(reason, id) in step.after" :key="id" class="label">{{ reason }}</p>
        </details>
      </div>
      <div class="space-y-3 min-w-0 xl:col-start-1">
        <StepWords :step="step" :source="source" large />
        <ul v-if="step.cautions.length" class="space-y-1">
          <li v-for="c in step.cautions" :key="c" class="border-l-4 border-brick pl-2 font-semibold">
            {{ c }}
          </li>
        </ul>
      </div>
    </div>
    <p v-if="refusal" class="text-brick font-semibold my-2" role="alert">{{ refusal }}</p>
    <p v-else-if="blocked" class="label mt-2">First “{{ blocked.step.title }}”: {{ blocked.reason }}</p>
    <p v-if="tick" class="label mt-2">
      Done by {{ tick.who }}, {{ shortTime(tick.at)
      }}<template v-if="tick.otherwise">, otherwise: {{ tick.otherwise }}</template>
    </p>
    <p v-if="otherwise && !tick" class="mt-2">
      <span class="label">Done otherwise:</span> {{ otherwise }}
      <button type="button" class="no-print underline touch ml-1" @click="otherwise = ''">take back</button>
    </p>
    <div class="no-print flex gap-2 mt-3 py-2 sticky bottom-0 z-10 bg-sheet">
      <button
        type="button"
        class="button justify-center px-3! min-h-[56px]! text-xl grow min-w-0 basis-0"
        :class="{ 'order-last': under.hand.value === 'right' }"
        @click="emit('toggle')"
      >
        {{ doneWords }}
      </button>
      <button
        type="button"
        class="button quiet touch min-h-[56px]! bg-sheet!"
        aria-label="Before"
        @click="emit('go', -1)"
      >
        <ChevronLeft :size="22" aria-hidden="true" />
      </button>
      <button
        type="button"
        class="button quiet touch min-h-[56px]! bg-sheet!"
        aria-label="Next"
        @click="emit('go', 1)"
      >
        <ChevronRight :size="22" aria-hidden="true" />
      </button>
    </div>
    <ul v-if="following.length" class="mt-2 label" aria-label="Next steps">
      <li v-for="other in following" :key="other.id">
        next: {{ other.title }}
        <span v-if="tight(other)" class="figure">{{ torqueText(tight(other)!.torque!) }}</span>
      </li>
    </ul>
    <p v-if="photoOf" class="no-print mt-3 font-semibold">Photo wanted: {{ photoOf }}.</p>
    <div class="no-print flex flex-wrap gap-2 mt-3 items-center">
      <PhotoRow :subject="`step:${step.id}`" :of="step.title" />
      <button
        type="button"
        class="button quiet touch"
        @click="voice.reading.value ? voice.stop() : voice.say(spoken)"
      >
        <Volume2 :size="18" aria-hidden="true" />{{ voice.reading.value ? 'Stop reading' : 'Read aloud' }}
      </button>
      <label class="touch flex items-center gap-2 text-sm"
        ><input v-model="aloudByItself" type="checkbox" class="size-5 accent-petrol" />by itself</label
      >
      <button type="button" class="button quiet touch" aria-label="Larger words" @click="under.larger">
        <ZoomIn :size="18" aria-hidden="true" />{{ Math.round(under.scale.value * 100) }} %
      </button>
      <button type="button" class="button quiet touch" @click="under.otherHand">
        <Hand :size="18" aria-hidden="true" />{{ under.hand.value === 'right' ? 'Right hand' : 'Left hand' }}
      </button>
      <button
        v-if="!tick"
        type="button"
        class="button quiet touch"
        :aria-expanded="sayingOtherwise"
        @click="sayingOtherwise = !sayingOtherwise"
      >
        Done otherwise
      </button>
      <button v-if="!look" type="button" class="button quiet touch" @click="askLook">Ask first</button>
      <StrikeStep :step="step" :done="!!tick" />
    </div>
    <p v-if="look" class="mt-2">
      <template v-if="look.seen"
        ><span class="label">Looked at by</span> {{ look.seen.who }}, {{ shortTime(look.seen.at) }}</template
      >
      <template v-else>
        <span class="font-semibold">{{ look.who }} wants it looked at before it goes on.</span>
        <button type="button" class="no-print button quiet touch ml-2" @click="looked">
          {{ shop.person?.name }} has looked
        </button>
      </template>
    </p>
    <ReasonForm
      v-if="sayingOtherwise"
      label="How it was done otherwise, and why"
      action="Write it down"
      @reason="
        (text) => {
          otherwise = text
          sayingOtherwise = false
        }
      "
    />
    <KitKeep :step="step" :words="tick?.otherwise || otherwise" />
    <FoundHere class="mt-2" :step="step" />
    <p v-if="voice.problem.value" class="label" role="status">{{ voice.problem.value }}</p>
    <p v-if="dark" class="label no-print">{{ dark }}</p>
  </article>
</template>
