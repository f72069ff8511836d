<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const KEYS = [
  ['1 – 9', 'Go to a stage'],
  ['J / K', 'Next or previous note'],
  ['.', 'Apply the note’s remedy'],
  ['U', 'Units'],
  ['/', 'Find anything'],
  ['Ctrl+Z', 'Undo'],
  ['Ctrl+Shift+Z', 'Redo'],
  ['← → ↑ ↓', 'Move the focused item or part; with Shift, finer'],
  ['?', 'This list'],
]
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="sheet w-full max-w-sm p-5">
        <DialogTitle class="text-lg mb-2">Keys</DialogTitle>
        <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
          <template v-for="[key, what] in KEYS" :key="key"
            ><dt class="font-mono">{{ key }}</dt>
            <dd>{{ what }}</dd></template
          >
        </dl>
        <button type="button" class="button mt-4" @click="emit('close')">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
