<script setup lang="ts">
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import type { Step } from '#core/build/types'
import { stepPicture } from '#core/papers/pictures/stepPicture'
import { pictureSvg } from '#core/papers/pictures/svg'
import type { GuideSource } from '#core/papers/stepGuide'

/** The picture of a step. A line is walked piece by piece by pressing. */
const { step, source, still = false } = defineProps<{ step: Step; source: GuideSource; still?: boolean }>()
const picture = computed(() => stepPicture(step, source))
const at = ref<number | null>(null)
watch(
  () => step.id,
  () => (at.value = null),
)
const walk = computed(() => picture.value?.walk ?? [])
const svg = computed(() => picture.value && pictureSvg(picture.value, still ? null : at.value))
function go(by: number): void {
  const count = walk.value.length
  at.value = at.value === null ? (by > 0 ? 0 : count - 1) : (at.value + by + count) % count
}
</script>

<template>
  <figure v-if="svg" class="rounded border border-line bg-sheet" :data-picture="step.id">
    <!-- eslint-disable-next-line vue/no-v-html -- made by core, every text in it escaped -->
    <div class="w-full [&>svg]:block [&>svg]:w-full [&>svg]:max-h-[26rem]" v-html="svg" />
    <p v-if="picture!.legend.length" class="label px-2 pb-1">
      {{ picture!.legend.map((name, i) => `${i + 1}\u00a0${name}`).join(' · ') }}
    </p>
    <figcaption
      v-if="walk.length && !still"
      class="no-print flex items-center gap-2 p-2 border-t border-line"
    >
      <button type="button" class="button quiet touch" aria-label="Piece before" @click="go(-1)">
        <ChevronLeft :size="20" aria-hidden="true" />
      </button>
      <span class="grow" aria-live="polite">{{
        at === null
          ? picture!.legend.length
            ? `One after the other: ${walk.length} places`
            : `Walk along it: ${walk.length} ${walk.length === 1 ? 'piece' : 'pieces'}`
          : `${at + 1} of ${walk.length}: ${walk[at]!.text}`
      }}</span>
      <button type="button" class="button quiet touch" aria-label="Next piece" @click="go(1)">
        <ChevronRight :size="20" aria-hidden="true" />
      </button>
    </figcaption>
  </figure>
</template>
