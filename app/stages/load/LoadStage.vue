<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { useHaul } from './useHaul'

const { job, haul, result, addHaul } = useHaul()
const sampled = useSampled()
const uncertainty = computed(() => job.derived!.stages.load.result.uncertainties[job.haulId])
</script>

<template>
  <div v-if="!haul || !result" class="sheet p-5">
    <p class="mb-3">Nothing is carried in this job yet. Add a haul and say what goes on the truck.</p>
    <button type="button" class="button" @click="addHaul">
      <Plus :size="16" aria-hidden="true" />Add a haul
    </button>
  </div>
  <div v-else class="space-y-3">
    <LoadSide />
    <LoadPressures :sampled="sampled" />
    <LoadRatings />
    <LoadAboard />
    <TrailerPanel :haul="haul" :haul-id="job.haulId" class="no-print" />
    <HowSure v-if="uncertainty" :uncertainty="uncertainty" :sampled="sampled" class="no-print" />
    <PressureCard />
    <LoadAbove />
  </div>
</template>
