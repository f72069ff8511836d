<script setup lang="ts">
import type { Scenario } from '#core/document/types'
import { useScenarioParts } from './useScenarioParts'

/** Name and starting state of one's own scenario. */
const { own } = defineProps<{ own: Scenario }>()
const emit = defineEmits<{ edit: [label: string, change: (scenario: Scenario) => void] }>()
const { hauls } = useScenarioParts()
const edit = (label: string, change: (scenario: Scenario) => void) => emit('edit', label, change)
</script>

<template>
  <div class="flex flex-wrap gap-3 items-end">
    <TextField
      label="Name"
      class="grow min-w-48"
      :value="own.label"
      @change="(v) => edit('Name of the scenario', (s) => void (s.label = v || s.label))"
    />
    <PickField
      label="Aboard at the start"
      class="w-44"
      :value="own.haul ?? ''"
      :options="hauls"
      @change="(v) => edit('Aboard at the start', (s) => void (s.haul = v || null))"
    />
    <NumField
      label="Left at the start"
      class="w-32"
      :value="own.start.left"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => edit('Start', (s) => void (s.start.left = v))"
    />
    <NumField
      label="Right at the start"
      class="w-32"
      :value="own.start.right"
      quantity="pressure"
      :min="0"
      :max="5e6"
      @change="(v) => edit('Start', (s) => void (s.start.right = v))"
    />
    <NumField
      label="Air outside"
      class="w-32"
      :value="own.ambient.start"
      quantity="temperature"
      :min="200"
      :max="350"
      @change="(v) => edit('Air outside', (s) => void (s.ambient.start = v))"
    />
    <NumField
      label="Coldest half-way"
      class="w-32"
      :value="own.ambient.coldest"
      quantity="temperature"
      :min="200"
      :max="350"
      @change="(v) => edit('Coldest', (s) => void (s.ambient.coldest = v))"
    />
  </div>
</template>
