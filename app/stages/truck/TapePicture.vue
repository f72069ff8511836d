<script setup lang="ts">
import type { FirstMeasure } from '#core/truck/firstMeasures'

/** A small truck with the place to measure marked on it. */
const { at } = defineProps<{ at: FirstMeasure['id'] }>()
</script>

<template>
  <svg viewBox="0 0 120 64" class="w-28 h-15 shrink-0" aria-hidden="true">
    <path d="M4 54h112" stroke="var(--line)" stroke-width="2" />
    <g fill="none" stroke="var(--soft)" stroke-width="2" stroke-linejoin="round">
      <path d="M10 42v-9q0-4 5-5l16-3 9-13h22v30" />
      <path d="M10 42h104v-4H10" />
      <path d="M66 38V26h46v12" />
    </g>
    <g fill="var(--sheet)" stroke="var(--soft)" stroke-width="4">
      <circle cx="26" cy="46" r="7" />
      <circle cx="90" cy="46" r="7" />
    </g>
    <g
      fill="none"
      stroke="var(--ochre-deep)"
      stroke-width="2.5"
      stroke-linecap="round"
      stroke-linejoin="round"
    >
      <rect v-if="at === 'plate'" x="55" y="24" width="9" height="7" fill="var(--glow)" />
      <template v-else-if="at === 'scale'">
        <path d="M16 58h20M80 58h20" stroke-width="4" />
        <path d="M26 62v-1M90 62v-1" />
      </template>
      <path v-else-if="at === 'gap'" d="M90 45V39M86 39h8M86 45h8" />
      <template v-else-if="at === 'coil'">
        <path d="M84 45q6-2 12 0q-12-2-12-4q6-2 12 0" stroke-width="1.8" />
        <path d="M102 46V37M99 46h6M99 37h6" />
      </template>
      <template v-else-if="at === 'lips'">
        <path d="M26 53V37M22 37h8M90 53V37M86 37h8" />
      </template>
      <template v-else>
        <rect x="74" y="14" width="26" height="12" fill="var(--glow)" />
        <path d="M116 41l-5 5 5 0z" fill="var(--glow)" />
      </template>
    </g>
  </svg>
</template>
