<script setup lang="ts">
import { SHORTCUTS } from './shortcuts'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <SheetDialog :open="open" title="Keys" width="max-w-sm" @close="emit('close')">
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      <template v-for="shortcut in SHORTCUTS" :key="shortcut.id"
        ><dt class="font-mono">{{ shortcut.shown }}</dt>
        <dd>{{ shortcut.what }}</dd></template
      >
    </dl>
    <button type="button" class="button mt-4" @click="emit('close')">Close</button>
  </SheetDialog>
</template>
