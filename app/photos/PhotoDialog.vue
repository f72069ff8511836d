<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { LONGEST_CAPTION } from '#core/document/photos'

/** One photo, large, with its caption and a button that removes it. */
const photos = usePhotos()
const photo = computed(() => photos.shown.find((p) => p.id === photos.looking) ?? null)
const problem = ref('')
const sure = ref(false)
watch(photo, () => {
  problem.value = ''
  sure.value = false
})
async function tried(what: () => Promise<void>): Promise<void> {
  try {
    problem.value = ''
    await what()
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const marking = ref(false)
const shown = useTemplateRef('shown')
const size = ref<{ width: number; height: number } | null>(null)
watch(photo, () => (marking.value = false))
function mark(): void {
  const image = shown.value
  if (!image) return
  size.value = { width: image.naturalWidth, height: image.naturalHeight }
  marking.value = image.naturalWidth > 0
}
async function keepMarked(blob: Blob): Promise<void> {
  const { subject } = photo.value!
  marking.value = false
  await tried(() => photos.add(subject, blob))
}
async function remove(): Promise<void> {
  const { id } = photo.value!
  if (!sure.value) sure.value = true
  else await tried(() => photos.remove(id))
}
</script>

<template>
  <Dialog :open="photo !== null" class="relative z-50" @close="photos.looking = ''">
    <div class="fixed inset-0 bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel v-if="photo" class="sheet w-full max-w-3xl max-h-full overflow-y-auto p-4">
        <DialogTitle class="text-lg">{{ photo.caption || 'Photo' }}</DialogTitle>
        <p class="label mb-2">
          {{ photo.waits ? 'Waits in this browser to be saved' : `${photo.who}, ${shortTime(photo.at)}` }}
        </p>
        <p v-if="photo.refused" class="text-brick font-semibold mb-2" role="alert">{{ photo.refused }}</p>
        <PhotoMark
          v-if="marking && size"
          :src="photo.src"
          :width="size.width"
          :height="size.height"
          @marked="keepMarked"
          @close="marking = false"
        />
        <img
          v-else
          ref="shown"
          :src="photo.src"
          :alt="photo.caption || 'The photo'"
          class="max-h-[60vh] mx-auto"
        />
        <TextField
          class="mt-3"
          label="What it shows"
          :value="photo.caption"
          :max="LONGEST_CAPTION"
          @change="(text) => tried(() => photos.caption(photo!.id, text))"
        />
        <p v-if="problem" class="text-brick font-semibold mt-2" role="alert">{{ problem }}</p>
        <div class="flex flex-wrap gap-2 mt-3">
          <button type="button" class="button" @click="photos.looking = ''">Close</button>
          <button
            v-if="photo.refused"
            type="button"
            class="button quiet"
            @click="tried(() => photos.retry(photo!.id))"
          >
            Try again
          </button>
          <button v-if="!marking" type="button" class="button quiet" @click="mark">Draw on it</button>
          <button type="button" class="button quiet" @click="remove">
            {{ sure ? 'Yes, take it away for good' : 'Take it away' }}
          </button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
