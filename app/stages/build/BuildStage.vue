<script setup lang="ts">
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import { didText } from '#core/build/did'
import { FASTENERS, untold } from '#core/build/fasteners'
import { blockedBy, heldBy } from '#core/build/order'
import { stepText } from '#core/build/stepText'
import type { Step } from '#core/build/types'
import { STAGE_DRAWERS } from '../stageDrawers'
import FastenerTable from './FastenerTable.vue'
import StrikeStep from './StrikeStep.vue'
import StepTorques from './StepTorques.vue'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const photos = usePhotos()
const stage = computed(() => job.derived!.stages.build)
const steps = computed(() => stage.value.result.steps)
const ticks = computed(() => stage.value.result.ticks)
/** The plan's record with only the ticks that are still valid. */
const standing = computed(() => ({ ...job.plan!.build, ticks: ticks.value }))
/** Torques reached in steps that are not ticked yet, N·m by step and kind; null if not measured. */
const reached = ref<Record<string, Record<string, number | null>>>({})
const refusal = ref<{ id: string; text: string } | null>(null)
const slug = (name: string) => name.toLowerCase().replace(/[^a-z]+/g, '-')
const groups = computed(() =>
  [...new Set(steps.value.map((s) => s.group))].map((name) => ({
    id: slug(name),
    name,
    steps: steps.value.filter((s) => s.group === name),
  })),
)
const next = computed(() => steps.value.find((s) => stage.value.result.left.includes(s.id)))
/** The step shown large, one at a time, for work under the truck. */
const at = ref<string | null>(null)
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

const detail = (step: Step) => stepText(step, shop.units)
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
  const [missing] = untold(step, torques)
  if (missing) {
    const what = FASTENERS[missing].label.toLowerCase()
    refusal.value = {
      id: step.id,
      text: `Type what the wrench reached: ${what}. Or say that it was not measured.`,
    }
    return
  }
  job.edit(`Done: ${step.title}`, (draft) => {
    const did = didText(step, draft.build)
    const by = { who: shop.person?.name ?? '', at: new Date().toISOString() }
    draft.build.ticks[step.id] = { ...by, did, torques }
  })
  Reflect.deleteProperty(reached.value, step.id)
  at.value = null
}
function go(by: number): void {
  refusal.value = null
  at.value = steps.value[Math.min(Math.max(index.value + by, 0), steps.value.length - 1)]!.id
}

const VIEWS = [{ id: 'step', title: 'Step' }]
/** One drawer for each part of the work, with its progress. */
const drawers = computed(() => [
  ...groups.value.map(({ id, name, steps: own }) => ({
    id,
    title: name,
    live: `${own.filter((s) => !stage.value.result.left.includes(s.id)).length} of ${own.length}`,
  })),
  ...STAGE_DRAWERS.build,
])
const working = computed(() => groups.value.find((g) => g.steps.includes(single.value))?.id)
</script>

<template>
  <DrawerBench stage="build" :drawers="drawers" :views="VIEWS" :first="working">
    <template #view-step>
      <div class="space-y-3">
        <div class="sheet p-3 flex flex-wrap gap-x-6 gap-y-2 items-center">
          <p>
            <span class="figure text-xl">{{ stage.result.done }}</span> of
            <span class="figure">{{ steps.length }}</span> steps
          </p>
          <p class="label">Usual time <Fig :figure="stage.figures.time" /></p>
          <label class="flex items-center gap-2 text-sm ml-auto"
            >Ticked by
            <select v-model="shop.who" class="field !w-auto">
              <option v-for="p in shop.people" :key="p.id" :value="p.id">{{ p.name }}</option>
            </select>
          </label>
          <div class="w-full h-2 rounded bg-line" aria-hidden="true">
            <span
              class="block h-full rounded bg-petrol"
              :style="{ width: `${(stage.result.done / steps.length) * 100}%` }"
            />
          </div>
        </div>

        <article v-if="single" class="print:hidden sheet p-4" aria-live="polite">
          <p class="label">{{ single.group }} · step {{ index + 1 }} of {{ steps.length }}</p>
          <h2 class="text-2xl leading-tight my-1">{{ single.title }}</h2>
          <p class="text-lg">{{ detail(single) }}</p>
          <StepTorques
            v-if="single.fasteners?.length"
            v-model="reached[single.id]"
            :step="single"
            :tick="ticks[single.id]"
            large
            class="my-2"
          />
          <ul v-if="single.cautions.length" class="my-2 space-y-1">
            <li v-for="c in single.cautions" :key="c" class="border-l-4 border-brick pl-2 font-semibold">
              {{ c }}
            </li>
          </ul>
          <p v-if="single.tools.length" class="label">Tools: {{ single.tools.join(', ') }}</p>
          <p v-if="refusal?.id === single.id" class="text-brick font-semibold my-2" role="alert">
            {{ refusal.text }}
          </p>
          <p v-if="ticks[single.id]" class="label">
            Done by {{ ticks[single.id]!.who }}, {{ shortTime(ticks[single.id]!.at) }}
          </p>
          <button
            type="button"
            class="button justify-center mt-3 px-6! pointer-coarse:w-full pointer-coarse:text-xl pointer-coarse:min-h-16!"
            @click="toggle(single)"
          >
            {{ ticks[single.id] ? 'Take the tick back' : 'Done' }}
          </button>
          <StrikeStep class="ml-3" :step="single" :done="!!ticks[single.id]" />
          <PhotoRow class="mt-3" :subject="`step:${single.id}`" :of="single.title" />
          <div class="flex justify-between mt-3">
            <button type="button" class="button quiet touch" @click="go(-1)">
              <ChevronLeft :size="20" aria-hidden="true" />Before</button
            ><button type="button" class="button quiet touch" @click="go(1)">
              Next<ChevronRight :size="20" aria-hidden="true" />
            </button>
          </div>
        </article>
      </div>
    </template>
    <template v-for="group in groups" :key="group.id" #[group.id]>
      <section class="sheet p-4" :aria-label="group.name">
        <h2 class="mb-2">{{ group.name }}</h2>
        <ol class="space-y-1.5">
          <li
            v-for="step in group.steps"
            :key="step.id"
            class="flex gap-3 items-start border-t border-line pt-1.5"
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
            <div class="min-w-0 grow">
              <label
                :for="`step-${step.id}`"
                class="font-semibold"
                :class="{ 'text-petrol': step === next }"
                >{{ step.title }}</label
              >
              <p class="text-sm text-soft">{{ detail(step) }}</p>
              <p v-for="c in step.cautions" :key="c" class="text-sm text-brick font-semibold">{{ c }}</p>
              <StepTorques
                v-if="step.fasteners?.length"
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
            <div class="text-right shrink-0 text-sm w-40">
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
  </DrawerBench>
</template>
