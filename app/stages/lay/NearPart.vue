<script setup lang="ts">
import { solidsOf, within } from '#core/lay/space/room'
import { showText } from '#core/quantity/units'
import { useLay } from './useLay'

/** What is near one part, nearest first: what a hand meets there. */
const { of } = defineProps<{ of: string }>()
/** A hand's breadth with a tool in it, m. */
const REACH = 0.15
const shop = useShop()
const { plan, result } = useLay()
const near = computed(() => {
  const { truck, air, lay } = plan.value
  return within(of, air, result.value.places, solidsOf(truck, air, lay.solids), REACH, lay.stands)
})
const length = (metres: number) => showText(metres, 'length', shop.units)
</script>

<template>
  <p class="text-sm col-span-full">
    <span class="label">Within {{ length(REACH) }} of it: </span>
    <template v-if="near.length === 0">nothing that is known here.</template>
    <template v-for="(thing, i) in near" :key="thing.id"
      ><template v-if="i">, </template>{{ thing.label }}
      <span class="figure">{{ thing.far === 0 ? 'against it' : length(thing.far) }}</span></template
    >
  </p>
</template>
