<script setup lang="ts">
import { Camera } from '@lucide/vue'
import type { PhotoSubject } from '#core/document/photos'

/** Photos of one thing, and a button that adds another. */
const {
  subject,
  of,
  small = false,
  taking = true,
} = defineProps<{
  subject: PhotoSubject
  /** Name of the thing. */
  of: string
  /** Shows only the button's icon. */
  small?: boolean
  /** True if more may be added. */
  taking?: boolean
}>()
const photos = usePhotos()
const shown = computed(() => photos.of(subject))
async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  for (const file of files) await photos.add(subject, file)
}
</script>

<template>
  <div class="no-print flex flex-wrap gap-2 items-center">
    <button
      v-for="(photo, i) in shown"
      :key="photo.id"
      type="button"
      class="relative touch rounded border border-line overflow-hidden bg-card"
      :class="photo.refused ? 'border-brick border-2' : photo.waits ? 'border-dashed' : ''"
      :aria-label="`Photo ${i + 1} of ${of}${photo.caption && `: ${photo.caption}`}`"
      @click="photos.looking = photo.id"
    >
      <img :src="photo.src" alt="" class="size-12 object-cover" loading="lazy" />
      <span v-if="photo.waits" class="absolute inset-x-0 bottom-0 bg-card text-xs">{{
        photo.refused ? 'refused' : 'waits'
      }}</span>
    </button>
    <label v-if="taking" class="button quiet touch has-focus-visible:outline-2" :class="{ 'px-2!': small }"
      ><Camera :size="18" aria-hidden="true" /><span v-if="!small">Photo</span
      ><input
        type="file"
        accept="image/*"
        multiple
        class="sr-only"
        :aria-label="`Take a photo of ${of}`"
        @change="take"
    /></label>
  </div>
</template>
