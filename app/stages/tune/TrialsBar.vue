<script setup lang="ts">
import type { Trials } from '~/composables/useTrials'

/** Starts trials and stops them, says how far they are, and whether they are of the plan as it stands. */
const { trials, total = null } = defineProps<{
  trials: Trials
  label: string
  /** How many there are, where it is known beforehand. */
  total?: number | null
  isMain?: boolean
  disabled?: boolean
}>()
const { count, running, problem, isOld } = trials
const progress = computed(() => (total ? `Stop after ${count.value} of ${total}` : 'Running … stop'))
</script>

<template>
  <button v-if="running" type="button" class="button quiet" @click="trials.stop">{{ progress }}</button>
  <button
    v-else
    type="button"
    class="button"
    :class="{ quiet: !isMain }"
    :disabled="disabled"
    @click="trials.start"
  >
    {{ label }}
  </button>
  <p v-if="isOld" class="text-sm text-brick" role="alert">The plan has changed since: run them again.</p>
  <p v-if="problem" class="text-sm text-brick" role="alert">{{ problem }}</p>
</template>
