<script setup lang="ts">
import { looseDrafts, throwDraftAway } from '~/keeping/drafts'

/** Texts that were being typed when the page was lost and whose field no longer exists. */
</script>

<template>
  <ul v-if="looseDrafts.length" class="no-print bg-glow text-black px-4 py-1.5" role="alert">
    <li v-for="draft in looseDrafts" :key="draft.id" class="flex flex-wrap gap-2 items-center">
      <span class="grow"
        >You were typing in {{ draft.label }}, a field that is not shown now:
        <strong class="break-words select-all">{{ draft.text }}</strong></span
      >
      <button type="button" class="button quiet" @click="throwDraftAway(draft)">Throw it away</button>
    </li>
  </ul>
</template>
