<script setup lang="ts">
import type { ComponentKind } from '#core/plan/types'
import { symbolBox } from './symbols'

const { kind, outlets } = defineProps<{ kind: ComponentKind, outlets: number }>()
const box = computed(() => symbolBox(kind, outlets))
/**
 * One path of the block, its outlet line at the origin's height: a 3/3 valve, closed in the middle, worked by a solenoid at
 * each end. Left square: supply to outlet. Right square: outlet to atmosphere.
 */
const VALVE = [
  'M21 12h90v26h-90zM51 12v26M81 12v26', // three positions
  'M66 12V0M60 38v14M72 38v10M68 48h8l-4 7z', // outlet above; supply and exhaust below
  'M66 12v6M61 18h10M60 38v-6M55 32h10M72 38v-6M67 32h10', // middle: all closed
  'M30 38L36 12M36 12l-4.5 4M36 12l1.5 5.6M42 38v-6M38 32h8', // left: fill
  'M96 12L102 38M102 38l-4.5-4M102 38l1.5-5.6M90 38v-6M86 32h8', // right: vent
  'M9 18h12v14h-12zM9 32l12-14M111 18h12v14h-12zM111 32l12-14', // solenoids
].join('')
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
      <g v-for="port in box.ports.filter(p => p.id !== 'in')" :key="port.id" :transform="`translate(0 ${port.y})`"><path :d="VALVE" stroke-width="1.3" /><path :d="`M66 0H${box.width}`" /></g>
      <path v-for="port in box.ports.filter(p => p.id !== 'in')" :key="`s${port.id}`" :d="`M0 ${box.ports[0]!.y}H4V${port.y + 52}H60`" />
    </template>
  </g>
</template>
