<script setup lang="ts">
import type { Change } from '#core/air/circuit/editing'
import { OperationError } from '#core/quantity/operation'
import { operationPatches, wholeOperations } from '#core/air/circuit/offered'
import type { AirPlan } from '#core/document/types'
import { airDrawers } from './laterDrawers'

const ChosenPart = laterComponent(() => airDrawers().then((d) => d.ChosenPart))
const ChosenLine = laterComponent(() => airDrawers().then((d) => d.ChosenLine))
/** The part or line chosen on the circuit: its figures, its neighbours and the operations on it. */
const { air, chosen } = defineProps<{ air: AirPlan; chosen: string | null }>()
const emit = defineEmits<{ choose: [id: string | null] }>()
const job = useJob()
const refused = ref('')
watch([() => chosen, () => air], () => {
  refused.value = ''
})

function run(label: string, change: Change): void {
  refused.value = ''
  try {
    const patches = operationPatches(air, change)
    if (patches.length) job.applyRemedy({ label, patches })
  } catch (error) {
    if (!(error instanceof OperationError)) throw error
    refused.value = error.message
  }
}
</script>

<template>
  <div class="sheet p-4" role="region" aria-label="Chosen on the circuit" :data-subject="chosen ?? undefined">
    <div class="flex flex-wrap gap-2 items-center mb-2" role="group" aria-label="Change the circuit">
      <button
        v-for="o in wholeOperations(air)"
        :key="o.id"
        type="button"
        class="button quiet text-sm"
        @click="run(o.label, o.run)"
      >
        {{ o.label }}
      </button>
    </div>
    <p v-if="refused" class="text-sm text-brick font-semibold mb-2" role="alert">{{ refused }}</p>
    <p v-if="chosen === null" class="label">
      Press a part or a line on the circuit to see its figures and what may be done with it.
    </p>
    <ChosenPart
      v-if="chosen !== null && air.components[chosen]"
      :air="air"
      :part-id="chosen"
      @choose="(id) => emit('choose', id)"
      @run="run"
    />
    <ChosenLine
      v-else-if="chosen !== null && air.lines[chosen]"
      :air="air"
      :line-id="chosen"
      @choose="(id) => emit('choose', id)"
      @run="run"
    />
  </div>
</template>
