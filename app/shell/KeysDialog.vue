<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { SHORTCUTS } from './shortcuts'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="sheet w-full max-w-sm p-5">
        <DialogTitle class="text-lg mb-2">Keys</DialogTitle>
        <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
          <template v-for="shortcut in SHORTCUTS" :key="shortcut.id"
            ><dt class="font-mono">{{ shortcut.shown }}</dt>
            <dd>{{ shortcut.what }}</dd></template
          >
        </dl>
        <button type="button" class="button mt-4" @click="emit('close')">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
