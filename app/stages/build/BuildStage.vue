<script setup lang="ts">
import { factsOf, jointMap, untold } from '#core/build/evidence'
import { leavingNow } from '#core/build/leaving'
import { blockedBy, heldBy } from '#core/build/order'
import { workedSoFar } from '#core/build/ownTimes'
import type { Step } from '#core/build/types'
import { guideSource } from '#core/papers/stepGuide'
import { showText } from '#core/quantity/units'
import { STAGE_DRAWERS } from '../stageDrawers'
import BuildLists from './BuildLists.vue'
import BoxCheck from './BoxCheck.vue'
import FastenerTable from './FastenerTable.vue'
import FreedTable from './FreedTable.vue'
import JointTable from './JointTable.vue'
import OneStep from './OneStep.vue'
import OrderAndTime from './OrderAndTime.vue'
import StepReads from './StepReads.vue'
import StepTorques from './StepTorques.vue'
import StepWords from './StepWords.vue'
import StrikeStep from './StrikeStep.vue'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const photos = usePhotos()
const stage = computed(() => job.derived!.stages.build)
const steps = computed(() => stage.value.result.steps)
const ticks = computed(() => stage.value.result.ticks)
/** The plan's record with only the ticks that are still valid. */
const standing = computed(() => ({ ...job.plan!.build, ticks: ticks.value }))
/** What the plan knows of places and ways, for the words of every step. */
const source = computed(() => guideSource(job.plan!, job.derived!, shop.units))
/** Figures read in steps that are not ticked yet, SI by step and name. */
const readings = ref<Record<string, Record<string, number>>>({})
/** Torques reached in steps that are not ticked yet, N·m by step and joint; null if not measured. */
const reached = ref<Record<string, Record<string, number | null>>>({})
/** How steps that are not ticked yet were done otherwise, by step. */
const otherwises = ref<Record<string, string>>({})
const otherwise = computed({
  get: () => otherwises.value[single.value.id] ?? '',
  set: (words) => (otherwises.value[single.value.id] = words),
})
/** The torque wrench at hand; it is written down with every torque. */
const wrench = ref(localStorage.getItem('np.wrench') ?? '')
watch(wrench, (name) => localStorage.setItem('np.wrench', name))
const now = useNow(60_000)
const worked = computed(() => workedSoFar(job.plan!.build.ticks, isToday.value ? now.value : null))
/** The step at hand counts only on a day on which something was ticked. */
const isToday = computed(() => {
  const last = Object.values(job.plan!.build.ticks).reduce(
    (newest, { at: time }) => (time > newest ? time : newest),
    '',
  )
  return last.slice(0, 10) === new Date(now.value).toISOString().slice(0, 10)
})
/** What is off, loose or open now, for a pause and after it. */
const leaving = computed(() => leavingNow(stage.value.result, job.plan!.build))
/** A pause after which somebody may have forgotten where he was, ms. */
const PAUSE = 30 * 60_000
const paused = computed(() => {
  const times = Object.values(job.plan!.build.ticks).map((tick) => Date.parse(tick.at))
  return now.value - Math.max(...times, 0) > PAUSE
})
const refusal = ref<{ id: string; text: string } | null>(null)
/** The parts of the work that share a drawer. */
const PHASES: readonly { id: string; name: string; groups: readonly string[] }[] = [
  {
    id: 'make-ready',
    name: 'Make ready',
    groups: ['Before it is up', 'Make ready', 'Look at what is there', 'Take off', 'Heat shields'],
  },
  { id: 'springs', name: 'Springs', groups: ['Left spring', 'Right spring'] },
  { id: 'mount', name: 'Mount', groups: ['Mount', 'Left for later'] },
  { id: 'air-lines', name: 'Air lines', groups: ['Air lines'] },
  { id: 'wiring', name: 'Wiring', groups: ['Wiring'] },
  { id: 'first-fill', name: 'First fill', groups: ['First fill'] },
  { id: 'close', name: 'Close', groups: ['Close', 'After the road'] },
]
const phases = computed(() =>
  PHASES.map((phase) => ({
    ...phase,
    steps: steps.value.filter((s) => phase.groups.includes(s.group)),
    parts: phase.groups.flatMap((name) => {
      const own = steps.value.filter((s) => s.group === name)
      return own.length > 0 ? [{ name, steps: own }] : []
    }),
  })).filter((phase) => phase.steps.length > 0),
)
const later = computed(() => steps.value.length - stage.value.result.today)
const next = computed(() => steps.value.find((s) => stage.value.result.left.includes(s.id)))
/** The step shown large, one at a time, for work under the truck. */
const route = useRoute()
const at = ref<string | null>(typeof route.query.step === 'string' ? route.query.step : null)
const single = computed(() => steps.value.find((s) => s.id === at.value) ?? next.value ?? steps.value.at(-1)!)
const index = computed(() => steps.value.indexOf(single.value))

