<script setup lang="ts">
import { newHold } from '#core/prove/newHold'
import { Plus } from '@lucide/vue'
import { ordered, type HoldTest } from '#core/document/types'
import { writeCovers } from '#core/prove/covers'
import { withLive } from '../stageDrawers'
import { useGaugeStep } from './useGaugeStep'

const job = useJob()
const shop = useShop()
const prove = computed(() => job.plan!.prove)
const stage = computed(() => job.derived!.stages.prove)
const tests = computed(() => ordered(prove.value.holds))
const chosenTest = ref('')
const testId = computed(() =>
  prove.value.holds[chosenTest.value] ? chosenTest.value : (tests.value.at(-1)?.[0] ?? ''),
)
const step = useGaugeStep()
const test = computed(() => prove.value.holds[testId.value])
const volume = computed(() => stage.value.result.holds[testId.value]?.volume ?? 0)
const set = (label: string, change: (test: HoldTest) => void) =>
  job.edit(label, (draft) => {
    const held = draft.prove.holds[testId.value]!
    change(held)
    const { spring } = job.derived!.stages.air.result
    writeCovers(prove.value.holds[testId.value]!, held, job.plan!.air, spring)
  })
function addTest(): void {
  const id = `h${crypto.randomUUID().slice(0, 8)}`
  job.edit('Begin a hold test', (draft) => {
    draft.prove.holds[id] = newHold(
      `Hold test ${tests.value.length + 1}`,
      Math.max(0, ...tests.value.map(([, t]) => t.order)) + 1,
      job.derived!.stages.air.result.teed ? 'both' : 'left',
      step.value,
      shop.person?.name ?? '',
    )
  })
  chosenTest.value = id
}

const roadText = computed(() => {
  const { roadChecks, roadLeft } = stage.value.result
  return `${roadChecks.length - roadLeft.length} of ${roadChecks.length}`
})
const functionsRead = computed(() => Object.keys(prove.value.functions).length)
const AfterRoad = laterComponent(() => import('./AfterRoad.vue'))
const ProofPapers = laterComponent(() => import('./ProofPapers.vue'))
const FunctionTests = laterComponent(() => import('./FunctionTests.vue'))
const VIEWS = [{ id: 'hold', title: 'Hold test' }]
const drawers = computed(() => {
  const { places } = stage.value.result
  const all = withLive('prove', {
    readings: String(test.value?.readings.length ?? ''),
    functions: functionsRead.value ? `${functionsRead.value} read` : 'not tried',
    road: roadText.value,
    soap: `${places.filter(({ soap }) => soap).length} of ${places.length}`,
  })
  return test.value ? all : all.filter((d) => d.id !== 'readings' && d.id !== 'test')
})
</script>

<template>
  <DrawerBench stage="prove" :drawers="drawers" :views="VIEWS">
    <template #view-hold>
      <div class="space-y-3">
        <div class="flex flex-wrap gap-2 items-center">
          <button
            v-for="[id, t] in tests"
            :key="id"
            type="button"
            class="button"
            :class="{ quiet: id !== testId }"
            :aria-pressed="id === testId"
            @click="chosenTest = id"
          >
            {{ t.label }}
          </button>
          <button type="button" class="button quiet" @click="addTest">
            <Plus :size="16" aria-hidden="true" />Hold test
          </button>
        </div>
        <div v-if="!test" class="sheet p-5">
          <p>
            No hold test yet. Fill to the pressure your sheet gives, and read pressure and temperature at
            once, every few minutes, and tomorrow: warmth from filling is reckoned with, and the verdict may
            be looked at after every reading.
          </p>
          <p class="mt-2">
            <strong>Stand the frame on supports:</strong> a spring that carries the truck sinks as it leaks,
            and its gauge hides the leak.
          </p>
        </div>
        <HoldVerdict v-else :test-id="testId" :test="test" />
      </div>
    </template>
    <template v-if="test" #readings>
      <HoldReadings :test="test" :test-id="testId" :data-subject="testId" @edit="set" />
    </template>
    <template v-if="test" #test>
      <HoldFields :test="test" :volume="volume" @edit="set" />
      <HoldPlanPanel :test-id="testId" :test="test" />
      <OtherWays />
    </template>
    <template #soap><SoapList @begun="(id) => void (chosenTest = id)" /></template>
    <template #functions><FunctionTests /></template>
    <template #road><AfterRoad /></template>
    <template #papers><ProofPapers /></template>
  </DrawerBench>
</template>
