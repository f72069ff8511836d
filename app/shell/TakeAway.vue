<script setup lang="ts">
import { Trash2 } from '@lucide/vue'

/** Takes one thing away: a bin, with what it takes in words. */
defineProps<{ label: string }>()
</script>

<template>
  <button type="button" class="touch p-1.5" :aria-label="label">
    <Trash2 :size="16" aria-hidden="true" />
  </button>
</template>
