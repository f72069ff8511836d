<script setup lang="ts">
import { partsPicture } from '#core/papers/pictures/wholePicture'
import { pictureSvg } from '#core/papers/pictures/svg'
import { guideSource } from '#core/papers/stepGuide'

/** Where a part to be soaped is on the truck, seen lying under it. */
const { part } = defineProps<{ part: string }>()
const job = useJob()
const shop = useShop()
const picture = computed(() => partsPicture([part], guideSource(job.plan!, job.derived!, shop.units)))
const svg = computed(() => picture.value && pictureSvg(picture.value))
</script>

<template>
  <!-- eslint-disable vue/no-v-html -- made by core, every text in it escaped -->
  <div
    v-if="svg"
    class="rounded border border-line bg-sheet max-w-lg my-2 [&>svg]:block [&>svg]:w-full"
    :data-where="part"
    v-html="svg"
  />
  <!-- eslint-enable vue/no-v-html -->
</template>
