<script setup lang="ts">
import type { Trials } from '~/composables/useTrials'

/** Starts and stops trials, shows their progress, and says whether they belong to the current plan. */
const { trials, total = null } = defineProps<{
  trials: Trials
  label: string
  /** Number of trials, if it is known beforehand. */
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