/** Steps that have photos; only those show a row of photos in the list. */
const photographed = computed(
  () =>
    new Set(
      photos.shown
        .map((p) => p.subject)
        .filter((s) => s.startsWith('step:'))
        .map((s) => s.slice(5)),
    ),
)

function toggle(step: Step): void {
  refusal.value = null
  if (ticks.value[step.id]) {
    const later = heldBy(step, steps.value, standing.value)
    if (later)
      refusal.value = {
        id: step.id,
        text: `“${later.title}” builds on this step. Take that tick back first.`,
      }
    else job.edit(`Take back: ${step.title}`, (draft) => Reflect.deleteProperty(draft.build.ticks, step.id))
    return
  }
  const blocked = blockedBy(step, steps.value, standing.value)
  if (blocked) {
    refusal.value = { id: step.id, text: `First “${blocked.step.title}”: ${blocked.reason}` }
    return
  }
  const torques = reached.value[step.id] ?? {}
  const [missing] = untold(step, jointMap(stage.value.result.joints), torques)
  if (missing) {
    refusal.value = {
      id: step.id,
      text: `Type what the wrench reached: ${missing.label.toLowerCase()}. Or say that it was not measured.`,
    }
    return
  }
  job.edit(`Done: ${step.title}`, (draft) => {
    draft.build.ticks[step.id] = {
      who: shop.person?.name ?? '',
      at: new Date().toISOString(),
      title: step.title,
      facts: factsOf(step),
      torques,
      readings: { ...readings.value[step.id] },
      wrench: step.tightens.length > 0 ? wrench.value : '',
      otherwise: otherwises.value[step.id] ?? '',
    }
  })
  Reflect.deleteProperty(reached.value, step.id)
  Reflect.deleteProperty(readings.value, step.id)
  Reflect.deleteProperty(otherwises.value, step.id)
  at.value = null
}
function go(by: number): void {
  refusal.value = null
  at.value = steps.value[Math.min(Math.max(index.value + by, 0), steps.value.length - 1)]!.id
}

/** Pictures of all steps are made for paper only. */
const printing = ref(false)
const print = () => (printing.value = true)
onMounted(() => addEventListener('beforeprint', print))
onBeforeUnmount(() => removeEventListener('beforeprint', print))

const VIEWS = [{ id: 'step', title: 'Step' }]
/** One drawer for each part of the work, with its progress. */
const drawers = computed(() => [
  ...phases.value.map(({ id, name, steps: own }) => ({
    id,
    title: name,
    live: `${own.filter((s) => ticks.value[s.id] || job.plan!.build.struck[s.id]).length} of ${own.length}`,
  })),
  ...STAGE_DRAWERS.build,
])
const working = computed(() => phases.value.find((phase) => phase.steps.includes(single.value))?.id)
</script>

