<script setup lang="ts">
/**
 * Part of a form that opens on request. While closed it is not rendered, so it costs nothing while something is
 * dragged.
 */
const { title, open = false } = defineProps<{ title: string; open?: boolean }>()
const shown = ref(open)
</script>

<template>
  <details
    :open="shown"
    class="border-b last:border-0 border-line py-2"
    @toggle="shown = ($event.target as HTMLDetailsElement).open"
  >
    <summary class="font-head font-semibold py-1.5">{{ title }}</summary>
    <slot v-if="shown" />
  </details>
</template>
