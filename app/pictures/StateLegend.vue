<script setup lang="ts">
import { STATE_WORDS } from '#core/catalog/partStates'
import { PART_STATES, type AirPlan } from '#core/document/types'

/** The state signs that a plan uses, with their words. */
const { air } = defineProps<{ air: AirPlan }>()
const used = computed(() => {
  const all = [air, air.gone].flatMap(({ components, lines }) => [
    ...Object.values(components),
    ...Object.values(lines),
  ])
  return PART_STATES.filter((state) => all.some((x) => x.state === state))
})
</script>

<template>
  <ul class="flex flex-wrap gap-x-4 gap-y-1 text-xs text-soft" aria-label="What becomes of parts and lines">
    <li v-for="state in used" :key="state"><StateSign :state="state" /> {{ STATE_WORDS[state] }}</li>
  </ul>
</template>
