<script setup lang="ts">
import type { ComponentKind } from '#core/plan/types'
import { symbolBox } from './symbols'

const { kind, outlets } = defineProps<{ kind: ComponentKind, outlets: number }>()
const box = computed(() => symbolBox(kind, outlets))
/** One 3-position valve, closed in the middle: fill, hold, vent. */
const VALVE = 'M0 0h66v22h-66zM22 0v22M44 0v22M5 18L17 4M17 4l-4.5 1.5M17 4l-1 4.6M28 22v-6M25 16h6M38 0v6M35 6h6M49 4L61 18M61 18l-4.5-1.5M61 18l-1-4.6'
</script>

<template>
  <g fill="none" stroke="currentColor" stroke-width="1.6" stroke-linejoin="round" stroke-linecap="round">
    <template v-if="kind === 'compressor'"><circle cx="26" cy="26" r="25" fill="var(--card)" /><path d="M51 26L38 18.5v15z" /><path d="M26 1v-8M22 -7h8" /></template>
    <template v-else-if="kind === 'filter'"><path d="M22 0L44 22 22 44 0 22z" fill="var(--card)" /><path d="M22 2v40" stroke-dasharray="4 3" /></template>
    <template v-else-if="kind === 'dryer'"><path d="M22 0L44 22 22 44 0 22z" fill="var(--card)" /><path d="M9 31h26M22 13v9M18 18l4 5 4-5" /></template>
    <template v-else-if="kind === 'handFill'"><path d="M0 15h14M36 15h14" /><path d="M33 5L22 15l11 10" /><circle cx="31" cy="15" r="5" fill="var(--card)" /><path d="M0 8v14M5 8v14" /></template>
    <template v-else-if="kind === 'tee'"><circle cx="6" cy="6" r="4.5" fill="currentColor" /></template>
    <template v-else-if="kind === 'spring'"><path d="M8 4h44M8 40h44" stroke-width="3" /><path d="M12 4q-9 9 0 18q-9 9 0 18M48 4q9 9 0 18q9 9 0 18" fill="none" /><path d="M0 22h7" /></template>
    <template v-else>
      <rect x="0" y="0" :width="box.width" :height="box.height" fill="var(--card)" stroke-dasharray="10 3 2 3" />
      <g v-for="port in box.ports.filter(p => p.id !== 'in')" :key="port.id" :transform="`translate(26 ${port.y - 11})`"><path :d="VALVE" /><path d="M-12 5h12v12h-12zM-12 17l12 -12M66 5h12v12h-12zM66 17l12 -12" stroke-width="1.1" /></g>
      <path v-for="port in box.ports.filter(p => p.id !== 'in')" :key="`l${port.id}`" :d="`M0 ${box.ports[0]!.y}h6V${port.y + 18}h50v-7M104 ${port.y}h14`" stroke-width="1.1" />
    </template>
  </g>
</template>
