<script setup lang="ts">
/** Links under a list that save it as a file. */
defineProps<{ files: readonly { label: string; save: () => void }[] }>()
</script>

<template>
  <div class="flex flex-wrap gap-x-4 gap-y-1 mt-2 text-sm no-print">
    <button v-for="file in files" :key="file.label" type="button" class="underline touch" @click="file.save">
      {{ file.label }}
    </button>
  </div>
</template>
