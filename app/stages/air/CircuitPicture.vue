<script setup lang="ts">
import type { AirPlan } from '#core/plan/types'
import { LINE_STYLES } from '~/pictures/lineStyles'
import type { CircuitDrawing } from './layoutCircuit'

const { air, outlets } = defineProps<{ air: AirPlan, outlets: number }>()
const screen = useScreen()
const drawing = shallowRef<CircuitDrawing | null>(null)
const problem = ref('')
let asked = 0
watch(() => [air.components, air.lines, outlets] as const, async () => {
  const mine = ++asked
  try {
    const { layoutCircuit } = await import('./layoutCircuit')
    const plain = JSON.parse(JSON.stringify({ components: air.components, lines: air.lines })) as Pick<AirPlan, 'components' | 'lines'>
    const next = await layoutCircuit(plain, outlets)
    if (mine === asked) drawing.value = next
  }
  catch (error) {
    problem.value = `The circuit could not be drawn: ${(error as Error).message}`
  }
}, { immediate: true })
/** Lines whose components were just taken away are not drawn until the new layout is there. */
const lines = computed(() => drawing.value?.lines.filter(l => air.lines[l.id]) ?? [])
const symbols = computed(() => drawing.value?.symbols.filter(s => air.components[s.id]) ?? [])
const points = (line: { points: { x: number, y: number }[] }) => line.points.map(p => `${p.x},${p.y}`).join(' ')
/** The middle of a line's longest straight piece, where its letter stands. */
function letterAt(line: { points: { x: number, y: number }[] }): { x: number, y: number } {
  let best = { x: 0, y: 0, length: -1 }
  line.points.slice(1).forEach((b, i) => {
    const a = line.points[i]!
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    const upright = Math.abs(b.x - a.x) < 1
    if (length > best.length) best = { x: (a.x + b.x) / 2 + (upright ? 11 : 0), y: (a.y + b.y) / 2 + (upright ? 4 : -5), length }
  })
  return best
}
</script>

<template>
  <p v-if="problem" role="alert" class="text-brick">{{ problem }}</p>
  <p v-else-if="!drawing" class="label h-40">Drawing the circuit …</p>
  <svg v-else :viewBox="`0 0 ${drawing.width} ${drawing.height}`" class="w-full max-h-[380px] mx-auto block" :style="{ maxWidth: `${drawing.width * 1.25}px` }" role="img" aria-label="Air circuit with standard fluid-power symbols" data-circuit>
    <g v-for="line in lines" :key="line.id">
      <polyline :points="points(line)" fill="none" :stroke="LINE_STYLES[air.lines[line.id]!.path].colour" stroke-width="2.6" :stroke-dasharray="LINE_STYLES[air.lines[line.id]!.path].dash" />
      <text :x="letterAt(line).x" :y="letterAt(line).y" text-anchor="middle" font-size="11" font-weight="600" font-family="var(--font-mono)" :fill="LINE_STYLES[air.lines[line.id]!.path].colour">{{ LINE_STYLES[air.lines[line.id]!.path].letter }}</text>
    </g>
    <g v-for="symbol in symbols" :key="symbol.id" :transform="`translate(${symbol.x} ${symbol.y})`" :data-component="symbol.id" style="color: var(--ink)">
      <rect v-if="screen.subject === symbol.id" x="-8" y="-8" :width="symbol.box.width + 16" :height="symbol.box.height + 16" rx="5" fill="none" stroke="var(--blue)" stroke-width="2.5" />
      <AirSymbol :kind="air.components[symbol.id]!.kind" :outlets="outlets" />
      <text :x="symbol.box.width / 2" :y="air.components[symbol.id]!.kind === 'tee' ? -6 : symbol.box.height + 15" text-anchor="middle" font-size="12" fill="var(--ink)" font-family="var(--font-sans)">{{ air.components[symbol.id]!.kind === 'tee' ? '' : air.components[symbol.id]!.label }}</text>
    </g>
  </svg>
</template>
