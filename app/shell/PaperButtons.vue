<script setup lang="ts">
import { Printer } from '@lucide/vue'
import { PAPERS, type Paper } from '#core/document/paper'

/** Choice of paper and printing of this page; other documents follow after. */
const screen = useScreen()
</script>

<template>
  <div class="no-print sheet p-4 flex flex-wrap gap-3 items-center">
    <PickField
      label="Paper"
      hide-label
      class="w-28"
      :value="screen.paper"
      :options="PAPERS.map((value) => ({ value, label: value }))"
      @change="(v) => void (screen.paper = v as Paper)"
    />
    <button type="button" class="button" @click="printSheet">
      <Printer :size="16" aria-hidden="true" />Print
    </button>
    <slot />
  </div>
</template>
