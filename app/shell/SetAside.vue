<script setup lang="ts">
/** Says that something could not be saved, and opens the choices for it. */
const aside = useSetAside()
const shown = ref(false)
const count = computed(() => aside.rows.length)
watch(count, (now) => now === 0 && (shown.value = false))
const SetAsideDialog = laterComponent(() => import('./SetAsideDialog.vue'))
</script>

<template>
  <button
    v-if="count"
    type="button"
    class="no-print shrink-0 bg-brick text-white px-4 py-1.5 font-semibold text-left w-full truncate"
    @click="shown = true"
  >
    {{ count }} {{ count === 1 ? 'edit' : 'edits' }} could not be saved: {{ aside.rows[0]!.refused }}
  </button>
  <SetAsideDialog v-if="shown" @close="shown = false" />
</template>
