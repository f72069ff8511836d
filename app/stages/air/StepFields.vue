<script setup lang="ts">
import { FAULT_KINDS, type FaultKind, type ScenarioStep } from '#core/document/types'
import { faultWords } from '#core/air/run/faults'
import { useScenarioParts } from './useScenarioParts'

/** The fields of one step of a scenario: how much, which part, how long. */
const { step } = defineProps<{ step: ScenarioStep }>()
const emit = defineEmits<{ change: [change: (step: Record<string, unknown>) => void] }>()
const { hauls, pressable, faultParts } = useScenarioParts()
/** Changes the stored step; the shown fields depend on what the step does. */
const set = (change: (step: Record<string, unknown>) => void) => emit('change', change)
</script>

<template>
  <template v-if="step.do === 'bring'">
    <NumField
      label="Left"
      class="w-28"
      :value="step.left"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => set((x) => void (x.left = v))"
    />
    <NumField
      label="Right"
      class="w-28"
      :value="step.right"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => set((x) => void (x.right = v))"
    />
  </template>
  <PickField
    v-if="step.do === 'load'"
    label="Aboard"
    class="w-44"
    :value="step.haul ?? ''"
    :options="hauls"
    @change="(v) => set((x) => void (x.haul = v || null))"
  />
  <template v-if="step.do === 'press'">
    <PickField
      label="Part"
      class="w-44"
      :value="step.part"
      :options="pressable"
      @change="(v) => set((x) => void (x.part = v))"
    />
    <PickField
      label="Way"
      class="w-28"
      :value="step.way"
      :options="[
        { value: 'up', label: 'up, open' },
        { value: 'down', label: 'down, shut' },
      ]"
      @change="(v) => set((x) => void (x.way = v))"
    />
  </template>
  <template v-if="step.do === 'tyre'">
    <NumField
      label="Tyre"
      class="w-28"
      :value="step.volume"
      quantity="volume"
      :min="1e-4"
      :max="10"
      @change="(v) => set((x) => void (x.volume = v))"
    />
    <NumField
      label="From"
      class="w-28"
      :value="step.from"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => set((x) => void (x.from = v))"
    />
    <NumField
      label="To"
      class="w-28"
      :value="step.to"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => set((x) => void (x.to = v))"
    />
    <NumField
      label="How many"
      class="w-24"
      :value="step.count"
      quantity="count"
      :min="1"
      :max="100"
      @change="(v) => set((x) => void (x.count = Math.round(v)))"
    />
  </template>
  <template v-if="step.do === 'tool'">
    <NumField
      label="Takes"
      class="w-28"
      :value="step.demand"
      quantity="flow"
      :min="1e-6"
      :max="1"
      @change="(v) => set((x) => void (x.demand = v))"
    />
    <NumField
      label="At"
      class="w-28"
      :value="step.needed"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => set((x) => void (x.needed = v))"
    />
  </template>
  <template v-if="step.do === 'fault'">
    <PickField
      label="What"
      class="w-56"
      :value="step.what"
      :options="FAULT_KINDS.map((f) => ({ value: f, label: faultWords(f) }))"
      @change="
        (v) =>
          set((x) => {
            x.what = v
            x.part = faultParts(v as FaultKind)[0]?.value ?? ''
          })
      "
    />
    <PickField
      v-if="faultParts(step.what).length"
      label="Which"
      class="w-44"
      :value="step.part"
      :options="faultParts(step.what)"
      @change="(v) => set((x) => void (x.part = v))"
    />
  </template>
  <NumField
    v-if="'seconds' in step"
    label="For"
    class="w-28"
    :value="step.seconds"
    quantity="time"
    :min="0"
    :max="1e5"
    @change="(v) => set((x) => void (x.seconds = v))"
  />
</template>
