<script setup lang="ts">
import type { LineCode } from '#core/air/drawing/lineCodes'
import { LINE_STYLES } from './lineStyles'

const { codes } = defineProps<{ codes: LineCode[] }>()
</script>

<template>
  <ul class="flex flex-wrap gap-x-4 gap-y-1 text-xs text-soft" aria-label="Legend">
    <li v-for="code in codes" :key="code" class="flex items-center gap-1.5">
      <svg width="34" height="8" aria-hidden="true">
        <line
          x1="0"
          x2="34"
          y1="4"
          y2="4"
          :stroke="LINE_STYLES[code].colour"
          stroke-width="3"
          :stroke-dasharray="LINE_STYLES[code].dash"
        />
      </svg>
      <span class="figure text-ink">{{ LINE_STYLES[code].letter }}</span> {{ LINE_STYLES[code].name }}
    </li>
  </ul>
</template>
