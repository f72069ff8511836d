<script setup lang="ts">
import { showText } from '#core/quantity/units'
import { withLive } from '../stageDrawers'
import { useLay } from './useLay'

const laterDrawers = begunOnce(() => import('./layDrawers'))
const CoilPlan = laterComponent(() => laterDrawers().then((d) => d.CoilPlan))
const BackFromTruck = laterComponent(() => laterDrawers().then((d) => d.BackFromTruck))
const HoleList = laterComponent(() => laterDrawers().then((d) => d.HoleList))
const CutList = laterComponent(() => laterDrawers().then((d) => d.CutList))
const LayoutsPanel = laterComponent(() => laterDrawers().then((d) => d.LayoutsPanel))
const RunsPanel = laterComponent(() => laterDrawers().then((d) => d.RunsPanel))
const LayFields = laterComponent(() => laterDrawers().then((d) => d.LayFields))
const LaySection = laterComponent(() => laterDrawers().then((d) => d.LaySection))
const LayTurned = laterComponent(() => import('./LayTurned.vue'))
const EnteredSolids = laterComponent(() => laterDrawers().then((d) => d.EnteredSolids))

const shop = useShop()
const { plan, stage, result, parts } = useLay()
const VIEWS = [
  { id: 'below', title: 'From below' },
  { id: 'side', title: 'From the left' },
  { id: 'section', title: 'Cut across' },
  { id: 'turned', title: 'Turned' },
]
const drawers = computed(() => {
  const { tube } = stage.value.figures
  return withLive('lay', {
    places: String(parts.value.length),
    cuts: tube && showText(tube.value, tube.quantity, shop.units),
    runs: String(result.value.routes.length),
    solids: String(Object.keys(plan.value.lay.solids).length),
    measured: String(Object.keys(plan.value.lay.cutTo).length),
  })
})
</script>

<template>
  <DrawerBench stage="lay" :drawers="drawers" :views="VIEWS">
    <template #view-below><LayBelow /></template>
    <template #view-side><LaySide /></template>
    <template #view-section="{ open }"><LaySection v-if="open" /></template>
    <template #view-turned="{ open }"><LayTurned v-if="open" /></template>
    <template #places><LayFields /></template>
    <template #cuts><CutList /><CoilPlan /><HoleList /></template>
    <template #layouts><LayoutsPanel /></template>
    <template #runs><RunsPanel /></template>
    <template #solids><EnteredSolids /></template>
    <template #measured><BackFromTruck /></template>
  </DrawerBench>
</template>