<template>
  <DrawerBench stage="build" :drawers="drawers" :views="VIEWS" :first="working">
    <template #view-step>
      <div class="space-y-3">
        <div class="sheet p-3 flex flex-wrap gap-x-6 gap-y-2 items-center">
          <p>
            <span class="figure text-xl">{{ stage.result.done }}</span> of
            <span class="figure">{{ stage.result.today }}</span> steps<template v-if="later"
              >, <span class="figure">{{ later }}</span> after the road</template
            >
          </p>
          <p class="label">
            <template v-if="worked"
              ><span class="figure" data-worked>{{ showText(worked * 60, 'time', shop.units) }}</span> of
              about </template
            ><template v-else>Usual time </template><Fig :figure="stage.figures.time" />
          </p>
          <label class="flex items-center gap-2 text-sm ml-auto"
            >Ticked by
            <select v-model="shop.who" class="field !w-auto">
              <option v-for="p in shop.people" :key="p.id" :value="p.id">{{ p.name }}</option>
            </select>
          </label>
          <TextField
            v-if="single?.tightens.length"
            class="no-print w-44"
            label="Torque wrench"
            :value="wrench"
            :max="60"
            @change="(v) => (wrench = v)"
          />
          <details v-if="leaving.length" class="w-full no-print">
            <summary class="touch label">
              {{ paused ? 'Back after a pause: what is loose now' : 'If you stop now' }}
            </summary>
            <ul class="list-disc pl-5">
              <li v-for="words in leaving" :key="words">{{ words }}</li>
            </ul>
          </details>
          <div class="w-full h-2 rounded bg-line" aria-hidden="true">
            <span
              class="block h-full rounded bg-petrol"
              :style="{ width: `${(stage.result.done / stage.result.today) * 100}%` }"
            />
          </div>
        </div>

        <OneStep
          v-if="single"
          v-model:readings="readings[single.id]"
          v-model:torques="reached[single.id]"
          v-model:otherwise="otherwise"
          :step="single"
          :source="source"
          :refusal="refusal?.id === single.id ? refusal.text : ''"
          @toggle="toggle(single)"
          @go="go"
        />
      </div>
    </template>
    <template v-for="phase in phases" :key="phase.id" #[phase.id]>
      <section v-for="group in phase.parts" :key="group.name" class="sheet p-4" :aria-label="group.name">
        <h2 class="mb-2">{{ group.name }}</h2>
        <ol class="space-y-1.5">
          <li
            v-for="step in group.steps"
            :key="step.id"
            class="flex max-sm:flex-wrap wrap-anywhere max-sm:[&_*]:max-w-full gap-x-3 items-start border-t border-line pt-1.5 break-inside-avoid"
            :class="{ 'bg-chosen': screen.subject === step.id }"
            :data-step="step.id"
            :data-subject="step.id"
          >
            <input
              :id="`step-${step.id}`"
              type="checkbox"
              class="size-6 mt-0.5 accent-petrol shrink-0"
              :checked="!!ticks[step.id]"
              @click.prevent="toggle(step)"
            />
            <div class="min-w-0 grow basis-0">
              <label
                :for="`step-${step.id}`"
                class="font-semibold"
                :class="{ 'text-petrol': step === next }"
                >{{ step.title }}</label
              >
              <div v-if="printing" class="hidden print:block float-right ml-3 w-[17rem]">
                <StepDrawing still :step="step" :source="source" />
                <StepCode class="w-16 ml-auto mt-1" :step="step.id" />
              </div>
              <StepWords :step="step" :source="source" />
              <p v-for="c in step.cautions" :key="c" class="text-sm text-brick font-semibold">{{ c }}</p>
              <StepReads
                v-if="step.reads.length"
                v-model="readings[step.id]"
                :step="step"
                :tick="ticks[step.id]"
              />
              <StepTorques
                v-if="step.tightens.length"
                v-model="reached[step.id]"
                :step="step"
                :tick="ticks[step.id]"
              />
              <p v-if="refusal?.id === step.id" class="text-brick font-semibold" role="alert">
                {{ refusal.text }}
              </p>
              <StrikeStep :step="step" :done="!!ticks[step.id]" />
              <PhotoRow
                v-if="photographed.has(step.id)"
                :subject="`step:${step.id}`"
                :of="step.title"
                small
              />
            </div>
            <div class="sm:text-right text-sm max-sm:basis-full sm:shrink-0 sm:w-40">
              <p v-if="ticks[step.id]" class="label">
                {{ ticks[step.id]!.who }}, {{ shortTime(ticks[step.id]!.at) }}
              </p>
            </div>
          </li>
        </ol>
      </section>
    </template>
    <template #torques>
      <FastenerTable data-subject="fasteners" />
      <p class="label p-2">
        The kit’s own sheet rules over every torque here. Work to local codes; what needs a licence is done by
        someone who holds it.
      </p>
    </template>
    <template #off><FreedTable /></template>
    <template #held><JointTable /></template>
    <template #lists><BoxCheck class="mb-3" /><BuildLists /></template>
    <template #order><OrderAndTime /></template>
  </DrawerBench>
</template>
