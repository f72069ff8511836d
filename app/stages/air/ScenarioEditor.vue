<script setup lang="ts">
import type { Scenario } from '#core/document/types'
import type { NamedScenario } from '#core/air/run/types'

/** Scenarios written for this job: begun as a copy of any other, saved with the job. */
const { scenarioId, scenarios } = defineProps<{ scenarioId: string; scenarios: readonly NamedScenario[] }>()
const emit = defineEmits<{ chosen: [id: string] }>()
const job = useJob()
const own = computed(() => job.plan!.air.scenarios[scenarioId] ?? null)
const edit = (label: string, change: (s: Scenario) => void) =>
  job.edit(label, (d) => {
    const s = d.air.scenarios[scenarioId]
    if (s) change(s)
  })
function copy(): void {
  const from = scenarios.find((s) => s.id === scenarioId)
  if (!from) return
  const id = `own-${crypto.randomUUID().slice(0, 8)}`
  const { id: _, ...rest } = JSON.parse(JSON.stringify(from)) as NamedScenario
  job.edit('Write a scenario', (d) => {
    d.air.scenarios[id] = {
      ...rest,
      label: `${from.label} (own)`.slice(0, 120),
      order: Object.keys(d.air.scenarios).length + 1,
    }
  })
  emit('chosen', id)
}
const remove = () =>
  job.edit('Scenario taken away', (d) => void Reflect.deleteProperty(d.air.scenarios, scenarioId))
</script>

<template>
  <FoldedPart title="Write a scenario of your own" class="mt-3">
    <div class="flex flex-wrap gap-2 items-end">
      <button type="button" class="button quiet" @click="copy">Copy the chosen one</button>
      <button v-if="own" type="button" class="button quiet" @click="remove">Take this one away</button>
      <p v-if="!own" class="label">
        The scenarios above follow from the plan. A copy is yours to change, and is saved with the job.
      </p>
    </div>
    <div v-if="own" class="mt-2 space-y-2">
      <ScenarioStart :own="own" @edit="edit" />
      <ScenarioSteps :steps="own.steps" @edit="edit" />
      <button
        type="button"
        class="button quiet"
        @click="edit('Another step', (s) => void s.steps.push({ do: 'wait', seconds: 30 }))"
      >
        Another step
      </button>
    </div>
  </FoldedPart>
</template>
