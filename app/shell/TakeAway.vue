<script setup lang="ts">
import { Trash2 } from '@lucide/vue'

/** A button that removes one thing: a bin, with the thing's name. */
defineProps<{ label: string }>()
</script>

<template>
  <button type="button" class="touch p-1.5" :aria-label="label">
    <Trash2 :size="16" aria-hidden="true" />
  </button>
</template>
