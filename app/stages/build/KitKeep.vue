<script setup lang="ts">
import { keepForKit, KIT_STEP_LABELS, kitPlaceOf } from '#core/build/kitSheet'
import type { Step } from '#core/build/types'

/** A step that was done otherwise may be kept for the kit from now on, with its photo. */
const { step, words } = defineProps<{ step: Step; words: string }>()
const job = useJob()
const shop = useShop()
const photos = usePhotos()
const place = computed(() => (words && job.plan!.air.kit ? kitPlaceOf(step.id) : null))
const kept = computed(() =>
  job.plan!.air.kit?.steps.some((one) => one.instead === place.value && one.text === words),
)
function keep(): void {
  const photo = photos.of(`step:${step.id}`).find(({ waits }) => !waits)
  const one = {
    title: KIT_STEP_LABELS[place.value!],
    text: words,
    instead: place.value,
    truck: job.plan!.truck.kind,
    minutes: null,
    picture: photo ? `${job.id}/${photo.id}` : '',
  }
  const label = `For this kit from now on: ${step.title}`
  job.edit(label, (draft) => keepForKit(draft.air.kit!.steps, one))
  const [id] = Object.entries(shop.kits).find(([, kit]) => kit.label === job.plan!.air.kit!.label) ?? []
  if (id) shop.edit(label, ({ kits }) => keepForKit(kits[id]!.steps, one))
}
</script>

<template>
  <p v-if="place" class="no-print mt-2">
    <span v-if="kept" class="label">Kept for this kit.</span>
    <button v-else type="button" class="button quiet touch" @click="keep">For this kit from now on</button>
  </p>
</template>
