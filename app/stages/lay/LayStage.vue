<script setup lang="ts">
import { showText } from '#core/quantity/units'
import { withLive } from '../stageDrawers'
import { useLay } from './useLay'

const shop = useShop()
const { stage, parts } = useLay()
const VIEWS = [
  { id: 'above', title: 'From above' },
  { id: 'side', title: 'From the left' },
]
const drawers = computed(() => {
  const { tube } = stage.value.figures
  return withLive('lay', {
    places: String(parts.value.length),
    cuts: tube && showText(tube.value, tube.quantity, shop.units),
  })
})
</script>

<template>
  <DrawerBench stage="lay" :drawers="drawers" :views="VIEWS">
    <template #view-above><LayAbove /></template>
    <template #view-side><LaySide /></template>
    <template #places><LayFields /></template>
    <template #cuts><CutList /></template>
  </DrawerBench>
</template>
