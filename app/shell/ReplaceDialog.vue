<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** Asked before a circuit that somebody worked on is started anew. */
const job = useJob()
const screen = useScreen()
const keep = useTemplateRef('keep')
const asked = computed(() => screen.replacing)
function replace(): void {
  const { remedy } = asked.value!
  screen.replacing = null
  job.applyRemedy(remedy)
}
</script>

<template>
  <Dialog :open="asked !== null" :initial-focus="keep" class="relative z-50" @close="screen.replacing = null">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel v-if="asked" class="sheet w-full max-w-lg p-5">
        <DialogTitle class="text-lg">Start the circuit anew?</DialogTitle>
        <p class="mt-1">
          “{{ asked.remedy.label }}” takes the place of the circuit that stands. Work that goes or no longer
          stands:
        </p>
        <ul class="list-disc pl-5 my-2">
          <li v-for="work in asked.work" :key="work">{{ work }}</li>
        </ul>
        <p class="label">
          Steps, tests and findings stay on record as of the earlier circuit, to be undone or done again. Undo
          brings everything back.
        </p>
        <div class="flex flex-wrap gap-2 mt-3">
          <button ref="keep" type="button" class="button" @click="screen.replacing = null">
            Keep the circuit
          </button>
          <button type="button" class="button quiet" @click="replace">Start anew</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
