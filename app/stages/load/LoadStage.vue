<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { withLive } from '../stageDrawers'
import { useHaul } from './useHaul'

const laterDrawers = begunOnce(() => import('./loadDrawers'))
const HowSure = laterComponent(() => laterDrawers().then((d) => d.HowSure))
const LoadPressures = laterComponent(() => laterDrawers().then((d) => d.LoadPressures))
const LoadRatings = laterComponent(() => laterDrawers().then((d) => d.LoadRatings))
const PressureCard = laterComponent(() => laterDrawers().then((d) => d.PressureCard))
const TrailerPanel = laterComponent(() => laterDrawers().then((d) => d.TrailerPanel))
const { job, shop, haul, items, result, figure, text, addHaul } = useHaul()
const sampled = useSampled()
const uncertainty = computed(() => job.derived!.stages.load.result.uncertainties[job.haulId])

const VIEWS = [
  { id: 'side', title: 'From the left' },
  { id: 'above', title: 'From above' },
]
const drawers = computed(() => {
  if (!haul.value || !result.value) return []
  const plain = (id: string) => bareFigure(figure(id), shop.units)
  const range = sampled.value?.left ?? uncertainty.value?.left
  return withLive('load', {
    aboard: String(items.value.length),
    trailer: result.value.towed.ball === 0 ? 'none' : text(result.value.towed.ball, 'mass'),
    pressures: `${plain('left')} · ${plain('right')}`,
    ratings: `${plain('rearAxle')} of ${text(figure('rearAxle')?.max ?? 0, 'mass')}`,
    sure: range && `± ${text((range.high - range.low) / 2, 'pressure')}`,
  })
})
</script>

<template>
  <DrawerBench stage="load" :drawers="drawers" :views="haul ? VIEWS : VIEWS.slice(0, 1)">
    <template #view-side>
      <div v-if="!haul || !result" class="sheet p-5">
        <p class="mb-3">Nothing is carried in this job yet. Add a haul and say what goes on the truck.</p>
        <button type="button" class="button" @click="addHaul">
          <Plus :size="16" aria-hidden="true" />Add a haul
        </button>
      </div>
      <LoadSide v-else />
    </template>
    <template v-if="haul && result" #view-above><LoadAbove /></template>
    <template v-if="haul && result" #aboard><LoadAboard /></template>
    <template v-if="haul && result" #trailer>
      <TrailerPanel :haul="haul" :haul-id="job.haulId" />
    </template>
    <template v-if="haul && result" #pressures><LoadPressures :sampled="sampled" /></template>
    <template v-if="haul && result" #ratings><LoadRatings /></template>
    <template #sure>
      <HowSure
        v-if="uncertainty"
        :uncertainty="uncertainty"
        :sampled="sampled"
        :check="job.derived!.stages.load.result.checks[job.haulId] ?? null"
        :left="job.derived!.stages.load.figures[`${job.haulId}.tenMinutes`]"
      />
    </template>
    <template v-if="haul && result" #card><PressureCard /></template>
  </DrawerBench>
</template>
