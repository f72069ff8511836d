<script setup lang="ts">
import { symbolShapes, type SymbolBox } from '#core/air/drawing/symbols'
import type { ComponentKind } from '#core/document/types'

/** One part of a circuit in its standard symbol, in the current colour. */
const { kind, box } = defineProps<{ kind: ComponentKind; box: SymbolBox }>()
const shapes = computed(() => symbolShapes(kind, box))
const FILLS = { card: 'var(--card)', ink: 'currentColor' }
</script>

<template>
  <g stroke="currentColor" stroke-linejoin="round" stroke-linecap="round">
    <path
      v-for="(s, i) in shapes"
      :key="i"
      :d="s.d"
      :fill="s.fill ? FILLS[s.fill] : 'none'"
      :stroke-dasharray="s.dash"
      :stroke-width="s.width ?? 1.6"
    />
  </g>
</template>
