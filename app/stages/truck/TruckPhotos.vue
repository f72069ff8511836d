<script setup lang="ts">
import { photographed } from '#core/papers/photoSheet'
import { MOST_PHOTOS } from '#core/document/photos'

/**
 * Every photo of the job: of the whole truck, taken here, and of parts, steps and joints, taken at their own
 * place.
 */
const job = useJob()
const photos = usePhotos()
/**
 * Subjects of the other photos by their current names; also those gone from the plan, or whose photos could not
 * be loaded.
 */
const others = computed(() =>
  [...new Set(photos.shown.map((p) => p.subject))]
    .filter((subject) => subject !== 'truck')
    .map((subject) => ({ subject, name: photographed({ subject }, job.plan!, job.derived!) })),
)
</script>

<template>
  <section class="sheet p-4" aria-label="Photos">
    <h2 class="mb-1">Photos of the truck</h2>
    <p class="label mb-2">
      Plates, the space around the axle, what is there already, damage before the work began. Take photos of a
      part, a step or a joint at its own place in its list. All of them come with the job pack.
    </p>
    <PhotoRow subject="truck" of="the truck" />
    <template v-if="others.length">
      <h3 class="label mt-3">Of parts, steps and joints</h3>
      <div v-for="{ subject, name } in others" :key="subject" class="flex flex-wrap gap-3 items-center py-1">
        <span class="grow">{{ name }}</span>
        <PhotoRow :subject="subject" :of="name" :taking="false" />
      </div>
    </template>
    <p class="label mt-2">
      <template v-if="photos.known">{{ photos.shown.length }} of at most {{ MOST_PHOTOS }} photos.</template>
      <template v-else>The server does not answer: which photos there are is not known.</template>
    </p>
  </section>
</template>
