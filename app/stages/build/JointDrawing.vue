<script setup lang="ts">
import type { Joint } from '#core/build/joint'
import { FASTENINGS } from '#core/catalog/fastenings'
import { jointPicture } from '#core/papers/pictures/jointPicture'
import { pictureSvg } from '#core/papers/pictures/svg'

/** The members of a joint in the order in which they go on, and its bolts to tick one by one. */
const { joint, done } = defineProps<{ joint: Joint; done: boolean }>()
/** Numbers of the bolts that are turned; they help the hands, and nothing is kept of them. */
const turned = defineModel<number[]>({ required: true })
const members = computed(() => FASTENINGS[joint.fastening].members)
const svg = computed(() => pictureSvg(jointPicture(joint.fastening)))
const bolts = computed(() => Array.from({ length: joint.count }, (_, i) => i + 1))
const toggle = (bolt: number) =>
  (turned.value = turned.value.includes(bolt)
    ? turned.value.filter((one) => one !== bolt)
    : [...turned.value, bolt])
</script>

<template>
  <div class="grid sm:grid-cols-[8.5rem_minmax(0,1fr)] gap-x-3 items-center">
    <!-- eslint-disable-next-line vue/no-v-html -- made by core, without any text of a person -->
    <div class="[&>svg]:block [&>svg]:w-full" v-html="svg" />
    <ol class="text-sm list-decimal pl-5">
      <li v-for="member in members" :key="member">{{ member }}</li>
    </ol>
    <p v-if="joint.count > 1 && !done" class="no-print col-span-2 flex flex-wrap gap-2 items-center mt-1">
      <span class="label">Turned</span>
      <button
        v-for="bolt in bolts"
        :key="bolt"
        type="button"
        class="button quiet touch min-w-11 justify-center"
        :class="{ 'bg-chosen!': turned.includes(bolt) }"
        :aria-pressed="turned.includes(bolt)"
        :aria-label="`${bolt} of ${joint.count}: ${joint.label.toLowerCase()}`"
        @click="toggle(bolt)"
      >
        {{ bolt }}
      </button>
    </p>
  </div>
</template>
