<script setup lang="ts">
import type { NuxtError } from '#app'

/** Shown if there is no such page or it broke: a plain message and a way back. Typed text is on the shelf. */
const { error } = defineProps<{ error: NuxtError }>()
const missing = computed(() => error.statusCode === 404)
</script>

<template>
  <main class="p-6">
    <div class="sheet p-5 max-w-xl" role="alert">
      <h1 class="text-xl mb-1">{{ missing ? 'There is no such page' : 'This page broke' }}</h1>
      <p class="mb-3">
        {{
          missing
            ? 'The address may have been cut on the way.'
            : 'What you typed is kept in this browser and saved when a page is open again.'
        }}
      </p>
      <a class="button" href="/">Go to the job list</a>
    </div>
  </main>
</template>
