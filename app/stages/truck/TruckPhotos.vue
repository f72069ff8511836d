<script setup lang="ts">
import { MOST_PHOTOS } from '#core/document/photos'

/** Photos of the truck as a whole; those of a part, a step or a joint are taken where it stands. */
const photos = usePhotos()
const elsewhere = computed(() => photos.shown.filter((p) => p.subject !== 'truck').length)
const count = computed(() => photos.shown.length)
</script>

<template>
  <section class="sheet p-4" aria-label="Photos of the truck">
    <h2 class="mb-1">Photos of the truck</h2>
    <p class="label mb-2">
      Plates, the space around the axle, what is there already, damage before the work began. Photos of a
      part, a step or a joint are taken where it stands in its list. All of them come with the job pack.
    </p>
    <PhotoRow subject="truck" of="the truck" />
    <p v-if="!photos.known" class="label mt-2">
      The server does not answer: which photos there are is not known.
    </p>
    <p v-else class="label mt-2">
      {{ count }} of at most {{ MOST_PHOTOS }} photos<template v-if="elsewhere"
        >, {{ elsewhere }} of them of parts, steps or joints</template
      >.
    </p>
  </section>
</template>
