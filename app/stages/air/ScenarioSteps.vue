<script setup lang="ts">
import type { Scenario, ScenarioStep } from '#core/document/types'
import { TOOL, TYRE } from '#core/air/run/scenarios'
import { useScenarioParts } from './useScenarioParts'

/** The steps of one's own scenario, in order. */
const { steps } = defineProps<{ steps: readonly ScenarioStep[] }>()
const emit = defineEmits<{ edit: [label: string, change: (scenario: Scenario) => void] }>()
const job = useJob()
const { pressable, faults } = useScenarioParts()
const DOES: { value: ScenarioStep['do']; label: string }[] = [
  { value: 'bring', label: 'bring to pressures' },
  { value: 'wait', label: 'wait' },
  { value: 'load', label: 'load put on or off' },
  { value: 'press', label: 'press by hand' },
  { value: 'tyre', label: 'air up tyres' },
  { value: 'tool', label: 'run a tool' },
  { value: 'fault', label: 'something fails' },
]
function blank(what: ScenarioStep['do']): ScenarioStep {
  switch (what) {
    case 'wait':
      return { do: 'wait', seconds: 30 }
    case 'load':
      return { do: 'load', haul: job.haulId || null }
    case 'press':
      return { do: 'press', part: pressable.value[0]?.value ?? 'none', way: 'up', seconds: 5 }
    case 'tyre':
      return { do: 'tyre', ...TYRE, count: 1 }
    case 'tool':
      return { do: 'tool', ...TOOL, seconds: 60 }
    case 'fault':
      return {
        do: 'fault',
        what: faults.value[0]?.what ?? 'leak',
        part: faults.value[0]?.part ?? '',
      }
    case 'bring':
      return { do: 'bring', left: 350_000, right: 350_000 }
  }
}
const edit = (label: string, change: (scenario: Scenario) => void) => emit('edit', label, change)
/** Changes the step at a position. */
const set = (i: number, change: (step: Record<string, unknown>) => void) =>
  edit('Step', (scenario) => change(scenario.steps[i] as unknown as Record<string, unknown>))
</script>

<template>
  <ol class="space-y-1.5" aria-label="Steps">
    <li v-for="(s, i) in steps" :key="i" class="flex flex-wrap gap-2 items-end border-b border-line pb-1.5">
      <PickField
        :label="`Step ${i + 1}`"
        class="w-48"
        :value="s.do"
        :options="DOES"
        @change="(v) => edit('Step', (x) => void (x.steps[i] = blank(v as ScenarioStep['do'])))"
      />
      <StepFields :step="s" @change="(change) => set(i, change)" />
      <button
        type="button"
        class="button quiet text-sm"
        :aria-label="`Take step ${i + 1} away`"
        @click="edit('Step taken away', (x) => void x.steps.splice(i, 1))"
      >
        Take away
      </button>
    </li>
  </ol>
</template>
