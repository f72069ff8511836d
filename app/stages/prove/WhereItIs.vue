<script setup lang="ts">
import { leakPicture } from '#core/papers/pictures/leakPicture'
import { pictureSvg } from '#core/papers/pictures/svg'
import { guideSource } from '#core/papers/stepGuide'
import type { LeakPlace } from '#core/prove/types'

/** Where a place to be soaped is on the truck, seen lying under it. */
const { place } = defineProps<{ place: LeakPlace }>()
const job = useJob()
const shop = useShop()
const picture = computed(() => leakPicture(place, guideSource(job.plan!, job.derived!, shop.units)))
const svg = computed(() => picture.value && pictureSvg(picture.value))
</script>

<template>
  <!-- eslint-disable vue/no-v-html -- made by core, every text in it escaped -->
  <div
    v-if="svg"
    class="rounded border border-line bg-sheet max-w-lg my-2 [&>svg]:block [&>svg]:w-full"
    :data-where="place.id"
    v-html="svg"
  />
  <!-- eslint-enable vue/no-v-html -->
</template>
